import { afterAll, expect, it } from '@jest/globals';
import { often } from '../core/testing';
import { scratchFolder, startServer } from './testing';
import { fuzz } from './testing/fuzz';

const folder = scratchFolder();
afterAll(() => folder.remove());

/** `npm run bench -- fuzz` sends ten thousand. */
it('broken requests are never the server’s fault, and leave nothing that cannot be read', async () => {
  const server = await startServer('demo', folder.path('school.db'));
  const { statuses, failures, poisoned } = await fuzz(server.address, often(240, 640), 20_261_125);
  expect(failures).toEqual([]);
  expect(poisoned).toEqual([]);
  // Some were taken: otherwise nothing was tried.
  expect((statuses[200] ?? 0) + (statuses[201] ?? 0) + (statuses[204] ?? 0)).toBeGreaterThan(20);
  expect(statuses[400]).toBeGreaterThan(20);
  await server.kill();
}, 90_000);
