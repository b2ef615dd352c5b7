import fc from 'fast-check';
import { cautions, equipment, type QualityId, quality, rung, schools } from '~/core/catalogue';
import { noEdits } from '~/core/catalogue/edits';
import { phases } from '~/core/catalogue/phases';
import { shippedTrade, tradeOf } from '~/core/catalogue/trade';
import { withinFlexion } from '~/core/clear/flexion';
import { kitBar } from '~/core/clear/rung-bars';
import { everyKit, gateOf, testDay } from '~/core/clear/testing';
import type { LadderQuality } from '~/core/dose/choose';
import { anAthlete, type GivenAthlete, holdsOf90 } from '~/core/dose/testing';
import { workSeconds } from '~/core/dose/work';
import type { DoseCell, PlanWeek } from '~/core/plan/season';
import { compose } from './compose';
import type { ComposeInput } from './compose-input';
import { splitSets } from './exposures';
import { minutesOf, planB, withSets } from './lay-session';
import type { UnderWay } from './prescription';
import { flexionOf, onBackSeconds } from './within-gate';

const monday = '2026-11-23';
type Wish = readonly [LadderQuality, number, ('main' | 'keep')?];
const cellsOf = (wishes: readonly Wish[]): DoseCell[] =>
  wishes.flatMap(([id, sets, tier = 'main']) => {
    const sided = id !== 'neck_control' && quality(id as QualityId).sided;
    return (sided ? (['left', 'right'] as const) : (['both'] as const)).map((side) => ({
      quality: id,
      side,
      sets,
      tier,
      dose: sets * 0.6,
    }));
  });
const weekOf = (wishes: readonly Wish[], over: Partial<PlanWeek> = {}): PlanWeek => ({
  index: 4,
  startsOn: monday,
  phase: 'build',
  kind: 'load',
  retest: false,
  blackDays: 0,
  eventIds: [],
  minutes: 0,
  minutesAvailable: 135,
  sessions: 3,
  focus: wishes[0]?.[0] ?? null,
  waiting: [],
  reasons: [],
  cells: cellsOf(wishes),
  ...over,
});
const inputOf = (
  week: PlanWeek,
  given: GivenAthlete = {},
  over: Partial<ComposeInput> = {},
): ComposeInput => ({
  athlete: anAthlete(given),
  week,
  days: ['2026-11-23', '2026-11-25', '2026-11-27'],
  minutesPerSession: 45,
  weakerSide: {},
  priority: {},
  underWay: [],
  blockStart: monday,
  fromDay: monday,
  doneDays: [],
  ...over,
});
const itemsOf = (input: ComposeInput) => compose(input).sessions.flatMap(({ items }) => items);
const under = (rungId: string, over: Partial<UnderWay> = {}): UnderWay => ({
  quality: shippedTrade.ladderOf(rungId).quality,
  role: 'main',
  ladderId: shippedTrade.ladderOf(rungId).id,
  rungId,
  load: null,
  since: monday,
  ...over,
});

describe('places', () => {
  const bare = ['towel', 'wall'];
  const gym = ['towel', 'wall', 'box', 'cable', 'dumbbell', 'ball', 'foam_roller', 'band'];
  const wednesday = '2026-11-25';
  const week = weekOf(
    [
      ['anti_rotation', 6],
      ['hip_extension', 6],
      ['anti_extension', 4, 'keep'],
    ],
    { minutes: 70 },
  );
  const at = (more: Partial<ComposeInput> = {}, of = week) =>
    inputOf(
      of,
      {},
      {
        usualKit: bare,
        placeOn: (day) => (day === wednesday ? { name: 'Gym', kit: gym, minutesPerSession: 30 } : undefined),
        minutesPerSession: 20,
        ...more,
      },
    );
  const ok = (rungId: string, kit: readonly string[]) => kitBar(rung(rungId), kit).length === 0;
  const rungsOf = (made: ReturnType<typeof compose>, id: string, there: boolean) =>
    made.sessions
      .filter(({ onDate }) => (onDate === wednesday) === there)
      .flatMap(({ items }) => items.filter((item) => item.quality === id))
      .map(({ rungId }) => rungId);

  it('a day has the exercises its kit allows, within its own minutes', () => {
    const { sessions, underWay } = compose(at());
    expect(sessions.map(({ onDate }) => onDate)).toEqual(['2026-11-23', wednesday, '2026-11-27']);
    for (const { onDate, items, minutes } of sessions) {
      expect(minutes).toBeLessThanOrEqual(onDate === wednesday ? 30 : 20);
      for (const { rungId } of items)
        expect([rungId, ok(rungId, onDate === wednesday ? gym : bare)]).toEqual([rungId, true]);
    }
    expect(sessions[1]?.minutes).toBeGreaterThan(20);
    // What is under way at a place is what its sessions have.
    for (const { place, quality: id, rungId } of underWay)
      expect(rungsOf({ sessions, underWay, leftOut: [] }, id, place === 'Gym')).toContain(rungId);
    expect(new Set(underWay.map(({ place }) => place))).toEqual(new Set([undefined, 'Gym']));
  });
  it('each goes on with its own: what is under way at one place is not taken to another', () => {
    const { underWay } = compose(at());
    const keyed = (some: readonly UnderWay[]) =>
      some.map(({ quality: id, role, place, rungId }) => `${id} ${role} ${place ?? ''} ${rungId}`).sort();
    expect(keyed(compose(at({ underWay })).underWay)).toEqual(keyed(underWay));
    const holds = weekOf([['anti_extension', 6]], { minutes: 70 });
    const there = compose(at({ underWay: [{ ...under('plank_knees'), place: 'Gym' }] }, holds));
    expect(rungsOf(there, 'anti_extension', true)).toContain('plank_knees');
    expect(rungsOf(there, 'anti_extension', false)).not.toContain('plank_knees');
    const here = compose(at({ underWay: [under('plank_knees')] }, holds));
    expect(rungsOf(here, 'anti_extension', true)).not.toContain('plank_knees');
    expect(rungsOf(here, 'anti_extension', false)).toContain('plank_knees');
  });
  it('days that are all at the usual place are dealt as if there were no other', () => {
    const plain = inputOf(week, {}, { minutesPerSession: 20 });
    const named = { ...plain, usualKit: everyKit, placeOn: () => undefined };
    const { sessions, underWay } = compose(named);
    expect({ sessions, underWay }).toEqual({
      sessions: compose(plain).sessions,
      underWay: compose(plain).underWay,
    });
  });
  it('what only one place can do goes there, and is told when its days are full', () => {
    const wish: readonly Wish[] = [['anti_rotation', 9]];
    const anywhere = compose(at({ usualKit: everyKit }, weekOf(wish)));
    const only = compose(at({ usualKit: [] }, weekOf(wish)));
    expect(anywhere.leftOut).toEqual([]);
    expect(rungsOf(anywhere, 'anti_rotation', false).length).toBeGreaterThan(0);
    // Nobody holds a turn back against nothing: it takes a cable, a band or a ball.
    expect(rungsOf(only, 'anti_rotation', false)).toEqual([]);
    expect(rungsOf(only, 'anti_rotation', true).length).toBe(1);
    expect(only.leftOut.map(({ code, values }) => [code, values?.places])).toContainEqual([
      'compose.place',
      ['Gym'],
    ]);
    const nowhere = compose(at({ usualKit: [], placeOn: () => undefined }, weekOf(wish)));
    expect(nowhere.leftOut.map(({ code }) => code)).toEqual(['compose.barred']);
  });
});

describe('the day before an event', () => {
  const week = weekOf(
    [
      ['anti_extension', 4],
      ['breath_brace', 3, 'keep'],
    ],
    { kind: 'event', phase: 'hold' },
  );
  const with5 = (over: Partial<ComposeInput> = {}) =>
    compose(inputOf(week, {}, { days: ['2026-11-23'], primerDays: ['2026-11-28'], ...over })).sessions;
  it('has five minutes where a coach wants them: a set of breath and brace, a set of the focus', () => {
    const [main, primer] = with5();
    expect(main?.onDate).toBe('2026-11-23');
    expect(primer?.onDate).toBe('2026-11-28');
    expect(primer?.items.map(({ quality: id, sets }) => [id, sets])).toEqual([
      ['breath_brace', 1],
      ['anti_extension', 1],
    ]);
    expect(minutesOf(primer?.items ?? [])).toBeLessThanOrEqual(5);
    // The same exercise as the block's, at the same share.
    const usual = main?.items.find(({ quality: id }) => id === 'anti_extension');
    expect(primer?.items[1]).toMatchObject({ rungId: usual?.rungId, amount: usual?.amount });
  });
  it('has none unasked, on a day that is over, that has its session, or that may carry nothing', () => {
    const days = (over: Partial<ComposeInput>) => with5(over).map(({ onDate }) => onDate);
    expect(days({ primerDays: undefined })).toEqual(['2026-11-23']);
    expect(days({ fromDay: '2026-11-29' })).toEqual([]);
    expect(days({ doneDays: ['2026-11-28'] })).toEqual(['2026-11-23']);
    expect(days({ days: ['2026-11-28'] })).toEqual(['2026-11-28']);
    // No other day is left in the week: the five minutes stand alone.
    expect(days({ days: [] })).toEqual(['2026-11-28']);
    expect(days({ week: weekOf([['anti_extension', 4]], { kind: 'black' }) })).toEqual([]);
  });
});

/** A side plank of 46 s on the left and 60 on the right. */
const weakLeft: GivenAthlete = {
  holds: [
    ...holdsOf90.filter(({ test }) => test !== 'side_plank'),
    { test: 'side_plank', seconds: 46, side: 'left' },
    { test: 'side_plank', seconds: 60, side: 'right' },
  ],
  done: new Set(['side_plank_full']),
};
const leftActs = { weakerSide: { anti_lateral: { side: 'left' as const, acts: true, gapPercent: 23 } } };

describe('cards that a coach would sign', () => {
  it('a side plank of 46 s in Build: three sets of 25 to 30 s, the weaker side first, one more left', () => {
    const week = weekOf([['anti_lateral', 6]]);
    const [item] = itemsOf(
      inputOf(week, weakLeft, {
        ...leftActs,
        underWay: [under('side_plank_full')],
        days: ['2026-11-23', '2026-11-26'],
      }),
    );
    expect(item).toMatchObject({
      rungId: 'side_plank_full',
      sets: 3,
      firstSide: 'left',
      extraSetSide: 'left',
    });
    expect(item?.amount).toBeGreaterThanOrEqual(25);
    expect(item?.amount).toBeLessThanOrEqual(30);
    expect(item?.inHand).toBeCloseTo(46 - (item?.amount ?? 0), 1);
    expect(item?.why.this).toContain('left is weaker by 23 %');
  });
  it('the same in Load: harder by rung or load, three to four sets', () => {
    const week = weekOf([['anti_lateral', 8]], { phase: 'load' });
    const items = itemsOf(inputOf(week, weakLeft, { ...leftActs, days: ['2026-11-23', '2026-11-26'] }));
    for (const item of items) {
      expect(item.sets).toBeGreaterThanOrEqual(3);
      expect(item.sets).toBeLessThanOrEqual(4);
      expect(item.rungId === 'side_plank_full' && item.load === null).toBe(false);
      expect(item.limit).toBeLessThan(60);
    }
  });
  it('under high blood pressure the same total in holds of ten seconds, with no reserve printed', () => {
    const week = weekOf([['anti_extension', 4]], { phase: 'ground' });
    const given: GivenAthlete = { gate: { cautions: ['hypertension'] }, done: new Set(['plank_full']) };
    const items = itemsOf(
      inputOf(week, given, { underWay: [under('plank_full')], days: [monday, '2026-11-26'] }),
    );
    expect(items[0]).toMatchObject({ rungId: 'plank_full', amount: 10, sets: 10, restS: 10, inHand: null });
    expect(items[0]?.effortMost).toBe(5);
    expect(items[0]?.minutes).toBeCloseTo(215 / 60, 1);
  });
  it('for somebody of fourteen: no load on what is not owned, no hold over a minute', () => {
    const all = phases.map((phase) =>
      weekOf(
        [
          ['anti_lateral', 4],
          ['anti_rotation', 4],
          ['anti_extension', 4],
        ],
        { phase },
      ),
    );
    for (const week of all)
      for (const item of itemsOf(inputOf(week, { gate: { cautions: ['under_16'] } }))) {
        expect(item.load).toBeNull();
        if (item.unit === 'hold_s') expect(item.amount).toBeLessThanOrEqual(60);
      }
  });
  it('in pregnancy with agreement: short on the back, and nothing but breath without it', () => {
    const everything = weekOf([
      ['breath_brace', 6],
      ['anti_extension', 4],
      ['hip_extension', 4],
      ['anti_rotation', 4],
    ]);
    const gate = { cautions: ['pregnancy'], dueOn: '2027-03-01' };
    const { sessions } = compose(inputOf(everything, { gate }));
    expect(sessions.length).toBeGreaterThan(0);
    for (const session of sessions)
      expect(onBackSeconds(anAthlete({ gate }), session.items)).toBeLessThanOrEqual(360);
    const waiting = itemsOf(inputOf(everything, { gate: { ...gate, agreed: false } }));
    expect(new Set(waiting.map((item) => item.quality))).toEqual(new Set(['breath_brace']));
  });
  it('back from a knee: no landing, no squat to a box, but breath, planks and bridges', () => {
    const week = weekOf(
      [
        ['reactive', 4],
        ['pelvic_level', 4],
        ['hip_extension', 4],
        ['anti_extension', 4],
      ],
      { phase: 'sport' },
    );
    const items = itemsOf(inputOf(week, { gate: { cautions: ['knee_pain'] } }));
    const ladders = items.map((item) => item.ladderId);
    expect(ladders).not.toContain('landing_stick');
    expect(items.map((item) => item.rungId)).not.toContain('sl_squat_box');
    expect(new Set(items.map((item) => item.quality)).size).toBe(4);
  });
});

describe('a week dealt to its days', () => {
  it('gives a main quality two exposures of the same exercise, and a third of another ladder', () => {
    const items = itemsOf(inputOf(weekOf([['anti_extension', 9]])));
    const main = items.filter((item) => item.role === 'main');
    const other = items.filter((item) => item.role === 'accessory');
    expect(main).toHaveLength(2);
    expect(new Set(main.map((item) => item.rungId)).size).toBe(1);
    expect(other).toHaveLength(1);
    expect(other[0]?.ladderId).not.toBe(main[0]?.ladderId);
  });
  it('gives a kept quality one exposure of two sets, on another day than the next', () => {
    const composed = compose(
      inputOf(
        weekOf([
          ['anti_extension', 2, 'keep'],
          ['hip_extension', 2, 'keep'],
          ['reactive', 2, 'keep'],
        ]),
      ),
    );
    expect(composed.sessions.map(({ items }) => items.length)).toEqual([1, 1, 1]);
    for (const { items } of composed.sessions) expect(items[0]).toMatchObject({ role: 'keep', sets: 2 });
  });
  it('opens every session with breath until it is owned, then one', () => {
    const opened = (sets: number) =>
      compose(
        inputOf(
          weekOf([
            ['breath_brace', sets, 'keep'],
            ['anti_extension', 6],
          ]),
        ),
      ).sessions.filter(({ items }) => items.some(({ role }) => role === 'opener')).length;
    expect(opened(6)).toBe(3);
    expect(opened(2)).toBe(1);
    for (const { items } of compose(
      inputOf(
        weekOf([
          ['breath_brace', 6, 'keep'],
          ['anti_extension', 6],
        ]),
      ),
    ).sessions)
      expect(items[0]?.role).toBe('opener');
  });
  it('puts the reactive first, the control next, the main exercises, then holds and the neck', () => {
    const week = weekOf(
      [
        ['anti_extension', 2],
        ['neck_control', 2, 'keep'],
        ['breath_brace', 2, 'keep'],
        ['reactive', 2, 'keep'],
        ['pelvic_level', 2, 'keep'],
      ],
      { sessions: 1, phase: 'sport' },
    );
    const [session] = compose(inputOf(week, { sport: 'skiing' }, { days: [monday] })).sessions;
    const order = session?.items.map((item) => item.quality);
    expect(order?.slice(0, 2)).toEqual(['breath_brace', 'reactive']);
    expect(order?.at(-1)).toBe('neck_control');
  });
  it('pairs the front with the back, one resting while the other works', () => {
    const week = weekOf([
      ['anti_extension', 2],
      ['extension_endurance', 2, 'keep'],
    ]);
    const [session] = compose(inputOf(week, {}, { days: [monday] })).sessions;
    expect(session?.items.map(({ pair }) => pair)).toEqual(['A1', 'A2']);
  });
  it('uses the minutes the plan has, by sets and then by an accessory, and never more than the session', () => {
    const used = (minutes: number) =>
      compose(
        inputOf(weekOf([['anti_extension', 4]], { minutes }), {}, { minutesPerSession: 20 }),
      ).sessions.reduce((sum, { items }) => sum + minutesOf(items), 0);
    expect(used(30)).toBeGreaterThan(used(8));
    expect(used(30)).toBeLessThanOrEqual(30.5);
    for (const { items } of compose(
      inputOf(weekOf([['anti_extension', 4]], { minutes: 60 }), {}, { minutesPerSession: 20 }),
    ).sessions)
      expect(minutesOf(items)).toBeLessThanOrEqual(20);
  });
  it('lets a waiting quality in where a whole exposure of it still fits', () => {
    const wait = (minutes: number) =>
      itemsOf(inputOf(weekOf([['anti_extension', 4]], { minutes, waiting: ['hip_extension'] }))).some(
        ({ quality: id }) => id === 'hip_extension',
      );
    expect(wait(80)).toBe(true);
    expect(wait(0)).toBe(false);
  });
  it('keeps days that are done, and gives what is left its share', () => {
    const week = weekOf([
      ['anti_extension', 6],
      ['hip_extension', 6],
    ]);
    const dates = (over: Partial<ComposeInput>) =>
      compose(inputOf(week, {}, over)).sessions.map(({ onDate }) => onDate);
    expect(dates({})).toEqual(['2026-11-23', '2026-11-25', '2026-11-27']);
    expect(dates({ doneDays: ['2026-11-23'] })).toEqual(['2026-11-25', '2026-11-27']);
    expect(dates({ fromDay: '2026-11-26' })).toEqual(['2026-11-27']);
    expect(compose(inputOf(week, {}, { fromDay: '2026-11-28' })).leftOut[0]?.code).toBe('compose.no_day');
  });
  it('is nothing when nothing may be done, and says why', () => {
    const stopped = compose(
      inputOf(weekOf([['anti_extension', 4]]), { gate: { stopSigns: ['saddle_numbness'] } }),
    );
    expect(stopped.sessions).toEqual([]);
    expect(stopped.leftOut.length).toBeGreaterThan(0);
    expect(compose(inputOf(weekOf([], { kind: 'black' }))).leftOut[0]?.code).toBe('compose.black');
    const held = compose(inputOf(weekOf([['anti_lateral', 4]]), { gate: { held: ['anti_lateral'] } }));
    expect(held.leftOut[0]).toMatchObject({
      code: 'compose.barred',
      values: { quality: 'Side wall', bar: 'bar.held' },
    });
  });
  it('splits sets as even as they come', () => {
    expect([splitSets(7, 2), splitSets(6, 2), splitSets(9, 3), splitSets(2, 1)]).toEqual([
      [4, 3],
      [3, 3],
      [3, 3, 3],
      [2],
    ]);
  });
});

describe('what is under way', () => {
  const week = (phase: PlanWeek['phase']) => weekOf([['anti_extension', 4]], { phase });
  it('stays through its block, with its load and set-up', () => {
    const kept = itemsOf(
      inputOf(
        week('build'),
        {},
        { underWay: [under('plank_loaded', { load: 5, setting: 'Feet on the line' })] },
      ),
    )[0];
    expect(kept).toMatchObject({
      rungId: 'plank_loaded',
      load: { by: 'pelvis_kg', value: 5 },
      setting: 'Feet on the line',
    });
  });
  it('of an earlier block is chosen anew, but not below itself while it is not too hard', () => {
    const old = under('plank_long_lever', { since: '2026-10-01' });
    const made = compose(inputOf(week('load'), {}, { underWay: [old] }));
    expect(made.underWay[0]?.since).toBe(monday);
    const levels = made.sessions.flatMap(({ items }) => items).filter(({ ladderId }) => ladderId === 'plank');
    for (const item of levels) expect(rung(item.rungId).level).toBeGreaterThanOrEqual(8);
    expect(itemsOf(inputOf(week('hold'), {}, { underWay: [old] }))[0]?.rungId).toBe('plank_long_lever');
  });
  it('gives way when it may not be done any more', () => {
    const trade = tradeOf({ ...noEdits, rungs: { plank_loaded: { patch: {}, hidden: true } } });
    const items = itemsOf(
      inputOf(week('build'), { trade, gate: { trade } }, { underWay: [under('plank_loaded', { load: 5 })] }),
    );
    expect(items.length).toBeGreaterThan(0);
    expect(items.some(({ rungId }) => rungId === 'plank_loaded')).toBe(false);
  });
});

describe('the bounds of a session', () => {
  it('keep the week’s loaded bending within its ceiling, and say what gave way', () => {
    const week = weekOf([['trunk_flexion_control', 9]]);
    const given = (flexion?: { cycles: number; heldS: number }): GivenAthlete => ({
      schoolId: 'move',
      gate: { schoolId: 'move', ...(flexion ? { flexion } : {}) },
    });
    const bent = (flexion?: { cycles: number; heldS: number }) => {
      const composed = compose(inputOf(week, given(flexion), { underWay: [under('curl_up_feet_dug')] }));
      const sum = flexionOf(
        shippedTrade,
        composed.sessions.flatMap(({ items }) => items),
      );
      return { ...sum, codes: composed.leftOut.map(({ code }) => code) };
    };
    const free = bent();
    expect(free.cycles).toBeGreaterThan(0);
    const narrow = bent({ cycles: free.cycles / 2, heldS: 0 });
    expect(narrow.cycles).toBeLessThanOrEqual(free.cycles / 2);
  });
  it('hold for any caution, school, kit and phase: nothing barred, nothing over its minutes, never one set', () => {
    fc.assert(
      fc.property(
        fc.subarray(cautions.map((c) => c.id)),
        fc.constantFrom(...schools.map((s) => s.id)),
        fc.subarray(equipment.map((e) => e.id)),
        fc.integer({ min: 8, max: 45 }),
        fc.integer({ min: 20, max: 120 }),
        fc.constantFrom(...phases),
        (some, schoolId, kit, minutesPerSession, capabilities, phase) => {
          const week = weekOf(
            [
              ['breath_brace', 6, 'keep'],
              ['pelvic_level', 4],
              ['anti_lateral', 4],
              ['anti_extension', 2, 'keep'],
              ['extension_endurance', 2, 'keep'],
              ['trunk_flexion_control', 2, 'keep'],
            ],
            { phase, minutes: 60 },
          );
          const input = inputOf(
            week,
            { capabilities, schoolId, kit, gate: { cautions: some, schoolId, kit } },
            { minutesPerSession },
          );
          const composed = compose(input);
          const all = composed.sessions.flatMap(({ items }) => items);
          expect(withinFlexion(flexionOf(shippedTrade, all), input.athlete.gate.flexion)).toBe(true);
          for (const session of composed.sessions) {
            expect(minutesOf(session.items)).toBeLessThanOrEqual(minutesPerSession + 1e-6);
            for (const item of session.items) {
              const limits = input.athlete.gate.rung(item.rungId);
              expect(limits.bars).toEqual([]);
              expect(item.sets).toBeGreaterThanOrEqual(2);
              if (item.load) expect(item.load.value).toBeLessThanOrEqual(limits.loadMost ?? 0);
              if (limits.capS !== undefined)
                expect(workSeconds(item.unit, item.amount, item.tempo)).toBeLessThanOrEqual(
                  Math.max(limits.capS, 8),
                );
              if (phase === 'ground' || phase === 'restore')
                expect(item.load?.by.endsWith('_kg') ?? false).toBe(false);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('ten minutes only', () => {
  it('are the focus alone, in as many sets as fit', () => {
    const week = weekOf([
      ['anti_extension', 8],
      ['hip_extension', 4],
    ]);
    const [session] = compose(inputOf(week, {}, { days: [monday] })).sessions;
    const short = planB(session?.items ?? [], 'anti_extension');
    expect(short).toHaveLength(1);
    expect(short[0]?.quality).toBe('anti_extension');
    expect(minutesOf(short)).toBeLessThanOrEqual(10);
    expect(planB([], 'anti_extension')).toEqual([]);
  });
  it('and fewer sets keep dose and minutes true', () => {
    const [item] = itemsOf(inputOf(weekOf([['anti_extension', 8]]), {}));
    if (!item) throw new Error('no item');
    const less = withSets(item, 2);
    expect(less.dose).toBeCloseTo((item.dose * 2) / item.sets, 1);
    expect(less.minutes).toBeLessThan(item.minutes);
    expect(gateOf().day).toBe(testDay);
  });
});
