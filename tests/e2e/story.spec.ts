import { expect, type Page, test } from '@playwright/test';
import ICAL from 'ical.js';
import { demoSignIn } from '../../demo/world-sign-in';
import { hydrated } from './people';

/** The whole path on an imported roster, through the screen, as a coach would. */

const family = `Story${Date.now().toString(36)}`;
const roster = `\ufeffFirst name;Surname;DOB;Sex;Sport;Weight (kg);Height (cm);Level\nNell;${family};04.03.1995;f;fell;58,4;167;trained\nOtto;${family};17.11.1989;m;time trial;74,0;181;advanced\n`;

async function answer(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^\d?\s*trunk$/i }).click();
  await page.getByRole('button', { name: 'No pain' }).click();
}

/** Does every trial of the test at hand, worse on the left, with one fault where there is a clock. */
async function doTest(page: Page): Promise<void> {
  const title = await page.getByRole('heading', { level: 2 }).first().textContent();
  for (let guard = 0; guard < 6; guard += 1) {
    const next = page.getByRole('button', { name: /^Next:/ });
    if (await next.isVisible()) return;
    if (
      (await page.getByText('Everything is sent').isVisible()) &&
      (await page.getByRole('button', { name: 'Finish and rank' }).first().isVisible())
    )
      return;
    const trialsBefore = await page
      .getByRole('region', { name: 'Trials of this test' })
      .getByRole('listitem')
      .count();
    const left = await page.getByRole('button', { name: 'left', exact: true, pressed: true }).isVisible();
    if (await page.getByRole('button', { name: /^Start(?! the pace)/ }).isVisible()) {
      await page.getByRole('button', { name: /^Start(?! the pace)/ }).click();
      await page.clock.runFor(left ? 20_000 : 44_000);
      await page.getByRole('button', { name: 'Stop', exact: true }).click();
    } else if (await page.getByRole('button', { name: /^1?\s*Owned/ }).isVisible()) {
      await page.getByRole('button', { name: left ? /Faulted/ : /Owned/ }).click();
    } else if (await page.getByRole('button', { name: /Take/ }).isVisible()) {
      await page.locator('#figure').fill(left ? '11' : '5');
      await page.getByRole('button', { name: /Take/ }).click();
    } else {
      // Levels and small counts: the middle one.
      const keys = page.locator('main fieldset button[aria-pressed]:not(:text("left")):not(:text("right"))');
      const count = await keys.count();
      await keys.nth(Math.floor(count * (left ? 0.4 : 0.7))).click();
      if (await page.getByText('How was it done?').isVisible())
        await page.getByRole('button', { name: /Owned/ }).click();
    }
    await answer(page);
    await page.clock.runFor(500);
    await expect(
      page
        .getByRole('region', { name: 'Trials of this test' })
        .getByRole('listitem')
        .or(page.getByRole('button', { name: /^Next:/ }))
        .first(),
    ).toBeVisible();
    await expect
      .poll(
        async () =>
          (await page.getByRole('heading', { level: 2 }).first().textContent()) !== title ||
          (await page.getByRole('region', { name: 'Trials of this test' }).getByRole('listitem').count()) >
            trialsBefore,
      )
      .toBe(true);
  }
}

// The story starts at the door.
test.use({ storageState: { cookies: [], origins: [] } });

test('from a roster to next week: sign in, import, clear, screen, link, plan, card, log, next', async ({
  page,
}) => {
  test.setTimeout(240_000);

  // 2 Sign in.
  await page.goto('/athletes/import');
  await page.getByLabel('E-mail').fill(demoSignIn.email);
  await page.getByLabel('Password').fill(demoSignIn.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page).toHaveURL(/\/athletes\/import$/);

  // 3 Athletes: import with mapping and preview; nothing is written before it is confirmed.
  await page.goto('/athletes/import');
  await page
    .getByLabel('Roster file')
    .setInputFiles({ name: 'roster.csv', mimeType: 'text/csv', buffer: Buffer.from(roster) });
  await page.getByRole('button', { name: 'Read the file' }).click();
  await expect(page.getByRole('heading', { name: '2 to add, 0 to change, 0 the same' })).toBeVisible();
  await expect(page.getByLabel('Dates are')).toHaveValue('dmy');
  await expect(page.getByText('58.4 kg, 1.67 m')).toBeVisible();
  const before = await page.request.get(`/athletes?q=${family}`);
  expect(await before.text()).not.toContain(`Nell ${family}`);
  await page.getByRole('button', { name: 'Write 2 athletes' }).click();
  await page.waitForURL(/\/athletes$|\/athletes\?/);
  await page.goto(`/athletes?q=${family}`);
  await expect(page.getByRole('link', { name: `Nell ${family}` })).toBeVisible();
  await page.getByRole('link', { name: `Nell ${family}` }).click();
  await expect(page.getByRole('heading', { name: 'Not cleared' })).toBeVisible();
  const path = new URL(page.url()).pathname;

  // 4 Clear: not to be tested until the form is answered.
  await page.getByRole('link', { name: /Screen blocked by Clear/ }).click();
  await expect(page.getByRole('heading', { name: 'Not to be tested' })).toBeVisible();
  await expect(page.getByText('Answer the safety form.')).toBeVisible();
  await page.getByRole('link', { name: 'Open the safety form' }).click();
  await page.getByLabel('Asked all of them: none').click();
  await page.getByLabel(/athlete agrees/).click();
  await page.getByRole('button', { name: 'Save the form' }).click();
  await expect(page.getByRole('heading', { name: 'Cleared' })).toBeVisible();

  // Train every day, so that there is a session today whatever the weekday.
  await page.goto(`${path}/edit`);
  for (const day of ['Tue', 'Thu', 'Sat', 'Sun']) await page.getByLabel(day, { exact: true }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page).toHaveURL(new RegExp(`${path}$`));

  // 5 Screen: the proposed battery at the station.
  await page.goto(`${path}/screen`);
  await hydrated(page);
  await expect(page.getByRole('heading', { name: /\d+ tests, \d+ min/ })).toBeVisible();
  await page.clock.install();
  await page.getByRole('button', { name: 'Start screening' }).click();
  await page.waitForURL(/\/screen\/.+/);
  await hydrated(page);
  const steps = page.getByRole('navigation', { name: 'Battery' }).getByRole('button');
  await expect(steps.first()).toBeVisible();
  const tests = await steps.count();
  expect(tests).toBeGreaterThanOrEqual(10);
  for (let i = 0; i < tests; i += 1) {
    await steps.nth(i).click();
    await doTest(page);
  }
  await expect(page.getByText('Everything is sent')).toBeAttached();
  await page
    .getByRole('button', { name: /Finish .*rank/ })
    .first()
    .click();

  // 6 Link: priorities with their arithmetic, traced to trials.
  await page.waitForURL(/\/link$/);
  await expect(page.getByRole('heading', { name: 'What holds back, in this sport' })).toBeVisible();
  const first = page
    .getByRole('main')
    .locator('ol > li')
    .filter({ has: page.locator('details') })
    .first();
  await expect(first).toContainText(/against/);
  await first.locator('summary').click();
  await expect(first).toContainText(/× \(0\.6 ×/);
  await expect(first.getByRole('table')).toContainText(/standard|cohort/);
  await expect(page.getByRole('img', { name: /^Pillar\. Level pelvis left \d+/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Left against right' })).toBeVisible();

  // 7 Season: an event gives a phase strip and weekly doses.
  await page.goto(`${path}/plan`);
  await page.getByLabel('Event', { exact: true }).fill('Corvel Edge');
  const day = new Date(Date.now() + 84 * 86_400_000).toISOString().slice(0, 10);
  await page.getByLabel('Date', { exact: true }).fill(day);
  await page.getByRole('button', { name: 'Add the event' }).click();
  await expect(page.getByRole('heading', { name: 'Ready to plan' })).toBeVisible();
  await page.getByRole('button', { name: 'Plan the season' }).click();
  await expect(page.getByRole('heading', { name: /weeks, Corvel Edge in 12 weeks/ })).toBeVisible();
  await expect(page.getByRole('table', { name: 'Weekly sets by quality' })).toContainText('Level pelvis');
  for (const phase of ['Ground', 'Build', 'Sport', 'Sharpen', 'Restore'])
    await expect(page.getByText(phase, { exact: true }).first()).toBeVisible();

  // 8 Card: sessions with prescriptions, on screen, on paper, in a calendar.
  await page.goto(`${path}/coach`);
  const sessionToday = page.getByRole('link', { name: 'Log this session' }).first();
  await expect(sessionToday).toBeVisible();
  await page.getByText('How, and why this').first().click();
  await expect(page.getByText('Why this.').first()).toBeVisible();
  await expect(page.getByText('Ends the set:').first()).toBeVisible();
  await page.getByRole('link', { name: 'Card to print' }).click();
  await expect(page.getByRole('button', { name: 'Print the card' })).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print the card' })).toBeHidden();
  await expect(page.getByText('Not medical advice').first()).toBeVisible();
  await page.emulateMedia({ media: 'screen' });
  const ics = await (await page.request.get(`${path}/sessions.ics`)).text();
  const events = new ICAL.Component(ICAL.parse(ics))
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event));
  expect(events.length).toBeGreaterThanOrEqual(3);
  expect(new Set(events.map((event) => event.uid)).size).toBe(events.length);
  expect(events[0]?.summary).toMatch(/Trunk session, \d+ min/);

  // 9 Log: one exercise lost twice to the same fault, the rest as planned; then the proposals, and the next card.
  await page.goto(`${path}/coach`);
  await page.getByRole('link', { name: 'Log this session' }).first().click();
  await hydrated(page);
  const items = page.getByRole('main').locator('form > ol > li');
  const lostItem = items.filter({ has: page.getByText(/ otherwise$/).nth(1) }).first();
  const lostName = (await lostItem.locator('strong').first().textContent()) ?? '';
  const doseBefore = (await lostItem.locator('p.head').textContent()) ?? '';
  for (const i of [0, 1])
    await lostItem
      .getByText(/ otherwise$/)
      .nth(i)
      .click();
  await page.getByRole('button', { name: 'Save with 2 exceptions' }).click();
  // What was done is not filled in for anybody.
  await expect(lostItem.getByText(/say how much was done/).first()).toBeVisible();
  for (const i of [0, 1]) {
    await lostItem
      .getByLabel(/set \d+, /)
      .nth(i)
      .fill('2');
    await lostItem.getByLabel('ended by').nth(i).selectOption({ index: 1 });
  }
  await expect(page.getByRole('button', { name: 'Save with 2 exceptions' })).toBeVisible();
  await page.getByRole('button', { name: 'Save with 2 exceptions' }).click();
  await expect(page.getByText('Say how hard it was')).toBeVisible();
  await page
    .getByRole('group', { name: /How hard/ })
    .getByRole('radio', { name: '6', exact: true })
    .check();
  await page
    .getByRole('group', { name: /Any pain/ })
    .getByRole('radio', { name: '0', exact: true })
    .check();
  await page.getByRole('button', { name: 'Save with 2 exceptions' }).click();
  await expect(page.getByRole('heading', { name: 'For next time' })).toBeVisible();
  const proposal = page.getByRole('main').locator('form li').filter({ hasText: lostName }).first();
  await expect(proposal).toContainText(/2 sets lost to .*(Shorter|back to|30 % shorter)/i);
  // "Quality: rung, 2 × 10 reps → rung, 2 × 7 reps".
  const [, toName = '', toAmount = ''] =
    /→ (.+), \d+ × (\d+ [a-z]+)/.exec((await proposal.textContent()) ?? '') ?? [];
  expect(toName).not.toBe('');
  await page.getByRole('button', { name: /^Decide th/ }).click();
  await expect(page.getByRole('heading', { name: 'For next time' })).toBeHidden();
  await expect(page.getByText('logged, effort 6 of 10')).toBeVisible();
  // The next card follows what was accepted: the new rung or amount, and no longer the old one.
  await page.goto(`${path}/coach?week=${new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10)}`);
  const card = page.getByRole('main');
  await expect(card.getByRole('link', { name: 'Log this session' }).first()).toBeVisible();
  const item = card.getByRole('listitem').filter({ hasText: toName }).first();
  await expect(item).toContainText(`× ${toAmount}`);
  expect(await card.textContent()).not.toContain(`${lostName}${doseBefore}`);
});
