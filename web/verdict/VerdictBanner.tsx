import { Box, Typography } from '@mui/material';
import { outcomeWords, remarksOn, resultOf, resultWords, type Judgement } from '../../core/marking';
import type { ReactNode } from 'react';
import type { Standard } from '../../core/standard';
import { colour } from '../ui';
import { OutcomeSign } from './OutcomeSign';

/** The verdict and the limit that decided it; the largest thing where it stands. */
export function VerdictBanner({
  standard,
  judgement,
  children,
}: {
  readonly standard: Standard;
  readonly judgement: Judgement;
  /** What can be done about it. */
  readonly children?: ReactNode;
}) {
  const { verdict } = judgement;
  const result = resultOf(judgement);
  const tone = { pass: 'moss', fail: 'jasper', ended: 'jasper', incomplete: 'soft' } as const;
  return (
    <Box
      component="section"
      aria-label="Verdict"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 3,
        py: 2.5,
        px: 3,
        bgcolor: colour('card'),
        border: `1px solid ${colour('line')}`,
        borderLeft: `10px solid ${colour(tone[result.outcome])}`,
        borderRadius: 1,
      }}
    >
      <OutcomeSign outcome={result.outcome} size={56} />
      <Box sx={{ minWidth: 0, flex: 1 }}>
        <Typography
          component="p"
          sx={{ fontSize: { xs: '2rem', sm: '2.6rem' }, fontWeight: 700, lineHeight: 1.1 }}
        >
          {outcomeWords[result.outcome]}
        </Typography>
        {resultWords(standard, result, verdict).map((words) => (
          <Typography key={words} sx={{ fontSize: '1.2rem', mt: 0.5 }}>
            {words}
          </Typography>
        ))}
        {remarksOn(standard, judgement).map((words) => (
          <Typography key={words} sx={{ mt: 0.5, color: colour('ochre'), fontWeight: 700 }}>
            {words}
          </Typography>
        ))}
      </Box>
      {children}
    </Box>
  );
}
