import { setTimeout as pause } from 'node:timers/promises';
import {
  fillSummaries,
  fillWorkedOut,
  keepPlaced,
  MANY_MOCKS,
  numberOfMocks,
  stateOfEvidence,
  stateOfPlaces,
  stateOfResults,
  type Database,
} from './store';
import { isWorking, keepFound, readinessOfSchool, strictnessOfTests, work } from './work';

/** From the start to the first look whether there is something to do, between two looks, and between two parts, in milliseconds. */
const FIRST = 3_000;
const LOOK = 60_000;
const NEXT_PART = 300;

interface Where {
  readonly db: Database;
  readonly databaseFile: string;
  readonly now: () => Date;
}

/**
 * Works out ahead what somebody will ask for: at the start what isn't kept beside the logs yet, as after an update of
 * the program; in a school of many mocks then also hot spots, how strict licence tests are and, each day anew, how ready
 * everybody is. The server answers meanwhile.
 *
 * @returns ends it
 */
export function workingAhead(where: Where): () => Promise<void> {
  const stop = new AbortController();
  // What couldn't be kept is worked out when somebody asks for it.
  const ended = workAhead(where, stop.signal).catch(() => undefined);
  return () => {
    stop.abort();
    return ended;
  };
}

async function workAhead({ db, databaseFile, now }: Where, signal: AbortSignal): Promise<void> {
  // What the workers had no time for is worked out when somebody asks for it.
  await fillWorkedOut(db, (mocks) => work('work out', databaseFile, { mocks }, { signal })).catch(
    () => undefined,
  );
  await fillSummaries(db, () => pause(0, true, { signal }));
  let [readyOn, placedAt] = ['', ''];
  const much = async () => {
    if ((await numberOfMocks(db)) < MANY_MOCKS) return;
    const today = now().toISOString().slice(0, 10);
    if (readyOn !== today)
      await untilDone(async () => {
        const asking = { databaseFile, state: await stateOfEvidence(db), signal };
        return (await readinessOfSchool(asking, now().toISOString(), keepFound(db))).pending;
      }, signal);
    readyOn = today;
    await untilDone(async () => {
      const asking = { databaseFile, state: await stateOfResults(db), signal };
      return (await strictnessOfTests(asking, keepFound(db))).pending;
    }, signal);
    const places = await stateOfPlaces(db);
    if (placedAt !== places)
      await untilDone(async () => {
        const { laid, pending } = await work('lay ahead', databaseFile, {}, { signal });
        await keepPlaced(db, laid);
        return pending;
      }, signal);
    placedAt = places;
  };
  await pause(FIRST, undefined, { signal });
  for (;;) {
    // What failed is tried again at the next look.
    await much().catch(() => undefined);
    await pause(LOOK, undefined, { signal });
  }
}

/**
 * Part after part, as long as there is less left each time: what can't be kept would be made again for ever. Whoever
 * waits for an answer goes first.
 */
async function untilDone(part: () => Promise<number>, signal: AbortSignal): Promise<void> {
  let before = Infinity;
  for (;;) {
    while (isWorking()) await pause(NEXT_PART, undefined, { signal });
    const left = await part();
    if (left === 0 || left >= before) return;
    before = left;
    await pause(NEXT_PART, undefined, { signal });
  }
}
