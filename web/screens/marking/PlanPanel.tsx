import { styled } from '@mui/material/styles';
import { memo, useEffect, useState } from 'react';
import { HILL_START, isMissing, planOf, planWords, PULL_UP } from '../../../core/marking';
import { useJudged, type DoAction, type DriveHere } from '../../data/log';
import { colour, tokens } from '../../parts/ui';
import { sameData, sameList } from './same';

interface Props {
  readonly drive: DriveHere;
  readonly act: DoAction;
  readonly onAsk: () => void;
}

const TICK = 5_000;

const directions = [
  { kind: PULL_UP, label: 'Pull-up', text: 'Pull up on the left when it is safe' },
  { kind: HILL_START, label: 'Hill start', text: 'Pull up on the hill, then move away' },
] as const;

/** The drive plan as far as it has come; pull-ups and hill starts are counted by one touch. */
export function PlanPanel({ drive, act, onAsk }: Props) {
  const {
    standard,
    mock: { startedAt },
  } = drive;
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date().toISOString()), TICK);
    return () => clearInterval(timer);
  }, []);
  const plan = useJudged(
    drive,
    (judgement) => planOf(standard, judgement.drive, { startedAt, now }),
    sameData,
  );
  const said = useJudged(drive, (judgement) => judgement.drive.said, sameList);
  if (plan.length === 0) return null;
  const asking = plan.some(
    (entry) => (entry.id === 'explain' || entry.id === 'demonstrate') && isMissing(entry),
  );
  const counted = plan.some(({ id }) => id === 'pull-ups') ? directions : [];
  return (
    <section aria-label="Drive plan" style={{ marginTop: 12 }}>
      <Lines>
        {plan.map((entry) => (
          <li key={entry.id} style={{ color: colour(isMissing(entry) ? 'ink' : 'soft') }}>
            {planWords(entry)}
          </li>
        ))}
      </Lines>
      <div style={{ display: 'flex', gap: 6, marginTop: 4 }}>
        {asking ? <Ask {...{ onAsk }} /> : null}
        {counted.map((direction) => (
          <Say
            key={direction.kind}
            {...{ direction, act }}
            times={said.filter(({ feature }) => feature.kind === direction.kind).length}
          />
        ))}
      </div>
    </section>
  );
}

const Ask = memo(function AskButton({ onAsk }: Pick<Props, 'onAsk'>) {
  return (
    <Act type="button" onClick={onAsk}>
      Question
    </Act>
  );
});

interface SayProps extends Pick<Props, 'act'> {
  readonly direction: (typeof directions)[number];
  /** How often it was said in this drive. */
  readonly times: number;
}

const Say = memo(function SayButton({ direction: { kind, label, text }, times, act }: SayProps) {
  return (
    <Act type="button" onClick={() => act({ do: 'say', feature: { kind }, text })}>
      {label} <b>{times}</b>
    </Act>
  );
});

const Lines = styled('ul')({
  listStyle: 'none',
  margin: 0,
  padding: 0,
  fontSize: 16,
  display: 'flex',
  flexWrap: 'wrap',
  columnGap: 16,
});

const Act = styled('button')({
  font: 'inherit',
  fontSize: 16,
  flex: 1,
  padding: '0 4px',
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
