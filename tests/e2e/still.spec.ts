import { expect, type Page, test } from '@playwright/test';
import { drawnStill } from '../../core/figure/drawn-still';
import { unplaced } from '../../core/screen/still/still';
import { addAthlete, answered, clearAthlete, openStation, warning } from './people';

async function openStill(page: Page) {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  await openStation(page, path, ['pelvic_drop_stance']);
  await page.getByRole('button', { name: 'Read it from a still' }).click();
  return path;
}

test('a still angle by keyboard alone: landmarks nudged to the truth, the angle with its error into the trial', async ({
  page,
}) => {
  test.setTimeout(90_000);
  const path = await openStill(page);
  await page.getByRole('button', { name: 'Use a drawn figure' }).press('Enter');
  const truth = drawnStill('pelvic_drop', 7.5, 3);
  const begin = unplaced('pelvic_drop', truth.width, truth.height);
  const names: Record<string, RegExp> = {
    iliac_left: /^Iliac point, left/,
    iliac_right: /^Iliac point, right/,
    plumb_top: /^Plumb line, top/,
    plumb_bottom: /^Plumb line, bottom/,
  };
  for (const [id, name] of Object.entries(names)) {
    const mark = page.getByRole('button', { name });
    await mark.focus();
    const [x, y] = truth.landmarks[id] as readonly [number, number];
    const [fromX, fromY] = begin[id] as readonly [number, number];
    for (const [by, more, less] of [
      [Math.round(x) - fromX, 'ArrowRight', 'ArrowLeft'],
      [Math.round(y) - fromY, 'ArrowDown', 'ArrowUp'],
    ] as const) {
      const key = by > 0 ? more : less;
      for (let i = 0; i < Math.floor(Math.abs(by) / 10); i += 1) await page.keyboard.press(`Shift+${key}`);
      for (let i = 0; i < Math.abs(by) % 10; i += 1) await page.keyboard.press(key);
    }
    await expect(mark).toHaveAccessibleName(new RegExp(`x ${Math.round(x)}, y ${Math.round(y)}$`));
  }
  await page.keyboard.press('+');
  await expect(page.getByText('1.5 ×')).toBeVisible();
  await expect(page.getByText(/± 0\.\d° for one pixel, lower on the left of the picture/)).toBeVisible();
  await expect(page.getByText(/Camera tilt -?3\.\d°|Camera tilt -?2\.9°/)).toBeVisible();
  const take = page.getByRole('button', { name: /^Take 7\.[345678]°$/ });
  await take.press('Enter');
  await expect(page.getByText('Where was it felt?')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Still', exact: true, pressed: true })).toBeVisible();
  await page.keyboard.press('h');
  await page.keyboard.press('0');
  const trials = page.getByRole('region', { name: 'Trials of this test' });
  await expect(trials).toContainText(/left 7\.\d°/);
  await answered(page);
  await page.goto(`${path}/recordings`);
  await page.getByRole('link', { name: /Pelvic drop 7\.\d°/ }).click();
  await expect(page.getByText(/A drawn figure/)).toBeVisible();
  await expect(page.getByRole('img', { name: 'The still' })).toHaveJSProperty('complete', true);
});

test('a still of 40 megapixels is made smaller, a damaged PNG and a wrong file are refused in words', async ({
  page,
}) => {
  test.setTimeout(90_000);
  await openStill(page);
  const file = page.getByLabel('Picture');
  await file.setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') });
  await expect(warning(page)).toContainText('neither a PNG nor a JPEG');
  const png = await page.evaluate(async () => {
    const canvas = document.createElement('canvas');
    canvas.width = 7680;
    canvas.height = 5210;
    const g = canvas.getContext('2d');
    if (!g) return [];
    g.fillStyle = '#ddd';
    g.fillRect(0, 0, canvas.width, canvas.height);
    g.fillStyle = '#222';
    g.fillRect(3000, 1000, 900, 3000);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
    return blob ? [...new Uint8Array(await blob.arrayBuffer())] : [];
  });
  const whole = Buffer.from(png);
  expect(whole.length).toBeGreaterThan(10_000);
  const spoilt = Buffer.from(whole.subarray(0, whole.length >> 1));
  spoilt.fill(0, 60, 400);
  await file.setInputFiles({ name: 'spoilt.png', mimeType: 'image/png', buffer: spoilt });
  await expect(warning(page)).toContainText('damaged and cannot be read');
  await file.setInputFiles({ name: 'large.png', mimeType: 'image/png', buffer: whole });
  await expect(page.getByRole('button', { name: /^Take/ })).toBeVisible({ timeout: 30_000 });
  // 7680 x 5210 is kept with its longest side at 2400.
  await expect(
    page.getByRole('button', { name: 'Iliac point, left in the picture, x 1008, y 733' }),
  ).toBeVisible();
});

test('the server takes no picture on trust', async ({ page }) => {
  const { id } = await addAthlete(page.request);
  const send = (base64: string) =>
    page.request.post('/sync', {
      data: {
        op: 'still',
        still: {
          id: crypto.randomUUID(),
          athleteId: id,
          angle: 'pelvic_drop',
          source: 'photo',
          landmarks: {},
          base64,
        },
      },
    });
  const refused = await send(Buffer.from('<svg onload="x">').toString('base64'));
  expect(refused.status()).toBe(400);
  expect(await refused.json()).toMatchObject({
    issues: [
      {
        code: 'picture.unread',
        values: { why: 'This is neither a PNG nor a JPEG, whatever its name says.' },
      },
    ],
  });
});
