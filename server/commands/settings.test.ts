import { ownDatabase } from '~/db/testing';
import { forAthlete } from '../principal/principal';
import { subjectOf } from '../principal/subject';
import {
  aPlanned,
  aPractice,
  codesOf,
  must,
  on,
  sessionsOf,
  settingsOf,
  type TestPractice,
  testDay,
} from '../testing';
import { sessionView } from '../views/session';
import { layOut } from './lay-out';
import { saveSettings } from './settings';

ownDatabase();

let practice: TestPractice;
beforeEach(async () => {
  practice = await aPractice();
});
const rack = {
  hand: '',
  plate: '',
  vest: '',
  ankle: '',
  stack: '',
  pulley: 1,
  bandName: '',
  band: '',
};
const save = async (own: object, over: object = {}) => {
  const principal = await on(practice.owner, testDay);
  return saveSettings(principal, {
    ...settingsOf(principal),
    rack: { ...rack, ...own },
    ...over,
  });
};

describe('the rack of a practice', () => {
  it('is refused where it cannot be read, field by field', async () => {
    expect(codesOf(await save({ hand: 'heavy' }))).toEqual(['settings.rack']);
    expect(codesOf(await save({ stack: '10-5' }))).toEqual(['settings.rack']);
    expect(codesOf(await save({ pulley: 3 }))).toEqual(['settings.pulley']);
    expect(codesOf(await save({ band: '80:30' }))).toEqual(['settings.band']);
  });
  it('stays as it is when nothing is said of it', async () => {
    must(await save({ hand: '2-20/2' }));
    must(await save({}, { rack: undefined }));
    expect((await on(practice.owner, testDay)).settings.rack?.hand).toBe('2-20/2');
  });
  it('is what cards prescribe, in its own words', async () => {
    must(await save({ band: '60:15, 100:45, 160:120', bandName: 'green band', stack: '4-60/4', pulley: 2 }));
    // She has a band and no cable: the stack is not for her.
    const principal = await on(practice.coach, testDay);
    const athleteId = await aPlanned(principal);
    const coach = forAthlete(principal, { kit: ['band'] });
    must(await layOut(coach, { athleteId }));
    const subject = await subjectOf(coach, athleteId);
    if (!subject) throw new Error('gone');
    const sessions = await sessionsOf(coach, athleteId);
    const loads = sessions.flatMap((session) =>
      sessionView(coach, subject, session).items.flatMap(({ load }) => (load ? [load] : [])),
    );
    const cables = sessions.flatMap(({ items }) => items.filter(({ loadKind }) => loadKind === 'cable_N'));
    expect(loads.length).toBeGreaterThan(0);
    for (const load of loads) expect(load).toMatch(/^green band, \d+ cm from the hook$|kg /);
    expect(loads.some((load) => load.startsWith('green band'))).toBe(true);
    for (const { loadValue } of cables) {
      expect(loadValue).toBeGreaterThanOrEqual(15);
      expect(loadValue).toBeLessThanOrEqual(120);
    }
  });
});
