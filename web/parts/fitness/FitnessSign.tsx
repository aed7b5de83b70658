import { Box, Typography } from '@mui/material';
import type { VehicleView } from '../../../contract';
import { fitnessOf, type Fitness } from '../../../core/vehicle';
import { colour } from '../ui';

export const todayIs = (): string => {
  const now = new Date();
  const two = (n: number) => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
};

/** Whether a vehicle can go to a test today, by what is known of it. */
export const fitnessNow = ({ checkup, record }: VehicleView): Fitness =>
  fitnessOf(checkup, record, todayIs());

const signs: Readonly<
  Record<
    Fitness['verdict'],
    { readonly words: string; readonly path: string; readonly tone: 'moss' | 'ochre' | 'jasper' | 'slate' }
  >
> = {
  fit: { words: 'Fit for a test', path: 'M4 13L10 19L21 6', tone: 'moss' },
  advice: { words: 'Fit, with advice', path: 'M12.5 4V15M12.5 19.5V20.5', tone: 'ochre' },
  'not fit': { words: 'Not fit for a test', path: 'M5 5L20 20M20 5L5 20', tone: 'jasper' },
  unknown: { words: 'Not checked yet', path: 'M8 9A4.5 4.5 0 1 1 12.5 14V16M12.5 20V21', tone: 'slate' },
};

export const fitnessWords = (verdict: Fitness['verdict']): string => signs[verdict].words;

/** The verdict by shape and words, colour last. */
export function FitnessSign({
  verdict,
  large = false,
  small = false,
}: {
  readonly verdict: Fitness['verdict'];
  readonly large?: boolean;
  readonly small?: boolean;
}) {
  const { words, path, tone } = signs[verdict];
  const size = large ? 40 : small ? 18 : 26;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: small ? 0.75 : 1.25, color: colour(tone) }}>
      <svg viewBox="0 0 25 25" width={size} height={size} aria-hidden>
        <path
          d={path}
          fill="none"
          stroke="currentColor"
          strokeWidth="3.4"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      </svg>
      <Typography
        component="span"
        sx={{ fontWeight: 700, fontSize: large ? 30 : small ? 16 : 19, lineHeight: 1.1 }}
      >
        {words}
      </Typography>
    </Box>
  );
}

export function Reasons({ reasons }: Pick<Fitness, 'reasons'>) {
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.5, '& li': { py: 0.25 } }}>
      {reasons.map(({ weight, text }) => (
        <li key={text} style={{ fontWeight: weight === 'bad' ? 700 : 400 }}>
          {text}
        </li>
      ))}
    </Box>
  );
}
