import { school } from '~/core/catalogue';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import { aPlanned, aPractice, codesOf, must, on, sessionsOf, type TestPractice, testDay } from '../testing';
import { editCatalogue } from './edit-catalogue';
import { layOut } from './lay-out';
import { saveAthlete } from './save-athlete';
import { saveSettings } from './settings';

ownDatabase();

const never = (): never => {
  throw new Error('gone');
};

let practice: TestPractice;
beforeEach(async () => {
  practice = await aPractice();
});

const { id: _, ...brace } = school('brace');
const own = { ...brace, from: 'brace', name: 'Ours', fits: {}, uses: {} };
const edit = async (change: object) => {
  const principal = await on(practice.owner, testDay);
  const { revision } = principal.catalogue;
  return editCatalogue(principal, { id: newId(), revision, reason: 'Ours.', edit: change as never });
};
const add = (more: object = {}) =>
  edit({ op: 'add', kind: 'school', entryId: 'own_school_1', school: { ...own, ...more } });

describe('a school of a practice', () => {
  it('is copied from a shipped one only, once, and only copies are changed', async () => {
    expect(codesOf(await add({ from: 'nobody' }))).toEqual(['catalogue.unknown']);
    must(await add());
    expect(codesOf(await add())).toEqual(['catalogue.unknown']);
    expect(
      codesOf(
        await edit({
          op: 'add',
          kind: 'school',
          entryId: 'own_school_2',
          school: { ...own, from: 'own_school_1' },
        }),
      ),
    ).toEqual(['catalogue.unknown']);
    const patch = { belief: 'Otherwise.' };
    expect(codesOf(await edit({ op: 'change', kind: 'school', entryId: 'brace', patch }))).toEqual([
      'catalogue.unknown',
    ]);
    expect(
      codesOf(
        await edit({ op: 'change', kind: 'school', entryId: 'own_school_1', patch: { from: 'nobody' } }),
      ),
    ).toEqual(['catalogue.unknown']);
    must(await edit({ op: 'change', kind: 'school', entryId: 'own_school_1', patch }));
    const { trade } = await on(practice.owner, testDay);
    expect(trade.school('own_school_1').belief).toBe('Otherwise.');
    expect(trade.school('brace').belief).toBe(brace.belief);
  });
  it('is chosen where it is known, and not hidden while the practice works by it', async () => {
    const save = async (schoolId: string) => {
      const principal = await on(practice.owner, testDay);
      const { settings, practiceName: name, timeZone, firstWeekday, practiceVersion: version } = principal;
      return saveSettings(principal, { ...settings, name, timeZone, firstWeekday, version, schoolId });
    };
    expect(codesOf(await save('own_school_1'))).toEqual(['athlete.school']);
    must(await add());
    must(await save('own_school_1'));
    const hide = { op: 'hide', kind: 'school', entryId: 'own_school_1' };
    expect(codesOf(await edit(hide))).toEqual(['catalogue.works_by_it']);
    must(await save('neutral'));
    must(await edit(hide));
  });
  it('decides what is laid out for an athlete who is taught so, and an unknown one is refused', async () => {
    const athleteId = await aPlanned(await on(practice.coach, testDay));
    const ladders = async () => {
      const principal = await on(practice.coach, testDay);
      must(await layOut(principal, { athleteId }));
      const sessions = await sessionsOf(principal, athleteId);
      return new Set(sessions.flatMap(({ items }) => items.map(({ ladderId }) => ladderId)));
    };
    const [first] = await ladders();
    must(await add({ fits: { [String(first)]: 'avoids' } }));
    const taught = async (schoolId: string) => {
      const principal = await on(practice.owner, testDay);
      const { id, version, ...values } = (await subjectOf(principal, athleteId))?.athlete ?? never();
      return saveAthlete(principal, { id, version, values: { ...values, schoolId } } as never);
    };
    expect(codesOf(await taught('own_school_of_others'))).toEqual(['athlete.school']);
    must(await taught('own_school_1'));
    expect([...(await ladders())]).not.toContain(first);
  });
});
