import { useCallback, useState, type ReactNode } from 'react';
import { HABIT, minorsOnSkill, type Judgement } from '../../../core/marking';
import { compileStandard, type Item, type Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { GuideDialog } from './GuideDialog';

interface Parts {
  readonly standard: Standard;
  /** The judgement as it is now; asked only while the guide is open. */
  readonly judgementNow: () => Judgement;
  readonly act: DoAction;
  /** Takes a mark back that the guide holds for no fault. */
  readonly onRemove: (event: string, label: string, because: string) => void;
}

/**
 * The severity guide over any mark: `ask` opens it, `guide` is its dialog. What is decided becomes a regrade or
 * a retract; the answers are kept as a note of the mark.
 */
export function useGuide({ standard, judgementNow, act, onRemove }: Parts) {
  const [asked, setAsked] = useState<{ readonly event: string; readonly item: Item } | null>(null);
  const ask = useCallback(
    (event: string, item: string) => setAsked({ event, item: compileStandard(standard).itemOf(item).item }),
    [standard],
  );
  const marks = asked ? judgementNow().marks : [];
  const guide: ReactNode = asked ? (
    <GuideDialog
      standard={standard}
      item={asked.item}
      habit={minorsOnSkill(standard, marks, asked.item.skill) >= HABIT}
      now={marks.find(({ by }) => by === asked.event)?.severity ?? ''}
      onClose={() => setAsked(null)}
      onChoose={(severity) => {
        act({ do: 'regrade', mark: asked.event, severity: severity.id });
        setAsked(null);
      }}
      onDecide={(severity, because) => {
        const { event, item } = asked;
        if (severity) act({ do: 'regrade', mark: event, severity: severity.id, because });
        else onRemove(event, item.label, because);
        setAsked(null);
      }}
    />
  ) : null;
  return { ask, guide, asking: asked !== null };
}
