import { useState, type ReactNode } from 'react';
import type { Judgement } from '../../../core/marking';
import type { Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { MarkDialog } from './MarkDialog';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly act: DoAction;
}

export interface MarkEditor {
  readonly add: () => void;
  /** @param by the event of the mark; @param item which of its marks, for a flag that became several */
  readonly edit: (by: string, item: string) => void;
  /** Whether a mark can be changed here: one that follows from a question or a reading can't. */
  readonly editable: (by: string, item: string) => boolean;
  readonly dialog: ReactNode;
}

/** Adds marks to a mock that was driven, and changes what was marked as something else. */
export function useMarkEditor({ standard, judgement, startedAt, act }: Props): MarkEditor {
  const [open, setOpen] = useState<'new' | Judgement['marks'][number] | null>(null);
  const find = (by: string, item: string) =>
    judgement.marks.find((mark) => mark.by === by && mark.item === item) ?? null;
  return {
    add: () => setOpen('new'),
    edit: (by, item) => setOpen(find(by, item)),
    editable: (by, item) => ['fault', 'sort'].includes(find(by, item)?.source ?? ''),
    dialog:
      open === null ? null : (
        <MarkDialog
          {...{ standard, judgement, startedAt, act }}
          mark={open === 'new' ? null : open}
          onClose={() => setOpen(null)}
        />
      ),
  };
}
