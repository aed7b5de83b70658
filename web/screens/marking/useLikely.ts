import { useMemo, useState } from 'react';
import { skipToken } from '@reduxjs/toolkit/query';
import { featureAhead, likelyItems, noHabits, placePads, type Judgement } from '../../../core/marking';
import { compileStandard, type PlacedItem, type Standard } from '../../../core/standard';
import type { HabitsView } from '../../../contract';
import { useHabitsQuery } from '../../data/api';
import type { DriveHere } from '../../data/log';
import { sameList } from './same';
import { useSteady } from './useSteady';

const PADS = 6;

/** What the places of the pads follow from; they change only with it. */
interface Seen {
  readonly standard: Standard;
  readonly marks: Judgement['marks'];
  readonly stage: string;
  readonly feature: string | null;
  readonly habits: HabitsView | undefined;
}

/**
 * The six items most likely to be marked now, each at its place. Places change when a mark, an undo, a stage or
 * a direction has come, never by themselves, and what stays likely stays where it is.
 */
export function useLikely(
  { standard, mock, practice }: DriveHere,
  { drive, marks }: Judgement,
  stage: string,
  /** Kind of what the route has next; null where no route is followed. */
  ahead: string | null,
): readonly PlacedItem[] {
  const { data: habits } = useHabitsQuery(
    practice ? skipToken : { learner: mock.learner.id, before: mock.startedAt },
  );
  const feature = useSteady(ahead ?? featureAhead(drive));
  const [placed] = useState(places);
  const ids = placed({ standard, marks, stage, feature, habits });
  return useMemo(() => ids.map(compileStandard(standard).itemOf), [standard, ids]);
}

/**
 * Places that remember where each item stood: asked again for the same, they answer the same. They are asked
 * while drawing and not kept as a state, for a state that follows from another draws everything twice.
 */
function places(): (seen: Seen) => readonly string[] {
  let last: Seen | null = null;
  let ids: readonly string[] = [];
  return (seen) => {
    if (last && sameSeen(last, seen)) return ids;
    const { standard, marks, stage, feature, habits } = seen;
    const likely = likelyItems(standard, {
      stage,
      feature,
      soFar: marks,
      learner: habits?.learner ?? noHabits,
      school: habits?.school ?? noHabits,
    }).map(({ item }) => item.id);
    const placed = placePads(ids, likely, PADS, marks.at(-1)?.item ?? null);
    // The list before when nothing in it is other, so that nothing is drawn again for it.
    if (!sameList(ids, placed)) ids = placed;
    last = seen;
    return ids;
  };
}

const sameSeen = (a: Seen, b: Seen): boolean =>
  a.standard === b.standard &&
  a.marks === b.marks &&
  a.stage === b.stage &&
  a.feature === b.feature &&
  a.habits === b.habits;
