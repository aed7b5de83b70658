import { refusalWords, type Action } from '../../../core/session';
import { Button } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useCallback } from 'react';
import type { Position } from '../../../core/geo';
import { HABIT, markedByCount, minorsOnSkill, type Judgement } from '../../../core/marking';
import { referenceTo, type Feature } from '../../../core/route';
import type { Item, Severity, Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { useGuide } from '../../parts/severity-guide';
import { severityWord, tokens } from '../../parts/ui';

interface Parts {
  readonly standard: Standard;
  /** The judgement as it is now; always the same function. */
  readonly judgementNow: () => Judgement;
  readonly act: DoAction;
  /** Tells whoever can't see the screen what was done; always the same function. */
  readonly say: (words: string) => void;
  /** Where the car is now; always the same function. */
  readonly positionNow: () => Position | null;
  /** What of the route the car is at; always the same function. */
  readonly featureNow: () => Feature | null;
}

/** What can be done with marks: made, undone, regraded, flagged, and graded with the guide. */
export function useMarking({ standard, judgementNow, act, say, positionNow, featureNow }: Parts) {
  const offer = useOffer();
  const where = useCallback(() => {
    const [position, feature] = [positionNow(), featureNow()];
    return {
      ...(position ? { place: position } : {}),
      ...(feature ? { feature: referenceTo(feature) } : {}),
    };
  }, [positionNow, featureNow]);

  const undo = useCallback(
    (action: Extract<Action, { do: 'take-back' | 'undo' }>, label: string | null) => {
      const { ids: retracts, refused, undone } = act(action);
      if (refused) {
        say(refusalWords(refused));
        return;
      }
      const what = undone ?? label ?? '';
      say(`Undone: ${what}`);
      offer(`Undone: ${what}`, 'Restore', () => act({ do: 'restore', retracts }));
    },
    [act, offer, say],
  );

  const { ask, guide, asking } = useGuide({
    standard,
    judgementNow,
    act,
    onRemove: (event, what, because) => undo({ do: 'take-back', events: [event], because }, what),
  });

  const mark = useCallback(
    (item: Item, severity: Severity) => {
      const before = judgementNow();
      const {
        ids: [by = ''],
        refused,
      } = act({ do: 'mark', item: item.id, severity: severity.id, where: where() });
      if (refused) {
        say(refusalWords(refused));
        return;
      }
      if (markedByCount(before, item.id))
        offer(
          `${item.label} is already there by the count. Is this another one?`,
          'Remove it',
          () => undo({ do: 'take-back', events: [by] }, item.label),
          LONG,
        );
      else if (severity.gravity === 1 && minorsOnSkill(standard, before.marks, item.skill) === HABIT - 1)
        offer(`The third time today: ${item.label}. A habit?`, 'Grade it', () => ask(by, item.id), LONG);
      say(`Marked: ${item.label}, ${severityWord(severity)}`);
    },
    [act, where, standard, judgementNow, undo, offer, ask, say],
  );

  const flag = useCallback(() => {
    act({ do: 'flag', where: where() });
    say('Flagged');
  }, [act, where, say]);

  const undoLast = () => undo({ do: 'undo' }, null);

  return { mark, undo, undoLast, flag, ask, guide, asking };
}

/** Milliseconds for what is worth a thought. */
const LONG = 8_000;

/** Says something with one thing that can be done about it. */
function useOffer(): (said: string, label: string, onTake: () => void, stays?: number) => void {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  return useCallback(
    (said, label, onTake, stays) => {
      enqueueSnackbar(said, {
        ...(stays === undefined ? {} : { autoHideDuration: stays }),
        action: (key) => (
          <Button
            color="inherit"
            sx={{ minHeight: tokens.deckTouch }}
            onClick={() => {
              onTake();
              closeSnackbar(key);
            }}
          >
            {label}
          </Button>
        ),
      });
    },
    [enqueueSnackbar, closeSnackbar],
  );
}
