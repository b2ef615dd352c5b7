import { expect, test } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import {
  addAthlete,
  clearAthlete,
  demoAthlete,
  hydrated,
  openStation,
  plainTrial,
  ready,
  warning,
} from './people';

const ysoldeId = demoAthlete('Ysolde Marrick').slice('/athletes/'.length);

test('a coach finds a rung, sees its numbers for an athlete, and sets two side by side', async ({ page }) => {
  await page.goto(`/library?athlete=${ysoldeId}`);
  await hydrated(page);
  await page.getByRole('searchbox', { name: 'Find' }).fill('side plank');
  await expect(page).toHaveURL(/q=side/);
  await page.getByRole('link', { name: 'Side plank', exact: true }).click();
  const rungs = page.getByRole('list', { name: 'Rungs, the hardest on top' });
  await expect(rungs.getByRole('listitem')).toHaveCount(6);
  // Her left side was lost first: its hold speaks for the very rung, with what the logs taught since.
  await rungs.getByRole('link', { name: /2\. Side plank, legs straight/ }).click();
  const panel = page.getByRole('region', { name: 'Side plank, legs straight' });
  await expect(panel.getByText(/Side plank left, \d+ s on .*; followed by the logs to/)).toBeVisible();
  await expect(panel.getByText(/^\d+ s$/).first()).toBeVisible();
  // The first rung is a big jump away, and the page says so.
  await expect(rungs.getByText(/^▲ \+\d+ %$/).first()).toBeVisible();
  await page
    .getByLabel('Side by side with')
    .selectOption({ label: 'Suitcase hold, standing still' })
    .catch(async () => {
      await page.getByLabel('Side by side with').selectOption('carry_suitcase_hold');
    });
  await expect(page).toHaveURL(/with=carry_suitcase_hold/);
  // Line by line, what differs marked; taken away again by one press.
  const both = page.getByRole('region', { name: 'Side by side' });
  await expect(both.getByText(/asks .* % against the second/)).toBeVisible();
  await expect(both.getByRole('row', { name: /Kit\s*, differs/ })).toBeVisible();
  await expect(both.getByRole('columnheader', { name: /Suitcase hold, standing still/ })).toBeVisible();
  await both.getByRole('link', { name: 'Take away' }).click();
  await expect(both).toHaveCount(0);
});

test('the figure of a rung moves by keyboard, and its moment with it', async ({ page }) => {
  await page.goto('/library/leg_lowering?rung=leg_raise_both');
  await hydrated(page);
  const slider = page.getByRole('slider', { name: 'Place in the rep' });
  const figure = page.getByRole('img', { name: /^Double leg raise/ });
  const before = await figure.innerHTML();
  await expect(slider).toHaveAttribute('aria-valuetext', /100 % of the way, 8\d N·m/);
  await slider.focus();
  await page.keyboard.press('Home');
  await expect(slider).toHaveAttribute('aria-valuetext', /^0 % of the way, 1\d N·m/);
  expect(await figure.innerHTML()).not.toBe(before);
});

test('an absurd body is refused in words, and the reference body stands in', async ({ page }) => {
  for (const [query, words] of [
    ['mass=0&stature=175', 'A body mass of 0 kg is outside 20 to 250 kg.'],
    ['mass=70&stature=', 'Stature is missing.'],
    ['mass=70&stature=17,5', 'A stature of 0.175 m is outside'],
  ] as const) {
    await page.goto(`/library/plank?${query}`);
    await expect(warning(page)).toContainText(words);
    await expect(page.locator('main')).not.toContainText(/NaN|Infinity|undefined/);
  }
});

test('a school says what it leaves out and why, and disputes show both sides', async ({ page }) => {
  await page.goto('/library/curl_up?school=brace&rung=curl_up_ball');
  await expect(page.getByText(/Left out: the school “Brace and hold”/).first()).toBeVisible();
  await expect(page.getByRole('heading', { name: /Disputed: sit-up and crunch/ })).toBeVisible();
  await page.goto('/library/rules');
  await expect(page.getByRole('heading', { name: 'Disputed, both sides' })).toBeVisible();
  await page
    .getByText(/Leaves out \d+ rungs, and why/)
    .first()
    .click();
  await expect(page.getByText(/leaves out a flexing low back/).first()).toBeVisible();
});

test('a school is copied, changed, offered and hidden; what it leaves out follows', async ({ page }) => {
  await page.goto('/library/rules');
  await page.getByRole('link', { name: /Copy and change.*Brace and hold/ }).click();
  await hydrated(page);
  await page.getByRole('button', { name: 'Keep as our own school' }).click();
  await expect(page.getByText('Say why, for whoever reads this later.')).toBeVisible();
  await page.getByLabel('Name').fill('Larkmoor way');
  await page.getByLabel('Face down, on hands or elbows').fill('Long from heels to crown.');
  await page.getByLabel('Why').fill('What we teach.');
  await page.getByRole('button', { name: 'Keep as our own school' }).click();
  await expect(page.getByRole('heading', { name: 'Larkmoor way', level: 1 })).toBeVisible();
  await expect(page.getByText('Our own, after Brace and hold')).toBeVisible();
  await expect(page.getByRole('definition').filter({ hasText: 'Long from heels to crown.' })).toBeVisible();
  const path = new URL(page.url()).pathname;
  const id = path.split('/').at(-1);

  // It fits what it was copied from until it says otherwise.
  const leftOut = page.getByText(/^Leaves out \d+ rungs?, and why$/);
  const before = Number(/\d+/.exec(String(await leftOut.textContent()))?.[0]);
  await page.goto(`/library/side_plank?school=${id}`);
  await expect(page.getByText(/Left out: the school “Larkmoor way” leaves this ladder out/)).toHaveCount(0);
  await page.goto(path);
  await hydrated(page);
  await page.getByRole('combobox', { name: 'Side plank', exact: true }).selectOption({ label: 'leaves out' });
  await page.getByLabel('Why').fill('Shoulders first.');
  await page.getByRole('button', { name: 'Save our school' }).click();
  await expect(leftOut).not.toHaveText(new RegExp(`Leaves out ${before} `));
  await page.getByText(/^History, 2 changes/).click();
  await expect(page.getByText('Changed ladders of Larkmoor way')).toBeVisible();

  // It is offered to a practice and to an athlete, until it is hidden.
  const offered = async () => {
    await page.goto('/athletes/new');
    return page.getByRole('option', { name: 'Larkmoor way' }).count();
  };
  expect(await offered()).toBe(1);
  await page.goto('/settings');
  await expect(page.getByText('Larkmoor way.')).toBeVisible();
  await page.goto(path);
  await hydrated(page);
  await page.getByLabel('Why').fill('Tried and left.');
  await page.getByRole('button', { name: 'Hide it' }).click();
  await expect(page.getByText('Hidden: no longer offered')).toBeVisible();
  expect(await offered()).toBe(0);
  await page.goto(path);
  await hydrated(page);
  await page.getByLabel('Why').fill('Tried again.');
  await page.getByRole('button', { name: 'Offer it again' }).click();
  await expect(page.getByText('Hidden: no longer offered')).toHaveCount(0);
});

test('what a sport asks is changed with a reason and taken back; a copy is ours, and an athlete is ranked by it', async ({
  page,
}) => {
  await page.goto('/library');
  await page.getByRole('link', { name: 'What sports ask' }).click();
  await page.getByRole('link', { name: 'Cycling: gravity' }).click();
  await hydrated(page);
  await page.getByLabel('Back wall', { exact: true }).fill('7');
  await page.getByRole('button', { name: 'Change what it asks' }).click();
  await expect(page.getByText('From 0 to 5.')).toBeVisible();
  await expect(page.getByText('Say why, for whoever reads this later.')).toBeVisible();
  await page.getByLabel('Back wall', { exact: true }).fill('3.5');
  await page.getByLabel('Why').fill('Short tracks here');
  await page.getByRole('button', { name: 'Change what it asks' }).click();
  await page.getByText(/^History, /).click();
  await expect(page.getByText(/Changed what is asked of Cycling: gravity/)).toBeVisible();
  await expect(page.getByText('Short tracks here')).toBeVisible();
  await page.getByRole('link', { name: 'All sports' }).click();
  const row = page.getByRole('row', { name: /^Cycling: gravity/ });
  await expect(row).toContainText('3.5, ours');
  await row.getByRole('link').click();
  await hydrated(page);
  await page.getByLabel('Why').fill('Back again');
  await page.getByRole('button', { name: 'Back to what is shipped' }).click();
  await page.getByText(/^History, /).click();
  await expect(page.getByText(/Restored Cycling: gravity/).first()).toBeVisible();
  await expect(page.getByLabel('Back wall', { exact: true })).toHaveValue('5');

  // From what was only supposed to a sport of our own.
  const { path } = await addAthlete(page.request, { disciplineId: 'cycling.gravity' });
  const name = `enduro ${path.slice(-6)}`;
  await page.goto(`/library/sports/cycling.gravity?d.breath_brace=4.5`);
  await hydrated(page);
  await expect(page.getByLabel('Breath and brace', { exact: true })).toHaveValue('4.5');
  await page.getByLabel('Name of a copy').fill(name);
  await page.getByLabel('Why').fill('Climbs between the stages');
  await page.getByRole('button', { name: 'Keep as a sport of our own' }).click();
  await expect(page.getByRole('heading', { level: 1, name: `Cycling: ${name}` })).toBeVisible();
  await page.goto(`${path}/edit`);
  await hydrated(page);
  await page.getByLabel('Discipline').selectOption({ label: name });
  await page.getByRole('button', { name: 'Save' }).click();
  await page.waitForURL((url) => url.pathname === path);
  await expect(page.getByText(`Cycling: ${name}`, { exact: false }).first()).toBeVisible();
  // Hidden it is offered to nobody new, and stays where it is.
  await page.goto('/library/sports');
  await page.getByRole('link', { name: `Cycling: ${name}` }).click();
  await hydrated(page);
  await page.getByLabel('Why').fill('The season is over');
  await page.getByRole('button', { name: 'Hide it' }).click();
  await expect(page.getByText('Hidden: no longer offered.', { exact: false })).toBeVisible();
  await page.goto('/athletes/new');
  await expect(page.getByLabel('Discipline')).not.toContainText(name);
  await page.goto(`${path}/edit`);
  await expect(page.getByLabel('Discipline')).toContainText(name);
});

test('a coach makes the catalogue the practice’s own, with reasons and a history, and takes it back', async ({
  page,
}) => {
  await page.goto('/library/neck_control?rung=neck_nod_supine');
  await hydrated(page);
  await page.getByText('Our own version').click();
  await page.getByLabel('Rest, s').fill('never');
  await page.getByRole('button', { name: 'Save our version' }).click();
  await expect(page.getByText('Enter a number.')).toBeVisible();
  await expect(page.getByText('Say why, for whoever reads this later.')).toBeVisible();
  await page.getByLabel('Rest, s').fill('75');
  const why = page.getByLabel('Why').first();
  await why.fill('Our necks need longer.');
  await page.getByRole('button', { name: 'Save our version' }).click();
  const rungs = page.getByRole('list', { name: 'Rungs, the hardest on top' }).getByRole('listitem');
  await expect(rungs.first()).toContainText('changed by us');
  await expect(page.getByText(/rest 75 s/)).toBeVisible();
  await page.getByText(/^History, \d+ change/).click();
  await expect(page.getByText('Our necks need longer.').first()).toBeVisible();
  await expect(page.getByText(/^Changed rest of/).first()).toBeVisible();

  // An own rung stands above the one it was made from.
  await page.getByText('Changed by us', { exact: true }).click();
  await page.getByLabel('Name').fill('Nod with a towel under the head');
  await page.getByLabel('Why').first().fill('A step between.');
  await page.getByRole('button', { name: 'Add as an own rung above' }).click();
  await expect(rungs).toHaveCount(4);
  await expect(rungs.nth(1)).toContainText('Nod with a towel under the head');
  await expect(rungs.nth(1)).toContainText('our own');

  // Hidden rungs are said to be hidden; restoring brings the shipped one back.
  await page.getByText('Our own rung', { exact: true }).click();
  await page.getByLabel('Why').first().fill('Not used after all.');
  await page.getByRole('button', { name: 'Hide it here' }).click();
  await expect(rungs.nth(1)).toContainText('Left out: hidden by the practice');
  await page.goto('/library/neck_control?rung=neck_nod_supine');
  await page.getByText('Changed by us', { exact: true }).click();
  await page.getByLabel('Why').first().fill('As shipped.');
  await page.getByRole('button', { name: 'Back to the shipped rung' }).click();
  await expect(rungs.first()).not.toContainText('changed by us');
});

test('an own target comes before the published one, and a stale form overwrites nothing', async ({
  page,
  context,
}) => {
  await page.goto('/library/tests');
  await hydrated(page);
  const stale = await context.newPage();
  await stale.goto('/library/tests');
  const entry = page.locator('#neck_flexor_hold');
  await entry.getByText('Words, stop rule, our own target').click();
  await entry.getByLabel(/Our own target/).fill('900');
  await entry.getByLabel('Why').fill('Ours.');
  await entry.getByRole('button', { name: 'Save' }).click();
  await expect(entry.getByText('From 0 to 60 s.')).toBeVisible();
  await entry.getByLabel(/Our own target/).fill('35');
  await entry.getByRole('button', { name: 'Save' }).click();
  await expect(entry.getByText(/target 35/)).toBeVisible();
  await expect(entry.getByText(/our own, typical error/)).toBeVisible();

  const old = stale.locator('#neck_flexor_hold');
  await old.getByText('Words, stop rule, our own target').click();
  await old.getByLabel(/Our own target/).fill('50');
  await old.getByLabel('Why').fill('Mine.');
  await old.getByRole('button', { name: 'Save' }).click();
  await expect(old.getByText(/Somebody changed the library after you opened this page/)).toBeVisible();
  await page.reload();
  await expect(entry.getByText(/target 35/)).toBeVisible();
});

test('the bench is played by keyboard, shared by its address, and sent to a prescription', async ({
  page,
  request,
}) => {
  const athlete = await addAthlete(request);
  await clearAthlete(request, athlete.path);
  await page.goto(`/bench/lever?athlete=${athlete.id}&rung=bridge_both`);
  await hydrated(page);
  const answer = page.getByRole('region', { name: 'Answer' });
  const load = page.getByRole('slider', { name: 'Load on the pelvis' });
  await load.focus();
  for (let i = 0; i < 10; i += 1) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('textbox', { name: 'Load on the pelvis' })).toHaveValue('5');
  await page.getByRole('textbox', { name: 'Held to loss, without load' }).fill('90');
  await expect(answer.getByText(/^limit$/)).toBeVisible();
  await expect(page).toHaveURL(/load=5/);
  await expect(page).toHaveURL(/best=90/);
  const nm = await answer.locator('p').first().textContent();
  await page.reload();
  await expect(answer.locator('p').first()).toHaveText(nm ?? '');
  await page.getByRole('button', { name: 'Set load 5' }).click();
  await expect(page.getByText(/Glute bridge, two feet of .* is set\./)).toBeVisible();
  await page.goto(`/library/glute_bridge?athlete=${athlete.id}`);
  await expect(page.getByRole('link', { name: /Glute bridge, two feet.*stands here/ })).toBeVisible();
});

test('what the bench sends stands on a card beside the others, and is asked about first', async ({
  page,
}) => {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  const id = path.slice(10);
  await page.goto(`/bench/lever?athlete=${id}&rung=bridge_both&load=5`);
  await hydrated(page);
  await page.getByLabel('Beside the others on').selectOption({ index: 0 });
  await page.getByRole('button', { name: 'Set load 5' }).click();
  await expect(
    page.getByText(/Glute bridge, two feet of .* stands on the card of .*, beside the others\./),
  ).toBeVisible();
  await page.getByRole('link', { name: 'See the week' }).click();
  const main = page.getByRole('main');
  await expect(main).toContainText('Glute bridge, two feet');
  await expect(main).toContainText('5 kg on the pelvis');

  await page.goto(`/bench/dose?athlete=${id}&rung=react_single_leg_taps`);
  await hydrated(page);
  await page.getByRole('button', { name: /^Set amount/ }).click();
  await expect(page.getByText(/should own: .*Tick to put it there all the same/)).toBeVisible();
  await page.getByLabel('Put it there all the same').check();
  await page.getByRole('button', { name: /^Set amount/ }).click();
  await expect(page.getByText(/stands on the card of/)).toBeVisible();
});

test('the ratios start from the results of the chosen athlete', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  const screen = await openStation(page, path, ['side_plank', 'pelvic_drop_stance']);
  for (const trial of [
    plainTrial(screen, 'side_plank', { side: 'left', value: 46 }),
    plainTrial(screen, 'side_plank', { side: 'right', value: 67 }),
    plainTrial(screen, 'pelvic_drop_stance', { side: 'left', value: 9.5, endReason: 'done' }),
    plainTrial(screen, 'pelvic_drop_stance', { side: 'right', value: 4, endReason: 'done' }),
  ])
    expect((await page.request.post('/sync', { data: { op: 'trial', trial } })).status()).toBe(200);
  await page.goto(`/bench/ratio?athlete=${path.slice(10)}`);
  await hydrated(page);
  await page.getByLabel('Newest results of').selectOption({ label: 'Side plank' });
  await expect(page.getByRole('textbox', { name: 'Left' })).toHaveValue('46');
  await expect(page.getByRole('textbox', { name: 'Right' })).toHaveValue('67');
  await expect(page.getByText('Side plank, the newest results', { exact: false })).toBeVisible();
  await page.getByLabel('Newest results of').selectOption({ label: 'Pelvic drop in stance' });
  await expect(page.getByRole('textbox', { name: 'Left' })).toHaveValue('9.5');
});

test('the bench bounds bad figures and says so; a rung that is gone is said', async ({ page, request }) => {
  await page.goto('/bench/band?rest=30&wanted=140');
  await expect(page.getByText(/bands tear beyond 250 %/)).toBeVisible();
  await page.goto('/bench/band?f2=20');
  await expect(page.getByText(/The force falls from 30 N at 20 cm to 20 N at 50 cm/)).toBeVisible();
  await page.goto('/bench/lever?rung=own_gone&load=9000&best=20');
  await expect(page.getByText(/not in the library any more; the plank stands in/)).toBeVisible();
  await expect(page.getByText(/9000 kg is outside 0 to 40; 40 kg stands in/)).toBeVisible();
  await expect(page.getByText(/Beyond the capacity/)).toBeVisible();
  await expect(page.locator('main')).not.toContainText(/NaN|Infinity|undefined/);
  await page.goto('/bench/carry?left=16&right=16');
  await expect(page.getByText(/Two equal weights cancel/)).toBeVisible();

  // What must not be prescribed is refused on the server too.
  const athlete = await addAthlete(request);
  const post = (form: Record<string, string>) => request.post('/bench/lever', { form });
  const blocked = await post({ athleteId: athlete.id, rungId: 'plank_loaded', load: '5' });
  expect(blocked.status()).toBe(409);
  await clearAthlete(request, athlete.path);
  expect((await post({ athleteId: athlete.id, rungId: 'bridge_both', load: '90' })).status()).toBe(400);
  expect((await post({ athleteId: athlete.id, rungId: 'plank_full', load: '5' })).status()).toBe(400);
  expect((await post({ athleteId: athlete.id, rungId: 'own_gone' })).status()).toBe(400);
  // A caution bars the rung: nothing is set.
  await clearAthlete(request, athlete.path, ['hypertension']);
  const barred = await post({ athleteId: athlete.id, rungId: 'plank_loaded', load: '5' });
  expect(barred.status()).toBe(409);
  expect(
    (await post({ athleteId: demoAthlete('Greer Minchin').slice(10), rungId: 'plank_full' })).status(),
  ).toBe(404);
});

test('a retried edit is one edit', async ({ page, request }) => {
  await page.goto('/library/neck_control?rung=neck_nod_supine');
  const revision = await page.locator('input[name=revision]').first().inputValue();
  const editId = uuidv7();
  const form = {
    editId,
    revision,
    entryId: 'neck_control',
    kind: 'ladder',
    intent: 'hide',
    reason: 'Twice.',
  };
  const first = await request.post('/library/neck_control', { form, maxRedirects: 0 });
  const second = await request.post('/library/neck_control', { form, maxRedirects: 0 });
  expect([first.status(), second.status()]).toEqual([302, 302]);
  await page.reload();
  expect(await page.locator('input[name=revision]').first().inputValue()).toBe(String(Number(revision) + 1));
  await request.post('/library/neck_control', {
    form: { ...form, editId: uuidv7(), revision: String(Number(revision) + 1), intent: 'restore' },
    maxRedirects: 0,
  });
});
