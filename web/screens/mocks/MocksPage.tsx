import { Box, Button, TextField, Typography } from '@mui/material';
import { skipToken } from '@reduxjs/toolkit/query';
import { Link, useSearchParams } from 'react-router';
import { mockStates, type MockState } from '../../../contract';
import { errorText, useLearnerQuery, useMockPagesInfiniteQuery, useStandardsQuery } from '../../data/api';
import {
  ChoiceField,
  EmptyNote,
  ErrorNote,
  LoadingNote,
  MoreButton,
  useSearchParam,
  withParam,
} from '../../parts/ui';
import { MockRow } from '../../parts/mocks';

const stateTitles: Readonly<Record<MockState, string>> = {
  any: 'All results',
  running: 'Running',
  flags: 'Flags to sort',
  pass: 'Pass',
  fail: 'Fail',
};

/** Every mock of the school, newest first, by learner, part of a name, result or standard. */
export function MocksPage() {
  const [params, setParams] = useSearchParams();
  const learner = params.get('learner');
  const [letters, setLetters, search] = useSearchParam('search');
  const standard = params.get('standard') ?? '';
  const wanted = params.get('state');
  const state = mockStates.find((one) => one === wanted) ?? 'any';
  const { data: standards } = useStandardsQuery();
  // Of each standard once, whichever version a mock was under.
  const titles = new Map((standards?.items ?? []).map(({ id, title }) => [id, title]));
  const filter = (key: string) => (value: string) =>
    setParams((before) => withParam(before, key, value), { replace: true });
  const { currentData: who } = useLearnerQuery(learner ?? skipToken);
  const { currentData, error, isFetching, hasNextPage, fetchNextPage, refetch } = useMockPagesInfiniteQuery({
    ...(learner ? { learner } : { search }),
    standard,
    state,
  });
  const filtered = search !== '' || standard !== '' || state !== 'any';
  const mocks = currentData?.pages.flatMap(({ items }) => items) ?? [];
  return (
    <Box sx={{ maxWidth: 1100, display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography variant="h1" sx={{ mr: 'auto' }}>
          {who ? `Mocks of ${who.name}` : 'Mocks'}
        </Typography>
        <Button component={Link} to="/mocks/bin" color="inherit">
          Deleted mocks
        </Button>
        <Button
          component={Link}
          to={learner ? `/mocks/sheet?learner=${learner}` : '/mocks/sheet'}
          variant="outlined"
          sx={{ minHeight: 56 }}
        >
          Enter a paper sheet
        </Button>
        <Button
          component={Link}
          to={learner ? `/setup?learner=${learner}` : '/setup'}
          variant="contained"
          sx={{ minHeight: 56, px: 3 }}
        >
          Start a mock
        </Button>
      </Box>
      {learner ? (
        <Box>
          <Button variant="outlined" onClick={() => setParams({})}>
            Show everybody
          </Button>
        </Box>
      ) : null}
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr', sm: '1fr 240px 240px' } }}>
        {learner ? null : (
          <TextField
            label="Find by the learner’s name"
            value={letters}
            onChange={(event) => setLetters(event.target.value)}
          />
        )}
        <ChoiceField
          label="Result"
          value={state}
          items={mockStates.map((one) => [one, stateTitles[one]] as const)}
          onChange={filter('state')}
        />
        <ChoiceField
          label="Standard"
          value={standard}
          none="All standards"
          items={[...titles]}
          onChange={filter('standard')}
        />
      </Box>
      {error ? (
        <ErrorNote title="The mocks could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {!currentData && isFetching ? <LoadingNote what="the mocks" /> : null}
      {currentData && mocks.length === 0 ? (
        filtered ? (
          <EmptyNote
            title={search ? `No mock with “${search}” matches` : 'No mock matches'}
            action={
              <Button variant="outlined" onClick={() => setParams({})}>
                Show all mocks
              </Button>
            }
          >
            Choose another result or standard.
          </EmptyNote>
        ) : (
          <EmptyNote title="No mock yet">
            Choose a learner and start one; it takes less than half a minute.
          </EmptyNote>
        )
      ) : null}
      <Box component="ul" aria-label="Mocks" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {mocks.map((mock) => (
          <MockRow key={mock.id} mock={mock} />
        ))}
      </Box>
      <MoreButton more={hasNextPage} loading={isFetching} onMore={() => void fetchNextPage()} />
    </Box>
  );
}
