import { useCallback, useState, type ReactNode } from 'react';
import type { Timed } from '../../core/session';
import { HABIT, minorsOnSkill, type Judgement } from '../../core/marking';
import { compileStandard, type Item, type Standard } from '../../core/standard';
import type { RecordTouch } from '../log';
import { GuideDialog } from './GuideDialog';

interface Parts {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly record: RecordTouch;
  /** Takes a mark back that the guide holds for no fault. */
  readonly onRemove: (event: string, label: string, note: Timed) => void;
}

/**
 * The severity guide over any mark: `ask` opens it, `guide` is its dialog. What is decided becomes a regrade or
 * a retract; the answers are kept as a note of the mark.
 */
export function useGuide({ standard, judgement, record, onRemove }: Parts) {
  const [asked, setAsked] = useState<{ readonly event: string; readonly item: Item } | null>(null);
  const ask = useCallback(
    (event: string, item: string) => setAsked({ event, item: compileStandard(standard).itemOf(item).item }),
    [standard],
  );
  const guide: ReactNode = asked ? (
    <GuideDialog
      standard={standard}
      item={asked.item}
      habit={minorsOnSkill(standard, judgement.marks, asked.item.skill) >= HABIT}
      now={judgement.marks.find(({ by }) => by === asked.event)?.severity ?? ''}
      onClose={() => setAsked(null)}
      onChoose={(severity) => {
        record({ kind: 'regrade', of: asked.event, severity: severity.id });
        setAsked(null);
      }}
      onDecide={(severity, reason) => {
        const { event, item } = asked;
        const note = { kind: 'note', text: `Severity guide: ${reason}`, of: event } as const;
        if (severity) record({ kind: 'regrade', of: event, severity: severity.id }, note);
        else onRemove(event, item.label, note);
        setAsked(null);
      }}
    />
  ) : null;
  return { ask, guide, asking: asked !== null };
}
