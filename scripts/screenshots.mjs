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
  await page.getByRole('region', { name: 'Last mocks' }).waitFor();
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
  await pick(page, 'Learner', learner);
  await page.getByRole('button', { name: 'All in order' }).click();
}
async function pick(page, label, learner) {
  await page.getByRole('combobox', { name: label }).fill(learner);
  await page.getByRole('option', { name: learner }).click();
}
async function begin(page) {
  await page.getByRole('button', { name: /^Start the mock with/ }).click();
  await page.getByRole('timer').waitFor();
  const touch = (name) => page.getByRole('button', { name, exact: true }).click();
  const wide = (page.viewportSize()?.width ?? 0) > 900;
  const area = async (name) => {
    // On a phone the areas open at a touch.
    if (!wide) await touch('Areas');
    await touch(name);
  };
  await area('Moving off');
  await touch('Looking round before moving off: Driving fault');
  await area('Junctions');
  await touch('Giving way: Driving fault');
  await touch('Speed on approach: Driving fault');
  await page.getByRole('button', { name: 'Flag: something happened' }).click();
  await touch('Speed on approach: Driving fault');
  if (wide) await touch('Drive');
  else await area('Likely now');
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
  await enter(page);
  await page
    .getByText(/% chance/)
    .first()
    .waitFor();
  await shoot(page, 'today');
  const mocks = (await (await page.request.get(`${address}/api/v1/mocks?limit=60`)).json()).items;
  const amara = mocks.find(({ learner, unsorted }) => learner.name === 'Amara Okonwe' && unsorted > 0);
  await page.goto(`${address}/mocks/${amara.id}/debrief`);
  await page.getByRole('button', { name: /^Serious faults/ }).click();
  await page.getByRole('heading', { name: /to work on$/ }).waitFor();
  await page.waitForTimeout(2500);
  await shoot(page, 'debrief', { fullPage: true });
  await page.goto(`${address}/mocks/${amara.id}`);
  await page.getByRole('heading', { name: 'How the total grew' }).waitFor();
  await page.waitForTimeout(2500);
  await shoot(page, 'report', { fullPage: true });
  await page.goto(`${address}/standards`);
  await page.getByText('all 41 worked examples hold').waitFor();
  await shoot(page, 'standards');
  await page.goto(address);
  await page.getByRole('link', { name: /^Amara Okonwe/ }).click();
  await page.getByRole('figure', { name: 'Chance of passing after each mock' }).waitFor();
  await page.waitForTimeout(3000);
  await shoot(page, 'learner', { fullPage: true });
  await page.goto(`${address}/diary?view=week`);
  await page.getByRole('button', { name: 'Add to diary' }).waitFor();
  await shoot(page, 'diary');
  await page.goto(`${address}/school`);
  await page.getByRole('tab', { name: 'Forecast accuracy' }).click();
  await page.getByRole('figure', { name: 'Forecast and what happened' }).waitFor();
  await page.waitForTimeout(2500);
  await shoot(page, 'school', { fullPage: true });
  await page.goto(`${address}/questions`);
  await pick(page, 'Learner', 'Leyla Farrokh');
  await page.getByRole('link', { name: 'Drill' }).click();
  await page.getByRole('button', { name: 'Explain' }).click();
  await page.getByRole('button', { name: 'I ask and tick' }).click();
  await page.getByRole('checkbox').first().click();
  await shoot(page, 'drill');
  await page.goto(`${address}/vehicles`);
  await page.getByRole('link', { name: 'Blue hatchback, manual' }).click();
  await page.getByRole('group', { name: 'Vehicle checks' }).waitFor();
  await page.waitForTimeout(2500);
  await shoot(page, 'vehicle', { fullPage: true });
  await takeRoutes(page);
  await takeYard(page);
  await mock(page, 'Ines Tavarro');
  await shoot(page, 'set-up');
  await begin(page);
  await shoot(page, 'marking');

  const yard = await open(tablet);
  await enter(yard);
  await mock(yard, 'Hamza Belkadi');
  await yard
    .getByRole('button', { name: /^Show all/ })
    .first()
    .click();
  await yard.getByRole('radio', { name: /^Timed yard/ }).check();
  await yard.getByRole('button', { name: /^Start the mock with/ }).click();
  await yard.getByRole('button', { name: 'Start a manoeuvre' }).click();
  await yard.getByRole('button', { name: /^Garage bay/ }).click();
  await yard.getByRole('button', { name: 'Mirror missed: Demerit' }).click();
  await yard.mouse.move(0, 0);
  await shoot(yard, 'marking-yard');

  const small = await open(phone);
  await enter(small);
  await small.goto(address);
  await mock(small, 'Tomas Wielgosz');
  await begin(small);
  await shoot(small, 'marking-phone');
}

async function takeYard(page) {
  await page.goto(`${address}/yard/show?course=turn-in-the-road`);
  await page.getByRole('button', { name: 'Play' }).waitFor();
  await page.getByRole('slider', { name: 'Time' }).focus();
  for (let n = 0; n < 70; n += 1) await page.keyboard.press('ArrowRight');
  await page.getByRole('heading', { name: 'Yard' }).click();
  await shoot(page, 'yard');
  await page.goto(`${address}/yard/see?course=alley-dock-left`);
  await page.getByRole('button', { name: /comes into sight from behind the right front pillar/ }).click();
  await page.mouse.wheel(0, 150);
  await shoot(page, 'see');
}

async function takeRoutes(page) {
  const drawn = () => page.waitForTimeout(1_200);
  await page.goto(`${address}/routes`);
  await page.getByRole('link', { name: 'Beacon Hill' }).click();
  await page.getByRole('heading', { name: 'What to say, and where' }).waitFor();
  await drawn();
  await shoot(page, 'route');
  await page.goto(`${address}/routes/compose`);
  await pick(page, 'Practise the weak skills of', 'Amara Okonwe');
  await page.getByRole('button', { name: 'Find routes' }).click();
  await page.getByRole('region', { name: 'Proposal 1' }).waitFor();
  await drawn();
  await shoot(page, 'compose');
  await page.goto(`${address}/routes/hot-spots`);
  const places = page.getByRole('list', { name: 'Places, the hottest first' });
  await places.getByRole('button').nth(1).click();
  await drawn();
  await shoot(page, 'hot-spots');
  await page.goto(`${address}/figures/amber`);
  await page.getByText('Distance to the line, m').waitFor();
  await shoot(page, 'figures');
}
