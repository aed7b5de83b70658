import { Box, Button, Typography } from '@mui/material';
import { ratedAreas } from '../../../core/coaching';
import { ratingsBy, type Judgement } from '../../../core/marking';
import type { Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { colour } from '../../parts/ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly act: DoAction;
  readonly by: 'learner' | 'instructor';
}

/** How a drive can have felt, out of ten. */
export const ratingWords = [
  [2, 'lost'],
  [4, 'shaky'],
  [6, 'fair'],
  [8, 'good'],
  [10, 'sure'],
] as const;

/** One touch an area; the instructor also sees what the learner said. */
export function Ratings({ standard, judgement, act, by }: Props) {
  const mine = ratingsBy(judgement.drive, by);
  const other = by === 'instructor' ? ratingsBy(judgement.drive, 'learner') : null;
  return (
    <Box sx={{ display: 'grid', gap: 0.5 }}>
      {ratedAreas(standard).map(({ id, title }) => {
        const theirs = other?.get(id);
        const own = mine.get(id);
        return (
          <Box
            key={id}
            role="group"
            aria-label={title}
            sx={{
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              columnGap: 2,
              py: 0.75,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <Box sx={{ flex: '1 1 170px' }}>
              <Typography sx={{ fontWeight: 700 }}>{title}</Typography>
              {theirs === undefined ? null : (
                <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                  learner: {theirs} of 10{own === undefined ? '' : `, ${gapWords(theirs - own)}`}
                </Typography>
              )}
            </Box>
            <Box sx={{ display: 'flex', gap: 0.75, flex: '0 1 auto' }}>
              {ratingWords.map(([value, word]) => {
                // What a finer scale gave shows at the nearest step.
                const chosen =
                  own !== undefined && Math.abs(own - value) <= 1 && (own === value || own === value - 1);
                return (
                  <Button
                    key={value}
                    variant={chosen ? 'contained' : 'outlined'}
                    aria-pressed={chosen}
                    onClick={() => act({ do: 'rate', area: id, value, by })}
                    sx={{
                      minWidth: { xs: 58, sm: 76 },
                      minHeight: 56,
                      px: 1,
                      fontWeight: chosen ? 700 : 400,
                    }}
                  >
                    {word}
                  </Button>
                );
              })}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}

function gapWords(gap: number): string {
  if (gap >= 2) return `${gap} above yours`;
  if (gap <= -2) return `${-gap} below yours`;
  return 'about the same as you';
}
