import { expect, test } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { addAthlete, clearAthlete, demoAthlete, hydrated, warning } from './people';

test('the athlete form names what is wrong beside each field and keeps what was entered', async ({
  page,
}) => {
  await page.goto('/athletes/new');
  await hydrated(page);
  await page.getByLabel('Given name').fill('Nell');
  await page.getByLabel('Date of birth').fill('2031-01-01');
  await page.getByLabel('Body mass').fill('-58');
  await page.getByLabel('Stature').fill('nine feet');
  await page.getByLabel('Sessions a week').fill('99');
  await page.getByLabel('Minutes a session').fill('1e9');
  await page.getByRole('button', { name: 'Save and go to Clear' }).click();
  for (const says of [
    'Enter the family name.',
    'The date of birth lies in the future.',
    'Choose a discipline.',
    '"nine feet" is not a number.',
  ]) {
    await expect(page.getByText(says)).toBeVisible();
  }
  await expect(page.getByLabel('Given name')).toHaveValue('Nell');
  await expect(page.getByLabel('Stature')).toHaveValue('nine feet');
  await expect(page.getByLabel('Stature')).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Family name').fill('Sound');
  await page.getByLabel('Date of birth').fill('1990-02-03');
  await page.getByLabel('Discipline').selectOption('dance');
  await page.getByLabel('Body mass').fill('900');
  await page.getByLabel('Stature').fill('170,5');
  await page.getByRole('button', { name: 'Save and go to Clear' }).click();
  await expect(page.getByText('Sessions a week: 1 to 5.')).toBeVisible();
  await expect(page.getByText('Minutes a session: 8 to 45.')).toBeVisible();
  await page.getByLabel('Sessions a week').fill('3');
  await page.getByLabel('Minutes a session').fill('20');
  await expect(page.getByText('900 kg is 900 kg; 20 to 250 kg are taken.')).toBeVisible();
});

test('a double click saves once', async ({ page }) => {
  const family = `Twice${Date.now().toString(36)}`;
  await page.goto('/athletes/new');
  await hydrated(page);
  await page.getByLabel('Given name').fill('Nell');
  await page.getByLabel('Family name').fill(family);
  await page.getByLabel('Date of birth').fill('1990-02-03');
  await page.getByLabel('Discipline').selectOption('dance');
  await page.getByLabel('Body mass').fill('60');
  await page.getByLabel('Stature').fill('170');
  await page.getByRole('button', { name: 'Save and go to Clear' }).dblclick();
  await page.waitForURL(/\/clear$/);
  await page.goto(`/athletes?q=${family}`);
  await expect(page.getByRole('link', { name: `Nell ${family}` })).toHaveCount(1);
  // And the same form posted twice by hand.
  const { id } = await addAthlete(page.request, { familyName: `${family}b` });
  const again = await page.request.post('/athletes/new', {
    form: {
      id,
      version: '0',
      givenName: 'Pia',
      familyName: `${family}b`,
      birthDate: '1993-05-04',
      sex: 'female',
      disciplineId: 'dance',
      level: 'trained',
      mass: '60',
      massUnit: 'kg',
      stature: '170',
      lengthUnit: 'cm',
      sessionsPerWeek: '3',
      minutesPerSession: '25',
      weekdays: '1',
    },
  });
  expect(again.ok()).toBe(true);
  await page.goto(`/athletes?q=${family}b`);
  await expect(page.getByRole('link', { name: `Pia ${family}b` })).toHaveCount(1);
});

test('of two tabs the later save is told, and overwrites nothing', async ({ page, context }) => {
  const { path } = await addAthlete(page.request);
  await page.goto(`${path}/edit`);
  const other = await context.newPage();
  await other.goto(`${path}/edit`);
  await hydrated(other);
  await hydrated(page);
  await page.getByLabel('Body mass').fill('61');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.waitForURL(new RegExp(`${path}$`));
  await other.getByLabel('Body mass').fill('75');
  await other.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(warning(other)).toContainText('Nothing was overwritten');
  await expect(other.getByLabel('Body mass')).toHaveValue('75');
  await page.reload();
  await expect(page.getByText('61 kg').first()).toBeVisible();
});

test('an event must lie ahead, on a real day, with sane figures', async ({ page }) => {
  await page.goto(`${demoAthlete('Corin Aldous')}/plan`);
  await hydrated(page);
  await page.getByRole('button', { name: 'Add the event' }).click();
  await expect(page.getByText('Name the event.')).toBeVisible();
  await page.getByLabel('Event', { exact: true }).fill('Yesterday cup');
  await page.getByLabel('Date', { exact: true }).fill('2020-01-01');
  await page.getByLabel('Minutes', { exact: true }).fill('-5');
  await page.getByRole('button', { name: 'Add the event' }).click();
  await expect(page.getByText('Minutes: 0.1 to 2880 are taken.')).toBeVisible();
  await page.getByLabel('Minutes', { exact: true }).fill('5');
  await page.getByRole('button', { name: 'Add the event' }).click();
  await expect(page.getByText('This day is past; a season is planned towards a day to come.')).toBeVisible();
  const impossible = await page.request.post(`${demoAthlete('Corin Aldous')}/events`, {
    form: { id: uuidv7(), name: 'X', onDate: '2027-02-30', priority: 'A' },
  });
  expect(impossible.status()).toBe(400);
  expect(await impossible.text()).toContain('not a day of the calendar');
  await page.getByLabel('First day').fill('2027-03-09');
  await page.getByLabel('Last day').fill('2027-03-01');
  await page.getByLabel('Why').fill('exams');
  await page.getByRole('button', { name: 'Add these days' }).click();
  await expect(page.getByText('The last day lies before the first.')).toBeVisible();
});

test('a session is logged once, not before its day, and only with figures that fit', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  const ahead = demoAthlete('Ysolde Marrick');
  await page.goto(`${ahead}/coach?week=${new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10)}`);
  await page.getByRole('link', { name: 'Log this session' }).first().click();
  await expect(page.getByText('This session lies ahead: saved now, it was done today.')).toBeVisible();
  const sessionId = /coach\/([0-9a-f-]{36})\/log/.exec(page.url())?.[1];
  const send = (log: object) =>
    page.request.post('/sync', {
      data: { op: 'log', log: { id: uuidv7(), sessionId, effort: 5, painScore: 0, sets: [], ...log } },
    });
  expect((await send({})).status()).toBe(400);
  expect((await send({ onDate: '2099-01-01' })).status()).toBe(400);
  expect((await send({ effort: 500 })).status()).toBe(400);
  expect((await send({ sessionId: uuidv7() })).status()).toBe(404);
});

test('settings refuse weights that do not add up, and a second tab', async ({ page }) => {
  await page.goto('/settings');
  await hydrated(page);
  await page.getByLabel('Shortfall').fill('0,9');
  await page.getByRole('button', { name: 'Save the settings' }).click();
  await expect(page.getByText('The three weights must make 1.')).toBeVisible();
  await page.getByLabel('Shortfall').fill('lots');
  await page.getByRole('button', { name: 'Save the settings' }).click();
  await expect(page.getByText('Enter a number.')).toBeVisible();
});

test('a phase with another time is said in the form, refused at its field, and kept; what is empty is as usual', async ({
  page,
}) => {
  const { path } = await addAthlete(page.request);
  await page.goto(`${path}/edit`);
  await hydrated(page);
  await page.getByText('Another time in some phases').click();
  const sport = page.getByRole('group', { name: 'Sport', exact: true });
  await sport.getByLabel('Minutes').fill('5');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(sport.getByText(/8 to 45/)).toBeVisible();
  await expect(sport.getByLabel('Minutes')).toHaveValue('5');
  await sport.getByLabel('Minutes').fill('15');
  await sport.getByLabel('Tue').check();
  await page.getByLabel('Ground ends').selectOption({ label: 'when it is mastered' });
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.waitForURL((url) => url.pathname === path);
  await page.goto(`${path}/edit`);
  await hydrated(page);
  await expect(sport.getByLabel('Sessions')).toHaveValue('');
  await expect(sport.getByLabel('Minutes')).toHaveValue('15');
  await expect(sport.getByLabel('Tue')).toBeChecked();
  await expect(sport.getByLabel('Mon')).not.toBeChecked();
  await expect(page.getByLabel('Ground ends')).toHaveValue('mastery');
  const load = page.getByRole('group', { name: 'Load', exact: true });
  await expect(load.getByLabel('Minutes')).toHaveValue('');
  // Emptied, it is as usual again.
  await sport.getByLabel('Minutes').fill('');
  await sport.getByLabel('Tue').uncheck();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.waitForURL((url) => url.pathname === path);
  await page.goto(`${path}/edit`);
  await hydrated(page);
  await page.getByText('Another time in some phases').click();
  await expect(sport.getByLabel('Minutes')).toHaveValue('');
  await expect(sport.getByLabel('Tue')).not.toBeChecked();
});

test('another place has its days, phases, minutes and kit; it is refused at its field, kept, and taken out', async ({
  page,
}) => {
  const { path } = await addAthlete(page.request);
  const save = page.getByRole('button', { name: 'Save', exact: true });
  const edit = async () => {
    await page.goto(`${path}/edit`);
    await hydrated(page);
  };
  await edit();
  await page.getByRole('button', { name: 'Add a place' }).click();
  await page.getByRole('button', { name: 'Add a place' }).click();
  const first = page.getByRole('group', { name: 'Place 1' });
  const second = page.getByRole('group', { name: 'Place 2' });
  await first.getByLabel('Minutes').fill('60');
  await first.getByLabel('Mon').check();
  await second.getByLabel('Name').fill('Hall');
  await second.getByLabel('Sport').check();
  await save.click();
  await expect(first.getByText('Name the place.')).toBeVisible();
  await expect(first.getByText(/8 to 45/)).toBeVisible();
  await first.getByLabel('Name').fill('Hall');
  await first.getByLabel('Minutes').fill('40');
  await save.click();
  await expect(second.getByText('Two places have this name.')).toBeVisible();
  await first.getByLabel('Name').fill('Gym');
  await first.getByLabel('Cable', { exact: false }).first().check();
  await save.click();
  await page.waitForURL((url) => url.pathname === path);
  await edit();
  await expect(first.getByLabel('Name')).toHaveValue('Gym');
  await expect(first.getByLabel('Minutes')).toHaveValue('40');
  await expect(first.getByLabel('Mon')).toBeChecked();
  await expect(first.getByLabel('Cable', { exact: false }).first()).toBeChecked();
  await expect(second.getByLabel('Sport')).toBeChecked();
  // The first is taken out: the other stays what it was.
  await page.getByRole('button', { name: 'Take place 1 out' }).click();
  await save.click();
  await page.waitForURL((url) => url.pathname === path);
  await edit();
  await expect(first.getByLabel('Name')).toHaveValue('Hall');
  await expect(first.getByLabel('Sport')).toBeChecked();
  await expect(second).toHaveCount(0);
});
