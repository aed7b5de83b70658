import { ascending, descending } from 'd3-array';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { RejudgedMock, RejudgeLine, MockSummary } from '../contract';
import { openDatabase } from './store';
import { Client, demoMock, scratchFolder, startServer, type ServerProcess } from './testing';
import { addCopies, copySchool } from './testing/school';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;

beforeAll(async () => {
  server = await startServer('demo', folder.path('school.db'));
  ({ client } = await demoMock(server));
});
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const linesOf = (text: string) =>
  text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as RejudgeLine);

const drivesOf = (lines: readonly RejudgeLine[]): RejudgedMock[] =>
  lines.flatMap((line) => (line.kind === 'drives' ? [...line.drives] : []));

describe('all drives under one standard', () => {
  it('come as lines: how many there are, each drive once, the end', async () => {
    const answer = await client.get('/standards/small-fault-count/1.0.0/mocks');
    expect(answer.headers.get('content-type')).toContain('ndjson');
    const lines = linesOf(String(answer.body));
    const drives = drivesOf(lines);
    expect(lines[0]).toEqual({ kind: 'total', total: drives.length });
    expect(lines.at(-1)).toEqual({ kind: 'end' });
    expect(new Set(drives.map(({ mock }) => mock)).size).toBe(drives.length);
    expect(drives.length).toBeGreaterThan(50);
  });

  it('come newest first, each once, also where there are many', async () => {
    const file = folder.path('many.db');
    copySchool(file);
    const db = await openDatabase(file);
    await addCopies(db, 9);
    await db.destroy();
    const large = await startServer('demo', file);
    try {
      const asking = new Client(large.address);
      await asking.post('/session/demo');
      const lines = linesOf(String((await asking.get('/standards/strikes/1.0.0/mocks')).body));
      const [first] = lines;
      const parts = lines.flatMap((line) => (line.kind === 'drives' ? [line] : []));
      const drives = drivesOf(lines);
      expect(parts.length).toBeGreaterThan(2);
      expect(first).toEqual({ kind: 'total', total: drives.length });
      expect(drives.length).toBeGreaterThan(500);
      expect(new Set(drives.map(({ mock }) => mock)).size).toBe(drives.length);
      const ordered = [...drives].sort(
        (a, b) => descending(a.startedAt, b.startedAt) || ascending(a.mock, b.mock),
      );
      expect(drives).toEqual(ordered);
      // How far it is goes ahead of what is told, and never back.
      let [before, sum] = [0, 0];
      for (const { done, drives: of } of parts) {
        sum += of.length;
        expect(done).toBeGreaterThanOrEqual(Math.max(before, sum));
        before = done;
      }
      expect(before).toBe(drives.length);
      expect(lines.at(-1)).toEqual({ kind: 'end' });
    } finally {
      await large.end();
    }
  }, 60_000);

  it('keep the verdict that the list of mocks shows, and the same one under their own standard', async () => {
    const { items } = (await client.get('/mocks?limit=100')).body as { items: MockSummary[] };
    const summaries = new Map(items.map((mock) => [mock.id, mock]));
    const lines = linesOf(String((await client.get('/standards/graded-faults/1.0.0/mocks')).body));
    for (const { mock, own, result } of drivesOf(lines)) {
      expect(own.outcome).toBe(summaries.get(mock)?.result.outcome);
      if (own.id === 'graded-faults') expect(result?.outcome).toBe(own.outcome);
    }
  });

  it('stop when nobody reads them any more, so that others can ask', async () => {
    for (let n = 0; n < 6; n += 1) {
      const controller = new AbortController();
      // A thread is stopped a moment after its reader has gone: till then as many run as may.
      let answer: Response;
      do answer = await client.open('/standards/strikes/1.0.0/mocks', controller.signal);
      while (answer.status === 409);
      expect(answer.status).toBe(200);
      controller.abort();
      await expect(answer.text()).rejects.toThrow();
    }
  }, 30_000);

  it('are refused to strangers and for a standard that is not here', async () => {
    expect((await new Client(server.address).get('/standards/strikes/1.0.0/mocks')).status).toBe(401);
    expect((await client.get('/standards/strikes/9.9.9/mocks')).status).toBe(404);
  });
});
