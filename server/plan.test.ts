import { addDays } from '~/core/body/dates';
import { ladderOf } from '~/core/catalogue';
import { noEdits } from '~/core/catalogue/edits';
import { shippedTrade } from '~/core/catalogue/trade';
import type { Clearance } from '~/core/clear/clear';
import { makeTrial } from '~/core/screen/trial/testing';
import type { AthleteRow } from '~/db/queries/athletes';
import { demoSettings } from '~/demo/world';
import {
  doseHistory,
  type LogWithSets,
  makeSeason,
  makeWeek,
  rungContext,
  schoolOf,
  seasonRows,
  sessionRows,
  toOutcome,
} from './plan.server';
import { assembleView, isUuid, judgeClearance, mainEvent, pillarCells } from './views/standing.server';

const today = '2026-11-25';
const who = {
  practiceId: '0190aaaa-0000-7000-8000-000000000001',
  staffId: '0190aaaa-0000-7000-8000-000000000002',
  settings: demoSettings,
  firstWeekday: 1 as const,
  schoolId: 'brace',
  catalogue: { edits: noEdits, revision: 0 },
};
const athlete: AthleteRow = {
  id: '0190aaaa-0000-7000-8000-00000000000a',
  practiceId: who.practiceId,
  givenName: 'Pia',
  familyName: 'Test',
  birthDate: '1993-05-04',
  sex: 'female',
  disciplineId: 'running.marathon',
  level: 'trained',
  massKg: 60,
  statureM: 1.7,
  kit: ['towel', 'wall', 'box', 'band'],
  schoolId: null,
  sessionsPerWeek: 3,
  minutesPerSession: 25,
  weekdays: [1, 3, 5],
  note: '',
  version: 1,
  createdAt: new Date(),
};
const cleared: Clearance = {
  state: 'cleared',
  allows: 'all',
  cautions: [],
  reasons: [],
  liftedBy: '',
  expiresOn: '2027-03-01',
};
const event = (id: string, onDate: string, priority: 'A' | 'B' | 'C') => ({
  id,
  practiceId: who.practiceId,
  athleteId: athlete.id,
  name: id,
  onDate,
  priority,
  minutes: null,
  perMinute: null,
});
const trials = [
  makeTrial('side_plank', 'left', 40),
  makeTrial('side_plank', 'right', 75),
  makeTrial('front_plank', 'both', 60),
  makeTrial('brace_breathing', 'both', 8),
  makeTrial('trunk_extensor_hold', 'both', 150),
  makeTrial('pelvic_drop_stance', 'left', 6),
  makeTrial('pelvic_drop_stance', 'right', 5),
];
const view = (more: Partial<AthleteRow> = {}, clearance = cleared) =>
  assembleView(
    who,
    { ...athlete, ...more },
    clearance,
    trials,
    [event('A race', addDays(today, 80), 'A')],
    today,
  );

describe('what later steps start from', () => {
  it('looks to the next A event before an earlier B', () => {
    const events = [
      event('past', '2026-01-01', 'A'),
      event('b', addDays(today, 10), 'B'),
      event('a', addDays(today, 50), 'A'),
    ];
    expect(mainEvent(events, today)?.id).toBe('a');
    expect(mainEvent(events.slice(0, 2), today)?.id).toBe('b');
    expect(mainEvent(events.slice(0, 1), today)).toBeUndefined();
  });
  it('gives the small pillar every quality and side, with its demand', () => {
    const cells = pillarCells(view().linked);
    expect(cells).toHaveLength(13);
    expect(cells.find((cell) => cell.quality === 'pelvic_level')?.demand).toBe(5);
    expect(cells.find((cell) => cell.quality === 'reactive')?.capability).toBeNull();
  });
  it('judges clearance by the practice’s settings', () => {
    const form = {
      id: '',
      practiceId: '',
      athleteId: '',
      onDate: addDays(today, -100),
      stopSigns: [],
      cautions: [],
      systolicMmHg: null,
      diastolicMmHg: null,
      consentAthlete: true,
      consentGuardian: false,
      guardianName: '',
      staffId: null,
      createdAt: new Date(),
    };
    expect(judgeClearance(who, athlete.birthDate, form, [], today).state).toBe('cleared');
    expect(
      judgeClearance({ settings: { ...demoSettings, renewMonths: 3 } }, athlete.birthDate, form, [], today)
        .state,
    ).toBe('expired');
    expect(
      judgeClearance({ settings: { ...demoSettings, guardianUnderYears: 14 } }, '2011-01-01', form, [], today)
        .state,
    ).toBe('cleared');
  });
  it('tells ids from other text', () => {
    expect(isUuid(athlete.id)).toBe(true);
    for (const bad of [undefined, '', 'x', `${athlete.id}'`, '0190aaaa00007000800000000000000a'])
      expect(isUuid(bad)).toBe(false);
  });
});

describe('history', () => {
  const log = (onDate: string, sets: LogWithSets['sets']): LogWithSets => ({
    id: 'l',
    practiceId: '',
    athleteId: '',
    sessionId: '',
    onDate,
    effort: 6,
    painScore: 0,
    painRegion: null,
    note: '',
    staffId: null,
    createdAt: new Date(),
    sets,
  });
  const set = (rungId: string, side: 'left' | 'right' | 'both', done: number) => ({
    logId: 'l',
    rungId,
    ladderId: ladderOf(rungId).id,
    setNo: 1,
    side,
    planned: done,
    done,
    faultId: null,
  });
  it('adds up the doses of the last four weeks by side, and a week is a quarter of them', () => {
    const history = doseHistory(
      shippedTrade,
      [
        log(addDays(today, -3), [set('side_plank_full', 'left', 30), set('side_plank_full', 'right', 15)]),
        log(addDays(today, -10), [set('plank_full', 'both', 45)]),
        log(addDays(today, -40), [set('plank_full', 'both', 450)]),
      ],
      today,
    );
    expect(history).toEqual({
      'anti_lateral|left': 0.25,
      'anti_lateral|right': 0.125,
      'anti_extension|both': 0.25,
    });
  });
  it('gives an unsided rung of a sided quality to both sides in full', () => {
    expect(
      doseHistory(shippedTrade, [log(addDays(today, -1), [set('bridge_both', 'both', 12)])], today),
    ).toEqual({
      'hip_extension|left': 0.25,
      'hip_extension|right': 0.25,
    });
  });
  it('becomes the outcome that progression reads', () => {
    expect(toOutcome(log(today, [set('plank_full', 'both', 20)]))).toMatchObject({
      logId: 'l',
      effort: 6,
      sets: [{ rungId: 'plank_full', done: 20, faultId: null }],
    });
  });
});

describe('from picture to rows', () => {
  it('makes a season whose rows name the trials, the settings and the version they came from', () => {
    const picture = view();
    const made = makeSeason(who, picture, [], {});
    const rows = seasonRows(who, picture, made, athlete.id, null);
    expect(rows.season.startsOn).toBe('2026-11-23');
    expect(rows.season.priorityRunId).toBe(rows.run.id);
    expect(rows.run.trialIds).toEqual(trials.map((trial) => trial.id));
    expect(rows.run.settings).toMatchObject({ actingGap: 0.1 });
    expect(rows.weeks.length).toBeGreaterThan(11);
    expect(rows.weeks.every((week) => week.reasons.length > 0)).toBe(true);
  });
  it('composes a week by the athlete’s own school, and rows keep its order', () => {
    const picture = view();
    const made = makeSeason(who, picture, [], {});
    const week = made.plan.weeks[1];
    if (!week) throw new Error('no week');
    const composed = makeWeek(who, picture, week, [], [], { day: week.startsOn, done: [] });
    const rows = sessionRows(who.practiceId, athlete.id, athlete.id, week.startsOn, composed);
    expect(rows.length).toBe(3);
    for (const row of rows) {
      expect(row.items.map((item) => item.position)).toEqual(row.items.map((_, i) => i));
      expect(new Set(row.items.map((item) => item.sessionId))).toEqual(new Set([row.session.id]));
    }
    const side = rows.flatMap((row) => row.items).find((item) => item.quality === 'anti_lateral');
    expect(side?.detail).toMatchObject({ firstSide: 'left', extraSetSide: 'left' });
    expect(schoolOf(who, athlete)).toBe('brace');
    expect(schoolOf(who, { schoolId: 'move' })).toBe('move');
  });
  it('takes the weaker side as a quality’s capability, and owned rungs from every ladder', () => {
    const context = rungContext(who, view(), [{ owned: ['plank_knees'] }, { owned: ['bridge_both'] }]);
    expect(context.capability.anti_lateral).toBeCloseTo((100 * 40) / 74, 3);
    expect([...context.owned]).toEqual(['plank_knees', 'bridge_both']);
    expect(context.capability.reactive).toBeUndefined();
  });
  it('plans by the cautions of the clearance', () => {
    const hurt = view({}, { ...cleared, cautions: ['acute_back_pain'] });
    const { plan } = makeSeason(who, hurt, [], {});
    expect(new Set(plan.weeks.flatMap((week) => week.cells.map((cell) => cell.quality)))).toEqual(
      new Set(['breath_brace']),
    );
  });
});
