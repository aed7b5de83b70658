import { Box } from '@mui/material';
import { styled } from '@mui/material/styles';
import { useEffect, useState } from 'react';
import { HILL_START, isMissing, planOf, planWords, PULL_UP, type Drive } from '../../../core/marking';
import type { Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { colour, tokens } from '../../parts/ui';

interface Props {
  readonly standard: Standard;
  readonly drive: Drive;
  readonly startedAt: string;
  readonly act: DoAction;
  readonly onAsk: () => void;
}

const TICK = 5_000;

const directions = [
  { kind: PULL_UP, label: 'Pull-up', text: 'Pull up on the left when it is safe' },
  { kind: HILL_START, label: 'Hill start', text: 'Pull up on the hill, then move away' },
] as const;

/** The drive plan as far as it has come; pull-ups and hill starts are counted by one touch. */
export function PlanPanel({ standard, drive, startedAt, act, onAsk }: Props) {
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date().toISOString()), TICK);
    return () => clearInterval(timer);
  }, []);
  const plan = planOf(standard, drive, { startedAt, now });
  if (plan.length === 0) return null;
  const asking = plan.some(
    (entry) => (entry.id === 'explain' || entry.id === 'demonstrate') && isMissing(entry),
  );
  const counted = plan.some(({ id }) => id === 'pull-ups') ? directions : [];
  return (
    <Box component="section" aria-label="Drive plan" sx={{ mt: 1.5 }}>
      <Box
        component="ul"
        sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 16, display: 'flex', flexWrap: 'wrap', columnGap: 2 }}
      >
        {plan.map((entry) => (
          <Box component="li" key={entry.id} sx={{ color: colour(isMissing(entry) ? 'ink' : 'soft') }}>
            {planWords(entry)}
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 0.75, mt: 0.5 }}>
        {asking ? (
          <Act type="button" onClick={onAsk}>
            Question
          </Act>
        ) : null}
        {counted.map(({ kind, label, text }) => {
          const times = drive.said.filter((event) => event.feature.kind === kind).length;
          return (
            <Act key={kind} type="button" onClick={() => act({ do: 'say', feature: { kind }, text })}>
              {label} <b>{times}</b>
            </Act>
          );
        })}
      </Box>
    </Box>
  );
}

const Act = styled('button')({
  font: 'inherit',
  fontSize: 17,
  flex: 1,
  color: colour('ink'),
  background: colour('card'),
  border: `1px solid ${colour('line')}`,
  borderRadius: tokens.radius,
  minHeight: tokens.deckTouch,
  minWidth: tokens.deckTouch,
  cursor: 'pointer',
  touchAction: 'manipulation',
  '&:active': { background: colour('wash') },
});
