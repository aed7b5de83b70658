import { Button } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useCallback, useState } from 'react';
import type { Place } from '../../core/geo';
import { HABIT, minorsOnSkill, type DriveEvent, type Judgement } from '../../core/marking';
import { lastTouch, type Timed } from '../../core/session';
import type { Item, Severity, Standard } from '../../core/standard';
import type { RecordTouch } from '../log';
import { useGuide } from '../grading';
import { severityWord, tokens } from '../ui';

interface Parts {
  readonly standard: Standard;
  readonly judgement: Judgement;
  /** The whole log. */
  readonly events: readonly DriveEvent[];
  readonly record: RecordTouch;
  /** The run of a manoeuvre that marks and pegs belong to now. */
  readonly run: string | null;
  /** Where the car is now; always the same function. */
  readonly placeNow: () => Place | null;
  /** What of the route the car is at; always the same function. */
  readonly featureNow: () => string | null;
}

/** What can be done with marks: made, undone, regraded, pegged, and graded with the guide. */
export function useMarking({ standard, judgement, events, record, run, placeNow, featureNow }: Parts) {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const [said, setSaid] = useState('');
  const where = useCallback(() => {
    const [place, feature] = [placeNow(), featureNow()];
    return { ...(place ? { place } : {}), ...(feature ? { feature } : {}) };
  }, [placeNow, featureNow]);

  const undo = useCallback(
    (of: readonly string[], what: string, ...more: readonly Timed[]) => {
      const retracts = record(...of.map((id) => ({ kind: 'retract', of: id }) as const), ...more);
      setSaid(`Undone: ${what}`);
      enqueueSnackbar(`Undone: ${what}`, {
        action: (key) => (
          <Button
            color="inherit"
            sx={{ minHeight: tokens.deckTouch }}
            onClick={() => {
              record(...retracts.map((id) => ({ kind: 'retract', of: id }) as const));
              closeSnackbar(key);
            }}
          >
            Restore
          </Button>
        ),
      });
    },
    [record, enqueueSnackbar, closeSnackbar],
  );

  const { ask, guide, asking } = useGuide({
    standard,
    judgement,
    record,
    onRemove: (event, what, note) => undo([event], what, note),
  });

  const mark = useCallback(
    (item: Item, severity: Severity) => {
      const [by = ''] = record({ kind: 'fault', item: item.id, severity: severity.id, run, ...where() });
      if (severity.gravity === 1 && minorsOnSkill(standard, judgement.marks, item.skill) === HABIT - 1)
        enqueueSnackbar(`The third time today: ${item.label}. A habit?`, {
          autoHideDuration: 8_000,
          action: (key) => (
            <Button
              color="inherit"
              sx={{ minHeight: tokens.deckTouch }}
              onClick={() => {
                ask(by, item.id);
                closeSnackbar(key);
              }}
            >
              Grade it
            </Button>
          ),
        });
      setSaid(`Marked: ${item.label}, ${severityWord(severity)}`);
    },
    [record, run, where, standard, judgement.marks, enqueueSnackbar, closeSnackbar, ask],
  );

  const peg = useCallback(() => {
    record({ kind: 'peg', run, ...where() });
    setSaid('Flagged');
  }, [record, run, where]);

  const undoLast = () => {
    const touch = lastTouch(standard, events);
    if (touch) undo(touch.events, touch.words);
    else setSaid('Nothing to undo');
  };

  return { said, mark, undo, undoLast, peg, ask, guide, asking };
}
