import { Button } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useCallback, useState } from 'react';
import type { Place } from '../../core/geo';
import { HABIT, minorsOnSkill, type EventBody, type Judgement } from '../../core/marking';
import { compileStandard, type Item, type Severity, type Standard } from '../../core/standard';
import { useGuide } from '../grading';
import { severityWord, tokens } from '../ui';
import { tapeEntries } from './Tape';

interface Parts {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly record: (body: EventBody) => string;
  /** The run of a manoeuvre that marks and pegs belong to now. */
  readonly run: string | null;
  /** Where the car is now; always the same function. */
  readonly placeNow: () => Place | null;
  /** What of the route the car is at; always the same function. */
  readonly featureNow: () => string | null;
}

/** What can be done with marks: made, undone, regraded, pegged, and graded with the guide. */
export function useMarking({ standard, judgement, record, run, placeNow, featureNow }: Parts) {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const [said, setSaid] = useState('');
  const where = useCallback(() => {
    const [place, feature] = [placeNow(), featureNow()];
    return { ...(place ? { place } : {}), ...(feature ? { feature } : {}) };
  }, [placeNow, featureNow]);

  const undo = useCallback(
    (event: string, what: string) => {
      const retract = record({ kind: 'retract', of: event });
      setSaid(`Undone: ${what}`);
      enqueueSnackbar(`Undone: ${what}`, {
        action: (key) => (
          <Button
            color="inherit"
            sx={{ minHeight: tokens.deckTouch }}
            onClick={() => {
              record({ kind: 'retract', of: retract });
              closeSnackbar(key);
            }}
          >
            Bring it back
          </Button>
        ),
      });
    },
    [record, enqueueSnackbar, closeSnackbar],
  );

  const { ask, guide, asking } = useGuide({ standard, judgement, record, onRemove: undo });

  const mark = useCallback(
    (item: Item, severity: Severity) => {
      const by = record({ kind: 'fault', item: item.id, severity: severity.id, run, ...where() });
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
    setSaid('Pegged');
  }, [record, run, where]);

  const undoLast = () => {
    const last = tapeEntries(judgement)[0];
    if (last)
      undo(last.id, last.mark ? compileStandard(standard).itemOf(last.mark.item).item.label : last.label);
  };

  return { said, mark, undo, undoLast, peg, ask, guide, asking };
}
