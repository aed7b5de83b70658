import type { MockView } from '../../contract';
import {
  judge,
  judgeUnder,
  resultOf,
  resultWords,
  type DriveEvent,
  type Judgement,
} from '../../core/marking';
import type { Route } from '../../core/route';
import type { Standard } from '../../core/standard';
import { eventsOf, newestStandards, routeById, standardOf, mockById, type Database } from '../store';

export interface Judged {
  readonly mock: MockView;
  readonly standard: Standard;
  readonly events: readonly DriveEvent[];
  readonly judgement: Judgement;
}

/** One drive with its standard and verdict; null when it is not there, or cannot be read. */
export async function judgedMock(db: Database, id: string): Promise<Judged | null> {
  const mock = await mockById(db, id);
  if (!mock) return null;
  const standard = await standardOf(db, mock.standard);
  if (!standard) return null;
  const { events } = await eventsOf(db, id);
  return { mock, standard, events, judgement: judge(standard, events, mock) };
}

/** The drive under the newest version of every other standard of the school. */
export async function underOthers(db: Database, { mock, standard, events }: Judged) {
  return (await newestStandards(db)).flatMap((other) => {
    if (other.id === standard.id) return [];
    const judged = judgeUnder(standard, other, events, mock);
    const result = resultOf(judged);
    const words = judged.enough ? resultWords(other, result, judged.verdict).join(' ') : '';
    return [{ title: other.title, outcome: judged.enough ? result.outcome : null, words }];
  });
}

/** The route that was driven, as it is kept now. */
export const routeDriven = async (db: Database, { route }: MockView): Promise<Route | null> =>
  (route && (await routeById(db, route.id))?.route) ?? null;
