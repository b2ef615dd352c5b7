import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, type Route, test } from '@playwright/test';
import { hydrated, ready, warning } from './people';

const ahead = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
const stamp = (day: string) => day.replaceAll('-', '');

const entry = (...lines: string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'];
const calendar = (...lines: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'X-WR-CALNAME:Club diary', ...lines, 'END:VCALENDAR'].join('\r\n');

async function choose(page: Page, name: string, text: string): Promise<void> {
  await page
    .getByLabel('Calendar or table')
    .setInputFiles({ name, mimeType: 'text/calendar', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Read the file' }).click();
}

test('a calendar is imported: what its entries are, what is wrong with it, all of it seen first; it closes days, and again it is the same', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  await page.goto(`${path}/plan`);
  await expect(page.getByText('None is written down', { exact: false })).toBeVisible();
  await page.getByRole('link', { name: /a calendar to import/ }).click();
  await page.getByRole('link', { name: 'Import a calendar' }).click();
  await hydrated(page);

  await choose(page, 'notes.ics', 'Dear coach,\nsee you on Monday\n');
  await expect(page.getByText(/does not begin with BEGIN:VCALENDAR/)).toBeVisible();

  // Every day of the week after the next has a session of risk.
  const first = ahead(14);
  const diary = (times: number) =>
    calendar(
      ...entry(
        'UID:jump',
        'SUMMARY:Jumping',
        `DTSTART:${stamp(first)}T100000`,
        `DTEND:${stamp(first)}T113000`,
        `RRULE:FREQ=DAILY;COUNT=${times}`,
      ),
      ...entry('UID:talk', 'SUMMARY:Team talk', `DTSTART:${stamp(ahead(3))}T180000`, 'DURATION:PT1H'),
      ...entry('UID:cup', 'SUMMARY:Harrow cup', `DTSTART;VALUE=DATE:${stamp(ahead(50))}`),
      ...entry('UID:lost', 'SUMMARY:Lost'),
    );
  await choose(page, 'club.ics', diary(14));
  await expect(page.getByRole('heading', { name: 'Check the training' })).toBeVisible();
  await hydrated(page);
  await expect(page.getByRole('checkbox', { name: 'Jumping is of risk' })).toBeChecked();
  await expect(page.getByText('it does not say when it starts')).toBeVisible();
  // Each choice has the file looked through anew; those made meanwhile are not lost, nor shown as they were.
  const late = async (route: Route) => {
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.continue();
  };
  await page.route(/import\/[^/]+\.data/, late);
  await page.getByLabel('Team talk is', { exact: true }).selectOption({ label: 'Nothing: leave it out' });
  await page.getByLabel('Harrow cup is', { exact: true }).selectOption({ label: 'An event, C' });
  await page.getByLabel('How hard Jumping is').selectOption('8');
  await expect(page.getByLabel('Harrow cup is', { exact: true })).toHaveValue('C');
  await expect(
    page.getByRole('heading', { name: /^14 sessions \(14 new, 0 changed\) and 1 event/ }),
  ).toBeVisible();
  await expect(page.getByLabel('How hard Jumping is')).toHaveValue('8');
  await page.unroute(/import\/[^/]+\.data/, late);
  for (const size of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(size.width);
  }
  await page.setViewportSize({ width: 1280, height: 800 });

  await page.getByRole('button', { name: 'Write it' }).click();
  await expect(warning(page).filter({ hasText: /error/ })).toBeVisible();
  await page.getByLabel('Leave out what has errors').check();
  await page.getByRole('button', { name: 'Write it' }).click();
  await page.waitForURL((url) => url.pathname === `${path}/training`);
  await expect(page.getByText('from Club diary').first()).toBeVisible();

  // The plan, made again, leaves those days free and says why.
  await page.goto(`${path}/plan`);
  await expect(page.getByText(/^C Harrow cup/)).toBeVisible();
  await page.getByRole('button', { name: 'Plan again from today' }).click();
  await expect
    .poll(async () => (await page.request.get(`${path}/coach?week=${ahead(21)}`)).text(), { timeout: 30_000 })
    .toContain('No day of this week is left');

  // The same calendar with fewer days takes the others out; a table is read by its columns.
  await page.goto(`${path}/training/import`);
  await hydrated(page);
  await choose(page, 'club.ics', diary(3));
  await expect(page.getByText(/11 sessions that came from it before/)).toBeVisible();
  await page.goto(`${path}/training/import`);
  await hydrated(page);
  await choose(page, 'weeks.csv', `Date;Duration;Title\n${ahead(2)};1:15;Hills\n${ahead(3)};soon;Tempo\n`);
  await expect(page.getByText('"soon" is not a length of 1 minute to a day')).toBeVisible();
  await expect(page.getByRole('heading', { name: /^1 session \(1 new/ })).toBeVisible();
});

test('the usual week is typed and taken out; a session that lies too close to one of risk says so, and is laid out elsewhere', async ({
  page,
}) => {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  await page.goto(`${path}/training`);
  await hydrated(page);
  const form = page.getByRole('region', { name: 'The usual week' });
  await form.getByLabel('What it is').fill('Intervals');
  await form.getByLabel('Minutes').fill('sixty');
  await form.getByRole('button', { name: 'Add to the usual week' }).click();
  await expect(form.getByText('Whole minutes, 1 to a day.')).toBeVisible();
  await expect(form.getByLabel('What it is')).toHaveValue('Intervals');
  await form.getByLabel('Minutes').fill('60');
  await form.getByLabel('How hard').fill('8');
  await form.getByRole('button', { name: 'Add to the usual week' }).click();
  await expect(form.getByText('1 h 00, hard 8 of 10')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Weeks of the sport' })).toContainText('480');

  // The next trunk session gets a session of risk on its day.
  const week = ahead(7);
  await page.goto(`${path}/coach?week=${week}`);
  const link = await page.getByRole('link', { name: 'Take it to the mat' }).first().getAttribute('href');
  const sessionId = new URLSearchParams(String(link).split('?')[1]).get('session') ?? '';
  await page.goto(`${path}/coach/${sessionId}/log`);
  const day = await page.request
    .get(`${path}/sessions.ics`)
    .then((response) => response.text())
    .then(
      (text) => new RegExp(`UID:[^\\r\\n]*${sessionId}[\\s\\S]*?DTSTART;VALUE=DATE:(\\d{8})`).exec(text)?.[1],
    );
  const onDate = String(day).replace(/^(\d{4})(\d{2})(\d{2})$/, '$1-$2-$3');
  await page.goto(`${path}/training`);
  await hydrated(page);
  const days = page.getByRole('region', { name: 'On days of their own' });
  await days.getByLabel('Day', { exact: true }).fill(onDate);
  await days.getByLabel('What it is').fill('Downhill');
  await days.getByLabel('Minutes').fill('90');
  await days.getByLabel('Starts at').fill('10:00');
  await days.getByLabel(/^Of risk/).check();
  await days.getByRole('button', { name: 'Add this session' }).click();
  await expect(page.getByText('Too close to a session of risk')).toBeVisible();
  await page.goto(`${path}/coach?week=${week}`);
  await expect(page.getByText(/Too close to Downhill, on this day at 10:00/)).toBeVisible();
  await page.getByRole('button', { name: /Lay out/ }).click();
  await expect(page.getByText(/Too close to Downhill/)).toHaveCount(0);

  await page.goto(`${path}/training`);
  await hydrated(page);
  await expect(page.getByText('Too close to a session of risk')).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove Intervals' }).click();
  await expect(page.getByText('1 h 00, hard 8 of 10')).toHaveCount(0);
});
