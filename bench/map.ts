import { gzipSync } from 'node:zlib';
import { type Page } from '@playwright/test';
import { makeCounty, readOsm, writeOsm } from '../core/network';
import { demoMock, scratchFolder, startServer } from '../server/testing';
import { startFrames, takeFrames } from './frames';
import { enterDemo, openBrowser, VIEW } from './browser';
import { figureOf, type Figure } from './table';

const TOWNS = 7;
const MOVES = 80;

/** Dragging the map over a county of more than fifty thousand pieces of road: from one frame to the next. */
export async function mapping(): Promise<Figure[]> {
  const osm = makeCounty({ seed: 9, towns: TOWNS, middle: { lat: 52.12, lon: -2.31 } });
  async function* chunks() {
    for (const line of writeOsm(osm)) yield line;
  }
  const read = await readOsm({ chunks, title: 'A large county', source: '', drivingSide: 'left' });
  if (!read.ok) throw new Error('not read');
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('bench.db'));
  const browser = await openBrowser();
  try {
    const { client } = await demoMock(server);
    const gzipped = Uint8Array.from(gzipSync(JSON.stringify(read.value.network)));
    const kept = await client.send('PUT', '/networks/large', gzipped, 'application/gzip');
    if (!kept.ok) throw new Error(`not kept: ${kept.status}`);
    const page = await browser.newPage({ viewport: VIEW, serviceWorkers: 'block' });
    await enterDemo(page, server.address);
    await page.goto(`${server.address}/routes/new?network=large`);
    await page.getByRole('application').waitFor({ timeout: 60_000 });
    await page.waitForTimeout(2_000);
    const { edges } = read.value.report;
    const whole = await frames(page);
    for (let n = 0; n < 5; n += 1) await page.getByRole('button', { name: 'Zoom in' }).click();
    const town = await frames(page);
    return [
      figureOf(`a frame while dragging, all ${edges} pieces in view`, whole, 'median under 100 ms'),
      figureOf('a frame while dragging, one town with its names in view', town, 'median under 50 ms'),
    ];
  } finally {
    await browser.close();
    await server.kill();
    folder.remove();
  }
}

/** Times between frames while the map is dragged to and fro. */
async function frames(page: Page): Promise<number[]> {
  await startFrames(page);
  await page.mouse.move(500, 450);
  await page.mouse.down();
  for (let n = 0; n < MOVES; n += 1)
    await page.mouse.move(500 + 120 * Math.sin(n / 6), 450 + 60 * Math.cos(n / 9));
  await page.mouse.up();
  return takeFrames(page);
}
