import { expect, test } from '@playwright/test';
import { hydrated, warning } from './people';

const upload = (name: string, buffer: Buffer) => ({ name, mimeType: 'text/csv', buffer });

test('files that are no roster are refused beside the field, and nothing is written', async ({ page }) => {
  const cases: [string, Buffer, RegExp][] = [
    ['empty.csv', Buffer.alloc(0), /empty\.csv: The file is empty/],
    [
      'picture.csv',
      Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]),
      /binary data/,
    ],
    ['header.csv', Buffer.from('Given name,Family name\n'), /nothing below it/],
    ['quotes.csv', Buffer.from('a,b\n"never closed,1\n'), /quotation mark/],
  ];
  for (const [name, buffer, says] of cases) {
    await page.goto('/athletes/import');
    await page.getByLabel('Roster file').setInputFiles(upload(name, buffer));
    await page.getByRole('button', { name: 'Read the file' }).click();
    await expect(warning(page)).toHaveText(says);
    await expect(warning(page)).toContainText('Nothing was imported');
  }
});

test('a file of 50 MB is refused by its size', async ({ page }) => {
  const response = await page.request.post('/athletes/import', {
    multipart: {
      file: { name: 'huge.csv', mimeType: 'text/csv', buffer: Buffer.alloc(50 * 1024 * 1024, 'a') },
    },
  });
  expect(response.status()).toBe(413);
  expect(await response.text()).toBe('This is larger than 21 MB and was not read.');
  // On the page it is said before anything is sent.
  await page.goto('/athletes/import');
  await hydrated(page);
  await page
    .getByLabel('Roster file')
    .setInputFiles({ name: 'huge.csv', mimeType: 'text/csv', buffer: Buffer.alloc(21 * 1024 * 1024, 'a') });
  await expect(warning(page)).toContainText('The file has 21 MB; at most 20 MB are read.');
  await expect(page.getByRole('button', { name: 'Read the file' })).toBeDisabled();
});

test('rows with errors are named with line, column and reason; leaving them out writes the rest; again changes nothing', async ({
  page,
}) => {
  const family = `Rows${Date.now().toString(36)}`;
  const good = `Ada,${family},1990-01-02,marathon,128 lb,65 in`;
  const csv = `Given name\tFamily name\tBorn\tSport\tMass\tHeight\n${[good, `Bo,${family},1990-13-02,marathon,60,170`, `Cy,${family},1991-01-02,chess,-4,170`].join('\n').replaceAll(',', '\t')}\n`;
  await page.goto('/athletes/import');
  await page.getByLabel('Roster file').setInputFiles(upload('team.csv', Buffer.from(csv)));
  await page.getByRole('button', { name: 'Read the file' }).click();
  const errors = page.getByRole('region', { name: '2 rows have errors' });
  await expect(errors.getByRole('row').nth(1)).toContainText(/3\s*Born\s*"1990-13-02" is not a date/);
  await expect(errors).toContainText('"chess" is not a sport of the library');
  await expect(errors).toContainText(/4\s*Mass\s*-4 kg is -4 kg: outside 20 kg to 250 kg/);
  await page.getByRole('button', { name: 'Write 1 athlete' }).click();
  await expect(warning(page)).toContainText('2 rows have errors');
  await page.getByLabel('Leave out the rows with errors').check();
  await page.getByRole('button', { name: 'Write 1 athlete' }).click();
  await page.waitForURL(/\/athletes(\?|$)/);
  await page.goto(`/athletes?q=${family}`);
  await expect(page.getByText('1 of')).toBeVisible();

  await page.goto('/athletes/import');
  await page
    .getByLabel('Roster file')
    .setInputFiles(upload('team.csv', Buffer.from(`${csv.split('\n').slice(0, 2).join('\n')}\n`)));
  await page.getByRole('button', { name: 'Read the file' }).click();
  await expect(page.getByRole('heading', { name: '0 to add, 0 to change, 1 the same' })).toBeVisible();
  await page.getByRole('button', { name: 'Nothing to write: done' }).click();
  await page.waitForURL(/\/athletes(\?|$)/);
  await page.goto(`/athletes?q=${family}`);
  await expect(page.getByText('1 of')).toBeVisible();
});

test('a column that is not found is asked for, and choosing it shows the rows', async ({ page }) => {
  const family = `Cols${Date.now().toString(36)}`;
  await page.goto('/athletes/import');
  await page
    .getByLabel('Roster file')
    .setInputFiles(
      upload(
        'odd.csv',
        Buffer.from(
          `Given name,Family name,Born,Sport,How heavy,Height\nAda,${family},1990-01-02,marathon,58,170\n`,
        ),
      ),
    );
  await page.getByRole('button', { name: 'Read the file' }).click();
  await expect(page.getByText('Choose a column.')).toBeVisible();
  await page.getByLabel('Body mass').selectOption({ label: 'How heavy' });
  await expect(page.getByRole('heading', { name: '1 to add, 0 to change, 0 the same' })).toBeVisible();
  await expect(page).toHaveURL(/mass=4/);
});
