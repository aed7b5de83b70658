import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { YardView } from '../contract';
import { openPdf } from './testing/pdf';
import { Client, scratchFolder, startServer, type ServerProcess } from './testing';

const folder = scratchFolder();
let server: ServerProcess;
let client: Client;
beforeAll(async () => {
  server = await startServer('demo', folder.path('yard.db'));
  client = new Client(server.address);
  await client.post('/session/demo');
}, 30_000);
afterAll(async () => {
  await server.kill();
  folder.remove();
});

/** The sheet as another program reads it. */
async function printed(query: string) {
  const { pages, tree } = await openPdf(await client.bytes(`/yard/setting-out.pdf?${query}`));
  const texts = await Promise.all(
    pages.map(async (page) =>
      (await page.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' '),
    ),
  );
  const [first] = pages;
  if (!first) throw new Error('no page');
  const { fnArray } = await first.getOperatorList();
  return {
    text: texts.join(' '),
    tree,
    drawn: fnArray.length,
    images: fnArray.filter((fn) => fn === 85).length,
  };
}

describe('the yard', () => {
  it('has every course and vehicle that ships', async () => {
    const { courses, vehicles } = (await client.get('/yard')).body as YardView;
    expect([courses.length, vehicles.length]).toEqual([11, 6]);
  });

  it('prints a setting-out sheet: title, sizes, caution, tapes, scale bar, drawn as lines', async () => {
    const { text, tree, drawn, images } = await printed('course=garage-bay&vehicle=van&set=lane:7');
    for (const words of [
      'Setting out: Garage bay, 90 degrees',
      'Width of the lane 7 m',
      'Closed area, a spotter, walking pace.',
      '1. Bay left, start',
      'From A',
      '5 m',
      'Diagonal from',
      '0 cones, 0 of them with a pole',
    ])
      expect(text).toContain(words);
    expect(tree).toContain('Figure');
    expect(tree).toContain('Table');
    expect(drawn).toBeGreaterThan(100);
    expect(images).toBe(0);
  });

  it('prints tapes from the base points that are chosen', async () => {
    const { text } = await printed('course=garage-bay&vehicle=van&a=bay-left-from&b=bay-right-from');
    // The bay is 3 m wide: its right end lies 3 m from A and 0 from B.
    expect(text).toMatch(/Bay right, start\s+3\.00 m\s+0\.00 m/);
  });

  it('says what is wrong with what is asked', async () => {
    expect((await client.get('/yard/setting-out.pdf?course=none&vehicle=van')).status).toBe(404);
    const wrong = await client.get('/yard/setting-out.pdf?course=garage-bay&vehicle=van&set=lane:900');
    expect(wrong.status).toBe(400);
    expect(JSON.stringify(wrong.body)).toContain('parameters.lane');
  });
});
