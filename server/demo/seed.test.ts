import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { readStandard, type Standard } from '../../core/standard';
import { judge, learnerView, resultOf } from '../../core/marking';
import { addStandard, eventsByMock, listMocks, listPractice, openDatabase } from '../store';
import { scratchFolder } from '../testing';
import { demoLearners } from './people';
import { seedDemo } from './seed';
import { shippedYard } from '../yard';

const folder = scratchFolder();
afterAll(() => folder.remove());

const standards = ['fault-ceiling', 'graded-faults'].map((id): Standard => {
  const file = new URL(`../../data/standards/${id}.standard.json`, import.meta.url);
  const result = readStandard(readFileSync(file, 'utf8'));
  if (!result.ok) throw new Error(id);
  return result.value;
});

async function school(name: string, now: string) {
  const today = new Date(now);
  const db = await openDatabase(folder.path(name));
  for (const standard of standards) await addStandard(db, standard, today);
  await seedDemo(db, today, shippedYard(fileURLToPath(new URL('../..', import.meta.url))));
  const practice = await listPractice(db, null);
  expect(practice.map(({ told }) => told.slips.length > 0)).toEqual([false, true, true]);
  const mocks = await listMocks(db, { limit: 100, after: null, learner: null, from: null });
  const logs = await eventsByMock(
    db,
    mocks.map(({ id }) => id),
  );
  await db.destroy();
  return mocks.map((mock) => {
    const standard = standards.find(({ id }) => id === mock.standard.id);
    if (!standard) throw new Error(mock.standard.id);
    const events = logs.get(mock.id) ?? [];
    const asShared = judge(standard, learnerView(events), mock).verdict;
    return { ...mock, ...judge(standard, events, mock), asShared };
  });
}

describe('the demo school', () => {
  let mocks: Awaited<ReturnType<typeof school>>;
  beforeAll(async () => {
    mocks = await school('monday.db', '2026-11-23T16:00:00Z');
  }, 30_000);

  it('looks like a term', () => {
    expect(mocks).toHaveLength(60);
    expect(new Set(mocks.map(({ learner }) => learner.name)).size).toBe(demoLearners.length);
    const outcomes = mocks.map((mock) => resultOf(mock).outcome);
    expect(outcomes.filter((outcome) => outcome === 'pass').length).toBeGreaterThan(15);
    expect(outcomes.filter((outcome) => outcome === 'fail').length).toBeGreaterThan(15);
    // One was cut short by the weather; the others were whole tests.
    expect(mocks.filter(({ verdict }) => !verdict.plan.complete)).toMatchObject([
      {
        learner: { name: 'Bram Oosterwal' },
        verdict: { plan: { missing: expect.arrayContaining(['minutes']) } },
      },
    ]);
    const months =
      (Date.parse(mocks[0]?.startedAt ?? '') - Date.parse(mocks.at(-1)?.startedAt ?? '')) / 86_400_000;
    expect(months).toBeGreaterThan(80);
    expect(mocks.filter(({ verdict }) => verdict.unsorted > 0).length).toBeGreaterThan(0);
    // What a learner is sent tells the same verdict.
    for (const { verdict, asShared } of mocks) expect(asShared).toEqual(verdict);
  });

  it('has the one bad habit that it promises', () => {
    const marks = mocks
      .filter(({ learner }) => learner.name === 'Amara Okonwe')
      .flatMap(({ marks: of }) => of);
    const habit = marks.filter(({ item }) => item === 'moving-off.check');
    expect(habit.length / marks.length).toBeGreaterThan(0.2);
  });

  it('has the same marks and verdicts on any day', async () => {
    const told = (of: typeof mocks) =>
      Object.fromEntries(
        of.map(({ id, marks, verdict }) => [
          id,
          {
            breaches: verdict.breaches.length,
            headroom: verdict.headroom.map(({ total }) => total),
            marks: marks.map(({ item, severity }) => [item, severity]),
          },
        ]),
      );
    expect(told(await school('leap.db', '2028-02-29T23:30:00Z'))).toEqual(told(mocks));
  }, 30_000);
});
