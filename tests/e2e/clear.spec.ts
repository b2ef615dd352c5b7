import { expect, test } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { addAthlete, clearAthlete } from './people';

test('an uncleared athlete can be neither tested nor planned, on screen or by a direct post', async ({
  page,
}) => {
  const { path } = await addAthlete(page.request);
  await page.goto(`${path}/screen`);
  await expect(page.getByText('The safety questions have not been answered.')).toBeVisible();
  await expect(page.getByText('Answer the safety form.')).toBeVisible();
  await page.goto(`${path}/plan`);
  await expect(page.getByRole('heading', { name: 'Not to be planned' })).toBeVisible();
  const screen = await page.request.post(`${path}/screen`, {
    form: { id: uuidv7(), purpose: 'first', testIds: 'front_plank', firstSide: 'left' },
  });
  expect(screen.status()).toBe(409);
  const plan = await page.request.post(`${path}/plan`, { form: { id: uuidv7() } });
  expect(plan.status()).toBe(409);
  expect(await plan.text()).toContain('Not to be planned');
});

test('a warning sign refers; only a recorded clearance lifts it', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await page.goto(`${path}/clear`);
  await page.getByRole('button', { name: 'Save the form' }).click();
  await expect(page.getByText('Tick the signs there are, or that there are none.')).toBeVisible();
  await page.getByLabel('Night pain that does not ease').click();
  await page.getByLabel(/athlete agrees/).click();
  await page.getByRole('button', { name: 'Save the form' }).click();
  await expect(page.getByText('Stop and refer', { exact: true }).first()).toBeVisible();
  await expect(page.getByText(/Only a recorded clearance by a licensed practitioner/)).toBeVisible();
  await page.getByRole('button', { name: 'Record the clearance' }).click();
  await expect(page.getByText("Enter the practitioner's name.")).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('M. Ashdown');
  await page.getByLabel('Role').selectOption('physician');
  await page.getByLabel('Date', { exact: true }).fill('2099-01-01');
  await page.getByRole('button', { name: 'Record the clearance' }).click();
  await expect(page.getByText('Tick what the practitioner has cleared or agreed to.')).toBeVisible();
  await expect(page.getByText('Say that they are licensed to practise.')).toBeVisible();
  await page
    .getByRole('group', { name: 'What it clears' })
    .getByLabel('Night pain that does not ease')
    .click();
  await page.getByLabel('They are licensed to practise, here and now').click();
  await page.getByRole('button', { name: 'Record the clearance' }).click();
  await expect(page.getByText('The date lies in the future.')).toBeVisible();
  await page.getByLabel('Date', { exact: true }).fill(new Date().toISOString().slice(0, 10));
  await page.getByRole('button', { name: 'Record the clearance' }).click();
  await expect(page.getByRole('heading', { name: 'Cleared' })).toBeVisible();
  await expect(page.getByText(/M\. Ashdown, physician/)).toBeVisible();
});

test('blood pressure is read strictly, and 185/95 stops', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await page.goto(`${path}/clear`);
  await page.getByLabel('Asked all of them: none').click();
  await page.getByLabel(/athlete agrees/).click();
  await page.getByLabel('Blood pressure, upper').fill('abc');
  await page.getByRole('button', { name: 'Save the form' }).click();
  await expect(page.getByText('Upper value: a whole number from 60 to 260 mmHg.')).toBeVisible();
  await page.getByLabel('Blood pressure, upper').fill('185');
  await page.getByLabel('lower', { exact: true }).fill('95');
  await page.getByRole('button', { name: 'Save the form' }).click();
  await expect(page.getByText('Measured blood pressure at or above 180/110.').first()).toBeVisible();
});

test('a caution leaves tests out of the battery, with the reason and what stands in', async ({ page }) => {
  const { path } = await addAthlete(page.request, { disciplineId: 'gymnastics.artistic' });
  await clearAthlete(page.request, path, ['neck_pain']);
  await page.goto(`${path}/screen`);
  await expect(page.getByRole('region', { name: 'Left out, and why' })).toContainText(
    'Staged hollow: neck pain; Wall hollow, band pulled out stands in',
  );
  await expect(page.getByLabel('Staged hollow')).toHaveCount(0);
  const forced = await page.request.post(`${path}/screen`, {
    form: { id: uuidv7(), purpose: 'first', testIds: 'hollow_stage', firstSide: 'left' },
  });
  expect(forced.status()).toBe(400);
  expect(await forced.text()).toContain('Staged hollow is left out for this athlete: neck pain');
});

test('answering again without the sign lifts nothing, and the second tab’s older form takes no word', async ({
  page,
  context,
}) => {
  const { path } = await addAthlete(page.request);
  await page.goto(`${path}/clear`);
  await page.getByLabel('Night pain that does not ease').click();
  await page.getByLabel(/athlete agrees/).click();
  await page.getByRole('button', { name: 'Save the form' }).click();
  await expect(page.getByRole('button', { name: 'Record the clearance' })).toBeVisible();
  const older = await context.newPage();
  await older.goto(`${path}/clear`);
  await page
    .getByRole('group', { name: 'Stop and refer' })
    .getByLabel('Night pain that does not ease')
    .click();
  await page.getByLabel('Asked all of them: none').click();
  await page.getByRole('button', { name: 'Save the answers of today' }).click();
  await expect(page.getByText('Stop and refer', { exact: true }).first()).toBeVisible();
  await older
    .getByRole('group', { name: 'What it clears' })
    .getByLabel('Night pain that does not ease')
    .click();
  await older.getByLabel('Name', { exact: true }).fill('M. Ashdown');
  await older.getByLabel('Role').selectOption('physician');
  await older.getByLabel('They are licensed to practise, here and now').click();
  await older.getByRole('button', { name: 'Record the clearance' }).click();
  await expect(older.getByText(/was answered again after you opened this page/)).toBeVisible();
});

test('a minor needs a guardian', async ({ page }) => {
  const year = new Date().getFullYear() - 14;
  const { path } = await addAthlete(page.request, { birthDate: `${year}-01-05` });
  await page.goto(`${path}/clear`);
  await page.getByLabel('Asked all of them: none').click();
  await page.getByLabel(/athlete agrees/).click();
  await page.getByRole('button', { name: 'Save the form' }).click();
  await expect(page.getByText(/guardian's consent is needed under 18/).first()).toBeVisible();
  // Answering again asks every question again.
  await page.getByLabel('Asked all of them: none').click();
  await page.getByLabel(/A guardian agrees/).click();
  await page.getByLabel("Guardian's name").fill('Ruth');
  await page.getByRole('button', { name: 'Save the answers of today' }).click();
  await expect(page.getByRole('heading', { name: 'Cleared' })).toBeVisible();
  await expect(page.getByText('Athlete under 16').first()).toBeVisible();
});
