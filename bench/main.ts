import { busy } from './busy';
import { crowds } from './crowds';
import { disks } from './disks';
import { driving } from './driving';
import { eventPath } from './events';
import { fuzzing } from './fuzz';
import { heavy } from './heavy';
import { forecasts } from './forecasts';
import { hotSpots } from './hotspots';
import { judging } from './judging';
import { kills } from './kills';
import { large } from './large';
import { loading } from './loading';
import { mapping } from './map';
import { painting } from './painting';
import { pads } from './pads';
import { quick } from './quick';
import { readiness } from './readiness';
import { rejudging } from './rejudging';
import { demoComposing, roads } from './roads';
import { yard } from './yard';
import { makeSchool } from '../server/testing/school';
import { screens } from './screens';
import { seeing } from './seeing';
import { pace, watchMachine } from './machine';
import { printTable, printTaken } from './table';

/** Measured on the school of the tests. */
await makeSchool();

const all = {
  judging,
  events: eventPath,
  crowds,
  busy,
  rejudging,
  painting,
  mapping,
  composing: demoComposing,
  hotspots: hotSpots,
  readiness,
  roads,
  yard,
  seeing,
  driving,
  screens,
  loading,
};

/** `npm run bench` measures all; `npm run bench -- rejudging` only that. */
const named = process.argv.slice(2);
// Ratios against something else, in a minute; `--keep` makes them the committed ones.
if (named.includes('--quick')) {
  await quick(named.includes('--keep'));
  process.exit(0);
}
console.log(`A fixed piece of work takes ${pace().toFixed(1)} ms just now.\n`);
for (const [name, measure] of Object.entries(all))
  if (named.length === 0 || named.includes(name)) {
    const taken = watchMachine();
    printTable(await measure());
    printTaken(taken());
  }
if (named.length === 0 || named.includes('pads')) await pads();
// How true they are is no matter of time.
if (named.length === 0 || named.includes('forecasts')) forecasts();
// Attacks take minutes, and are made only when they are asked for.
if (named.includes('fuzz')) await fuzzing();
if (named.includes('heavy')) await heavy();
if (named.includes('large')) await large();
if (named.includes('disks')) await disks();
if (named.includes('kills')) await kills();
