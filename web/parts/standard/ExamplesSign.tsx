import { Box, Typography } from '@mui/material';
import type { ExampleResult } from '../../../core/standard';
import { OutcomeSign } from '../verdict';

/** Whether the worked examples of a standard come out as they must, worked out here and now. */
export function ExamplesSign({ results }: { readonly results: readonly ExampleResult[] }) {
  const asked = results.filter(({ applies }) => applies).length;
  const broken = results.filter(({ holds }) => !holds).length;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
      <OutcomeSign outcome={broken === 0 ? 'pass' : 'fail'} size={20} />
      <Typography variant="body2">
        {broken === 0
          ? `all ${asked} worked examples hold`
          : `${broken} of ${asked} worked examples do not hold`}
      </Typography>
    </Box>
  );
}
