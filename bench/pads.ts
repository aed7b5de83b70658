import {
  driveOf,
  featureAhead,
  habitsOf,
  likelyItems,
  placePads,
  type Drive,
  type DriveEvent,
  type DriveMark,
} from '../core/marking';
import type { Standard } from '../core/standard';
import { eventsByMock, listMocks, openDatabase, standardOf } from '../server/store';
import { scratchFolder, startServer } from '../server/testing';

const PADS = 6;

interface DemoDrive {
  readonly learner: string;
  readonly standard: Standard;
  readonly events: readonly DriveEvent[];
  readonly drive: Drive;
}

/**
 * Share of the marks of the demo's drives that were on the first six pads when they were made: with the pads
 * of the first area (as the marking screen stood before), and with those that are likely, each drive ranked from the
 * drives before it only.
 */
export async function pads(): Promise<void> {
  const drives = await demoDrives();
  const shares = {
    'pads of the first area': 0,
    'likely pads': 0,
    'likely pads, from the sixth drive of a learner': 0,
  };
  let marks = 0;
  let late = 0;
  for (const [n, { learner, standard, drive }] of drives.entries()) {
    const earlier = drives.slice(0, n);
    const own = earlier.filter((other) => other.learner === learner);
    const habits = { learner: habitsOf(own.slice(-12)), school: habitsOf(earlier.slice(-200)) };
    const first = firstArea(standard);
    let placed: readonly string[] = [];
    const soFar: DriveMark[] = [];
    let used: string | null = null;
    for (const mark of drive.marks.filter(({ source }) => source === 'fault')) {
      const stage = drive.stages.findLast(({ at }) => at <= mark.at)?.stage ?? 'drive';
      const feature = featureAhead({
        said: drive.said.filter(({ at }) => at <= mark.at),
        stages: drive.stages.filter(({ at }) => at <= mark.at),
        marks: [mark],
      });
      const likely = likelyItems(standard, { stage, feature, soFar, ...habits }).map(({ item }) => item.id);
      placed = placePads(placed, likely, PADS, used);
      const hit = placed.includes(mark.item) ? 1 : 0;
      marks += 1;
      shares['pads of the first area'] += first.includes(mark.item) ? 1 : 0;
      shares['likely pads'] += hit;
      if (own.length >= 5) {
        late += 1;
        shares['likely pads, from the sixth drive of a learner'] += hit;
      }
      soFar.push(mark);
      used = mark.item;
    }
  }
  console.log(`| ${marks} marks of ${drives.length} demo drives | share on ${PADS} pads |\n| --- | --- |`);
  for (const [what, hits] of Object.entries(shares)) {
    const of = what.includes('sixth') ? late : marks;
    console.log(`| ${what} | ${((100 * hits) / of).toFixed(1)} % of ${of} |`);
  }
}

/** As the marking screen chose it: the first area that is no check and no question. */
function firstArea({ sections, checks, questions }: Standard): readonly string[] {
  const before = new Set([
    ...checks.map(({ item }) => item),
    ...(questions ? Object.values(questions.item) : []),
  ]);
  const driving = sections.find(({ items }) => !items.some(({ id }) => before.has(id))) ?? sections[0];
  return driving?.items.slice(0, PADS).map(({ id }) => id) ?? [];
}

async function demoDrives(): Promise<DemoDrive[]> {
  const folder = scratchFolder();
  const file = folder.path('pads.db');
  await (await startServer('demo', file)).kill();
  const db = await openDatabase(file);
  try {
    const mocks = await listMocks(db, { limit: 1_000, after: null, learner: null, from: null });
    const logs = await eventsByMock(
      db,
      mocks.map(({ id }) => id),
    );
    const drives: DemoDrive[] = [];
    for (const mock of mocks.toReversed()) {
      const standard = await standardOf(db, mock.standard);
      const events = logs.get(mock.id) ?? [];
      if (standard)
        drives.push({ learner: mock.learner.id, standard, events, drive: driveOf(standard, events) });
    }
    return drives;
  } finally {
    await db.destroy();
    folder.remove();
  }
}
