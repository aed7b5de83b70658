import type { RejudgeLine } from '../contract';
import { demoMock, scratchFolder, startServer } from '../server/testing';
import { multiply } from './multiply';
import { figureOf, type Figure } from './table';

const DRIVES = 10_000;
/** The one that signing in for the measurement starts. */
const STARTED = 1;
const RUNS = 5;

/** All drives of a school of ten thousand, judged anew by the built server, until the last line has arrived. */
export async function rejudging(): Promise<Figure[]> {
  const folder = scratchFolder();
  const file = folder.path('bench.db');
  await (await startServer('demo', file)).kill();
  const length = await multiply(file, DRIVES);
  const server = await startServer('demo', file);
  try {
    const { client } = await demoMock(server);
    const times: number[] = [];
    const first: number[] = [];
    for (let n = 0; n < RUNS; n += 1) {
      const began = performance.now();
      const answer = await client.open('/standards/strikes/1.0.0/mocks');
      let text = '';
      for await (const chunk of answer.body ?? []) {
        if (text === '') first.push(performance.now() - began);
        text += Buffer.from(chunk).toString();
      }
      times.push(performance.now() - began);
      const lines = text
        .trimEnd()
        .split('\n')
        .map((line) => JSON.parse(line) as RejudgeLine);
      const drives = lines.flatMap((line) => (line.kind === 'drives' ? line.drives : []));
      if (drives.length !== DRIVES + STARTED || lines.at(-1)?.kind !== 'end')
        throw new Error(`${drives.length} drives were judged`);
    }
    return [
      figureOf(`${DRIVES} drives re-judged, ${length} events each on average`, times, 'under 5 s'),
      figureOf('the same: until the first progress is told', first, ''),
    ];
  } finally {
    await server.kill();
    folder.remove();
  }
}
