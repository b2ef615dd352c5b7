import { expect, test } from '@playwright/test';
import { demoSignIn } from '../../demo/world-sign-in';
import {
  addAthlete,
  answered,
  clearAthlete,
  demoAthlete,
  hydrated,
  openStation,
  plainTrial,
  warning,
} from './people';

test('the result sheet prints on one page', async ({ page }) => {
  for (const name of ['Ysolde Marrick', 'Corin Aldous', 'Odessa Penhale']) {
    await page.goto(`${demoAthlete(name)}/results`);
    await expect(page.getByRole('heading', { name: /Results of/ })).toBeVisible();
    for (const format of ['A4', 'Letter'] as const) {
      const pdf = (await page.pdf({ format, preferCSSPageSize: false })).toString('latin1');
      expect({ name, format, pages: (pdf.match(/\/Type \/Page\b/g) ?? []).length }).toEqual({
        name,
        format,
        pages: 1,
      });
    }
  }
});

test('a trial is corrected with its reason: the old one stays, a second hand is told', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  const screen = await openStation(page, path, ['front_plank']);
  await page.request.post('/sync', { data: { op: 'trial', trial: plainTrial(screen, 'front_plank') } });
  await page.goto(`${path}/results`);
  await hydrated(page);
  await page.getByText('1 trial', { exact: true }).click();
  await page.getByText('Correct it').click();
  await page.getByLabel('Figure, s').fill('66');
  await page.getByRole('button', { name: 'Keep the correction' }).click();
  await expect(warning(page)).toContainText('Say in a few words why.');
  await page.getByLabel('Figure, s').fill('6600');
  await page.getByLabel('Why').fill('Read from the video');
  await page.getByRole('button', { name: 'Keep the correction' }).click();
  await expect(warning(page)).toContainText('outside 0 to 600');
  // Another window still shows the old trial.
  const other = await page.context().newPage();
  await other.goto(`${path}/results`);
  await page.getByLabel('Figure, s').fill('66');
  await page.getByRole('button', { name: 'Keep the correction' }).click();
  await expect(page.getByRole('img', { name: 'Front plank: 66 s' })).toBeVisible();
  await expect(page.getByText('was 60 s: Read from the video')).toBeVisible();
  await hydrated(other);
  await other.getByText('1 trial', { exact: true }).click();
  await other.getByText('Correct it').click();
  await other.getByLabel('Figure, s').fill('70');
  await other.getByLabel('Why').fill('Mine is right');
  await other.getByRole('button', { name: 'Keep the correction' }).click();
  await expect(warning(other)).toContainText('Somebody corrected this trial');
});

test('two testers on one athlete see one another’s trials, and a screen goes on elsewhere', async ({
  page,
  browser,
}) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  const screen = await openStation(page, path, ['bridge_foot_float', 'front_plank']);
  // The second tester's tablet, signed in by itself.
  const second = await browser.newContext({ storageState: undefined });
  const tablet = await second.newPage();
  await tablet.goto('/sign-in');
  await tablet.getByLabel('E-mail').fill('second@larkmoor.example');
  await tablet.getByLabel('Password').fill(demoSignIn.password);
  await tablet.getByRole('button', { name: 'Sign in' }).click();
  await tablet.waitForURL('**/');
  await tablet.goto(`${path}/screen`);
  await tablet.getByRole('link', { name: 'Go on with the open screen' }).click();
  await tablet.waitForURL(`**/screen/${screen}`);
  await hydrated(tablet);
  await tablet.getByRole('button', { name: /Owned/ }).click();
  await tablet.getByRole('button', { name: 'Trunk', exact: true }).click();
  await tablet.getByRole('button', { name: 'No pain' }).click();
  await answered(tablet);
  await second.close();
  // The first one looks again by itself.
  await expect(page.getByRole('region', { name: 'Trials of this test' })).toContainText('by Jonna Weir', {
    timeout: 25_000,
  });
});

test('the typical error found from repeats becomes the practice’s own, with its reason', async ({ page }) => {
  await page.goto('/screen/trust?test=side_plank');
  await hydrated(page);
  await expect(page.getByText(/Our repeats say/)).toBeVisible();
  const use = page.getByRole('button', { name: /^Use \d+\.\d as our own$/ });
  const figure = /(\d+\.\d)/.exec((await use.textContent()) ?? '')?.[1];
  await use.click();
  await expect(
    page.getByRole('heading', {
      name: new RegExp(`Typical error: ${figure?.replace(/\.0$/, '')} s our own; default 9`),
    }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Back to the default' }).click();
  await expect(page.getByRole('heading', { name: 'Typical error: 9 s default' })).toBeVisible();
});
