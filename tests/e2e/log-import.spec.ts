import { expect, test } from '@playwright/test';
import { hydrated, ready } from './people';

const ago = (days: number) => new Date(Date.now() - days * 86_400_000).toISOString().slice(0, 10);

test('sessions kept elsewhere come from a file: columns, exercises, a look at each day, then all of them or none', async ({
  page,
}) => {
  const path = await ready(page);
  await page.goto(`${path}/coach`);
  await page.getByRole('link', { name: 'Import sessions' }).click();
  const choose = (text: string) =>
    page.getByLabel('File of sessions').setInputFiles({
      name: 'autumn.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(text),
    });
  await choose('Day,Exercise,Seconds,Effort\n');
  await page.getByRole('button', { name: 'Read the file' }).click();
  await expect(page.getByText('There is a header line and nothing below it.')).toBeVisible();
  await choose(
    [
      'Trained on;What;Each;Hard;Hurt;At',
      `${ago(20)};Plank;30;6;;`,
      `${ago(18)};wall thing;20;5;;`,
      `${ago(3)};Plank;25;7;6;left groin`,
      `${ago(2)};Plank;25;77;;`,
    ].join('\n'),
  );
  await page.getByRole('button', { name: 'Read the file' }).click();
  await hydrated(page);
  // No header is known: each is said, and chosen.
  await expect(page.getByText('Choose a column.').first()).toBeVisible();
  await expect(page.getByRole('button', { name: /Nothing to write|Write/ })).toBeDisabled();
  for (const [field, column] of [
    ['Day', 'Trained on'],
    ['Exercise', 'What'],
    ['Done in each set', 'Each'],
    ['How hard, 1 to 10', 'Hard'],
    ['Pain, 0 to 10', 'Hurt'],
    ['Where it hurt', 'At'],
  ] as const) {
    await page.getByLabel(field, { exact: true }).selectOption({ label: column });
    await expect(page).toHaveURL(
      new RegExp(`=${['Trained on', 'What', 'Each', 'Hard', 'Hurt', 'At'].indexOf(column)}`),
    );
  }
  await expect(page.getByText('"wall thing" is no exercise of the library')).toBeVisible();
  await page.getByLabel('wall thing').selectOption('plank_knees');
  await expect(page.getByText('"wall thing" is no exercise of the library')).toHaveCount(0);
  await expect(page.getByText('"77" is not a whole number 1 to 10')).toBeVisible();
  await expect(page.getByRole('heading', { name: '3 sessions to write' })).toBeVisible();
  await expect(page.getByText('1 day with pain that raises a flag')).toBeVisible();
  await page.getByRole('button', { name: 'Write 3 sessions' }).click();
  await expect(page.getByRole('alert').filter({ hasText: /error/ }).first()).toBeVisible();
  await page.getByLabel('Leave out the days with errors').check();
  await page.getByRole('button', { name: 'Write 3 sessions' }).click();
  await page.waitForURL((url) => url.pathname === `${path}/coach`);
  await expect(page.getByText(/Pain 6 of 10 \(left groin\)/)).toBeVisible();
  const file = await (await page.request.get(`${path}/sessions.csv`)).text();
  expect(file.trim().split('\n')).toHaveLength(4);
  expect(file).toContain(`${ago(3)},Plank,1,25,,,7,6,left groin`);
});
