import { useMemo, useState } from 'react';
import { likelyItems, noHabits, placePads, type Judgement } from '../../core/marking';
import type { PlacedItem, Standard } from '../../core/standard';
import { useHabitsQuery } from '../api';
import type { OpenDrive } from '../log';

const PADS = 6;

interface Placed {
  /** What the places were worked out for; they change only with it, between marks. */
  readonly moment: string;
  readonly ids: readonly string[];
}

/**
 * The six items most likely to be marked now, each at its place. Places change when a mark, an undo or a stage
 * has come, never by themselves, and what stays likely stays where it is.
 */
export function useLikely(drive: OpenDrive, judgement: Judgement, stage: string): readonly PlacedItem[] {
  const { standard, test } = drive;
  const { data: habits } = useHabitsQuery({ learner: test.learner.id, before: test.startedAt });
  const { marks } = judgement;
  const used = lastMade(marks);
  const moment = `${stage} ${marks.map(({ by }) => by).join(' ')} ${habits ? 'known' : ''}`;
  const [placed, setPlaced] = useState<Placed>({ moment: '', ids: [] });
  if (placed.moment !== moment) {
    const likely = likelyItems(standard, {
      stage,
      soFar: marks,
      learner: habits?.learner ?? noHabits,
      school: habits?.school ?? noHabits,
    }).map(({ item }) => item.id);
    setPlaced({ moment, ids: placePads(placed.ids, likely, PADS, used) });
  }
  return useMemo(() => placed.ids.flatMap((id) => placedItem(standard, id)), [standard, placed.ids]);
}

const lastMade = (marks: Judgement['marks']): string | null =>
  [...marks].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)).at(-1)?.item ?? null;

const placedItem = ({ sections }: Standard, id: string): PlacedItem[] =>
  sections.flatMap((section) =>
    section.items.filter((item) => item.id === id).map((item) => ({ item, section })),
  );
