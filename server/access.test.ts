import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { ChangeView, DeviceView, InvitationMade, Page, PersonView } from '../contract';
import { Client, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
const file = folder.path('access.db');
let server: ServerProcess;
const owner = {} as { client: Client };
beforeAll(async () => {
  server = await startServer('serve', file);
  owner.client = new Client(server.address);
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const MAIN = join(import.meta.dirname, '..', 'dist', 'server', 'main.js');
const command = (...args: string[]) =>
  spawnSync(process.execPath, [MAIN, ...args, '--database', file], { encoding: 'utf8' });
const wayIn = (url: string) => new URL(url).pathname;
const everybody = async () => ((await owner.client.get('/people')).body as Page<PersonView>).items;
const changes = async () => ((await owner.client.get('/changes')).body as Page<ChangeView>).items;
const invite = async (name: string, role: string) =>
  (await owner.client.post('/invitations', { name, role })).body as InvitationMade;

describe('an empty school', () => {
  it('prints an address where its owner is made in the browser, once', async () => {
    const printed = /http\S+\/welcome\/\S+/.exec(server.printed())?.[0] ?? '';
    expect(printed.startsWith(server.address)).toBe(true);
    const asked = (await owner.client.get(wayIn(printed))).body as {
      kind: string;
      standards: { id: string }[];
    };
    expect(asked.kind).toBe('first');
    expect(asked.standards.map(({ id }) => id)).toContain('graded-faults');
    const answer = (more: object) =>
      owner.client.post(wayIn(printed), { passphrase: 'a long enough phrase', ...more });
    const refused = await answer({ name: ' ', standard: 'nowhere' });
    expect(refused.status).toBe(400);
    expect((await owner.client.get('/people')).status).toBe(401);
    const made = await answer({
      name: 'Siân O’Rourke',
      school: '  Two  Bridges ',
      units: 'metric',
      drivingSide: 'right',
      standard: 'graded-faults',
    });
    expect(made).toMatchObject({ status: 201, body: { instructor: { role: 'owner' } } });
    expect((await owner.client.get('/school')).body).toMatchObject({
      name: 'Two Bridges',
      units: 'metric',
      drivingSide: 'right',
      standard: 'graded-faults',
    });
    expect(await answer({ name: 'Another' })).toMatchObject({ status: 410 });
    expect((await changes()).map(({ kind }) => kind)).toEqual(['school made', 'person joined']);
  }, 30_000);
});

describe('one-time links', () => {
  it('let somebody join by a name that nobody has, and are good once', async () => {
    const { url, name } = await invite('Tove Brandvold', 'trainee');
    const guest = new Client(server.address);
    expect((await guest.get(wayIn(url))).body).toMatchObject({ kind: 'join', name, school: 'Two Bridges' });
    expect((await guest.post(wayIn(url), { passphrase: 'short' })).status).toBe(400);
    const taken = { passphrase: 'a long enough phrase', name: 'SIAN O`Rourke' };
    expect((await guest.post(wayIn(url), taken)).status).toBe(409);
    const joined = await guest.post(wayIn(url), { passphrase: 'a long enough phrase' });
    expect(joined).toMatchObject({ status: 201, body: { instructor: { name, role: 'trainee' } } });
    expect((await guest.get('/learners')).status).toBe(200);
    expect((await new Client(server.address).post(wayIn(url), taken)).status).toBe(410);
    expect((await owner.client.get('/invitations')).body).toMatchObject({ items: [] });
  }, 30_000);

  it('can be ended before they are used, and a second for the same name is refused once they joined', async () => {
    const made = await invite('Never Mind', 'instructor');
    expect((await owner.client.ask('DELETE', `/invitations/${made.id}`)).status).toBe(204);
    expect((await new Client(server.address).get(wayIn(made.url))).status).toBe(410);
    expect(await owner.client.post('/invitations', { name: 'tove brandvold', role: 'owner' })).toMatchObject({
      status: 400,
      body: { errors: [{ path: 'name' }] },
    });
  });

  it('bring a forgotten passphrase back: by an owner, and on the command line', async () => {
    const tove = (await everybody()).find(({ name }) => name === 'Tove Brandvold');
    const made = (await owner.client.post(`/people/${tove?.id ?? ''}/passphrase`)).body as InvitationMade;
    const tried = new Client(server.address);
    const sign = (passphrase: string) =>
      new Client(server.address).post('/session', { name: 'Tove Brandvold', passphrase });
    expect((await tried.post(wayIn(made.url), { passphrase: 'another long phrase' })).status).toBe(201);
    expect((await sign('a long enough phrase')).status).toBe(401);
    expect((await sign('another long phrase')).status).toBe(200);

    const printed = command('reset-passphrase', '--name', 'Tove Brandvold', '--link');
    expect(printed.status).toBe(0);
    const { path } = JSON.parse(printed.stdout) as { path: string };
    expect((await tried.post(path, { passphrase: 'a third long phrase' })).status).toBe(201);
    expect((await sign('a third long phrase')).status).toBe(200);
    expect(command('reset-passphrase', '--name', 'Nobody', '--link').status).toBe(2);
  }, 60_000);
});

describe('people', () => {
  it('are signed out when they may no longer sign in, and let in again', async () => {
    const { url } = await invite('Olu Bamgbose', 'instructor');
    const olu = new Client(server.address);
    await olu.post(wayIn(url), { passphrase: 'a long enough phrase' });
    const id = (await everybody()).find(({ name }) => name === 'Olu Bamgbose')?.id ?? '';
    const change = (body: object) => owner.client.ask('PATCH', `/people/${id}`, body);
    expect((await olu.get('/learners')).status).toBe(200);
    const calendar = (await olu.post('/calendar', { days: 30, fullNames: false })).body as { token: string };
    const feed = () => new Client(server.address).get(`/calendar/${calendar.token}.ics`);
    expect((await feed()).status).toBe(200);
    expect((await change({ active: false })).body).toMatchObject({ active: false });
    expect((await olu.get('/learners')).status).toBe(401);
    expect((await feed()).status).toBe(410);
    const again = { name: 'Olu Bamgbose', passphrase: 'a long enough phrase' };
    expect((await olu.post('/session', again)).status).toBe(401);
    expect((await owner.client.post(`/people/${id}/passphrase`)).status).toBe(409);
    await change({ active: true, role: 'owner' });
    expect((await olu.post('/session', again)).status).toBe(200);
    expect((await olu.get('/changes')).status).toBe(200);
    expect((await change({ name: 'TOVE Brandvold' })).status).toBe(400);
    expect((await change({ role: 'king' })).status).toBe(400);
    await change({ role: 'instructor' });
    expect((await olu.get('/changes')).status).toBe(403);
  }, 30_000);

  it('are never without an owner', async () => {
    const own = (await everybody()).find(({ role }) => role === 'owner')?.id ?? '';
    for (const body of [{ role: 'instructor' }, { active: false }])
      expect(await owner.client.ask('PATCH', `/people/${own}`, body)).toMatchObject({
        status: 409,
        body: { detail: expect.stringContaining('needs an owner') as unknown },
      });
    expect((await owner.client.get('/people')).status).toBe(200);
  });

  it('see where they are signed in and end one of these; an owner ends all', async () => {
    const phone = new Client(server.address);
    const sign = { name: 'Olu Bamgbose', passphrase: 'a long enough phrase' };
    await phone.ask('POST', '/session', sign, {
      'user-agent':
        'Mozilla/5.0 (Linux; Android 14; Mobile; rv:130.0) Gecko/130.0 Firefox/130.0 <script>alert(1)</script>',
    });
    const devices = async () => ((await phone.get('/session/devices')).body as Page<DeviceView>).items;
    const all = await devices();
    expect(all.length).toBeGreaterThan(1);
    expect(all.filter(({ here }) => here).map(({ name }) => name)).toEqual(['Firefox on Android']);
    const other = all.find(({ here }) => !here)?.id ?? '';
    expect((await owner.client.ask('DELETE', `/session/devices/${other}`)).status).toBe(404);
    expect((await phone.ask('DELETE', `/session/devices/${other}`)).status).toBe(204);
    expect((await devices()).map(({ id }) => id)).not.toContain(other);
    const id = (await everybody()).find(({ name }) => name === 'Olu Bamgbose')?.id ?? '';
    expect((await owner.client.ask('DELETE', `/people/${id}/devices`)).status).toBe(204);
    expect((await phone.get('/learners')).status).toBe(401);
  }, 30_000);
});

describe('the record of changes', () => {
  it('comes page after page, each line once, the newest first, by person', async () => {
    const all = await changes();
    const seen: number[] = [];
    for (let cursor = ''; ;) {
      const page = (await owner.client.get(`/changes?limit=3${cursor}`)).body as Page<ChangeView>;
      seen.push(...page.items.map(({ position }) => position));
      if (page.next === null) break;
      cursor = `&cursor=${page.next}`;
    }
    expect(seen).toEqual(all.map(({ position }) => position));
    expect(seen).toEqual([...seen].sort((a, b) => b - a));
    expect(all.map(({ kind }) => kind)).toEqual(
      expect.arrayContaining(['person changed', 'signed out everywhere', 'passphrase link made']),
    );
    const own = all.find(({ by }) => by?.name === 'Siân O’Rourke')?.by?.id ?? '';
    const filtered = (await owner.client.get(`/changes?by=${own}&limit=100`)).body as Page<ChangeView>;
    expect(new Set(filtered.items.map(({ by }) => by?.id))).toEqual(new Set([own]));
    expect((await owner.client.get('/changes?cursor=xyz')).status).toBe(400);
  });
});
