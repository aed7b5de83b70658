import { memo, useCallback, useEffect, useState } from 'react';
import { Box } from '@mui/material';
import type { EventOf } from '../../../core/marking';
import { STEP_IN_SECONDS, stepInOpen } from '../../../core/session';
import { useJudged, useJudgementNow, type DriveHere } from '../../data/log';
import { colour, tokens } from '../../parts/ui';
import { Banner, Press } from './frame';

export type StepInBy = EventOf<'intervention'>['by'];
const ways: readonly StepInBy[] = ['voice', 'wheel', 'pedal'];

/** The instructor stepped in: one touch says how. */
export const StepInButtons = memo(function StepInButtons({
  onStepIn,
}: {
  readonly onStepIn: (by: StepInBy) => void;
}) {
  return (
    <Box
      role="group"
      aria-labelledby="step-in"
      sx={{ display: 'grid', gridTemplateRows: 'auto 1fr', gap: 0.25 }}
    >
      <Box id="step-in" sx={{ fontSize: 16, lineHeight: 1, color: colour('soft') }}>
        I stepped in by
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 0.75 }}>
        {ways.map((by) => (
          <Press key={by} type="button" onClick={() => onStepIn(by)} aria-label={`I stepped in: ${by}`}>
            <b>{by}</b>
          </Press>
        ))}
      </Box>
    </Box>
  );
});

const TICK = 250;

/**
 * The stepping in that waits for its mark, and the way to put it away. It is over by itself with the next mark,
 * after ten seconds, or when it is undone.
 */
export function useStepIn(drive: DriveHere): {
  readonly open: EventOf<'intervention'> | null;
  readonly close: () => void;
} {
  const [closed, setClosed] = useState<string | null>(null);
  const [, setExpired] = useState<string | null>(null);
  const waiting = useJudged(
    drive,
    (judgement) => stepInOpen(judgement.drive, new Date().toISOString())?.event ?? null,
  );
  const open = waiting !== null && waiting.id !== closed ? waiting : null;
  const id = open?.id ?? null;
  useEffect(() => {
    if (id === null) return;
    // Drawn again once, when the time is over.
    const timer = setTimeout(() => setExpired(id), STEP_IN_SECONDS * 1_000 + TICK);
    return () => clearTimeout(timer);
  }, [id]);
  return { open, close: () => setClosed(id) };
}

/** For ten seconds the gravest severity stands first, for the next mark only; a touch ends it before. */
export function StepInBanner({
  drive,
  event,
  onClose,
}: {
  readonly drive: DriveHere;
  readonly event: EventOf<'intervention'>;
  readonly onClose: () => void;
}) {
  const judgementNow = useJudgementNow(drive);
  const secondsLeft = useCallback(
    () => Math.ceil(stepInOpen(judgementNow().drive, new Date().toISOString())?.secondsLeft ?? 0),
    [judgementNow],
  );
  const [left, setLeft] = useState(secondsLeft);
  useEffect(() => {
    const timer = setInterval(() => setLeft(secondsLeft()), TICK);
    return () => clearInterval(timer);
  }, [secondsLeft]);
  return (
    <Banner role="status" style={{ borderColor: colour('jasper') }}>
      <Box sx={{ flex: 1 }}>
        <b>You stepped in by {event.by}.</b> What for? The gravest severity comes first for the next mark.
      </Box>
      <Box aria-hidden sx={{ fontSize: 26, fontWeight: 700, minWidth: 52, textAlign: 'right' }}>
        {left} s
      </Box>
      <Press type="button" onClick={onClose} style={{ minWidth: tokens.deckTouch }}>
        No mark
      </Press>
    </Banner>
  );
}
