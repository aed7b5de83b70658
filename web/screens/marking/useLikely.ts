import { useMemo, useState } from 'react';
import { skipToken } from '@reduxjs/toolkit/query';
import { featureAhead, likelyItems, noHabits, placePads, type Judgement } from '../../../core/marking';
import { compileStandard, type PlacedItem } from '../../../core/standard';
import type { HabitsView } from '../../../contract';
import { useHabitsQuery } from '../../data/api';
import type { OpenDrive } from '../../data/log';
import { useSteady } from './useSteady';

const PADS = 6;

interface Placed {
  /** What the places were worked out for; they change only with it, between marks. */
  readonly marks: Judgement['marks'] | null;
  readonly stage: string;
  readonly feature: string | null;
  readonly habits: HabitsView | undefined;
  readonly ids: readonly string[];
}

/**
 * The six items most likely to be marked now, each at its place. Places change when a mark, an undo, a stage or
 * a direction has come, never by themselves, and what stays likely stays where it is.
 */
export function useLikely(
  drive: OpenDrive,
  judgement: Judgement,
  stage: string,
  /** Kind of what the route has next; null where no route is followed. */
  ahead: string | null,
): readonly PlacedItem[] {
  const { standard, mock, practice } = drive;
  const { data: habits } = useHabitsQuery(
    practice ? skipToken : { learner: mock.learner.id, before: mock.startedAt },
  );
  const { marks } = judgement;
  const feature = useSteady(ahead ?? featureAhead(judgement.drive));
  const [placed, setPlaced] = useState<Placed>({ marks: null, stage, feature, habits, ids: [] });
  if (
    placed.marks !== marks ||
    placed.stage !== stage ||
    placed.feature !== feature ||
    placed.habits !== habits
  ) {
    const likely = likelyItems(standard, {
      stage,
      feature,
      soFar: marks,
      learner: habits?.learner ?? noHabits,
      school: habits?.school ?? noHabits,
    }).map(({ item }) => item.id);
    setPlaced({
      marks,
      stage,
      feature,
      habits,
      ids: sameIds(placed.ids, placePads(placed.ids, likely, PADS, marks.at(-1)?.item ?? null)),
    });
  }
  return useMemo(() => placed.ids.map(compileStandard(standard).itemOf), [standard, placed.ids]);
}

/** The list before when nothing in it is other, so that nothing is drawn again for it. */
const sameIds = (before: readonly string[], now: readonly string[]): readonly string[] =>
  before.length === now.length && before.every((id, n) => id === now[n]) ? before : now;
