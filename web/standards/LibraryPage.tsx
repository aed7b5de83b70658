import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import { errorText, useStandardQuery, useStandardsQuery, useTestsQuery } from '../api';
import type { StandardSummary } from '../../contract';
import { limitSentence, runExamples } from '../../core/standard';
import { colour, ErrorNote, LoadingNote } from '../ui';
import { ExamplesSign } from './ExamplesSign';

/** Every standard of the school: what it allows, whether its worked examples hold, who is marked under it. */
export function LibraryPage() {
  const { data, error, isLoading, refetch } = useStandardsQuery();
  const { data: tests } = useTestsQuery({});
  return (
    <Box sx={{ maxWidth: 1080, mx: 'auto' }}>
      <Typography variant="h1">Standards</Typography>
      <Typography sx={{ color: 'text.secondary', mb: 2 }}>
        A standard is a list of limits. Written from public rules and common practice: your authority&rsquo;s
        current text decides.
      </Typography>
      {isLoading ? <LoadingNote what="the standards" /> : null}
      {error ? (
        <ErrorNote title="The standards could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {data?.items.map((summary) => (
          <Row
            key={`${summary.id} ${summary.version}`}
            summary={summary}
            mocks={tests?.items.filter(({ standard }) => standard.id === summary.id).length ?? 0}
          />
        ))}
      </Box>
    </Box>
  );
}

function Row({ summary, mocks }: { readonly summary: StandardSummary; readonly mocks: number }) {
  const { id, version, title } = summary;
  const { data: standard } = useStandardQuery({ id, version });
  return (
    <Box component="li" sx={{ borderBottom: `1px solid ${colour('line')}` }}>
      <Box
        component={Link}
        to={`/standards/${id}/${version}`}
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', sm: '1fr 220px' },
          columnGap: 3,
          py: 2,
          color: 'text.primary',
          textDecoration: 'none',
          '&:hover': { bgcolor: colour('wash') },
        }}
      >
        <Box>
          <Typography variant="h2" component="h2">
            {title}{' '}
            <Typography component="span" variant="body2" sx={{ color: 'text.secondary' }}>
              {version}
            </Typography>
          </Typography>
          <Typography>{standard?.limits.map((limit) => limitSentence(standard, limit)).join(' ')}</Typography>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {mocks === 0
              ? 'No recent mock under it'
              : `${mocks} recent ${mocks === 1 ? 'mock' : 'mocks'} under it`}
          </Typography>
        </Box>
        {standard ? <ExamplesSign results={runExamples(standard)} /> : null}
      </Box>
    </Box>
  );
}
