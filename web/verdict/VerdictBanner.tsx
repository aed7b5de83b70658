import { Box, Typography } from '@mui/material';
import { decisiveWords, type Judgement, outcomeWords, provisionalWords } from '../../core/marking';
import type { Standard } from '../../core/standard';
import { colour } from '../ui';
import { OutcomeSign } from './OutcomeSign';

/** The verdict and the limit that decided it; the largest thing where it stands. */
export function VerdictBanner({ standard, judgement }: { standard: Standard; judgement: Judgement }) {
  const { verdict } = judgement;
  const provisional = provisionalWords(verdict.unsorted);
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
        borderLeft: `10px solid ${colour(tone[verdict.outcome])}`,
        borderRadius: 1,
      }}
    >
      <OutcomeSign outcome={verdict.outcome} size={56} />
      <Box sx={{ minWidth: 0 }}>
        <Typography
          component="p"
          sx={{ fontSize: { xs: '2rem', sm: '2.6rem' }, fontWeight: 700, lineHeight: 1.1 }}
        >
          {outcomeWords[verdict.outcome]}
        </Typography>
        <Typography sx={{ fontSize: '1.2rem', mt: 0.5 }}>{decisiveWords(standard, verdict)}</Typography>
        {provisional ? (
          <Typography sx={{ mt: 0.5, color: colour('ochre'), fontWeight: 700 }}>{provisional}</Typography>
        ) : null}
      </Box>
    </Box>
  );
}
