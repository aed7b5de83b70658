import { group } from 'd3-array';
import { Box, Button, Stack, Typography } from '@mui/material';
import { useState } from 'react';
import { useSelector } from 'react-redux';
import { Link } from 'react-router';
import { standardSorts, type StandardSummary } from '../../../contract';
import { limitSentence, runExamples, type StandardRef } from '../../../core/standard';
import {
  errorText,
  useStandardQuery,
  useStandardPagesInfiniteQuery,
  isStandardAnswered,
  type WithStandards,
} from '../../data/api';
import { IfMay } from '../../parts/people';
import {
  colour,
  EmptyNote,
  ErrorNote,
  FindAndSort,
  LoadingNote,
  MoreButton,
  useListAsked,
  later,
} from '../../parts/ui';
import { ExamplesSign } from '../../parts/standard';
import { sureWords } from './sure';

const ImportDialog = later(async () => (await import('./ImportDialog')).ImportDialog, { what: 'The import' });

/** Every standard of the school: what it allows, how sure it is, whether its examples hold, who is marked under it. */
export function LibraryPage() {
  const asked = useListAsked(standardSorts);
  const { search, sort } = asked;
  const { currentData, error, isFetching, hasNextPage, fetchNextPage, refetch } =
    useStandardPagesInfiniteQuery({ search, sort });
  const listed = currentData?.pages.flatMap(({ items }) => items) ?? [];
  const [importing, setImporting] = useState(false);
  const rows = [...group(listed, ({ id }) => id).values()];
  // Rows grow with what is read of each standard: until all is there, a link could move from under a finger.
  const whole = useSelector((state: WithStandards) =>
    rows.every(([newest]) => isStandardAnswered(state, refOf(newest))),
  );
  return (
    <Box sx={{ maxWidth: 1080, mx: 'auto' }}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', gap: 2, flexWrap: 'wrap' }}>
        <Box sx={{ flex: '1 1 400px' }}>
          <Typography variant="h1">Standards</Typography>
          <Typography sx={{ color: 'text.secondary', mb: 2 }}>
            A standard is a list of limits. Written from public rules and common practice: your
            authority&rsquo;s current text decides.
          </Typography>
        </Box>
        <IfMay right="manage standards">
          <Button variant="outlined" onClick={() => setImporting(true)} sx={{ alignSelf: 'flex-start' }}>
            Import a standard file
          </Button>
        </IfMay>
      </Stack>
      <FindAndSort asked={asked} label="Find a standard" words={{ title: 'Name', used: 'Most mocks' }} />
      {(!currentData && isFetching) || !whole ? <LoadingNote what="the standards" /> : null}
      {error ? (
        <ErrorNote title="The standards could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {currentData && rows.length === 0 ? (
        <EmptyNote title={`No standard has “${search}” in its name`}>Search for fewer letters.</EmptyNote>
      ) : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, visibility: whole ? 'visible' : 'hidden' }}>
        {rows.map((versions) => (
          <Row key={versions[0]?.id} versions={versions} />
        ))}
      </Box>
      <MoreButton more={hasNextPage} loading={isFetching} onMore={() => void fetchNextPage()} />
      {importing ? <ImportDialog open onClose={() => setImporting(false)} /> : null}
    </Box>
  );
}

const refOf = (summary: StandardSummary | undefined): StandardRef => ({
  id: summary?.id ?? '',
  version: summary?.version ?? '',
});

/** One standard by its newest version; the earlier ones stay to be read. */
function Row({ versions }: { readonly versions: readonly StandardSummary[] }) {
  const [newest, ...earlier] = versions;
  const { data: standard } = useStandardQuery(refOf(newest), { skip: !newest });
  if (!newest) return null;
  const { id, version, title } = newest;
  return (
    <Box
      component="li"
      sx={{
        borderBottom: `1px solid ${colour('line')}`,
        py: 2,
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'minmax(0, 1fr) 250px' },
        columnGap: 3,
        rowGap: 1,
      }}
    >
      <Box>
        <Typography variant="h2" component="h2">
          <Box component={Link} to={`/standards/${id}/${version}`} sx={{ color: 'text.primary' }}>
            {title}
          </Box>{' '}
          <Typography component="span" variant="body2" sx={{ color: 'text.secondary' }}>
            {version}
          </Typography>
        </Typography>
        <Typography>{standard?.limits.map((limit) => limitSentence(standard, limit)).join(' ')}</Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {usedWords(versions)}
          {earlier.length > 0 ? ' Earlier: ' : null}
          {earlier.map((other, n) => (
            <span key={other.version}>
              {n > 0 ? ', ' : ''}
              <Box component={Link} to={`/standards/${id}/${other.version}`} sx={{ color: 'inherit' }}>
                {other.version}
              </Box>
            </span>
          ))}
        </Typography>
      </Box>
      {standard ? (
        <Box>
          <ExamplesSign results={runExamples(standard)} />
          <Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5 }}>
            {sureWords(standard)}
          </Typography>
        </Box>
      ) : null}
    </Box>
  );
}

/** "12 mocks: Asha Moss, Tom Reed and 3 more." over all versions, each learner once. */
function usedWords(versions: readonly StandardSummary[]): string {
  const mocks = versions.reduce((sum, summary) => sum + summary.mocks, 0);
  if (mocks === 0) return 'No mock under it yet.';
  const { total = 0, last = [] } = versions[0]?.learners ?? {};
  const more = total - last.length;
  const listed = last.map(({ name }) => name).join(', ');
  return `${mocks} ${mocks === 1 ? 'mock' : 'mocks'}: ${listed}${more > 0 ? ` and ${more} more` : ''}.`;
}
