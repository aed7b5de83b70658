import type { TestView } from '../../contract';
import {
  judge,
  judgeUnder,
  resultOf,
  resultWords,
  type DriveEvent,
  type Judgement,
} from '../../core/marking';
import type { Route } from '../../core/route';
import { newestVersions, type Standard } from '../../core/standard';
import { eventsOf, listStandards, routeById, standardOf, testById, type Database } from '../store';

export interface Judged {
  readonly test: TestView;
  readonly standard: Standard;
  readonly events: readonly DriveEvent[];
  readonly judgement: Judgement;
}

/** One drive with its standard and verdict; null when it is not there, or cannot be read. */
export async function judgedTest(db: Database, id: string): Promise<Judged | null> {
  const test = await testById(db, id);
  if (!test) return null;
  const standard = await standardOf(db, test.standard);
  if (!standard) return null;
  const { events } = await eventsOf(db, id);
  return { test, standard, events, judgement: judge(standard, events, test) };
}

/** The drive under the newest version of every other standard of the school. */
export async function underOthers(db: Database, { test, standard, events }: Judged) {
  const listed = await listStandards(db);
  const newest = newestVersions(listed).filter(({ id }) => id !== standard.id);
  const all = await Promise.all(newest.map((ref) => standardOf(db, ref)));
  return all.flatMap((other) => {
    if (!other) return [];
    const judged = judgeUnder(standard, other, events, test);
    const result = resultOf(judged);
    const words = judged.enough ? resultWords(other, result, judged.verdict).join(' ') : '';
    return [{ title: other.title, outcome: judged.enough ? result.outcome : null, words }];
  });
}

/** The route that was driven, as it is kept now. */
export const routeDriven = async (db: Database, { route }: TestView): Promise<Route | null> =>
  (route && (await routeById(db, route.id))?.route) ?? null;
