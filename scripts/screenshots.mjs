// npm run screenshots: one current picture of each main view, from a fresh demo school.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from './prepare.mjs';

ensureInstalled();
ensureBuilt();
const executablePath = ensureChromium();
const address = 'http://127.0.0.1:4877';
const server = spawn(
  process.execPath,
  [
    join(root, 'dist/server/main.js'),
    'demo',
    '--fresh',
    '--port',
    '4877',
    '--database',
    join(root, 'var/pictures.db'),
  ],
  { stdio: ['ignore', 'pipe', 'inherit'] },
);
await new Promise((resolve) => server.stdout.on('data', (text) => /http:/.test(text) && resolve()));
const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-dev-shm-usage'] });
const tablet = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

async function open(viewport, colorScheme = 'light') {
  const page = await (await browser.newContext({ viewport, colorScheme })).newPage();
  await page.goto(address);
  await page.getByRole('button', { name: /demo school/ }).waitFor();
  return page;
}
async function enter(page) {
  await page.getByRole('button', { name: /demo school/ }).click();
  await page.getByRole('region', { name: 'Before today' }).waitFor();
  await page.mouse.move(0, 0);
}
const shoot = async (page, name, more = {}) => {
  await page.waitForTimeout(700);
  await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`), ...more });
};

async function mock(page, learner) {
  await page.goto(`${address}/setup`);
  await page
    .getByRole('button', { name: 'All in order' })
    .or(page.getByText('asks for no checks'))
    .first()
    .waitFor();
  await page.getByLabel('Learner').fill(learner);
  await page.getByRole('option', { name: learner }).click();
  await page.getByRole('button', { name: 'All in order' }).click();
}
async function begin(page) {
  await page.getByRole('button', { name: /^Start the mock with/ }).click();
  await page.getByRole('timer').waitFor();
  const touch = (name) => page.getByRole('button', { name, exact: true }).click();
  await touch('Moving off');
  await touch('Looking round before moving off: Driving fault');
  await touch('Junctions');
  await touch('Giving way: Driving fault');
  await touch('Speed on approach: Driving fault');
  await page.getByRole('button', { name: 'Peg: something happened' }).click();
  await touch('Speed on approach: Driving fault');
  const wide = (page.viewportSize()?.width ?? 0) > 900;
  if (wide) await touch('Drive');
  else await touch('Likely now');
  await page.mouse.move(0, 0);
}

try {
  await takeAll();
} finally {
  await browser.close();
  server.kill();
}

async function takeAll() {
  const page = await open(tablet);
  await shoot(page, 'sign-in');
  await enter(page);
  await shoot(page, 'today');
  const tests = (await (await page.request.get(`${address}/api/v1/tests?limit=60`)).json()).items;
  const amara = tests.find(({ learner, unsorted }) => learner.name === 'Amara Okonwe' && unsorted > 0);
  await page.goto(`${address}/tests/${amara.id}/kerb`);
  await page.getByRole('button', { name: /^Serious faults/ }).click();
  await shoot(page, 'kerb');
  await page.goto(`${address}/tests/${amara.id}`);
  await page.getByRole('heading', { name: 'How the total grew' }).waitFor();
  await page.waitForTimeout(2500);
  await shoot(page, 'report', { fullPage: true });
  await page.goto(`${address}/standards`);
  await page.getByText('all 34 worked examples hold').waitFor();
  await shoot(page, 'standards');
  await page.goto(`${address}/standards/timed-yard/1.1.0`);
  await page.getByRole('heading', { name: 'What passes' }).waitFor();
  await shoot(page, 'standard');
  await page.goto(`${address}/standards/timed-yard/1.1.0/edit?use=stalls`);
  await page.getByRole('button', { name: /^Stalls/ }).click();
  await page.getByText('Nothing to put right').waitFor();
  await shoot(page, 'editor');
  await page.goto(`${address}/standards/strikes/1.1.0/drives`);
  await page.getByRole('button', { name: /would no longer pass/ }).waitFor();
  await shoot(page, 'drives');
  await mock(page, 'Ines Tavarro');
  await shoot(page, 'set-up');
  await begin(page);
  await shoot(page, 'deck');

  const yard = await open(tablet);
  await enter(yard);
  await mock(yard, 'Hamza Belkadi');
  await yard.getByRole('button', { name: /^Show all/ }).click();
  await yard.getByRole('radio', { name: /^Timed yard/ }).check();
  await yard.getByRole('button', { name: /^Start the mock with/ }).click();
  await yard.getByRole('button', { name: 'Start a manoeuvre' }).click();
  await yard.getByRole('button', { name: /^Garage bay/ }).click();
  await yard.getByRole('button', { name: 'Mirror missed: Demerit' }).click();
  await yard.mouse.move(0, 0);
  await shoot(yard, 'deck-yard');

  const night = await open(tablet, 'dark');
  await enter(night);
  await mock(night, 'Leyla Farrokh');
  await night.getByRole('radio', { name: /^Graded/ }).check();
  await night.getByRole('button', { name: /^Start the mock with/ }).click();
  await night.getByRole('timer').waitFor();
  for (const letters of ['mirrors chang', 'mirrors chang', 'mirrors chang']) {
    await night.keyboard.type(letters);
    await night.keyboard.press('Enter');
  }
  await night.keyboard.type('mirr');
  await shoot(night, 'deck-night');

  const small = await open(phone);
  await enter(small);
  await shoot(small, 'today-phone');
  await mock(small, 'Tomas Wielgosz');
  await begin(small);
  await shoot(small, 'deck-phone');
}
