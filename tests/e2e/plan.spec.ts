import { expect, test } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { addAthlete, clearAthlete, demoAthlete, hydrated, ready } from './people';

const day = (ahead: number) => new Date(Date.now() + ahead * 86_400_000).toISOString().slice(0, 10);

test('a season says why it stops, what was not tested, and follows a blackout when planned again', async ({
  page,
}) => {
  const path = await ready(page);
  await page.goto(`${path}/plan`);
  await page.getByRole('button', { name: 'Plan the season' }).click();
  await expect(page.getByText(/Untested, so judged by what the sport asks: .*hip drive/)).toBeVisible();
  // What it would bring to ease the rules that hold it.
  await expect(page.getByRole('region', { name: 'What holds it' })).toContainText(/: \d+(\.\d)? % more\./);
  const picked = page.getByRole('region', { name: 'The picked week' });
  await expect(picked).toContainText(/ramp|minutes|phase|cap/i);
  await hydrated(page);
  await page.getByRole('button', { name: /^Week 3,/ }).click();
  await expect(picked.getByRole('heading')).toContainText('Week 3');
  await page.getByLabel('First day').fill(day(13));
  await page.getByLabel('Last day').fill(day(27));
  await page.getByLabel('Why').fill('travel');
  await page.getByRole('button', { name: 'Add these days' }).click();
  await expect(page.getByText(/travel/)).toBeVisible();
  await page.getByRole('button', { name: 'Plan again from today' }).click();
  await expect(page.getByText(/week off, 0 min/).first()).toBeAttached();
  await page.getByRole('button', { name: 'Remove travel' }).click();
  await expect(page.getByRole('button', { name: 'Remove travel' })).toHaveCount(0);
  // The event is changed where it stands; what is wrong is said at its field and kept.
  await page.getByText('Change Slate run').click();
  const form = page.locator('details', { hasText: 'Change Slate run' });
  const minutes = form.getByRole('textbox', { name: 'Minutes' });
  await minutes.fill('many');
  await form.getByRole('button', { name: 'Save the event' }).click();
  await expect(form.getByText(/number/i)).toBeVisible();
  await minutes.fill('95');
  await form.getByLabel('Event', { exact: true }).fill('Slate mile');
  await form.getByRole('button', { name: 'Save the event' }).click();
  await expect(page.getByText(/Slate mile, .*95 min/)).toBeVisible();
});

test('planning twice by a double click makes one season; without an event it says so', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  const none = await page.request.post(`${path}/plan`, { form: { id: uuidv7() } });
  expect(none.status()).toBe(409);
  expect(await none.text()).toContain('Nothing to plan from');
  const other = await ready(page, 8);
  await page.goto(`${other}/plan`);
  await page.getByRole('button', { name: 'Plan the season' }).dblclick();
  await expect(page.getByRole('heading', { name: /weeks, Slate run in 8 weeks/ })).toBeVisible();
});

test('the card explains itself, keeps the weaker side first, and follows the athlete’s school', async ({
  page,
}) => {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: uuidv7() } });
  const nextWeek = `${path}/coach?week=${day(7)}`;
  await page.goto(nextWeek);
  await expect(page.getByText('Taught as “Brace and hold”')).toBeVisible();
  await expect(page.getByText(/each side, left first, one more left/).first()).toBeVisible();
  await page.goto(`${path}/edit`);
  await page.getByLabel('School').selectOption({ label: 'Flatten and hollow' });
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.waitForURL(new RegExp(`${path}$`));
  await page.request.post(`${path}/coach`, { form: {} });
  await page.goto(nextWeek);
  await expect(page.getByText('Taught as “Flatten and hollow”')).toBeVisible();
  await page.getByText('How, and why this').first().click();
  await expect(page.getByText(/Why this much\./).first()).toBeVisible();
  await expect(
    page.getByText(/% of it is asked|a little more for every two clean sessions/).first(),
  ).toBeVisible();
});

test('pain of 5 after a session opens a flag, holds the qualities on the next card, and closing it frees them', async ({
  page,
}) => {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: uuidv7() } });
  await page.goto(`${path}/coach`);
  await page.getByRole('link', { name: 'Log this session' }).first().click();
  await hydrated(page);
  await page
    .getByRole('group', { name: /How hard/ })
    .getByRole('radio', { name: '7', exact: true })
    .check();
  await page
    .getByRole('group', { name: /Any pain/ })
    .getByRole('radio', { name: '5', exact: true })
    .check();
  await expect(
    page.getByText('End here. Hold this quality, flag for the coach, suggest referral.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Save, all as planned' }).click();
  await expect(page.getByText('Say where the pain was.')).toBeVisible();
  await page.getByRole('button', { name: 'right low back' }).click();
  await page.getByRole('button', { name: 'Save, all as planned' }).click();
  await expect(page.getByText('Open flag')).toBeVisible();
  await page.goto(`${path}/coach?week=${day(7)}`);
  await expect(
    page
      .getByText(/is held by an open pain flag|is held: a pain flag is open/)
      .filter({ visible: true })
      .first(),
  ).toBeVisible();
  await page.getByLabel('Reason for closing the flag').fill('Gone after two days');
  // What another writes while the form is on its way must not lose the page the form leads to.
  await page.route(/\/flags\/[^/]+\.data/, async (route) => {
    await page.request.post(`${path}/events`, {
      form: { id: uuidv7(), name: 'Chalk mile', onDate: day(40), priority: 'C' },
    });
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  await page.getByRole('button', { name: 'Close the flag' }).click();
  await page.waitForURL(new RegExp(`${path}$`));
  await expect(page.getByText('Open flag')).toBeHidden();
  await page.goto(`${path}/coach?week=${day(7)}`);
  await expect(page.getByText('Changed since it was laid out').first()).toBeVisible();
  await expect(
    page.getByText(/is held by an open pain flag|is held: a pain flag is open/).filter({ visible: true }),
  ).toHaveCount(0);
});

test('review says what is real and what is within error', async ({ page }) => {
  await page.goto(`${demoAthlete('Ysolde Marrick')}/review`);
  await expect(
    page.getByRole('heading', { name: /better, \d+ worse, beyond test error|No change beyond/ }),
  ).toBeVisible();
  const row = page.getByRole('row', { name: /Pelvic drop in stance, left/ });
  await expect(row).toContainText('°');
  await expect(row).toContainText(/within error|better|worse/);
  await expect(page.getByRole('img', { name: /^Pillar\./ })).toHaveCount(2);
  const { path } = await addAthlete(page.request);
  await page.goto(`${path}/review`);
  await expect(page.getByRole('heading', { name: 'Nothing to review' })).toBeVisible();
});

test('today puts harm first and gives each line its reason and its way on', async ({ page }) => {
  await page.goto('/');
  const lines = page.getByRole('main').locator('ol > li');
  await expect(lines.first()).toContainText(/Pain flag open/);
  await expect(page.getByRole('listitem').filter({ hasText: 'Jorah Finch' }).first()).toContainText(
    'New numbness or weakness in a leg.',
  );
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Jorah Finch' })
    .getByRole('link', { name: 'Record the clearance' })
    .click();
  await expect(page.getByText('Stop and refer', { exact: true }).first()).toBeVisible();
});
