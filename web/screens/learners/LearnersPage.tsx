import { Box, Button, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { ReadinessRow } from '../../../contract';
import { nameKey } from '../../../core/names';
import {
  errorText,
  useLearnerPagesInfiniteQuery,
  useMay,
  useReadinessQuery,
  useSessionQuery,
} from '../../data/api';
import { LearnerRow, NewLearnerDialog } from '../../parts/people';
import {
  ChoiceField,
  EmptyNote,
  ErrorNote,
  LoadingNote,
  MoreButton,
  useSearchParam,
  withParam,
} from '../../parts/ui';
import { ImportLearners } from './ImportLearners';
import { byReadiness } from './byReadiness';

const sorts = {
  test: 'Next licence test',
  ready: 'Readiness',
  mock: 'Last mock',
  name: 'Name',
} as const;
type Sort = keyof typeof sorts;

/** Everybody who learns here, found by name, in the order that is asked for. */
export function LearnersPage() {
  const [params, setParams] = useSearchParams();
  const [letters, setLetters, search] = useSearchParam('search');
  const [adding, setAdding] = useState(false);
  const [importing, setImporting] = useState(false);
  const wanted = params.get('sort') ?? '';
  const sort: Sort = wanted in sorts ? (wanted as Sort) : 'test';
  const left = params.get('left') === '1';
  const mine = params.get('taught') === 'me';
  const { data: session } = useSessionQuery();
  const adds = useMay('manage learners');
  const readiness = useReadinessQuery();
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography variant="h1" sx={{ mr: 'auto' }}>
          {left ? 'Archived learners' : 'Learners'}
        </Typography>
        <Button
          color="inherit"
          onClick={() => setParams((before) => withParam(before, 'left', left ? '' : '1'), { replace: true })}
        >
          {left ? 'Back to those taught now' : 'Archived'}
        </Button>
        {adds ? (
          <Button variant="outlined" onClick={() => setImporting(true)} sx={{ minHeight: 56 }}>
            Import a list
          </Button>
        ) : null}
        {adds ? (
          <Button variant="contained" onClick={() => setAdding(true)} sx={{ minHeight: 56, px: 3 }}>
            Add a learner
          </Button>
        ) : null}
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr', sm: '1fr 200px 220px' } }}>
        <TextField
          label="Find a learner"
          value={letters}
          onChange={(event) => setLetters(event.target.value)}
        />
        {adds ? (
          <ChoiceField
            label="Taught by"
            value={mine ? 'me' : ''}
            none="Everybody"
            items={[['me', session?.instructor.name ?? 'Me']]}
            onChange={(who) => setParams((before) => withParam(before, 'taught', who), { replace: true })}
          />
        ) : null}
        <ChoiceField
          label="Sort by"
          value={sort}
          items={Object.entries(sorts)}
          onChange={(by) => setParams((before) => withParam(before, 'sort', by), { replace: true })}
        />
      </Box>
      {!left && (readiness.data?.pending ?? 0) > 0 ? (
        <Typography role="status" sx={{ color: 'text.secondary' }}>
          Working out the forecasts of {readiness.data?.pending} more learners
        </Typography>
      ) : null}
      {sort === 'ready' && !left ? (
        <ByReadiness {...{ search, readiness }} taughtBy={mine ? (session?.instructor.id ?? null) : null} />
      ) : (
        <Paged
          {...{ search, left, mine }}
          sort={sort === 'ready' ? 'name' : sort}
          rows={readiness.data?.items ?? []}
        />
      )}
      {importing ? <ImportLearners onClose={() => setImporting(false)} /> : null}
      {adding ? <NewLearnerDialog onClose={() => setAdding(false)} /> : null}
    </Box>
  );
}

function Paged({
  search,
  sort,
  left,
  mine,
  rows,
}: {
  readonly search: string;
  /** Those who are no longer taught here. */
  readonly left: boolean;
  readonly mine: boolean;
  readonly sort: Exclude<Sort, 'ready'>;
  readonly rows: readonly ReadinessRow[];
}) {
  const { currentData, error, isFetching, hasNextPage, fetchNextPage, refetch } =
    useLearnerPagesInfiniteQuery({ search, sort, left, mine });
  const learners = currentData?.pages.flatMap(({ items }) => items) ?? [];
  return (
    <>
      {error ? (
        <ErrorNote title="The learners could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {!currentData && isFetching ? <LoadingNote what="the learners" /> : null}
      {currentData && learners.length === 0 ? <Nobody search={search} /> : null}
      <Box component="ul" aria-label="Learners" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {learners.map((learner) => (
          <LearnerRow
            key={learner.id}
            learner={learner}
            ready={rows.find((row) => row.learner.id === learner.id)}
            wide
          />
        ))}
      </Box>
      <MoreButton more={hasNextPage} loading={isFetching} onMore={() => void fetchNextPage()} />
    </>
  );
}

/** Rows that are shown at first, and with each touch more. */
const PAGE = 60;

/** The forecasts come all at once, so they are put in order here. */
function ByReadiness({
  search,
  taughtBy,
  readiness: { data, error, isLoading, refetch },
}: {
  readonly search: string;
  /** Only whom this instructor teaches; null for all. */
  readonly taughtBy: string | null;
  readonly readiness: {
    readonly data?: { readonly items: readonly ReadinessRow[] } | undefined;
    readonly error?: unknown;
    readonly isLoading: boolean;
    readonly refetch: () => unknown;
  };
}) {
  const [shown, setShown] = useState(PAGE);
  const key = nameKey(search);
  const rows = byReadiness(
    (data?.items ?? []).filter(
      (row) => nameKey(row.learner.name).includes(key) && (taughtBy === null || row.taughtBy === taughtBy),
    ),
  );
  return (
    <>
      {error ? (
        <ErrorNote title="The forecasts could not be loaded" onRetry={() => refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {isLoading ? <LoadingNote what="the forecasts" /> : null}
      {data && rows.length === 0 ? <Nobody search={search} /> : null}
      <Box component="ul" aria-label="Learners" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {rows.slice(0, shown).map((row) => (
          <LearnerRow
            key={row.learner.id}
            learner={{ ...row.learner, testDate: row.testDate, lastMock: row.lastMock }}
            ready={row}
            wide
          />
        ))}
      </Box>
      <MoreButton more={rows.length > shown} loading={false} onMore={() => setShown(shown + PAGE)} />
    </>
  );
}

function Nobody({ search }: { readonly search: string }) {
  return (
    <EmptyNote title={search ? `Nobody is called “${search}”` : 'No learner yet'}>
      Add a learner to start a mock with them.
    </EmptyNote>
  );
}
