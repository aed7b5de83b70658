import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { MockSummary } from '../../../contract';
import { useStandardQuery } from '../../data/api';
import { colour, dayText, hourText, isToday, Glyph, severityWord } from '../ui';
import { OutcomeSign } from '../verdict';
import { breachWords, countedWords, missingWords, outcomeWords } from '../../../core/marking';

/** One mock in a line: when, who, how it came out and by which limit. Opens where there is work left on it. */
export function MockRow({ mock }: { readonly mock: MockSummary }) {
  const { id, learner, startedAt, zone, ended, unsorted, result } = mock;
  const to = !ended ? `/mocks/${id}/marking` : unsorted > 0 ? `/mocks/${id}/debrief` : `/mocks/${id}`;
  const today = isToday(startedAt, new Date());
  return (
    <Box component="li" sx={{ borderBottom: `1px solid ${colour('line')}` }}>
      <Box
        component={Link}
        to={to}
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '64px 1fr', sm: '92px 1fr 210px' },
          columnGap: 2,
          alignItems: 'center',
          minHeight: 72,
          py: 1,
          color: 'text.primary',
          textDecoration: 'none',
          '&:hover': { bgcolor: colour('wash') },
        }}
      >
        <Box>
          <Typography sx={{ fontWeight: 700 }}>
            {today ? hourText(startedAt, zone) : dayText(startedAt, zone).slice(4)}
          </Typography>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {today ? 'today' : hourText(startedAt, zone)}
          </Typography>
        </Box>
        <Box sx={{ minWidth: 0 }}>
          <Typography sx={{ fontWeight: 700 }}>{learner.name}</Typography>
          {mock.beside ? (
            <Typography variant="body2">Marked by {mock.instructor.name}, only to compare</Typography>
          ) : null}
          <Decided mock={mock} />
        </Box>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.2, gridColumn: { xs: 2, sm: 'auto' } }}>
          {ended ? (
            <>
              <OutcomeSign outcome={result.outcome} size={22} />
              <Box>
                <Typography>
                  {outcomeWords[result.outcome]}
                  {unsorted > 0 ? ', so far' : ''}
                </Typography>
                {unsorted > 0 ? (
                  <Typography variant="body2" sx={{ color: colour('ochre'), fontWeight: 700 }}>
                    {unsorted} {unsorted === 1 ? 'flag' : 'flags'} to sort
                  </Typography>
                ) : null}
              </Box>
            </>
          ) : (
            <Typography sx={{ fontWeight: 700 }}>Running: back to marking</Typography>
          )}
        </Box>
      </Box>
    </Box>
  );
}

function Decided({ mock }: { readonly mock: MockSummary }) {
  const { data: standard } = useStandardQuery({ id: mock.standard.id, version: mock.standard.version });
  if (!standard) return <Typography variant="body2">{mock.standard.title}</Typography>;
  if (mock.firstBreach)
    return (
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {mock.standard.title}. {breachWords(standard, mock.firstBreach)}
      </Typography>
    );
  const { outcome, missing, countedBecause } = mock.result;
  if (mock.ended && outcome === 'incomplete' && missing.length > 0)
    return (
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {mock.standard.title}. {missingWords(missing)}
      </Typography>
    );
  if (countedBecause !== null)
    return (
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {mock.standard.title}. {countedWords(missing, countedBecause)}
      </Typography>
    );
  return (
    <Typography
      component="div"
      variant="body2"
      sx={{
        color: 'text.secondary',
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 1.2,
        alignItems: 'center',
      }}
    >
      <span>{mock.standard.title}.</span>
      {standard.severities
        .filter(({ id, gravity }) => (mock.counts[id] ?? 0) > 0 || gravity === 1)
        .map((severity) => (
          <Box
            component="span"
            key={severity.id}
            sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.5 }}
          >
            <Glyph gravity={severity.gravity} size={14} />
            {mock.counts[severity.id] ?? 0} {severityWord(severity).toLowerCase()}
          </Box>
        ))}
    </Typography>
  );
}
