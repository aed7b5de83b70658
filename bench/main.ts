import { eventPath } from './events';
import { judging } from './judging';
import { painting } from './painting';
import { pads } from './pads';
import { rejudging } from './rejudging';
import { printTable } from './table';

const all = { judging, events: eventPath, rejudging, painting };

/** `npm run bench` measures all; `npm run bench -- rejudging` only that. */
const named = process.argv.slice(2);
for (const [name, measure] of Object.entries(all))
  if (named.length === 0 || named.includes(name)) printTable(await measure());
if (named.length === 0 || named.includes('pads')) await pads();
