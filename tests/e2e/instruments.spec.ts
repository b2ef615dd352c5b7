import { expect, type Page, test } from '@playwright/test';
import { traceCsv } from '../../core/formats/trace-writer';
import { simulate } from '../../core/signals/simulate';
import { addAthlete, answered, clearAthlete, hydrated, openStation, warning } from './people';

/** A cleared athlete at the station of one test, with an instrument on and what it plays opened. */
async function watched(page: Page, testId: string, instrument: string) {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  await openStation(page, path, [testId]);
  const panel = page.getByRole('region', { name: 'Instrument' });
  await panel.getByRole('button', { name: instrument }).click();
  await panel.getByText('A simulated instrument').click();
  return { path, panel };
}

test('a solo screen with the cuff: the trace proposes the contact lost, the tester takes it, the recording stays', async ({
  page,
}) => {
  const { path, panel } = await watched(page, 'dead_bug_breaths', 'Pressure cuff');
  await panel.getByLabel('Control is lost').selectOption('6');
  await expect(page.getByRole('img', { name: 'Pressure cuff, live trace' })).toBeVisible();
  await page.getByRole('button', { name: 'Start the pace, left side' }).click();
  // Control is lost after 6 s, before the first breath of 7 s is over; the tester sees it a little later.
  await expect(page.getByText(/2 of 10 breaths/)).toBeVisible({ timeout: 30_000 });
  await page.keyboard.press(' ');
  await expect(panel.getByText(/0 paced breaths before the loss at (5.\d|6(.\d)?) s/)).toBeVisible();
  await panel.getByRole('button', { name: 'Take what the trace says' }).click();
  await expect(panel.getByRole('button', { name: 'Taken' })).toBeVisible();
  await page.getByRole('button', { name: 'Trunk', exact: true }).click();
  await page.getByRole('button', { name: 'No pain' }).click();
  const trials = page.getByRole('region', { name: 'Trials of this test' });
  await expect(trials).toContainText('left 0 breaths');
  await answered(page);

  // The recording is there, can be played again and taken out, and what comes out goes in again.
  await page.goto(`${path}/recordings`);
  await page.getByRole('link', { name: 'Dead bug by breath, left' }).click();
  await expect(page.getByText('First loss', { exact: true })).toBeVisible();
  await hydrated(page);
  await page.getByRole('button', { name: 'Play 16 ×' }).click();
  await expect(page.getByRole('slider', { name: 'Place in the recording, s' })).not.toHaveValue('0');
  const href = await page.getByRole('link', { name: 'Take it out as CSV' }).getAttribute('href');
  const csv = await (await page.request.get(href ?? '')).text();
  expect(csv.split('\n')[0]).toBe('t_s,cuff [mmHg]');
  await page.goto(`${path}/recordings`);
  await page
    .getByLabel('File')
    .setInputFiles({ name: 'cuff.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText(/Pressure cuff, imported/)).toBeVisible();
  // A wrong unit is refused with line and column, and nothing of it is kept.
  await page.goto(`${path}/recordings`);
  await page.getByLabel('File').setInputFiles({
    name: 'cuff.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(csv.replace('mmHg', 'kPa')),
  });
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(warning(page)).toContainText('column 2: Pressure comes in kPa, not in mmHg');
});

test('a hold survives its sensor: it is gone for 3 s, the page says so, the hold is timed and kept', async ({
  page,
}) => {
  const { panel } = await watched(page, 'front_plank', 'Pelvis and trunk sensor');
  await panel.getByLabel('Control is lost').selectOption('none');
  await panel.getByLabel('The instrument is').selectOption('disconnect');
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(panel.getByText(/instrument (is gone|does not answer)/)).toBeVisible({ timeout: 12_000 });
  // It comes back by itself and the notice goes.
  await expect(panel.getByText(/instrument (is gone|does not answer)/)).toBeHidden({ timeout: 12_000 });
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(panel.getByText('Hatched: left out, gap.')).toBeVisible();
  await expect(
    panel.getByText(/gave no reading that can be used from [34]\.\d to 7\.\d s: no figure from it/),
  ).toBeVisible();
  await expect(panel.getByRole('button', { name: /^Take/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Trunk', exact: true }).click();
  await page.getByRole('button', { name: 'No pain' }).click();
  await expect(page.getByRole('region', { name: 'Trials of this test' })).toContainText('saved');
});

test('marks of a hold are moved by the arrow keys and taken', async ({ page }) => {
  const { panel } = await watched(page, 'front_plank', 'Pelvis and trunk sensor');
  await panel.getByLabel('Control is lost').selectOption('6');
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await expect(panel.getByText(/The trace: first loss at/)).toBeVisible({ timeout: 15_000 });
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const mark = panel.getByRole('slider', { name: 'First loss' });
  await mark.focus();
  const before = Number(await mark.getAttribute('aria-valuenow'));
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect(mark).toHaveAttribute('aria-valuenow', String(Math.round((before - 0.2) * 10) / 10));
  await panel.getByRole('button', { name: /^Take \d/ }).click();
  await expect(panel.getByRole('button', { name: 'Taken' })).toBeVisible();
});

test('a trace of a run that is brought in is read as steps, left against right', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  const { trace, truth } = simulate({ seed: 'a run', instrument: 'pelvis', play: 'gait', seconds: 20 });
  await page.goto(`${path}/recordings`);
  await page
    .getByLabel('File')
    .setInputFiles({ name: 'run.csv', mimeType: 'text/csv', buffer: Buffer.from(traceCsv(trace)) });
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await page.getByRole('link', { name: 'Read as steps' }).click();
  const line = page.getByText(/left \d+\.\d° over \d+, right \d+\.\d° over \d+/);
  await expect(line).toBeVisible();
  const [, left, right] =
    /left (\d+\.\d)° over \d+, right (\d+\.\d)°/.exec((await line.textContent()) ?? '') ?? [];
  expect(Math.abs(Number(left) - (truth.dropDeg?.left ?? 0))).toBeLessThan(1);
  expect(Math.abs(Number(right) - (truth.dropDeg?.right ?? 0))).toBeLessThan(1);
});
