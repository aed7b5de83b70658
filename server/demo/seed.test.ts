import { readFileSync } from 'node:fs';
import { afterAll, describe, expect, it } from '@jest/globals';
import { readStandard, type Standard } from '../../core/standard';
import { judge, learnerView, resultOf } from '../../core/marking';
import { addStandard, eventsByTest, listTests, openDatabase } from '../store';
import { scratchFolder } from '../testing';
import { demoLearners } from './people';
import { seedDemo } from './seed';

const folder = scratchFolder();
afterAll(() => folder.remove());

const standards = ['fault-ceiling', 'graded-faults'].map((id): Standard => {
  const file = new URL(`../../data/standards/${id}.standard.json`, import.meta.url);
  const result = readStandard(readFileSync(file, 'utf8'));
  if (!result.ok) throw new Error(id);
  return result.value;
});

async function school(name: string) {
  const today = new Date('2026-11-23T16:00:00Z');
  const db = await openDatabase(folder.path(name));
  for (const standard of standards) await addStandard(db, standard, today);
  await seedDemo(db, today);
  const tests = await listTests(db, { limit: 100, after: null, learner: null, from: null });
  const logs = await eventsByTest(
    db,
    tests.map(({ id }) => id),
  );
  await db.destroy();
  return tests.map((test) => {
    const standard = standards.find(({ id }) => id === test.standard.id);
    if (!standard) throw new Error(test.standard.id);
    const events = logs.get(test.id) ?? [];
    const asShared = judge(standard, learnerView(events), test).verdict;
    return { ...test, ...judge(standard, events, test), asShared };
  });
}

describe('the demo school', () => {
  it('is the same for the same day, and looks like a term', async () => {
    const [one, two] = [await school('one.db'), await school('two.db')];
    expect(one.map(({ id, verdict }) => ({ id, verdict }))).toEqual(
      two.map(({ id, verdict }) => ({ id, verdict })),
    );
    expect(one).toHaveLength(60);
    expect(new Set(one.map(({ learner }) => learner.name)).size).toBe(demoLearners.length);
    const outcomes = one.map((mock) => resultOf(mock).outcome);
    expect(outcomes.filter((outcome) => outcome === 'pass').length).toBeGreaterThan(15);
    expect(outcomes.filter((outcome) => outcome === 'fail').length).toBeGreaterThan(15);
    // One was cut short by the weather; the others were whole tests.
    expect(one.filter(({ verdict }) => !verdict.plan.complete)).toMatchObject([
      {
        learner: { name: 'Bram Oosterwal' },
        verdict: { plan: { missing: expect.arrayContaining(['minutes']) } },
      },
    ]);
    const months =
      (Date.parse(one[0]?.startedAt ?? '') - Date.parse(one.at(-1)?.startedAt ?? '')) / 86_400_000;
    expect(months).toBeGreaterThan(80);
    expect(one.filter(({ verdict }) => verdict.unsorted > 0).length).toBeGreaterThan(0);
    // What a learner is sent tells the same verdict.
    for (const { verdict, asShared } of one) expect(asShared).toEqual(verdict);
  }, 30_000);

  it('has the one bad habit that it promises', async () => {
    const mocks = (await school('habit.db')).filter(({ learner }) => learner.name === 'Amara Okonwe');
    const marks = mocks.flatMap(({ marks: of }) => of);
    const habit = marks.filter(({ item }) => item === 'moving-off.check');
    expect(habit.length / marks.length).toBeGreaterThan(0.2);
  }, 30_000);
});
