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

describe('a passphrase', () => {
  const signedIn = async (passphrase: string, whom = name) => {
    const client = new Client(server.address);
    const { status } = await client.post('/session', { name: whom, passphrase });
    return { client, status };
  };
  const open = async (client: Client) => (await client.get('/session')).status;

  it('is changed by who knows it; other devices are signed out, this one stays', async () => {
    const [{ client: here }, { client: there }] = [
      await signedIn(DEMO_PASSPHRASE),
      await signedIn(DEMO_PASSPHRASE),
    ];
    const change = (current: string, next: string) =>
      here.ask('PUT', '/session/passphrase', { current, next });
    const wrong = await change('not it at all', 'three new words');
    expect(wrong.status).toBe(400);
    expect(JSON.stringify(wrong.body)).toContain('isn’t your passphrase');
    expect((await change(DEMO_PASSPHRASE, 'short')).status).toBe(400);
    expect((await signedIn(DEMO_PASSPHRASE)).status).toBe(200);
    expect((await change(DEMO_PASSPHRASE, 'three new words')).status).toBe(200);
    expect([await open(here), await open(there)]).toEqual([200, 401]);
    expect((await signedIn(DEMO_PASSPHRASE)).status).toBe(401);
    expect((await signedIn('three new words')).status).toBe(200);
    expect((await change('three new words', DEMO_PASSPHRASE)).status).toBe(200);
    expect(
      (await new Client(server.address).ask('PUT', '/session/passphrase', { current: 'a', next: 'b' }))
        .status,
    ).toBe(401);
  }, 60_000);

  it('stays when only the other devices are signed out', async () => {
    const [{ client: here }, { client: there }] = [
      await signedIn(DEMO_PASSPHRASE),
      await signedIn(DEMO_PASSPHRASE),
    ];
    expect((await here.ask('DELETE', '/session/others')).status).toBe(204);
    expect([await open(here), await open(there)]).toEqual([200, 401]);
    expect((await signedIn(DEMO_PASSPHRASE)).status).toBe(200);
  }, 60_000);
});
