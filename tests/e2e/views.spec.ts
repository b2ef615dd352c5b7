import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { addAthlete, clearAthlete, demoAthlete, hydrated, openStation } from './people';

// Each view stands alone: they fill whatever worker is free.
test.describe.configure({ mode: 'parallel' });

const ysolde = demoAthlete('Ysolde Marrick');

const standards = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** What may differ between light and dark: their colours. The rest of a page is the same. */
const ofColour = ['color-contrast', 'link-in-text-block'];

/** Nothing that axe finds: everything in light, and in dark whatever depends on colour. */
async function clean(page: Page): Promise<void> {
  await page.evaluate(() => document.fonts.ready);
  const grounds = new Set<string>();
  for (const [theme, only] of [
    ['light', { runOnly: standards }],
    ['dark', { runOnly: ofColour }],
  ] as const) {
    await page.emulateMedia({ colorScheme: theme });
    grounds.add(await page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor));
    // The pages have no frames, so axe need not pass its findings between them: that takes two thirds of the time.
    const { violations } = await new AxeBuilder({ page })
      .setLegacyMode(true)
      .options({ ...only, runOnly: [...only.runOnly], resultTypes: ['violations'] })
      .analyze();
    expect(
      violations.map(
        (violation) =>
          `${theme}: ${violation.id}: ${violation.nodes
            .map((node) => node.target.join(' '))
            .slice(0, 4)
            .join(' | ')}`,
      ),
    ).toEqual([]);
  }
  expect([...grounds], 'the page turns over').toHaveLength(2);
  await page.emulateMedia({ colorScheme: 'light' });
}

const views: [string, string][] = [
  ['Today', '/'],
  ['Athletes', '/athletes'],
  ['add an athlete', '/athletes/new'],
  ['import', '/athletes/import'],
  ['Screen', '/screen'],
  ['squad day', '/screen/squad'],
  [
    'rotation',
    `/screen/squad?with=${ysolde.slice(10)}&with=${demoAthlete('Corin Aldous').slice(10)}&testers=2`,
  ],
  ['squad clocks', `/screen/clocks?test=side_plank&with=${ysolde.slice(10)}`],
  ['Trust', '/screen/trust'],
  ['Season', '/season'],
  ['Sessions', '/sessions'],
  ['Library', '/library'],
  ['ladder', `/library/plank?athlete=${ysolde.slice(10)}&with=side_plank_full`],
  ['Tests', '/library/tests'],
  ['Schools', '/library/rules'],
  ['a school', '/library/schools/draw_in'],
  ['Bench', '/bench'],
  ['Lever and load', `/bench/lever?athlete=${ysolde.slice(10)}&rung=side_plank_full`],
  ['Band', '/bench/band?rest=30&wanted=140'],
  ['Settings', '/settings'],
  ['Staff', '/settings/staff'],
  ['trail', '/settings/trail'],
  ['own password', '/settings/password'],
  ['athlete', ysolde],
  ['edit', `${ysolde}/edit`],
  ['own link', `${ysolde}/links`],
  ['Clear', `${ysolde}/clear`],
  ['Clear, referred', `${demoAthlete('Jorah Finch')}/clear`],
  ['battery', `${ysolde}/screen`],
  ['quick re-check', `${ysolde}/screen?purpose=quick`],
  ['result sheet', `${ysolde}/results`],
  ['recordings', `${ysolde}/recordings`],
  ['battery, blocked', `${demoAthlete('Jorah Finch')}/screen`],
  ['Link', `${ysolde}/link`],
  ['log of unplanned work', `${ysolde}/coach/unplanned`],
  ['import of sessions', `${ysolde}/coach/import`],
  ['sport training', `${ysolde}/training`],
  ['import of training', `${ysolde}/training/import`],
  ['what sports ask', '/library/sports'],
  ['a sport', '/library/sports/running.marathon'],
  ['proposals', '/proposals'],
  ['card', `${ysolde}/card`],
  ['who goes to the mat', '/live'],
  ['Review', `${ysolde}/review`],
  ['over time', `${ysolde}/review/over-time`],
  ['athlete with a flag', demoAthlete('Rafferty Dunnock')],
  ['not here', '/nowhere'],
];

/**
 * Trips to the database that a page may make; the plan and its week, which stand beside what was done and the sport's own training,
 * and one that edits what limits, kit and kept sets say need a few more.
 */
const mostQueries = { page: 7, plan: 9, hand: 11 };

/** A page is read in a few trips, has nothing axe finds, nothing cut off on a narrow phone, and no error. */
async function readsWell(page: Page, path: string, most = mostQueries.page): Promise<void> {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !message.text().includes('404')) errors.push(message.text());
  });
  const response = await page.goto(path);
  const queries = /desc="(\d+) queries"/.exec(response?.headers()['server-timing'] ?? '')?.[1];
  expect(Number(queries)).toBeGreaterThan(0);
  expect(Number(queries)).toBeLessThanOrEqual(most);
  await hydrated(page);
  await clean(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await clean(page);
  await page.setViewportSize({ width: 360, height: 740 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  expect(errors).toEqual([]);
}

for (const [name, path] of views)
  test(`axe finds nothing in ${name}, wide and on a phone; it is read in a few queries`, ({ page }) =>
    readsWell(page, path));

for (const [name, path] of [
  ['Plan', 'plan'],
  ['Coach', 'coach'],
] as const)
  test(`axe finds nothing in ${name}, wide and on a phone; it is read in a few queries`, ({ page }) =>
    readsWell(page, `${ysolde}/${path}`, mostQueries.plan));

test('axe finds nothing in the season by hand, wide and on a phone; it is read in a few queries', ({
  page,
}) => readsWell(page, `${ysolde}/plan/hand`, mostQueries.hand));

const nextWeek = `${ysolde}/coach?week=${new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10)}`;

for (const [what, most] of [
  ['log', mostQueries.page],
  ['hand', mostQueries.hand],
] as const)
  test(`axe finds nothing in the ${what} of a session, wide and on a phone; it is read in a few queries`, async ({
    page,
  }) => {
    await page.goto(nextWeek);
    const log = await page.getByRole('link', { name: 'Log this session' }).first().getAttribute('href');
    await readsWell(page, String(log).replace(/log$/, what), most);
  });

test('axe finds nothing in the preview of an import, nor at the door', async ({ page, browser, baseURL }) => {
  await page.goto('/athletes/import');
  await page.getByLabel('Roster file').setInputFiles({
    name: 'team.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Given name,Family name,Born,Sport,Mass,Height\nAda,Axe,1990-01-02,marathon,58,170\nBo,Axe,never,chess,58,170\n',
    ),
  });
  await page.getByRole('button', { name: 'Read the file' }).click();
  await expect(page.getByRole('heading', { name: 'One row has an error' })).toBeVisible();
  await clean(page);
  const context = await browser.newContext({ baseURL, storageState: { cookies: [], origins: [] } });
  const door = await context.newPage();
  await door.goto('/sign-in');
  await clean(door);
  await context.close();
});

test('axe finds nothing in the preview of sessions, nor in a note for a practitioner', async ({ page }) => {
  await page.goto(`${ysolde}/coach/import`);
  await page.getByLabel('File of sessions').setInputFiles({
    name: 'autumn.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Day,Exercise,Seconds,Effort\n2026-01-05,Plank,30,5\nnever,Plank,30,5\n2026-01-06,our own thing,9,5\n',
    ),
  });
  await page.getByRole('button', { name: 'Read the file' }).click();
  await expect(page.getByText('Choose which it is.')).toBeVisible();
  await clean(page);
  await page.goto(demoAthlete('Rafferty Dunnock'));
  await page.getByRole('link', { name: 'Note for a practitioner' }).click();
  await expect(page.getByRole('heading', { name: 'Referral note' })).toBeVisible();
  await readsWell(page, new URL(page.url()).pathname);
});

test('axe finds nothing on the mat, in the dark and in a bright hall: before, in and after a set, in pain, at the end', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await page.goto(nextWeek);
  const mat = await page.getByRole('link', { name: 'Take it to the mat' }).first().getAttribute('href');
  await page.addInitScript(() => localStorage.setItem('zest-pillar.live-settings', '{"leadS":0}'));
  await page.goto(String(mat));
  await hydrated(page);
  const main = page.locator('button[data-main]');
  const both = async () => {
    await clean(page);
    await page.getByText('More', { exact: true }).click();
    await page.getByRole('button', { name: 'Light', exact: true }).click();
    await clean(page);
    await page.getByRole('button', { name: 'Dark', exact: true }).click();
    await page.getByText('More', { exact: true }).click();
  };
  await both();
  await main.click();
  await both();
  await main.click();
  await both();
  await page.getByRole('button', { name: 'Stop: pain' }).click();
  await both();
  await page.getByRole('group', { name: 'Pain, 0 to 10' }).getByRole('button', { name: '6' }).click();
  await page.getByRole('group', { name: 'Where' }).getByRole('button', { name: 'low back' }).click();
  await expect(page.getByRole('button', { name: 'Keep this session' })).toBeVisible();
  await both();
  await page.setViewportSize({ width: 360, height: 740 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
});

test('axe finds nothing in the station, before, while and after a trial', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  await openStation(page, path, ['side_plank', 'heel_tap_level', 'pelvic_drop_stance', 'bridge_foot_float']);
  for (const name of ['Heel tap ladder', 'Pelvic drop in stance', 'Bridge, one foot floats', 'Side plank']) {
    await page
      .getByRole('navigation', { name: 'Battery' })
      .getByRole('button', { name: new RegExp(name) })
      .click();
    await clean(page);
  }
  await page.getByRole('button', { name: 'Start left side' }).click();
  await clean(page);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await clean(page);
  await page.setViewportSize({ width: 360, height: 740 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
});

test('the palette finds an athlete, the lists sort, filter and remember, and the back button works', async ({
  page,
}) => {
  await page.goto('/');
  await hydrated(page);
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Athlete or action').fill('tobin');
  await page.getByRole('option', { name: 'Tobin Aske', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Tobin Aske' })).toBeVisible();
  await page.goBack();
  await expect(page).toHaveURL(/\/$/);
  await page.goto('/athletes');
  await hydrated(page);
  await page.getByPlaceholder('Name or sport').fill('skiing');
  await expect(page).toHaveURL(/q=skiing/);
  await expect(page.getByRole('link', { name: 'Ysolde Marrick' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Next event' }).click();
  await expect(page.getByRole('columnheader', { name: 'Next event' })).toHaveAttribute(
    'aria-sort',
    'ascending',
  );
  await expect(page).toHaveURL(/q=skiing.*sort=event|sort=event.*q=skiing/);
  await page.goto('/athletes');
  await expect(page).toHaveURL(/q=skiing/);
});

test('link shows what-if beside the present ranking', async ({ page }) => {
  await page.goto(`${ysolde}/link`);
  await hydrated(page);
  await page.getByLabel('What if the sport were').selectOption({ label: 'Gymnastics: artistic' });
  await expect(page.getByRole('heading', { name: 'If the sport were Gymnastics: artistic' })).toBeVisible();
  await expect(page.getByText(/now number \d/).first()).toBeAttached();

  // A second sport, what is asked, and a score: beside what is, and what cannot be is said at its field.
  await page.getByText('Suppose something else').click();
  await page.getByLabel('A second sport beside it').selectOption({ label: 'Skiing: alpine speed' });
  await page.getByLabel('Its share, %').fill('50');
  const asked = page.getByRole('group', { name: 'What is asked, 0 to 5' });
  const there = page.getByRole('group', { name: 'What is there, 0 to 120' });
  await asked.getByLabel('Quick brace').fill('0');
  await asked.getByLabel('Back wall').fill('9');
  await there.getByLabel('Side wall, left').fill('20');
  await page.getByRole('button', { name: 'Show it beside' }).click();
  await expect(
    page.getByRole('heading', {
      name: /^If the sport were Gymnastics: artistic and, for 50 %, Skiing: alpine speed, it asked 0 of quick brace and side wall, left scored 20$/,
    }),
  ).toBeVisible();
  await expect(page.getByText('“9” is not a figure from 0 to 5.')).toBeVisible();
  const beside = page.getByRole('region', { name: 'As it is, and as it would be' });
  await expect(beside.getByRole('row', { name: /^Side wall, left/ })).toContainText(
    /1\. P 0\.\d\d, asked 4, has 20/,
  );
  await expect(beside.getByRole('row', { name: /^Quick brace/ })).toContainText(/P 0\.00, asked 0/);
  await clean(page);
  await page.getByRole('link', { name: 'As it is', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'What holds back, in this sport' })).toBeVisible();
});
