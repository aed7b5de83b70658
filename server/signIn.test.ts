import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { often } from '../core/testing';
import { DEMO_PASSPHRASE } from './demo/people';
import { Client, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
beforeAll(async () => {
  server = await startServer('demo', folder.path('sign-in.db'));
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const name = 'Maren Holtby';
const signIn = (passphrase: string, whom = name) =>
  new Client(server.address).post('/session', { name: whom, passphrase });

describe('many devices behind one address', () => {
  it('sign in at once, and pages are answered meanwhile', async () => {
    // More than there are threads for hashes.
    const devices = often(10, 30);
    const waiting = Array.from({ length: devices }, () => signIn(DEMO_PASSPHRASE));
    let answered = 0;
    let done = false;
    const all = Promise.all(waiting).finally(() => {
      done = true;
    });
    while (!done) {
      expect((await new Client(server.address).get('/health')).status).toBe(200);
      answered += 1;
    }
    expect((await all).map(({ status }) => status)).toEqual(Array.from({ length: devices }, () => 200));
    // Each hash takes many times as long as a page: a page that waits for one would come through a few times only.
    expect(answered).toBeGreaterThan(devices);
  }, 120_000);

  it('are refused one name that fails five times, and no other', async () => {
    for (let n = 0; n < 5; n += 1) expect((await signIn('wrong', 'Nobody Atall')).status).toBe(401);
    expect((await signIn('wrong', 'nobody  atall')).status).toBe(429);
    expect((await signIn(DEMO_PASSPHRASE)).status).toBe(200);
  }, 60_000);
});
