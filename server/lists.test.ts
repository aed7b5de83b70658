import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { MockSummary, Page, ResultView, StandardSummary, VehicleView } from '../contract';
import { Client, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('lists.db'));
  client = new Client(server.address);
  await client.post('/session/demo');
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

const page = async <T>(path: string) => (await client.get(path)).body as Page<T>;

/** An entry for comparing; the whole list of routes goes without their pictures. */
const told = (item: object): string => JSON.stringify({ ...item, sketch: undefined });

async function walked<T>(path: string, limit: number): Promise<T[]> {
  const items: T[] = [];
  for (let next: string | null = ''; next !== null;) {
    const one: Page<T> = await page<T>(`${path}&limit=${limit}${next === '' ? '' : `&cursor=${next}`}`);
    expect(one.items.length).toBeLessThanOrEqual(limit);
    items.push(...one.items);
    next = one.next;
  }
  return items;
}

describe.each([
  ['vehicles', ['name', 'checked']],
  ['questions', ['kind', 'title']],
  ['standards', ['title', 'used']],
  ['networks', ['title']],
  ['results', ['day']],
  ['routes', ['title', 'driven']],
])('the list of %s', (list, sorts) => {
  it('comes whole when nothing is asked for', async () => {
    const { items, next } = await page(`/${list}`);
    expect(items.length).toBeGreaterThan(0);
    expect(next).toBeNull();
  });

  it.each(sorts)(
    'comes in pages by %s, each entry once',
    async (sort) => {
      const all = (await page<object>(`/${list}`)).items.map(told);
      for (const limit of [1, 3]) {
        const items = (await walked<object>(`/${list}?sort=${sort}`, limit)).map(told);
        expect([...items].sort()).toEqual([...all].sort());
      }
    },
    30_000,
  );

  it('refuses an order, a limit and a cursor that are none', async () => {
    for (const bad of ['limit=3&sort=colour', 'limit=0', 'limit=5000', 'limit=2&cursor=nonsense'])
      expect((await client.get(`/${list}?${bad}`)).status).toBe(400);
  });

  it('finds nothing by letters that nothing has', async () => {
    expect(await page(`/${list}?search=zzxqv&limit=10`)).toEqual({ items: [], next: null });
  });
});

describe('what a list is searched and sorted by', () => {
  it('vehicles by name or plate, without accents; those no longer used come last', async () => {
    const id = randomUUID();
    await client.post('/vehicles', { id, name: 'Ängström van', plate: 'QX 77' });
    expect((await page<VehicleView>('/vehicles?search=angstrom')).items.map((one) => one.id)).toEqual([id]);
    expect((await page<VehicleView>('/vehicles?search=qx 77')).items.map((one) => one.id)).toEqual([id]);
    // Never checked: before all others, until it is no longer used.
    expect((await page<VehicleView>('/vehicles?sort=checked')).items[0]?.id).toBe(id);
    await client.ask('PATCH', `/vehicles/${id}`, { retired: true }, { 'if-match': '"1"' });
    for (const sort of ['name', 'checked'])
      expect((await page<VehicleView>(`/vehicles?sort=${sort}`)).items.at(-1)?.id).toBe(id);
  });

  it('standards by how much they are used, the versions of one together', async () => {
    const { items } = await page<StandardSummary>('/standards?sort=used&limit=100');
    const ids = items.map(({ id }) => id);
    const uses = (id: string) =>
      items.filter((one) => one.id === id).reduce((sum, { mocks }) => sum + mocks, 0);
    const order = [...new Set(ids)];
    expect(order.map(uses)).toEqual(order.map(uses).sort((a, b) => b - a));
    expect(uses(order[0] ?? '')).toBeGreaterThan(0);
    for (const id of order)
      expect(ids.lastIndexOf(id) - ids.indexOf(id) + 1).toBe(ids.filter((one) => one === id).length);
  });

  it('standards with those who drove under any of their versions, the last ones by name', async () => {
    const { items } = await page<StandardSummary>('/standards');
    const mocks = await walked<MockSummary>('/mocks?sort=start', 50);
    const used = items.filter(({ learners }) => learners.total > 0);
    expect(used.length).toBeGreaterThan(1);
    for (const { id, learners } of used) {
      const drove = mocks.flatMap(({ standard, beside, learner }) =>
        standard.id === id && beside === null ? [learner.name] : [],
      );
      const names = [...new Set(drove)];
      expect(learners.total).toBe(names.length);
      expect(learners.last.map(({ name }) => name)).toEqual(names.slice(0, 4));
    }
  });

  it('official results by the learner’s name, the newest first', async () => {
    const { items } = await page<ResultView>('/results?sort=day&limit=100');
    const days = items.map(({ day }) => day);
    expect(days).toEqual([...days].sort().reverse());
    const name = items[0]?.learner.name ?? '';
    const found = await page<ResultView>(`/results?search=${encodeURIComponent(name.toUpperCase())}`);
    expect(new Set(found.items.map(({ learner }) => learner.name))).toEqual(new Set([name]));
  });
});
