import { type APIRequestContext, expect, type Page } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { stableUuid } from '../../demo/stable';

/** Address of a demo athlete. */
export const demoAthlete = (name: string): string => `/athletes/${stableUuid(`athlete ${name}`)}`;

let made = 0;

/** Adds an athlete of the test's own, as the form would; gives the address. */
export async function addAthlete(
  request: APIRequestContext,
  more: Record<string, string> = {},
): Promise<{ path: string; name: string; id: string }> {
  made += 1;
  const id = uuidv7();
  const family = more.familyName ?? `Tester ${id.slice(-6)}${made}`;
  const form = new URLSearchParams({
    id,
    version: '0',
    givenName: 'Pia',
    familyName: family,
    birthDate: '1993-05-04',
    sex: 'female',
    disciplineId: 'running.marathon',
    level: 'trained',
    mass: '60',
    massUnit: 'kg',
    stature: '170',
    lengthUnit: 'cm',
    schoolId: 'practice',
    sessionsPerWeek: '3',
    minutesPerSession: '25',
    note: '',
    ...more,
  });
  for (const kit of ['towel', 'wall', 'box', 'band', 'dumbbell', 'ball']) form.append('kit', kit);
  for (const day of ['0', '1', '2', '3', '4', '5', '6']) form.append('weekdays', day);
  const response = await request.post('/athletes/new', {
    data: form.toString(),
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    maxRedirects: 0,
  });
  expect(response.status()).toBe(302);
  return { id, path: `/athletes/${id}`, name: `Pia ${family}` };
}

/** Answers the safety form: no warning sign, these cautions, consent given. */
export async function clearAthlete(
  request: APIRequestContext,
  path: string,
  cautions: readonly string[] = [],
): Promise<void> {
  const form = new URLSearchParams({
    id: uuidv7(),
    noStopSigns: 'on',
    consentAthlete: 'on',
    guardianName: '',
  });
  for (const caution of cautions) form.append('cautions', caution);
  const response = await request.post(`${path}/clear`, {
    data: form.toString(),
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    maxRedirects: 0,
  });
  expect(response.status()).toBe(302);
}

/** Starts a screen of these tests and opens its station. */
export async function openStation(page: Page, path: string, testIds: readonly string[]): Promise<string> {
  const id = uuidv7();
  const form = new URLSearchParams({
    id,
    purpose: 'first',
    firstSide: 'left',
    warmUp: 'on',
    footwear: 'barefoot',
  });
  for (const testId of testIds) form.append('testIds', testId);
  const response = await page.request.post(`${path}/screen`, {
    data: form.toString(),
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    maxRedirects: 0,
  });
  expect(response.status()).toBe(302);
  await page.goto(`${path}/screen/${id}`);
  await hydrated(page);
  return id;
}

/** A trial as the station would send it. */
export const plainTrial = (screeningId: string, testId: string, more: Record<string, unknown> = {}) => ({
  id: uuidv7(),
  screeningId,
  testId,
  onDate: new Date().toISOString().slice(0, 10),
  side: 'both',
  value: 60,
  grade: null,
  t1S: null,
  faults: [],
  feltIn: 'trunk',
  painScore: 0,
  painRegion: null,
  endReason: 'loss',
  capS: null,
  recordedAt: new Date().toISOString(),
  ...more,
});

/** The trial at hand is kept with its answers. */
export async function answered(page: Page): Promise<void> {
  await expect(page.getByRole('region', { name: 'Trials of this test' })).not.toContainText('being answered');
  await expect(page.getByText('Everything is sent')).toBeAttached();
}

/** Waits until the page answers to taps and keys. */
export async function hydrated(page: Page): Promise<void> {
  await page.waitForFunction(
    () =>
      Object.keys(document.body).some((key) => key.startsWith('__react')) ||
      Object.keys(document.body.firstElementChild ?? {}).some((key) => key.startsWith('__react')),
  );
}

/** An athlete screened by a few trials, with an event ahead. */
export async function ready(page: Page, weeks = 10): Promise<string> {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  const screen = await openStation(page, path, ['front_plank', 'side_plank', 'brace_breathing']);
  for (const trial of [
    plainTrial(screen, 'front_plank', { value: 50 }),
    plainTrial(screen, 'side_plank', { side: 'left', value: 40 }),
    plainTrial(screen, 'side_plank', { side: 'right', value: 70 }),
    plainTrial(screen, 'brace_breathing', { value: 8, endReason: 'done' }),
  ]) {
    expect((await page.request.post('/sync', { data: { op: 'trial', trial } })).status()).toBe(200);
  }
  await page.request.post(`${path}/screen/${screen}`);
  await page.request.post(`${path}/events`, {
    form: {
      id: uuidv7(),
      name: 'Slate run',
      onDate: new Date(Date.now() + weeks * 7 * 86_400_000).toISOString().slice(0, 10),
      priority: 'A',
    },
  });
  return path;
}

/** What a page itself warns of: not the lines about flags that stories beside this one raise. */
export const warning = (page: Page) =>
  page.getByRole('alert').filter({ hasNotText: 'What loads it is held.' });
