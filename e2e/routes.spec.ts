import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { accessible, enterDemo, openSetup, pickLearner, signInToDemo, tape, chooseSeldom } from './steps';

const map = (page: Page) => page.getByRole('application', { name: /^Map/ });

/** A click on the map, as shares of its width and height. */
async function clickMap(page: Page, across: number, down: number): Promise<void> {
  const box = await map(page).boundingBox();
  if (!box) throw new Error('no map');
  await page.mouse.click(box.x + across * box.width, box.y + down * box.height);
}

test('a route is drawn by clicks, changed, undone, turned round, given a note, kept and saved as files', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/routes');
  await expect(page.getByRole('link', { name: 'Beacon Hill' })).toBeVisible();
  await accessible(page, 'routes');
  await page.getByRole('link', { name: 'Draw one' }).click();
  await expect(map(page)).toBeVisible();
  for (let n = 0; n < 4; n += 1) await page.getByRole('button', { name: 'Zoom in' }).click();
  const status = page.getByRole('status').filter({ hasText: /min|Click where|Finding/ });
  await clickMap(page, 0.4, 0.35);
  await expect(page.getByRole('button', { name: 'Start', exact: true }).first()).toBeVisible();
  await clickMap(page, 0.6, 0.4);
  await expect(status).toContainText('min');
  await clickMap(page, 0.55, 0.7);
  await page.getByRole('button', { name: 'Back to the start' }).click();
  await expect(page.getByRole('list', { name: 'Points' }).getByRole('listitem')).toHaveCount(4);
  await expect(status).toContainText('miles');
  const whole = await status.textContent();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(status).not.toHaveText(whole ?? '');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(status).toHaveText(whole ?? '');
  // A handle is dragged, and the way follows.
  const handle = page.getByRole('button', { name: 'Point 2 that the route passes' });
  const box = await handle.boundingBox();
  if (!box) throw new Error('no handle');
  await page.mouse.move(box.x + 17, box.y + 17);
  await page.mouse.down();
  await page.mouse.move(box.x + 90, box.y - 60, { steps: 6 });
  await page.mouse.up();
  await expect(status).not.toHaveText(whole ?? '');
  await page.getByRole('button', { name: 'Reverse the route' }).click();
  await expect(status).toContainText('miles');
  await page.getByRole('button', { name: 'Along it', exact: true }).click();
  await accessible(page, 'editor, along the route');
  await page.getByRole('list', { name: 'Features' }).getByRole('button').nth(2).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Note').fill('Sign behind the hedge');
  await accessible(page, 'something along the route');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('list', { name: 'Features' })).toContainText('Sign behind the hedge');
  await page.getByLabel('Name of the route').fill('Drawn by hand');
  await page.getByRole('button', { name: 'Save the route' }).click();
  await expect(page.getByRole('heading', { name: 'Drawn by hand' })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Directions' })).toContainText('Sign behind the hedge');
  await accessible(page, 'route sheet');

  await page.getByRole('button', { name: 'Save as a file' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: /^GPX/ }).click();
  const gpx = readFileSync(await (await download).path(), 'utf8');
  expect(gpx).toContain('<gpx version="1.1"');
  // And comes back whole from its own file.
  await page.goto('/routes');
  await page.getByRole('button', { name: 'Import a file' }).click();
  await page
    .getByLabel('Choose a route file')
    .setInputFiles({ name: 'drawn.gpx', mimeType: 'application/gpx+xml', buffer: Buffer.from(gpx) });
  const bring = page.getByRole('dialog', { name: 'Import a route' });
  await expect(bring.getByRole('status')).toContainText('is a complete Jasperwren route');
  await bring.getByRole('button', { name: 'Import it' }).click();
  await expect(page.getByRole('group', { name: 'Directions' })).toContainText('Sign behind the hedge');
});

test('a track of others is laid onto the roads; broken files are told in words and change nothing', async ({
  page,
}) => {
  await signInToDemo(page);
  const answer = await page.request.get('/api/v1/routes/market');
  const { route } = (await answer.json()) as { route: { line: { lat: number; lon: number }[] } };
  const points = route.line
    .slice(0, 160)
    .map(({ lat, lon }) => `<trkpt lat="${lat + 0.00003}" lon="${lon}"/>`);
  const gpx = `<gpx version="1.1"><wpt lat="${route.line[40]?.lat}" lon="${route.line[40]?.lon}"><name>Low bridge</name></wpt><trk><name>From a friend</name><trkseg>${points.join('')}</trkseg></trk></gpx>`;
  await page.goto('/routes');
  await page.getByRole('button', { name: 'Import a file' }).click();
  const dialog = page.getByRole('dialog', { name: 'Import a route' });
  const choose = (name: string, text: string) =>
    page
      .getByLabel('Choose a route file')
      .setInputFiles({ name, mimeType: 'application/gpx+xml', buffer: Buffer.from(text) });
  await choose('cut.gpx', gpx.slice(0, 400));
  await expect(dialog.getByRole('alert')).toContainText('broken XML');
  await choose('one.gpx', '<gpx><trk><trkseg><trkpt lat="52" lon="-2"/></trkseg></trk></gpx>');
  await expect(dialog.getByRole('alert')).toContainText('no track or route of two points');
  await choose('far.gpx', gpx.replace(/trkpt lat="[^"]*"/, 'trkpt lat="123"'));
  await expect(dialog.getByRole('alert')).toContainText('allowed: -90 to 90');
  await choose('bomb.gpx', '<!DOCTYPE gpx [<!ENTITY a "b">]><gpx>&a;</gpx>');
  await expect(dialog.getByRole('alert')).toContainText('DOCTYPE');
  await accessible(page, 'bring a route');
  await choose('friend.gpx', gpx);
  await expect(dialog.getByRole('status').filter({ hasText: 'From a friend' })).toContainText(
    'lies on the school',
  );
  await dialog.getByRole('button', { name: 'Import it' }).click();
  await expect(page.getByRole('heading', { name: 'From a friend' })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Directions' })).toContainText('Low bridge');
});

test('routes are composed for a learner, explained, and told to be impossible when they are', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/routes/compose');
  await pickLearner(page.getByRole('combobox', { name: 'Practise the weak skills of' }), 'Amara Okonwe');
  await page.getByLabel('Minutes', { exact: true }).fill('24');
  await page.getByLabel('Independent minutes').fill('10');
  await page.getByRole('button', { name: 'Find routes' }).click();
  const first = page.getByRole('region', { name: 'Proposal 1' });
  await expect(first).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('region', { name: /^Proposal/ })).toHaveCount(3);
  await first.getByRole('button', { name: 'How it was scored' }).click();
  await expect(first).toContainText('Skills exercised');
  await accessible(page, 'compose');
  await page.getByLabel('It must have').click();
  await page.getByRole('option', { name: 'Level crossing' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Find routes' }).click();
  await expect(page.getByRole('alert')).toContainText('Level crossing: there is none within 12 minutes', {
    timeout: 60_000,
  });
  await page.getByRole('button', { name: 'Level crossing' }).press('Backspace');
  await page.getByRole('button', { name: 'Find routes' }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('button', { name: 'Find routes' })).toBeVisible();
  await page.getByRole('button', { name: 'Find routes' }).click();
  await page
    .getByRole('region', { name: 'Proposal 2' })
    .getByRole('button', { name: 'Save', exact: true })
    .click({ timeout: 60_000 });
  await expect(page.getByRole('heading', { name: 'For Amara, 24 minutes' })).toBeVisible();
});

test('a network is read from an extract here in the browser, broken ones are told with their line', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/routes/networks');
  await expect(page.getByText('Vale of Ostrey')).toBeVisible();
  const bring = async (name: string, text: string) => {
    await page
      .getByLabel('Choose an extract')
      .setInputFiles({ name, mimeType: 'text/xml', buffer: Buffer.from(text) });
  };
  await bring('broken.osm', '<osm>\n<node id="1" lat="1" lon="2">\n</osm>');
  await expect(page.getByRole('alert')).toContainText('broken XML at 3:');
  await bring('other.osm', '<html></html>');
  await expect(page.getByRole('alert')).toContainText('is no OpenStreetMap XML');
  await accessible(page, 'networks');
  const node = (id: number, lat: number, lon: number, tags = '') =>
    `<node id="${id}" lat="${lat}" lon="${lon}">${tags}</node>`;
  await page.getByLabel('Name of the area').fill('Zeal Hamlet');
  await bring(
    'hamlet.osm',
    `<osm version="0.6">${node(1, 51, -1)}${node(2, 51.002, -1, '<tag k="barrier" v="gate"/>')}${node(3, 51.002, -0.998)}<way id="9"><nd ref="1"/><nd ref="2"/><nd ref="3"/><tag k="highway" v="residential"/><tag k="name" v="Only Lane"/><tag k="motor_vehicle:conditional" v="no @ (Mo-Fr 08:00-09:00)"/></way></osm>`,
  );
  const told = page.getByRole('status');
  await expect(told).toContainText('Zeal Hamlet is kept.');
  await expect(told).toContainText('1 road of 1 way, in 2 pieces.');
  await expect(told).toContainText(
    'barriers stop cars at 1 place; 1 gate doesn’t say who may pass and is assumed to be shut.',
  );
  await expect(told).toContainText('1 road isn’t open at all hours, and is assumed to be open');
  await expect(page.getByRole('list').filter({ hasText: 'Zeal Hamlet' })).toContainText(
    'OpenStreetMap contributors',
  );
});

test('roads that a school closes to learners are left out, told, and can be opened again', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/school?view=general');
  const cars = page.getByRole('group', { name: 'Learners of: car' });
  const saved = page.getByRole('status').filter({ hasText: 'Saved.' });
  await expect(cars.getByRole('checkbox', { name: 'These learners use motorways' })).not.toBeChecked();
  const closed = cars.getByRole('combobox', { name: 'Other roads closed to them' });
  await closed.fill('b417');
  await closed.press('Enter');
  await expect(saved).toBeVisible();
  await expect(cars).toContainText('b417');
  await accessible(page, 'school settings');

  const notes = page.getByRole('status', { name: 'About its roads' });
  await page.goto('/routes/ostrey');
  await expect(notes).toContainText(/B417 is closed to these learners; \d/);
  await page.goto('/routes/ostrey/edit');
  await page.getByRole('button', { name: 'Reverse the route' }).click();
  const alert = page.getByRole('alert');
  await expect(alert).toContainText(/Point \d+ lies on B417, which is closed to learners/);
  await alert.getByRole('button', { name: 'Leave out the points on closed roads' }).click();
  await expect(notes).toContainText(
    /Left out: B417 \(closed to these learners\)\. It would be \d+ (s|min) quicker/,
  );
  await expect(alert).toBeHidden();
  // Learners of another class may use it.
  await page.getByRole('combobox', { name: 'For learners of' }).click();
  await page.getByRole('option', { name: 'large vehicle or trailer' }).click();
  await expect(notes).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(notes).toContainText('Left out: B417');
  // The draft is given up, so that nothing stays of it.
  await page.getByRole('button', { name: 'Undo' }).click();

  await page.goto('/school?view=general');
  await closed.press('Backspace');
  await expect(saved).toBeVisible();
  await expect(cars).not.toContainText('b417');
});

test('a route is drawn with keys only, junction by junction', async ({ page }) => {
  await signInToDemo(page);
  await page.goto('/routes/new');
  await expect(map(page)).toBeVisible();
  await map(page).focus();
  for (const key of ['+', '+', '+', '+', 'ArrowRight', 'ArrowLeft']) await page.keyboard.press(key);
  await page.keyboard.press('Enter');
  const setOut = page.getByRole('group', { name: 'Set out' });
  await expect(setOut.getByRole('button').first()).toContainText(' along ');
  await setOut.getByRole('button').first().press('Enter');
  const status = page.getByRole('status').filter({ hasText: /min/ });
  const junction = page.getByRole('group', { name: 'At the next junction' });
  const lengths: number[] = [];
  for (let n = 0; n < 3; n += 1) {
    await expect(status).toContainText('miles');
    lengths.push(Number(/([\d.]+) miles/.exec((await status.textContent()) ?? '')?.[1]));
    await expect(junction.getByRole('button').first()).toBeVisible();
    if (n === 1) await accessible(page, 'ways to go on');
    await junction
      .getByRole('button', { name: /Straight|Left|Right/ })
      .first()
      .press('Enter');
    await expect(page.getByRole('list', { name: 'Points' }).getByRole('listitem')).toHaveCount(n + 3);
  }
  expect([...lengths].sort((a, b) => a - b)).toEqual(lengths);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('list', { name: 'Points' }).getByRole('listitem')).toHaveCount(4);
});

test('a rehearsal speaks each turn, notices that the route was left, and leads back to it', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/routes/bypass/rehearse');
  const said = page.getByRole('status', { name: 'Said' });
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(said).toContainText(/turn|roundabout|keep/i, { timeout: 30_000 });
  await accessible(page, 'rehearsal');
  await page.getByRole('button', { name: 'Take a wrong turn' }).click();
  await expect(said).toContainText('You have left the route', { timeout: 40_000 });
  await expect(said).toContainText('on the route again', { timeout: 60_000 });
  // A track of somebody is replayed by its own times.
  const start = Date.UTC(2026, 8, 14, 8);
  const answer = await page.request.get('/api/v1/routes/ostrey');
  const { route } = (await answer.json()) as { route: { line: { lat: number; lon: number }[] } };
  const points = route.line
    .slice(0, 60)
    .map(
      ({ lat, lon }, n) =>
        `<trkpt lat="${lat}" lon="${lon}"><time>${new Date(start + n * 4_000).toISOString()}</time></trkpt>`,
    );
  await page.getByLabel('Replay a GPX track').setInputFiles({
    name: 'mine.gpx',
    mimeType: 'application/gpx+xml',
    buffer: Buffer.from(`<gpx><trk><trkseg>${points.join('')}</trkseg></trk></gpx>`),
  });
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(said).toContainText(/turn|roundabout|keep/i, { timeout: 30_000 });
});

test('hot spots: the list and the map choose each other, and a place opens to its marks', async ({
  page,
}) => {
  await signInToDemo(page);
  await page.goto('/routes/hot-spots');
  const list = page.getByRole('list', { name: 'Places, the hottest first' });
  await expect(list.getByRole('listitem').first()).toContainText('hot');
  await accessible(page, 'hot spots');
  await list.getByRole('button').first().click();
  const card = page.getByRole('region').filter({ hasText: '80% range' });
  await expect(card).toContainText('It is hot');
  await expect(
    page.getByRole('button', { name: /marks, .* per drive past, hot/, pressed: undefined }).first(),
  ).toBeVisible();
  await expect(page).toHaveURL(/place=/);
  await card.getByRole('list', { name: 'Marks here' }).getByRole('link').first().click();
  await expect(page.getByRole('region', { name: 'Where it was' })).toBeVisible();
  await page.goBack();
  await page.getByLabel('Severity').click();
  await page.getByRole('option', { name: 'Serious and graver' }).click();
  await expect(page).toHaveURL(/gravity=2/);
});

for (const [size, viewport] of Object.entries({
  tablet: { width: 1280, height: 800 },
  phone: { width: 390, height: 844 },
}))
  test(`on the marking screen the route comes nearer by one touch or by position, and marks keep what they were made at, on a ${size}`, async ({
    page,
    context,
  }) => {
    await page.setViewportSize(viewport);
    await context.grantPermissions(['geolocation']);
    const { route } = (await (async () => {
      await enterDemo(page);
      return (await page.request.get('/api/v1/routes/market')).json();
    })()) as {
      route: {
        line: { lat: number; lon: number }[];
        features: { id: string; kind: string; along: number; lat: number; lon: number }[];
      };
    };
    await openSetup(page, 'Yuto Hasebe');
    await expect(page.getByRole('radio', { name: /^No route/ })).toBeVisible();
    await page
      .getByRole('button', { name: /^Show all/ })
      .last()
      .click();
    await page.getByRole('radio', { name: /^Market and lights/ }).check();
    await page.getByRole('button', { name: 'All in order' }).click();
    await page.getByRole('button', { name: 'Start the mock with Yuto Hasebe' }).click();
    const ribbon = page.getByRole('region', { name: 'Route: Market and lights' });
    await expect(ribbon).toBeVisible();
    await accessible(page, `Deck with a route, ${size}`);
    // Nothing has told yet where the car is.
    const markOne = () =>
      page
        .getByRole('button', { name: /: Driving fault$/ })
        .first()
        .click();
    await markOne();
    await expect(tape(page).getByRole('listitem')).toHaveCount(1);
    const before = await ribbon.textContent();
    await ribbon.getByRole('button', { name: 'Next on the route' }).click();
    await expect(ribbon).not.toHaveText(before ?? '');
    await markOne();
    await expect(tape(page).getByRole('listitem')).toHaveCount(2);
    await ribbon.getByRole('button', { name: /^Said:/ }).click();
    // Now the receiver takes over: the car stands before a traffic light.
    const light = route.features.find(({ kind, along }) => kind === 'traffic-lights' && along > 500);
    await chooseSeldom(page, 'Light, side and help');
    await page.getByRole('button', { name: 'From this device’s location' }).click();
    await page.getByRole('button', { name: 'Back to marking' }).click();
    for (const { lat, lon } of route.line.slice(
      0,
      route.line.findIndex((place) => place.lat === light?.lat && place.lon === light?.lon) + 1,
    )) {
      await context.setGeolocation({ latitude: lat, longitude: lon, accuracy: 5 });
      await page.waitForTimeout(40);
    }
    await markOne();
    const id = /mocks\/([^/]+)/.exec(page.url())?.[1] ?? '';
    const events = async () =>
      (
        (await (await page.request.get(`/api/v1/mocks/${id}/events`)).json()) as {
          events: { kind: string; feature?: { id?: string; kind?: string }; place?: { lat: number } }[];
        }
      ).events;
    await expect.poll(async () => (await events()).filter(({ kind }) => kind === 'fault').length).toBe(3);
    const [untold, touched, placed] = (await events()).filter(({ kind }) => kind === 'fault');
    expect(untold).not.toHaveProperty('feature');
    expect(route.features.map(({ id: of }) => of)).toContain(touched?.feature?.id);
    expect(placed?.feature).toMatchObject({ id: light?.id, kind: 'traffic-lights' });
    expect(placed?.place?.lat).toBeCloseTo(light?.lat ?? 0, 4);
    expect((await events()).some(({ kind, feature }) => kind === 'said' && feature?.id !== undefined)).toBe(
      true,
    );
    await context.setGeolocation({
      latitude: (light?.lat ?? 0) + 0.02,
      longitude: (light?.lon ?? 0) + 0.02,
      accuracy: 5,
    });
    for (let n = 0; n < 4; n += 1) {
      await context.setGeolocation({
        latitude: (light?.lat ?? 0) + 0.02 + n * 1e-4,
        longitude: (light?.lon ?? 0) + 0.02,
        accuracy: 5,
      });
      await page.waitForTimeout(150);
    }
    await expect(ribbon).toContainText('Off the route');
  });

test('a standard of the other side of the road is told on the route and in set-up', async ({ page }) => {
  await signInToDemo(page);
  await page.goto('/routes/market?standard=fault-ceiling');
  await expect(page.getByRole('region', { name: 'Drive plan of Fault ceiling' })).toBeVisible();
  await expect(page.getByRole('alert')).toBeHidden();
  await page.goto('/routes/market?standard=check-list');
  await expect(page.getByRole('alert')).toContainText('Road check list is for driving on the right');
  await page.goto('/');
  await openSetup(page, 'Yuto Hasebe');
  await page
    .getByRole('button', { name: /^Show all/ })
    .first()
    .click();
  await page.getByRole('radio', { name: /^Road check list/ }).check();
  await expect(
    page.getByRole('alert').filter({ hasText: 'The route drives on the other side' }),
  ).toBeVisible();
});
