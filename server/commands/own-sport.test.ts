import { discipline } from '~/core/catalogue';
import type { CatalogueEdit } from '~/core/catalogue/edits';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { loadStanding, subjectOf } from '../principal/subject';
import {
  aPlanned,
  aPractice,
  athleteValues,
  codesOf,
  must,
  on,
  type TestPractice,
  testDay,
} from '../testing';
import { rosterFound } from '../views/import-preview';
import { linkView } from '../views/link';
import { addAthlete } from './add-athlete';
import { editCatalogue } from './edit-catalogue';
import { importRoster } from './import-roster';
import { keepDraft } from './keep-draft';
import { planSeason } from './plan-season';
import { saveAthlete } from './save-athlete';

ownDatabase();

let practice: TestPractice;
beforeEach(async () => {
  practice = await aPractice();
});

const marathon = 'running.marathon';
const edit = async (change: object) => {
  const principal = await on(practice.owner, testDay);
  const { revision } = principal.catalogue;
  return editCatalogue(principal, {
    id: newId(),
    revision,
    reason: 'Long descents.',
    edit: change as CatalogueEdit,
  });
};
const copy = (more: object = {}) =>
  edit({
    op: 'add',
    kind: 'sport',
    entryId: 'own_sport_1',
    sport: {
      from: marathon,
      name: 'hill marathon',
      asks: 'the same, up and down',
      profile: { reactive: 4.5 },
      minutes: 260,
      perMinute: 170,
      ...more,
    },
  });
const tradeNow = async () => (await on(practice.owner, testDay)).trade;
const seen = async (athleteId: string, query: Record<string, string> = {}) => {
  const coach = await on(practice.coach, testDay, 12);
  const subject = await subjectOf(coach, athleteId);
  if (!subject) throw new Error('gone');
  return linkView(coach, subject, await loadStanding(coach, subject), new URLSearchParams(query));
};
const demandOf = (view: Awaited<ReturnType<typeof seen>>, quality: string) =>
  view.suppose.demands.find(({ id }) => id === quality)?.demand;

it('is named in a roster by what the practice calls it; hidden and strange ones are not, and a second one that becomes the first is one', async () => {
  must(await copy());
  const athleteId = newId();
  const both = { ...athleteValues, secondDisciplineId: 'own_sport_1', secondPercent: 40 };
  must(await addAthlete(await on(practice.coach, testDay), { id: athleteId, values: both }));
  const draftId = newId();
  const content = [
    'Given name,Family name,Born,Sport,Mass,Height,Sex',
    `${athleteValues.givenName},${athleteValues.familyName},${athleteValues.birthDate},Hill Marathon,60,170,female`,
    'Una,Neu,1990-01-02,running: hill marathon,60,170,female',
  ].join('\n');
  must(await keepDraft(await on(practice.coach, testDay), { id: draftId, fileName: 'a.csv', content }));
  const found = async () => {
    const coach = await on(practice.coach, testDay);
    return (await rosterFound(coach, draftId, new URLSearchParams(), true))?.found;
  };
  const read = await found();
  expect(read?.errors).toEqual([]);
  expect(read?.writes.map(({ values }) => values.disciplineId)).toEqual(['own_sport_1', 'own_sport_1']);
  must(await edit({ op: 'hide', kind: 'sport', entryId: 'own_sport_1' }));
  expect((await found())?.errors.map(({ line, reason }) => [line, reason])).toEqual([
    [2, '"Hill Marathon" is not a sport of the library'],
    [3, '"running: hill marathon" is not a sport of the library'],
  ]);
  must(await edit({ op: 'restore', kind: 'sport', entryId: 'own_sport_1' }));
  const rows = (read?.writes ?? []).map(({ athleteId: id, values }) => ({ athleteId: id, values }));
  const strange = rows.map((row) => ({ ...row, values: { ...row.values, disciplineId: 'gone.gone' } }));
  const coach = await on(practice.coach, testDay);
  expect(codesOf(await importRoster(coach, { draftId, rows: strange }))).toEqual([
    'athlete.discipline',
    'athlete.discipline',
  ]);
  expect(must(await importRoster(coach, { draftId, rows }))).toEqual({ added: 1, changed: 1 });
  const now = await subjectOf(coach, athleteId);
  expect([now?.athlete.disciplineId, now?.athlete.secondDisciplineId, now?.athlete.secondPercent]).toEqual([
    'own_sport_1',
    null,
    null,
  ]);
});

describe('what a sport asks', () => {
  it('is changed cell by cell; what is not said follows what is shipped, and all of it goes back', async () => {
    must(await edit({ op: 'change', kind: 'sport', entryId: marathon, patch: { profile: { reactive: 5 } } }));
    const trade = await tradeNow();
    expect(trade.discipline(marathon).profile).toEqual({ ...discipline(marathon).profile, reactive: 5 });
    expect(trade.disciplines.find(({ id }) => id === marathon)?.otherwise).toEqual(['reactive']);
    must(await edit({ op: 'restore', kind: 'sport', entryId: marathon }));
    expect((await tradeNow()).discipline(marathon)).toMatchObject(discipline(marathon));
  });
  it('is 0 to 5 in halves, of qualities there are; a shipped one keeps its name', async () => {
    const change = (patch: object, entryId = marathon) =>
      edit({ op: 'change', kind: 'sport', entryId, patch }).then(codesOf);
    expect(await change({ profile: { reactive: 5.5 } })).not.toEqual([]);
    expect(await change({ profile: { reactive: 1.3 } })).not.toEqual([]);
    expect(await change({ profile: { nothing: 1 } })).not.toEqual([]);
    expect(await change({ name: 'Ours' })).toEqual(['catalogue.unknown']);
    expect(await change({ from: 'cycling.gravity' })).toEqual(['catalogue.unknown']);
    expect(await change({ asks: 'x' }, 'chess.blitz')).toEqual(['catalogue.unknown']);
  });
  it('moves priorities and the season of its athletes, and a ranking that was kept stays as it was', async () => {
    const athleteId = await aPlanned(practice.coach);
    const before = await seen(athleteId);
    must(
      await edit({ op: 'change', kind: 'sport', entryId: marathon, patch: { profile: { anti_lateral: 0 } } }),
    );
    const now = await seen(athleteId);
    expect([demandOf(before, 'anti_lateral'), demandOf(now, 'anti_lateral')]).toEqual([
      discipline(marathon).profile.anti_lateral,
      0,
    ]);
    for (const one of now.priorities) if (one.quality === 'anti_lateral') expect(one.priority).toBe(0);
    must(await planSeason(await on(practice.coach, testDay, 13), { athleteId, id: newId() }));
    const [run] = before.runs;
    const then = await seen(athleteId, { run: run?.id ?? '' });
    expect(then.priorities.map(({ key, priority }) => [key, priority])).toEqual(
      before.priorities.map(({ key, priority }) => [key, priority]),
    );
  });
});

describe('a sport of a practice', () => {
  it('is a copy of a shipped one, once; an athlete of the practice may have it, and nobody else’s', async () => {
    expect(codesOf(await copy({ from: 'chess.blitz' }))).toEqual(['catalogue.unknown']);
    must(await copy());
    expect(codesOf(await copy())).toEqual(['catalogue.unknown']);
    const trade = await tradeNow();
    expect(trade.discipline('own_sport_1')).toMatchObject({
      id: 'own_sport_1',
      sport: 'running',
      name: 'hill marathon',
      profile: { ...discipline(marathon).profile, reactive: 4.5 },
      exposure: { kind: 'steps', minutes: 260, perMinute: 170 },
    });
    const values = { ...athleteValues, disciplineId: 'own_sport_1' };
    const coach = await on(practice.coach, testDay);
    const id = newId();
    must(await addAthlete(coach, { id, values }));
    const elsewhere = await aPractice();
    expect(codesOf(await addAthlete(elsewhere.coach, { id: newId(), values }))).toEqual([
      'athlete.discipline',
    ]);
    expect(
      codesOf(await saveAthlete(coach, { id, version: 1, values: { ...values, disciplineId: 'x' } })),
    ).toEqual(['athlete.discipline']);
    // Its cells are changed like any; hidden it stays where it is, and is offered again.
    must(
      await edit({
        op: 'change',
        kind: 'sport',
        entryId: 'own_sport_1',
        patch: { profile: { reactive: 1 } },
      }),
    );
    must(await edit({ op: 'hide', kind: 'sport', entryId: 'own_sport_1' }));
    const hidden = await tradeNow();
    expect(hidden.discipline('own_sport_1').profile.reactive).toBe(1);
    expect(hidden.disciplines.find(({ id: its }) => its === 'own_sport_1')?.hidden).toBe(true);
    must(await edit({ op: 'restore', kind: 'sport', entryId: 'own_sport_1' }));
    const again = await tradeNow();
    expect(again.disciplines.find(({ id: its }) => its === 'own_sport_1')).toMatchObject({ hidden: false });
    expect(again.discipline('own_sport_1').profile.reactive).toBe(1);
  });
  it('is what an athlete is ranked by, and can be supposed of another', async () => {
    must(await copy({ profile: { anti_lateral: 1 } }));
    const athleteId = await aPlanned(practice.coach);
    const supposed = await seen(athleteId, { as: 'own_sport_1' });
    expect(supposed.other?.label).toBe('the sport were Running: hill marathon');
    expect(demandOf(supposed, 'anti_lateral')).toBe(1);
    expect(supposed.disciplines.some(({ id }) => id === 'own_sport_1')).toBe(true);
  });
});
