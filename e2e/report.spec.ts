import { openPdf } from '../server/testing/pdf';
import { signInToDemo } from './steps';
import { expect, test } from './test';

const flat = (text: string) => text.replace(/\s+/g, ' ').trim();

test('the report on screen and in print tell the same of the same mock', async ({ page }) => {
  await signInToDemo(page);
  const { items } = (await (await page.request.get('/api/v1/mocks?limit=50')).json()) as {
    items: { id: string; result: { outcome: string } }[];
  };
  const failed = items.find(({ result }) => result.outcome === 'fail');
  const id = failed?.id ?? '';
  await page.goto(`/mocks/${id}`);
  await page.getByRole('heading', { name: 'All marks and events' }).waitFor();
  const answer = await page.request.get(`/api/v1/mocks/${id}/report.pdf`);
  expect(answer.status()).toBe(200);
  const { pages } = await openPdf(await answer.body());
  const printed = flat(
    (
      await Promise.all(
        pages.map(async (sheet) =>
          (await sheet.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' '),
        ),
      )
    ).join(' '),
  );

  const verdict = page.getByRole('region', { name: 'Verdict' });
  for (const words of await verdict.locator('p').allInnerTexts()) expect(printed).toContain(flat(words));
  const rows = page.getByRole('region', { name: 'All marks and events' }).locator('tbody tr');
  const told = await rows.evaluateAll((all) =>
    all.map((row) =>
      [...row.querySelectorAll('td')].slice(0, 5).map((cell) => (cell as HTMLElement).innerText),
    ),
  );
  expect(told.length).toBeGreaterThan(3);
  for (const cells of told) expect(printed).toContain(flat(cells.join(' ')));
  const limits = page.getByRole('region', { name: 'Every limit, nearest first' }).getByRole('button');
  const [nearest = ''] = await limits.allInnerTexts();
  const [title = '', ...rest] = nearest.split('\n').filter((line) => line.trim() !== '');
  expect(printed).toContain(flat(title));
  expect(printed).toContain(flat(rest.at(-1) ?? ''));
  const faults = page.getByRole('region', { name: 'Faults by section' }).locator('tbody tr');
  for (const cells of await faults.evaluateAll((all) =>
    all
      .filter((row) => row.querySelector('th') === null)
      .map((row) => [...row.querySelectorAll('td')].map((cell) => (cell as HTMLElement).innerText)),
  ))
    expect(printed).toContain(flat(cells.join(' ')));
});
