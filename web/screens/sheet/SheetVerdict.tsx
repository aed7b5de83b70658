import { Box, Typography } from '@mui/material';
import { outcomeWords, resultOf, resultWords, type Judgement } from '../../../core/marking';
import type { Standard } from '../../../core/standard';
import { colour, Glyph } from '../../parts/ui';

/** What the sheet comes to so far. */
export function SheetVerdict({
  standard,
  judgement,
}: {
  readonly standard: Standard;
  readonly judgement: Judgement;
}) {
  const result = resultOf(judgement);
  const { counts, points } = judgement.verdict;
  const passes = result.outcome === 'pass';
  const words = resultWords(standard, result, judgement.verdict);
  // What of the plan is missing is not asked of a sheet.
  const said = result.outcome === 'incomplete' ? words : words.slice(0, 1);
  return (
    <Box
      component="section"
      aria-label="Verdict so far"
      sx={{
        border: `1px solid ${colour('line')}`,
        borderLeft: `10px solid ${colour(passes ? 'moss' : result.outcome === 'incomplete' ? 'ochre' : 'jasper')}`,
        borderRadius: 1,
        bgcolor: colour('card'),
        p: 2,
      }}
    >
      <Typography sx={{ fontSize: '1.6rem', fontWeight: 700, lineHeight: 1.2 }}>
        {outcomeWords[result.outcome]}
      </Typography>
      {said.map((sentence) => (
        <Typography key={sentence}>{sentence}</Typography>
      ))}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 1, p: 0 }}>
        {standard.severities.map(({ id, label, gravity }) => (
          <Box component="li" key={id} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
            <Glyph gravity={gravity} size={18} />
            <span>
              {label}: <b>{counts[id] ?? 0}</b>
            </span>
          </Box>
        ))}
      </Box>
      {points > 0 ? <Typography>{points} points</Typography> : null}
    </Box>
  );
}
