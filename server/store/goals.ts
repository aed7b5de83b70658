import type { GoalView } from '../../contract';
import { driveOf } from '../../core/marking';
import type { Database } from './database';
import { drivesOf, listMocks } from './mocks';

/** So many mocks back goals are looked for: older ones were for other lessons. */
const MOCKS = 8;

/** Goals of a learner's last debriefs, the newest mock's first; a text that was set again stands once. */
export async function goalsOf(db: Database, learner: string): Promise<GoalView[]> {
  const mocks = await listMocks(db, { limit: MOCKS, after: null, learner, from: null });
  const ids = mocks.map(({ id }) => id);
  if (ids.length === 0) return [];
  const ticks = await db
    .selectFrom('goal_ticks')
    .innerJoin('instructors', 'instructors.id', 'goal_ticks.instructor')
    .select(['goal_ticks.mock', 'goal_ticks.goal', 'goal_ticks.at', 'instructors.name as by'])
    .where('goal_ticks.mock', 'in', ids)
    .execute();
  const reached = new Map(ticks.map(({ mock, goal, at, by }) => [`${mock} ${goal}`, { at, by }]));
  const seen = new Set<string>();
  return (await drivesOf(db, mocks)).flatMap(({ mock, standard, events }) =>
    driveOf(standard, events).goals.flatMap(({ id, text, at }): GoalView[] => {
      const again = seen.has(text);
      seen.add(text);
      return again
        ? []
        : [{ id, mock: mock.id, text, setAt: at, reached: reached.get(`${mock.id} ${id}`) ?? null }];
    }),
  );
}

/** Ticks a goal off, or takes the tick back. @param at null: it is not reached after all */
export async function tickGoal(
  db: Database,
  {
    mock,
    goal,
    by,
    at,
  }: {
    readonly mock: string;
    readonly goal: string;
    readonly by: string;
    readonly at: Date | null;
  },
): Promise<void> {
  await db.deleteFrom('goal_ticks').where('mock', '=', mock).where('goal', '=', goal).execute();
  if (at !== null)
    await db.insertInto('goal_ticks').values({ mock, goal, at: at.toISOString(), instructor: by }).execute();
}
