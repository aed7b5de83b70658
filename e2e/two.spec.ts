import { expect, test } from './test';
import { accessible, chooseArea, endDrive, kept, pad, startMock } from './steps';

/** Two people mark the same drive on two devices: one of them counts, and both are compared. */
test('a colleague in the back marks the same drive, and both see what the other saw', async ({
  page,
  school,
}) => {
  // The owner marks on a tablet, as ever.
  const mock = await startMock(page, { learner: 'Yuto Hasebe', standard: 'Fault ceiling' });

  // The other one has a phone.
  const back = await (await school.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  const signedIn = await back.request.post(`${school.address}/api/v1/session`, {
    headers: { origin: school.address },
    data: { name: 'Ifor Quennell', passphrase: 'wren at the window' },
  });
  expect(signedIn.ok()).toBe(true);
  const { learner } = (await (await page.request.get(`/api/v1/mocks/${mock}`)).json()) as {
    readonly learner: { readonly id: string };
  };
  await back.goto(`/setup?learner=${learner.id}`);
  await expect(back.getByText('Maren Holtby has been marking a mock of Yuto Hasebe since')).toBeVisible();
  await expect(back.getByRole('radiogroup', { name: 'Standard', exact: true })).toBeVisible();
  await back.getByRole('checkbox', { name: /^I mark the same drive, only to compare/ }).check();
  await expect(back.getByRole('radiogroup', { name: 'Standard', exact: true })).toBeHidden();
  await accessible(back, 'set-up beside another mock');
  await back.getByRole('button', { name: 'Mark beside Maren Holtby' }).click();
  await chooseArea(back, 'Moving off');
  // Both see it in the same moment.
  await pad(page, 'Looking round before moving off', 'Driving fault').click();
  await pad(back, 'Looking round before moving off', 'Serious fault').click();
  await pad(page, 'Moving away under control', 'Driving fault').click();
  await expect(kept(page)).toContainText('on the server');
  await expect(kept(back)).toHaveText('Saved');
  const second = /mocks\/([^/]+)/.exec(back.url())?.[1] ?? '';

  // Nobody sees the other's marks while one of them still marks.
  await page.goto(`/mocks/${mock}`);
  await expect(page.getByText('Ifor Quennell marked this drive too.')).toContainText(
    'Both are compared once both have ended.',
  );
  await page.goto(`/mocks/${mock}/marking`);
  await endDrive(page);
  await endDrive(back);
  await back.goto(`/mocks/${second}`);
  await expect(back.getByText('Marked only to compare: it counts nowhere')).toBeVisible();

  await page.goto(`/mocks/${mock}`);
  await page.getByRole('link', { name: 'Compare' }).click();
  await expect(page.getByRole('heading', { name: 'Yuto Hasebe, marked by two' })).toBeVisible();
  await expect(
    page.getByText('1 of 2 marks were made by both, 0 of them with the same grade.'),
  ).toBeVisible();
  const moments = page.getByRole('region', { name: 'Moment by moment' });
  await expect(moments.getByRole('row').filter({ hasText: 'Graded differently' })).toContainText(
    'serious fault',
  );
  await expect(moments.getByRole('row').filter({ hasText: 'Only Maren Holtby' })).toContainText(
    'Moving away under control',
  );
  await accessible(page, 'marked by two');

  // It is told in the list, and in the school's agreement.
  await page.goto(`/mocks?learner=${learner.id}`);
  await expect(page.getByText('Marked by Ifor Quennell, only to compare')).toBeVisible();
  await page.goto('/school?view=agreement');
  const together = page.getByRole('region', { name: 'Drives that two people marked' });
  await expect(together.getByRole('row').filter({ hasText: 'Yuto Hasebe' })).toContainText('1 of 2 marks');
  await expect(together).toContainText('Ifor Quennell, 5 drives: noticed');
  await accessible(page, 'drives that two marked');

  // Put right afterwards: the second one was another drive after all.
  await page.goto(`/mocks/${second}`);
  await page.getByRole('button', { name: 'Edit' }).click();
  await page.getByLabel('Same drive as').click();
  await page.getByRole('option', { name: 'No other mock: this one counts' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Marked only to compare')).toBeHidden();
  await page.getByRole('button', { name: 'Edit' }).click();
  await page.getByLabel('Same drive as').click();
  await page.getByRole('option', { name: /^Maren Holtby/ }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Marked only to compare: it counts nowhere')).toBeVisible();
});
