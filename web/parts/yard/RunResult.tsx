import { Box, Typography } from '@mui/material';
import { outcomeWords } from '../../../core/marking';
import { limitOf, type Breach, type Outcome, type Standard } from '../../../core/standard';
import { OutcomeSign } from '../verdict';

/** What a standard says of a run, and why. */
export function RunResult({
  standard,
  outcome,
  breaches,
}: {
  readonly standard: Standard;
  readonly outcome: Outcome;
  readonly breaches: readonly Breach[];
}) {
  return (
    <Box sx={{ display: 'grid', gap: 0.5 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
        <OutcomeSign outcome={outcome} />
        <Typography variant="h3" component="p">
          {outcomeWords[outcome]}
        </Typography>
      </Box>
      {breaches.map(({ limit }) => (
        <Typography key={limit}>{limitOf(standard, limit)?.because ?? limit}</Typography>
      ))}
    </Box>
  );
}
