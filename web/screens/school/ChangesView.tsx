import { Box, Typography } from '@mui/material';
import { Link, useSearchParams } from 'react-router';
import type { ChangeView } from '../../../contract';
import { errorText, useChangePagesInfiniteQuery, usePeopleQuery } from '../../data/api';
import {
  ChoiceField,
  colour,
  dayText,
  EmptyNote,
  ErrorNote,
  hourText,
  LoadingNote,
  localZone,
  MoreButton,
  withParam,
} from '../../parts/ui';
import { changeText, partsText } from './changeWords';

/** Who changed what, the newest first. Marks are not here: each mock’s log has them. */
export function ChangesView() {
  const [params, setParams] = useSearchParams();
  const by = params.get('by') ?? '';
  const { data: people } = usePeopleQuery();
  const { currentData, error, isFetching, hasNextPage, fetchNextPage, refetch } = useChangePagesInfiniteQuery(
    { by },
  );
  const changes = currentData?.pages.flatMap(({ items }) => items) ?? [];
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)', maxWidth: 860 }}>
      <Typography variant="h2">Changes</Typography>
      <Typography sx={{ color: 'text.secondary' }}>
        Who changed people, learners, standards, results, mocks and settings. Nothing here can be edited.
        Marks are in the log of their mock.
      </Typography>
      <ChoiceField
        label="Changes by"
        value={by}
        none="Everybody"
        items={(people?.items ?? []).map(({ id, name }) => [id, name] as const)}
        onChange={(id) => setParams((before) => withParam(before, 'by', id), { replace: true })}
        sx={{ maxWidth: 320 }}
      />
      {error ? (
        <ErrorNote title="The changes could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {!currentData && isFetching ? <LoadingNote what="the changes" /> : null}
      {currentData && changes.length === 0 ? (
        <EmptyNote title="No changes yet">What people change from now on stands here.</EmptyNote>
      ) : null}
      <Box component="ol" aria-label="Changes" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {changes.map((change) => (
          <Line key={change.position} change={change} />
        ))}
      </Box>
      <MoreButton more={hasNextPage} loading={isFetching} onMore={() => void fetchNextPage()} />
    </Box>
  );
}

const addresses = {
  learner: (id: string) => `/learners/${id}`,
  mock: (id: string) => `/mocks/${id}`,
  standard: (id: string) => `/standards/${id}`,
  person: () => '/school?view=people',
} as const;

function Line({ change }: { readonly change: ChangeView }) {
  const { at, by, subject } = change;
  const parts = partsText(change);
  const text = `${by?.name ?? 'The command line'} ${changeText(change)}`;
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: '190px minmax(0, 1fr)' },
        gap: { xs: 0, sm: 2 },
        py: 1,
        borderBottom: `1px solid ${colour('line')}`,
      }}
    >
      <Typography sx={{ color: 'text.secondary' }}>
        {dayText(at, localZone())}, {hourText(at, localZone())}
      </Typography>
      <Box>
        <Typography>
          {subject ? <Link to={addresses[subject.kind](subject.id)}>{text}</Link> : text}
        </Typography>
        {parts ? <Typography sx={{ color: 'text.secondary' }}>{parts}</Typography> : null}
      </Box>
    </Box>
  );
}
