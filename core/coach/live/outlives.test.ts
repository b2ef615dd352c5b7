import fc from 'fast-check';
import { shippedTrade as trade } from '~/core/catalogue/trade';
import { logSchema } from '~/core/coach/log-form';
import { readSets } from '~/core/coach/read-log';
import type { LiveCard, LiveForm, LiveItem } from './card';
import { stepGroup } from './group';
import { doneSets, logOf, stillAsked } from './outcome';
import { restoredLive, storedLive } from './resume';
import { doneSoFar, type LiveState, readyLive, secondsToGo, usualLive } from './state';
import { type LiveEvent, stepLive } from './step';
import { card, form, item, Mat } from './testing';
import { isOpen, turnKey } from './turns';

describe('a page that is closed and opened again', () => {
  /** Stored on one page and taken up on another, whose steady clock starts anew. */
  const reopened = (mat: Mat, awayS: number): Mat => {
    const stored = JSON.parse(JSON.stringify(storedLive(mat.state, mat.wallMs - mat.nowMs))) as LiveState;
    mat.wallMs += awayS * 1000;
    mat.nowMs = 500;
    mat.state = restoredLive(stored, mat.wallMs - mat.nowMs, mat.nowMs);
    return mat.does({ type: 'tick' });
  };

  test('a set goes on at the second it was left', () => {
    const mat = reopened(new Mat(card([item('a', { amount: 30 })])).starts().waits(12), 3);
    expect(mat.state.phase).toBe('work');
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(15);
    expect(mat.waits(15).results).toMatchObject([{ done: 30 }]);
  });

  test('a rest too, and it is over when it was away for longer', () => {
    const rest = () => new Mat(card([item('a', { amount: 10, restS: 45 })])).starts().waits(15);
    expect(secondsToGo(reopened(rest(), 5).state, 500)).toBeCloseTo(35, 3);
    expect(reopened(rest(), 3600).state.phase).toBe('ready');
  });

  test('left for long in a set, it is asked what came of it', () => {
    const mat = reopened(new Mat(card([item('a', { amount: 30 })])).starts().waits(12), 600);
    expect(mat.state).toMatchObject({ phase: 'asleep', broken: 12 });
  });

  test('a pause stays a pause, with the rest that was left', () => {
    const mat = new Mat(card([item('a', { amount: 10, restS: 45 })]))
      .starts()
      .waits(20)
      .does({ type: 'pause' });
    reopened(mat, 1200).does({ type: 'resume' });
    expect(secondsToGo(mat.state, mat.nowMs)).toBeCloseTo(35, 3);
  });

  test('a clock of the wall that was set back a day loses nothing and stops nothing', () => {
    const mat = reopened(new Mat(card([item('a', { amount: 30 })])).starts().waits(12), -86_400);
    expect(mat.state.phase).toBe('work');
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(12);
    expect(mat.waits(18).results).toMatchObject([{ done: 30 }]);
  });
});

describe('a card that changes meanwhile', () => {
  const own = () => [item('a', { amount: 40 }), item('b', {}, { quality: 'hip_extension' }), item('c')];
  const changed = (mat: Mat, items: readonly LiveItem[], over: Partial<LiveCard> = {}) =>
    mat.does({ type: 'changed', card: card(items, over) });

  test('nothing new changes nothing', () => {
    const mat = new Mat(card(own())).starts().waits(3);
    const before = mat.state;
    expect(changed(mat, own()).state).toBe(before);
    expect(changed(mat, own(), { sessionId: 'another' }).state).toBe(before);
  });

  test('what is done stays, what is open follows: another amount, one more, one gone', () => {
    const mat = new Mat(card(own())).starts().waits(40);
    changed(mat, [item('a', { amount: 20 }, { sets: 3 }), item('c'), item('d')], {
      withheld: [{ name: 'b', bars: [] }],
    });
    expect(mat.results).toMatchObject([{ rungId: 'a', done: 40, asked: 40 }]);
    expect(mat.order).toBe('a2 a3 c1 c2 d1 d2');
    expect(mat.state.changes).toEqual([
      { what: 'other', name: 'a' },
      { what: 'withheld', name: 'b' },
      { what: 'new', name: 'd' },
    ]);
    expect(mat.state.phase).toBe('rest');
    mat.waits(60).starts().waits(20);
    expect(mat.results[1]).toMatchObject({ done: 20, asked: 20 });
    mat.does({ type: 'changes_read' });
    expect(mat.state.changes).toEqual([]);
  });

  test('a set that runs and may not be done any more ends with what was done of it', () => {
    const mat = new Mat(card(own())).starts().waits(11);
    changed(mat, own().slice(1));
    expect(mat.results).toMatchObject([{ rungId: 'a', done: 11 }]);
    expect(mat.order).toBe('b1 b2 c1 c2');
    expect(mat.state.phase).toBe('ready');
  });

  test('one that was shortened ends at its new amount', () => {
    const mat = new Mat(card(own())).starts().waits(8);
    changed(mat, [item('a', { amount: 10 }), ...own().slice(1)]).waits(2);
    expect(mat.results).toMatchObject([{ done: 10, asked: 10 }]);
  });

  test('written anew under another id, a rung is still the same exercise; another rung in its place is not', () => {
    const mat = new Mat(card(own())).starts().waits(40);
    changed(mat, [{ ...item('x', { rungId: 'a', name: 'a', amount: 40 }) }, ...own().slice(1)]);
    expect(mat.order).toBe('x2 b1 b2 c1 c2');
    expect(mat.state.changes).toEqual([]);
    changed(mat, [{ ...item('x', { rungId: 'z', name: 'z' }) }, ...own().slice(1)]);
    expect(mat.state.changes).toMatchObject([{ what: 'other', name: 'z' }]);
  });

  test('steps stay where the exercise stayed, and go where it changed', () => {
    const light = { easier: [form({ rungId: 'low', name: 'low' })] };
    const mat = new Mat(card([item('a', {}, light), item('b', {}, light)])).does({ type: 'step', by: -1 });
    mat.does({ type: 'later' }, { type: 'step', by: -1 });
    changed(mat, [item('a', {}, light), item('b', { amount: 12 }, light)]);
    expect(mat.state.steps).toEqual({ a: -1 });
  });

  test('everything taken off leads to the questions; a session that is over is not opened again', () => {
    const mat = changed(new Mat(card(own())).starts().waits(5), []);
    expect(mat.state.phase).toBe('closing');
    expect(mat.results).toMatchObject([{ done: 5 }]);
    changed(mat, own());
    expect(mat.state.phase).toBe('closing');
    expect(mat.order).toBe('');
  });
});

describe('a group', () => {
  const of = (n: number) =>
    card([item('a', { amount: 10 + n })], { sessionId: `s${n}`, athleteId: `p${n}`, name: `P${n}` });
  const join = (n: number, minutes?: number) =>
    ({
      type: 'join',
      card: of(n),
      atMs: 0,
      wallMs: 0,
      settings: { ...usualLive, leadS: 0 },
      minutes,
    }) as const;
  const four = [1, 2, 3, 4].reduce(
    (state, n) => stepGroup(state, join(n)),
    stepGroup({ lanes: [], shown: undefined }, join(1)),
  );

  test('each has a clock of their own; all start at once; ticks and faults touch whom they concern', () => {
    expect(four.lanes.map(({ card }) => card.name)).toEqual(['P1', 'P2', 'P3', 'P4']);
    const running = stepGroup(four, { type: 'all', event: { type: 'start', atMs: 0, wallMs: 0 } });
    const stopped = stepGroup(running, {
      type: 'lane',
      sessionId: 's2',
      event: { type: 'fault', fault: { id: 'grip_lost', action: 'stop' }, atMs: 5000 },
    });
    expect(stopped.lanes[0]).toBe(running.lanes[0]);
    const later = stepGroup(stopped, { type: 'all', event: { type: 'tick', atMs: 9900, wallMs: 9900 } });
    expect(later.lanes.map(({ phase }) => phase)).toEqual(['work', 'rest', 'work', 'work']);
    const end = stepGroup(later, { type: 'all', event: { type: 'tick', atMs: 13_000, wallMs: 13_000 } });
    expect(end.lanes.map(({ turns }) => turns[0]?.result?.done)).toEqual([11, 5, 13, undefined]);
  });

  test('nobody is there twice, six is the most, who leaves takes their lane along', () => {
    const six = [5, 6, 7].reduce((state, n) => stepGroup(state, join(n)), four);
    expect(six.lanes).toHaveLength(6);
    expect(six.shown).toBe('s1');
    const left = stepGroup(six, { type: 'leave', sessionId: 's1' });
    expect(left.shown).toBe('s2');
    expect(left.lanes).toHaveLength(5);
    expect(stepGroup(left, { type: 'show', sessionId: 's1' })).toBe(left);
    expect(stepGroup(left, { type: 'show', sessionId: 's4' }).shown).toBe('s4');
  });

  test('who comes late gets what fits the minutes that are left', () => {
    const late = stepGroup(four, {
      ...join(9, 3),
      card: {
        ...of(9),
        items: [item('main', { amount: 40 }), item('keep', { amount: 40 }, { role: 'keep' })],
      },
    });
    const lane = late.lanes.at(-1);
    expect(lane?.turns.filter(isOpen).map(({ itemId }) => itemId)).toEqual(['main', 'main']);
    expect(lane?.turns.find(({ itemId }) => itemId === 'keep')?.skipped).toBe('time');
  });
});

/** Exercises of the catalogue with one easier and one harder neighbour. */
const rungForm = (rungId: string): LiveForm => {
  const rung = trade.rung(rungId);
  return form({
    rungId,
    name: rung.name,
    unit: rung.unit,
    amount: rung.start.amount,
    sided: rung.sided,
    tempo: rung.tempo ?? null,
    restS: rung.rest_s,
    load: rung.load.start > 0 ? { by: rung.load.by, value: rung.load.start } : null,
    faults: rung.regress_on.map((id) => ({
      id,
      name: trade.fault(id).name,
      action: trade.fault(id).action,
      look: '',
    })),
  });
};
const anyItem = fc
  .record({
    ladder: fc.constantFrom(...trade.ladders.filter(({ rungs }) => rungs.length > 2)),
    place: fc.nat(),
    sets: fc.integer({ min: 1, max: 4 }),
    firstSide: fc.constantFrom('left' as const, 'right' as const),
    more: fc.boolean(),
    pair: fc.constantFrom(null, 'A', 'B'),
  })
  .map(({ ladder, place, sets, firstSide, more, pair }): LiveItem => {
    const at = 1 + (place % (ladder.rungs.length - 2));
    const id = ladder.rungs[at]?.id ?? '';
    const { sided } = trade.rung(id);
    return {
      ...item(id, {}, { sets, quality: ladder.quality, pair: pair && `${pair}1` }),
      firstSide: sided ? firstSide : null,
      extraSetSide: sided && more ? firstSide : null,
      form: rungForm(id),
      easier: [rungForm(ladder.rungs[at - 1]?.id ?? '')],
      harder: [rungForm(ladder.rungs[at + 1]?.id ?? '')],
    };
  });
const anyCard = fc
  .uniqueArray(anyItem, { minLength: 1, maxLength: 5, selector: ({ id }) => id })
  .map((items) => card(items));

/** What a hand may do, and how much time passes first. */
const anyDeed = fc.record({
  afterS: fc.constantFrom(0, 0.2, 1, 4, 20, 90, 1200),
  event: fc.oneof(
    { weight: 6, arbitrary: fc.constant({ type: 'start' }) },
    { weight: 6, arbitrary: fc.constant({ type: 'tick' }) },
    fc.constant({ type: 'stop' }),
    fc.constantFrom('hip_sag', 'balance_lost', 'breath_hold', 'tremor_ok').map((id) => ({
      type: 'fault',
      fault: { id, action: id === 'tremor_ok' ? 'allowed' : id === 'breath_hold' ? 'stop' : 'correct' },
    })),
    fc
      .constantFrom(
        'corrected',
        'pause',
        'resume',
        'count_broken',
        'back',
        'other_side',
        'later',
        'tap',
        'breathe',
        'short',
        'changes_read',
      )
      .map((type) => ({ type })),
    fc.constantFrom('held', 'lost', 'again').map((was) => ({ type: 'asleep', was })),
    fc.constantFrom(-1, 1).map((by) => ({ type: 'step', by })),
    fc.boolean().map((on) => ({ type: 'rounds', on })),
    fc.constantFrom('set', 'exercise').map((what) => ({ type: 'skip', what, reason: 'tired' })),
    fc.constant({ type: 'pain' }),
    fc.integer({ min: 0, max: 6 }).map((score) => ({ type: 'pain_told', score, region: 'knee' })),
    { weight: 2, arbitrary: fc.constant({ type: 'undo' }) },
  ),
});

describe('whatever is done', () => {
  const play = (own: LiveCard, deeds: readonly { afterS: number; event: object }[], fromMs = 0) => {
    let nowMs = fromMs;
    let state = readyLive(own, nowMs, nowMs + 1e12);
    const seen: LiveState[] = [state];
    for (const { afterS, event } of deeds) {
      nowMs += afterS * 1000;
      state = stepLive(state, { ...event, atMs: nowMs, wallMs: nowMs + 1e12 } as LiveEvent);
      seen.push(state);
    }
    return { state, seen, nowMs };
  };

  test('no set is told twice or both done and left out, and none is lost', () => {
    fc.assert(
      fc.property(anyCard, fc.array(anyDeed, { maxLength: 60 }), (own, deeds) => {
        for (const { turns, at, phase } of play(own, deeds).seen) {
          expect(new Set(turns.map(turnKey)).size).toBe(turns.length);
          expect(turns.filter(({ result, skipped }) => result && skipped)).toEqual([]);
          const over = turns.every((turn) => !isOpen(turn));
          if (phase === 'closing') expect(over).toBe(true);
          else if (phase !== 'pain') {
            expect(over).toBe(false);
            expect(turns[at] && isOpen(turns[at])).toBe(true);
          }
          for (const { result } of turns) {
            if (!result) continue;
            expect(result.done).toBeGreaterThanOrEqual(0);
            expect(result.done).toBeLessThanOrEqual(result.asked);
          }
          for (const { id } of own.items) expect(turns.some(({ itemId }) => itemId === id)).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('finished and answered, its log is one the practice takes, with every set that was done', () => {
    fc.assert(
      fc.property(anyCard, fc.array(anyDeed, { maxLength: 60 }), (own, deeds) => {
        let { state, nowMs } = play(own, deeds);
        const tell = (event: object) => {
          state = stepLive(state, { ...event, atMs: nowMs, wallMs: nowMs + 1e12 } as LiveEvent);
        };
        tell({ type: 'pain_told', score: 0 });
        tell({ type: 'asleep', was: 'lost' });
        tell({ type: 'finish' });
        tell({ type: 'answer', answers: { effort: 5, painScore: 0 } });
        expect(stillAsked(state)).toEqual([]);
        const log = logOf(state, '0190aaaa-0000-7000-8000-00000000000a', null, '2026-11-27T10:00:00.000Z');
        const read = logSchema.safeParse({ ...log, sessionId: '0190aaaa-0000-7000-8000-000000000001' });
        expect(read.error?.issues ?? []).toEqual([]);
        const laidOut = own.items.map(({ sets, firstSide, extraSetSide, form }) => ({
          ...form,
          sets,
          firstSide,
          extraSetSide,
        }));
        const sets = readSets(trade, laidOut, read.data?.sets ?? [], 70);
        expect(sets.ok ? [] : sets.issues).toEqual([]);
        expect(doneSets(state)).toHaveLength(state.turns.filter(({ result }) => result).length);
      }),
      { numRuns: 300 },
    );
  });

  test('only the time that passes counts, not the reading of the clock', () => {
    fc.assert(
      fc.property(anyCard, fc.array(anyDeed, { maxLength: 40 }), (own, deeds) => {
        const of = (fromMs: number) => {
          const { state } = play(own, deeds, fromMs);
          return { turns: state.turns, phase: state.phase, at: state.at, restMs: state.restUntilMs - fromMs };
        };
        expect(of(987_654)).toEqual(of(0));
      }),
      { numRuns: 100 },
    );
  });

  test('stored and taken up, it is the same session', () => {
    fc.assert(
      fc.property(anyCard, fc.array(anyDeed, { maxLength: 40 }), (own, deeds) => {
        const { state, nowMs } = play(own, deeds);
        const back = restoredLive(JSON.parse(JSON.stringify(storedLive(state, 1e12))), 1e12, nowMs);
        expect(JSON.parse(JSON.stringify(back))).toEqual(
          JSON.parse(JSON.stringify({ ...state, before: undefined })),
        );
      }),
      { numRuns: 100 },
    );
  });
});
