import { withPlantedFault } from '~/db/client.server';
import { openProposals } from '~/db/queries/ladders';
import { newId } from '~/db/queries/practice';
import { ownDatabase, snapshot } from '~/db/testing';
import type { Principal } from '../principal/principal';
import { standingFrom, subjectOf } from '../principal/subject';
import {
  aCleared,
  anAthlete,
  aPlanned,
  aPractice,
  aScreen,
  aScreened,
  codesOf,
  formOf,
  must,
  on,
  sessionsOf,
  type TestPractice,
  testDay,
  trialOf,
} from '../testing';
import { calendarView } from '../views/calendar';
import { cardView } from '../views/coach';
import { answerForm } from './answer-form';
import { closeFlag } from './close-flag';
import { decideProposals } from './decide-proposals';
import { keepLog } from './keep-log';
import { amendTrial, keepTrial } from './keep-trial';
import { layOut } from './lay-out';
import { openScreening } from './open-screening';
import { planSeason } from './plan-season';
import { recordAgreement } from './record-agreement';
import { saveAthlete } from './save-athlete';
import { setPrescription } from './set-prescription';

ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

const gateOf = async (principal: Principal, athleteId: string) => {
  const subject = await subjectOf(principal, athleteId);
  if (!subject) throw new Error('nobody');
  return subject;
};
const word = (formId: string, over: object = {}) => ({
  id: newId(),
  formId,
  signs: [] as string[],
  cautions: [] as string[],
  name: 'A. Practitioner',
  role: 'physician',
  onDate: testDay,
  ...over,
});
const cardOf = async (principal: Principal, athleteId: string, week: string = testDay) => {
  const subject = await gateOf(principal, athleteId);
  return cardView(principal, standingFrom(principal, subject, []), new URLSearchParams({ week }));
};

describe('a stop sign', () => {
  it('stays when the form is answered again without it, until an agreement names it', async () => {
    const { coach } = practice;
    const athleteId = await anAthlete(coach);
    const first = formOf({ stopSigns: ['night_pain'], noStopSigns: false });
    must(await answerForm(coach, { athleteId, form: first }));
    const second = formOf();
    must(await answerForm(await on(coach, testDay, 11), { athleteId, form: second }));
    expect((await gateOf(coach, athleteId)).gate.clearance).toMatchObject({
      state: 'refer',
      openSigns: ['night_pain'],
    });
    expect(codesOf(await openScreening(coach, { ...openOf(athleteId) }))).toEqual(['clear.sign']);
    // A word on the older form is refused; on the newest it counts, and only for what it names.
    expect(
      codesOf(
        await recordAgreement(coach, { athleteId, agreement: word(first.id, { signs: ['night_pain'] }) }),
      ),
    ).toEqual(['agreement.old_form']);
    expect(
      codesOf(
        await recordAgreement(coach, { athleteId, agreement: word(second.id, { signs: ['recent_fall'] }) }),
      ),
    ).toEqual(['agreement.not_open']);
    must(await recordAgreement(coach, { athleteId, agreement: word(second.id, { signs: ['night_pain'] }) }));
    expect((await gateOf(coach, athleteId)).gate.clearance.state).toBe('cleared');
  });
  it('is not lifted by a word from the future or from before the form', async () => {
    const { coach } = practice;
    const athleteId = await anAthlete(coach);
    const form = formOf({ stopSigns: ['night_pain'], noStopSigns: false });
    must(await answerForm(coach, { athleteId, form }));
    const give = async (onDate: string) =>
      codesOf(
        await recordAgreement(coach, {
          athleteId,
          agreement: word(form.id, { signs: ['night_pain'], onDate }),
        }),
      );
    expect(await give('2026-11-26')).toEqual(['agreement.future']);
    expect(await give('2026-11-24')).toEqual(['agreement.before_form']);
  });
});

const openOf = (athleteId: string, testIds: readonly string[] = ['front_plank']) => ({
  id: newId(),
  athleteId,
  purpose: 'first',
  testIds: [...testIds],
  rests: {},
  firstSide: 'left',
  warmUpDone: true,
  trainedLast24h: false,
  footwear: '',
});

describe('an ask-first caution', () => {
  it('leaves breath and brace in planner, composer, card, calendar, bench and proposals until the agreement', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const form = formOf({ cautions: ['hernia'] });
    must(await answerForm(coach, { athleteId, form }));
    const sessions = await sessionsOf(coach, athleteId);
    const open = sessions.filter((session) => session.onDate >= testDay);
    expect(open.length).toBeGreaterThan(0);
    for (const item of open.flatMap((session) => session.items))
      expect(item.bars.length > 0).toBe(item.quality !== 'breath_brace');
    const card = await cardOf(coach, athleteId);
    expect(
      card.sessions.flatMap((session) => session.items).every((item) => item.quality === 'breath_brace'),
    ).toBe(true);
    const calendar = await calendarView(coach, await gateOf(coach, athleteId));
    const text = calendar.entries.flatMap((entry) => entry.lines).join(' ');
    expect(text).not.toMatch(/plank/i);
    expect(codesOf(await setPrescription(coach, { athleteId, rungId: 'plank_full', amount: 20 }))).toEqual([
      'bench.barred',
    ]);
    must(await planSeason(coach, { athleteId, id: newId() }));
    must(await layOut(coach, { athleteId }));
    const again = (await sessionsOf(coach, athleteId)).filter((session) => session.onDate >= testDay);
    expect(
      again.flatMap((session) => session.items).filter((item) => item.quality !== 'breath_brace'),
    ).toEqual([]);
    must(await recordAgreement(coach, { athleteId, agreement: word(form.id, { cautions: ['hernia'] }) }));
    expect((await gateOf(coach, athleteId)).gate.may('plan', { quality: 'anti_lateral' })).toEqual([]);
  });
});

describe('a change of the gate', () => {
  it('calls off what a stopped athlete was laid out, in the transaction of the form, and cancels it in the calendar', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const before = await calendarView(coach, await gateOf(coach, athleteId));
    expect(before.entries.some((entry) => entry.cancelled)).toBe(false);
    const kept = must(
      await answerForm(coach, {
        athleteId,
        form: formOf({ stopSigns: ['chest_faint'], noStopSigns: false }),
      }),
    );
    const open = (await sessionsOf(coach, athleteId)).filter((session) => session.onDate >= testDay);
    expect(kept.changedSessions).toBe(open.length);
    expect(open.every((session) => session.state === 'called_off' && session.changes.length > 0)).toBe(true);
    expect(await cardOf(coach, athleteId)).toMatchObject({
      sessions: [],
      withheld: [{ code: 'clear.sign' }],
    });
    const later = await on(coach, testDay, 12);
    const after = await calendarView(later, await gateOf(later, athleteId));
    // An event is the athlete’s own.
    const ahead = after.entries.filter((entry) => entry.onDate >= testDay && entry.kind !== 'event');
    expect(ahead.length).toBeGreaterThan(0);
    expect(ahead.every((entry) => entry.cancelled && entry.lines.length === 0)).toBe(true);
    expect(after.entries[0]?.sequence).toBeGreaterThan(before.entries[0]?.sequence ?? 0);
  });
  it('withholds what a new caution bars and gives it back when it is gone', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const barred = async () =>
      (await sessionsOf(coach, athleteId)).flatMap((session) =>
        session.items.filter((item) => item.bars.length > 0).map((item) => item.rungId),
      );
    expect(await barred()).toEqual([]);
    must(await answerForm(coach, { athleteId, form: formOf({ cautions: ['shoulder_pain'] }) }));
    const withheld = await barred();
    expect(withheld.length).toBeGreaterThan(0);
    must(await answerForm(await on(coach, testDay, 12), { athleteId, form: formOf() }));
    expect(await barred()).toEqual([]);
    const told = (await sessionsOf(coach, athleteId)).flatMap((session) => session.changes);
    expect(new Set(told.map(({ what }) => what.code))).toEqual(
      new Set(['recheck.withheld', 'recheck.given_back']),
    );
  });
  it('follows a new school, and an age under 16', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const { athlete } = await gateOf(coach, athleteId);
    const { id: _, practiceId: _p, version, createdAt: _c, ...values } = athlete;
    must(
      await saveAthlete(coach, {
        id: athleteId,
        version,
        values: { ...values, birthDate: '2012-03-01', kit: [] },
      }),
    );
    const { gate } = await gateOf(coach, athleteId);
    expect(gate.under16).toBe(true);
    for (const item of (await sessionsOf(coach, athleteId)).flatMap((session) => session.items))
      expect(item.bars.map(({ code }) => code).sort()).toEqual(
        gate
          .rung(item.rungId)
          .bars.map(({ code }) => code)
          .sort(),
      );
  });
});

describe('pain', () => {
  const pained = (screeningId: string, over = {}) =>
    trialOf(screeningId, 'front_plank', { painScore: 6, painRegion: 'low back', value: 30, ...over });
  const flagsOf = async (principal: Principal, athleteId: string) =>
    (await gateOf(principal, athleteId)).flags;
  it('of a trial raises its flag once, in the same transaction, also when it is sent twice', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach);
    const trial = pained(await aScreen(coach, athleteId));
    const before = await snapshot();
    // The connection breaks at every statement in turn: neither the trial nor the flag stays.
    for (let at = 1; at < 60; at += 1) {
      const fault = { at, when: 'before' as const, seen: 0 };
      const broke = await withPlantedFault(fault, () => keepTrial(coach, { trial })).then(
        () => false,
        () => true,
      );
      if (!broke) break;
      expect(await snapshot()).toEqual(before);
    }
    must(await keepTrial(coach, { trial }));
    expect(await flagsOf(coach, athleteId)).toHaveLength(1);
    expect((await flagsOf(coach, athleteId))[0]).toMatchObject({ sourceId: trial.id, region: 'low back' });
  });
  it('that ended a trial stops more of it, and its answers complete the flag', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach);
    const screeningId = await aScreen(coach, athleteId);
    const bare = trialOf(screeningId, 'front_plank', {
      value: 12,
      endReason: 'pain',
      answered: false,
      faults: [{ faultId: 'pain', atS: 12 }],
    });
    must(await keepTrial(coach, { trial: bare }));
    expect((await flagsOf(coach, athleteId))[0]?.text).toMatch(/^Pain in front plank/);
    must(
      await amendTrial(coach, {
        amendmentId: newId(),
        trial: { ...bare, answered: true, painScore: 7, painRegion: 'shoulder' },
      }),
    );
    const [flag] = await flagsOf(coach, athleteId);
    expect(flag).toMatchObject({ region: 'shoulder' });
    expect(flag?.text).toMatch(/^Pain 7 of 10 \(shoulder\)/);
    expect(codesOf(await keepTrial(coach, { trial: trialOf(screeningId, 'front_plank') }))).toEqual([
      'trial.barred',
    ]);
  });
  it('of a knee holds what loads the knee, and not breathing; a coach closes it with a reason', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach);
    must(
      await keepTrial(coach, {
        trial: pained(await aScreen(coach, athleteId), { painRegion: 'knee' }),
      }),
    );
    const { gate, flags } = await gateOf(coach, athleteId);
    expect([...gate.held].sort()).toEqual(['hip_extension', 'pelvic_level', 'reactive']);
    expect(codesOf(await closeFlag(coach, { athleteId, flagId: flags[0]?.id, reason: '' }))).toEqual([
      'flag.reason',
    ]);
    must(await closeFlag(coach, { athleteId, flagId: flags[0]?.id, reason: 'seen by physio' }));
    expect((await gateOf(coach, athleteId)).gate.held).toEqual([]);
    expect(codesOf(await closeFlag(coach, { athleteId, flagId: flags[0]?.id, reason: 'again' }))).toEqual([
      'flag.gone',
    ]);
  });
  it('of a session refuses more of what it holds, and changes what is laid out', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const log = async (principal: Principal, day: string, over: object = {}) => {
      const session = (await sessionsOf(principal, athleteId)).find(({ onDate }) => onDate === day);
      if (!session) throw new Error(`no session on ${day}`);
      return keepLog(principal, {
        id: newId(),
        sessionId: session.id,
        effort: 6,
        painScore: 0,
        painRegion: null,
        note: '',
        sets: session.items.flatMap((item) =>
          Array.from({ length: item.sets }, (_, i) => i + 1).flatMap((setNo) =>
            (item.sided ? (['left', 'right'] as const) : (['both'] as const)).map((side) => ({
              rungId: item.rungId,
              setNo,
              side,
              done: item.shownAmount,
              faultId: null,
              load: null,
            })),
          ),
        ),
        ...over,
      });
    };
    const days = (await sessionsOf(coach, athleteId))
      .map(({ onDate }) => onDate)
      .filter((day) => day >= testDay);
    const [first, second] = days;
    if (!first || !second) throw new Error('too few sessions');
    must(await log(await on(coach, first, 18), first));
    const next = await on(coach, second, 18);
    expect(must(await log(next, second, { painScore: 6, painRegion: 'low back' })).flagged).toBe(true);
    const { gate } = await gateOf(next, athleteId);
    expect(gate.held).toContain('anti_lateral');
    expect(gate.held).not.toContain('breath_brace');
    const proposals = await openProposals(next.practiceId, athleteId);
    const raising = proposals.filter(({ kind }) => kind === 'more' || kind === 'next_rung');
    for (const proposal of raising)
      if (gate.may('raise', { rungId: proposal.after.rungId }).length > 0)
        expect(
          codesOf(await decideProposals(next, { athleteId, accept: [proposal.id], reject: [] })),
        ).toEqual(['proposal.barred']);
    const ahead = (await sessionsOf(next, athleteId)).filter((session) => session.onDate > second);
    for (const item of ahead.flatMap((session) => session.items))
      expect(item.bars.length > 0).toBe(gate.held.includes(item.quality));
  });
  it('in a set logged as pain flags what that set loads', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const session = (await sessionsOf(coach, athleteId)).find(({ onDate }) => onDate === testDay);
    const item = session?.items.find(({ quality }) => quality !== 'breath_brace');
    if (!session || !item) throw new Error('no session today');
    const kept = must(
      await keepLog(coach, {
        id: newId(),
        sessionId: session.id,
        effort: 5,
        painScore: 2,
        painRegion: 'elsewhere',
        note: '',
        sets: [
          {
            rungId: item.rungId,
            setNo: 1,
            side: item.sided ? 'left' : 'both',
            done: 1,
            faultId: 'pain',
            load: null,
          },
        ],
      }),
    );
    expect(kept.flagged).toBe(true);
    expect((await gateOf(coach, athleteId)).gate.held).toEqual([item.quality]);
  });
});

describe('what a trial may be', () => {
  it('keeps with its mark what was done against the order of the day', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach);
    const screeningId = await aScreen(coach, athleteId, ['front_plank']);
    const kept = async (over: object, testId = 'front_plank') =>
      must(await keepTrial(coach, { trial: trialOf(screeningId, testId, over) })).marks;
    expect(await kept({})).toEqual([]);
    expect(await kept({ value: 8, endReason: 'done' }, 'brace_breathing')).toEqual(['outside_battery']);
    expect(await kept({ recordedAt: '2026-11-25T10:04:00.000Z' })).toEqual([]);
    expect(await kept({ recordedAt: '2026-11-26T10:00:00.000Z' })).toContain('future');
    expect(await kept({})).toContain('third_maximal');
  });
  it('is bounded by a caution’s cap, whatever the device says', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach, { cautions: ['hypertension'] });
    const screeningId = await aScreen(coach, athleteId, ['side_plank']);
    const trial = trialOf(screeningId, 'side_plank', {
      side: 'left',
      value: 40,
      t1S: 38,
      faults: [{ faultId: 'hip_sag', atS: 38 }],
    });
    expect(must(await keepTrial(coach, { trial })).marks).toEqual(['over_cap']);
    const standing = await subjectOf(coach, athleteId);
    expect(standing?.gate.test('side_plank').capS).toBe(10);
    const { trialsOf } = await import('~/db/queries/screen');
    expect(await trialsOf(coach.practiceId, athleteId)).toMatchObject([
      { value: 10, t1S: 10, capS: 10, endReason: 'cap', faults: [{ atS: 10 }] },
    ]);
  });
  it('refuses a held or barred test, an unknown id, and a screen of somebody else', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach, { cautions: ['knee_pain'] });
    const screeningId = await aScreen(coach, athleteId, ['front_plank']);
    const refused = async (over: object, testId = 'front_plank') =>
      codesOf(await keepTrial(coach, { trial: trialOf(screeningId, testId, over) }));
    expect(await refused({ side: 'left', value: 3 }, 'hop_stick')).toEqual(['trial.barred']);
    expect(await refused({}, 'made_up')).toEqual(['trial.unknown_test']);
    expect(await refused({ faults: [{ faultId: 'x', atS: 1 }] })).toEqual(['trial.unknown_fault']);
    expect(await refused({ rungId: 'plank_full' })).toEqual(['trial.no_rung']);
    const other = await aPractice();
    expect(codesOf(await keepTrial(other.coach, { trial: trialOf(screeningId, 'front_plank') }))).toEqual([
      'screen.gone',
    ]);
  });
  it('cannot supersede another by being kept: corrections are a command of their own', async () => {
    const { coach } = practice;
    const athleteId = await aScreened(coach);
    const { trialsOf } = await import('~/db/queries/screen');
    const [old] = await trialsOf(coach.practiceId, athleteId);
    if (!old) throw new Error('no trial');
    const screeningId = await aScreen(coach, athleteId, ['brace_breathing']);
    must(
      await keepTrial(coach, {
        trial: trialOf(screeningId, 'brace_breathing', {
          value: 3,
          endReason: 'done',
          supersedesId: old.id,
          reason: 'poison',
        }),
      }),
    );
    expect((await trialsOf(coach.practiceId, athleteId)).map(({ id }) => id)).toContain(old.id);
  });
  it('of a closed screen is kept with its mark', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach);
    const screeningId = await aScreen(coach, athleteId, ['front_plank']);
    const { closeScreening } = await import('./close-screening');
    must(await closeScreening(coach, { screeningId }));
    expect(must(await keepTrial(coach, { trial: trialOf(screeningId, 'front_plank') })).marks).toEqual([
      'after_close',
    ]);
  });
});
