import { randomUUID } from 'node:crypto';
import { type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { readStandard } from '../core/standard';
import { demoMock, scratchFolder, startServer } from '../server/testing';
import { enterDemo, openBrowser, VIEW } from './browser';
import { figureOf, type Figure } from './table';

const EVENTS = 400;
const TOUCHES = 60;
const BOUNDS = { 1: 'p95 under 50 ms', 4: 'p95 under 100 ms' } as const;

/** From the touch of a pad to its painted mark on the tape and in the headroom, in Chromium, with a long log. */
export async function painting(): Promise<Figure[]> {
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('bench.db'));
  const browser = await openBrowser();
  try {
    const figures: Figure[] = [];
    for (const rate of [1, 4] as const) {
      const { client, mock } = await demoMock(server);
      await client.post(`/mocks/${mock}/events`, { events: longLog() });
      const page = await browser.newPage({ viewport: VIEW, serviceWorkers: 'block' });
      await enterDemo(page, server.address);
      await page.goto(`${server.address}/mocks/${mock}/marking`);
      await page.locator('[data-pad]').first().waitFor();
      const session = await page.context().newCDPSession(page);
      await session.send('Emulation.setCPUThrottlingRate', { rate });
      figures.push(
        figureOf(
          `touch to paint with ${EVENTS} events${rate === 1 ? '' : `, CPU ${rate} times slower`}`,
          await touches(page),
          BOUNDS[rate],
        ),
      );
      await page.close();
    }
    return figures;
  } finally {
    await browser.close();
    await server.kill();
    folder.remove();
  }
}

async function touches(page: Page): Promise<number[]> {
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { touchTimes: times });
    let touchedAt: number | null = null;
    window.addEventListener('pointerup', (event) => (touchedAt = event.timeStamp), true);
    const tape = document.querySelector('[aria-label="Last marks"]');
    if (!tape) throw new Error('no tape');
    new MutationObserver(() => {
      if (touchedAt === null) return;
      const began = touchedAt;
      touchedAt = null;
      // The frame after the change is asked for, then what follows its painting.
      requestAnimationFrame(() => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => times.push(performance.now() - began);
        port2.postMessage(null);
      });
    }).observe(tape, { childList: true, subtree: true, characterData: true });
  });
  const pads = page.locator('[data-pad] button:first-child');
  for (let n = 0; n < TOUCHES; n += 1) {
    // A pad can just be giving way to another.
    await pads.nth(n % 6).waitFor();
    const box = await pads.nth(n % 6).boundingBox();
    if (!box) throw new Error('no pad');
    await page.mouse.click(box.x + 30, box.y + 30);
    await page.waitForTimeout(120);
  }
  const times = await page.evaluate(() => (window as unknown as { touchTimes: number[] }).touchTimes);
  if (times.length < TOUCHES * 0.9) throw new Error(`only ${times.length} of ${TOUCHES} touches were seen`);
  // The first ones warm the page up.
  return times.slice(5);
}

/** Faults over all items, for one drive. */
function longLog(): object[] {
  const read = readStandard(
    readFileSync(new URL('../data/standards/fault-ceiling.standard.json', import.meta.url), 'utf8'),
  );
  const items = read.ok ? read.value.sections.flatMap((section) => section.items) : [];
  return Array.from({ length: EVENTS }, (_, n) => {
    const item = items[(n * 7) % items.length];
    return {
      kind: 'fault',
      id: randomUUID(),
      device: 'bench',
      seq: n + 1,
      at: new Date(Date.UTC(2026, 8, 14, 8, 0, n)).toISOString(),
      item: item?.id,
      severity: item?.severities[0],
      run: null,
    };
  });
}
