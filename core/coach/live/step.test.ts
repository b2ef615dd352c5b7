import { doneSets, logOf, noteOf, stillAsked } from './outcome';
import { asksReserve, doneSoFar, nextUp, secondsToGo } from './state';
import { card, form, item, Mat } from './testing';

const sided = { sided: true } as const;
const reps = { unit: 'reps', amount: 6, tempo: '2-1-2' } as const;

describe('a set', () => {
  test('a hold ends by itself at its amount, to the tick, and the rest begins at that moment', () => {
    const mat = new Mat(card([item('a', { amount: 20, restS: 45 })]));
    mat.starts().waits(19.75);
    expect(mat.state.phase).toBe('work');
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(19);
    mat.waits(3);
    expect(mat.results).toMatchObject([{ done: 20, faultId: null, asked: 20 }]);
    expect(mat.state.phase).toBe('rest');
    expect(secondsToGo(mat.state, mat.nowMs)).toBeCloseTo(42.25, 3);
  });

  test('there is time to get into position, which a second press cuts short', () => {
    const mat = new Mat(card([item('a', { amount: 10 })]), { leadS: 5 });
    mat.starts();
    expect(mat.state.phase).toBe('lead');
    mat.waits(3);
    expect(secondsToGo(mat.state, mat.nowMs)).toBeCloseTo(2, 3);
    mat.waits(2.5);
    expect(mat.state.phase).toBe('work');
    expect(doneSoFar(mat.state, mat.nowMs + 500)).toBe(1);
    mat.does({ type: 'stop' }).waits(60).starts().waits(1).starts();
    expect(mat.state.phase).toBe('work');
    expect(doneSoFar(mat.state, mat.nowMs + 1000)).toBe(1);
  });

  test('reps follow their tempo and end at the last; a hand that counts goes before the tempo', () => {
    const mat = new Mat(card([item('a', reps)]));
    mat.starts().waits(16);
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(3);
    mat.waits(14);
    expect(mat.results).toMatchObject([{ done: 6, faultId: null }]);
    mat.waits(60).starts().waits(2);
    for (let i = 0; i < 5; i += 1) mat.does({ type: 'tap' });
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(5);
    mat.does({ type: 'tap' });
    expect(mat.results).toHaveLength(2);
    expect(mat.results[1]?.done).toBe(6);
    expect(mat.state.phase).toBe('closing');
  });

  test('without the tempo nothing ends by itself, and who stops says how many', () => {
    const mat = new Mat(card([item('a', reps)]), { byPace: false });
    mat.starts().waits(120);
    expect(mat.state.phase).toBe('work');
    mat.does({ type: 'stop', done: 4 });
    expect(mat.results).toMatchObject([{ done: 4, asked: 6 }]);
  });

  test('breaths are paced five seconds each; metres wait for a word', () => {
    const mat = new Mat(
      card([
        item('a', { unit: 'breaths', amount: 4 }, { sets: 1 }),
        item('b', { unit: 'metres', amount: 25 }),
      ]),
    );
    mat.starts().waits(14);
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(2);
    mat.waits(6);
    expect(mat.results).toMatchObject([{ done: 4 }]);
    mat.waits(30).starts().waits(200);
    expect(mat.state.phase).toBe('work');
    mat.does({ type: 'tap' }, { type: 'stop', done: 25 });
    expect(mat.results[1]).toMatchObject({ done: 25 });
  });

  test('only the last set goes for the minute, however many it takes', () => {
    const mat = new Mat(card([item('a', { ...reps, amount: 3, minuteMark: 20 })]));
    mat.starts().waits(15);
    expect(mat.results).toMatchObject([{ done: 3 }]);
    mat.waits(60).starts();
    for (let i = 0; i < 23; i += 1) mat.does({ type: 'tap' });
    mat.waits(59);
    expect(mat.state.phase).toBe('work');
    mat.waits(1);
    expect(mat.results[1]).toMatchObject({ done: 23 });
  });
});

describe('loss of form', () => {
  const one = () => new Mat(card([item('a', { amount: 30 })])).starts().waits(12);
  const sag = { type: 'fault', fault: { id: 'hip_sag', action: 'correct' } } as const;

  test('the first is put right within three seconds and the set goes on, clean', () => {
    const mat = one().does(sag);
    expect(mat.state.phase).toBe('correcting');
    mat.waits(2).does({ type: 'corrected' }).waits(16);
    expect(mat.results).toMatchObject([{ done: 30, faultId: null, corrected: ['hip_sag'] }]);
  });

  test('not put right, the set ends with what was clean before', () => {
    const mat = one().does(sag).waits(3);
    expect(mat.results).toMatchObject([{ done: 12, faultId: 'hip_sag' }]);
    // The rest counts from the end of the correction.
    expect(secondsToGo(mat.state, mat.nowMs)).toBeCloseTo(45, 3);
  });

  test('a second one ends it, another in the same correction too, and so does what cannot be put right', () => {
    expect(
      one()
        .does(sag)
        .does({ type: 'corrected' })
        .waits(5)
        .does({ ...sag, fault: { id: 'hip_pike', action: 'correct' } }).results,
    ).toMatchObject([{ done: 17, faultId: 'hip_pike', corrected: ['hip_sag'] }]);
    expect(
      one()
        .does(sag)
        .waits(1)
        .does({ ...sag, fault: { id: 'hip_pike', action: 'correct' } }).results,
    ).toMatchObject([{ done: 12, faultId: 'hip_pike' }]);
    expect(one().does({ ...sag, fault: { id: 'breath_hold', action: 'stop' } }).results).toMatchObject([
      { done: 12, faultId: 'breath_hold' },
    ]);
    expect(one().does({ ...sag, fault: { id: 'balance_lost', action: 'correct' } }).results).toMatchObject([
      { faultId: 'balance_lost' },
    ]);
  });

  test('what is allowed changes nothing, and neither does a fault between sets', () => {
    const mat = one();
    const before = mat.state;
    mat.does({ ...sag, fault: { id: 'tremor_ok', action: 'allowed' } });
    expect(mat.state).toBe(before);
    mat.waits(18);
    const resting = mat.state;
    expect(mat.does(sag).state).toBe(resting);
  });

  test('stopped while it is put right, what was clean counts', () => {
    expect(one().does(sag).waits(1).does({ type: 'stop' }).results).toMatchObject([
      { done: 12, faultId: 'hip_sag' },
    ]);
  });

  test('the end of the hold comes before the end of the correction', () => {
    const mat = new Mat(card([item('a', { amount: 14 })])).starts().waits(12).does(sag).waits(3);
    expect(mat.results).toMatchObject([{ done: 14, faultId: null }]);
  });

  test('what was counted can be put right in the rest', () => {
    const mat = one().does({ type: 'stop' }).does({ type: 'amend', done: 10, faultId: 'hip_sag' });
    expect(mat.results).toMatchObject([{ done: 10, faultId: 'hip_sag' }]);
  });
});

describe('pause, back and undo', () => {
  test('a pause in the rest stops the rest; it goes on with what was left', () => {
    const mat = new Mat(card([item('a', { amount: 10, restS: 45 })]));
    mat.starts().waits(10).waits(15).does({ type: 'pause' }).waits(300);
    expect(secondsToGo(mat.state, mat.nowMs)).toBeCloseTo(30, 3);
    mat.does({ type: 'resume' });
    expect(secondsToGo(mat.state, mat.nowMs)).toBeCloseTo(30, 3);
    expect(mat.waits(31).state.phase).toBe('ready');
  });

  test('a paused hold is no hold: it begins again, or what was held counts', () => {
    const mat = new Mat(card([item('a', { amount: 30 })]));
    mat.starts().waits(18).does({ type: 'pause' });
    expect(mat.state).toMatchObject({ phase: 'ready', broken: 18 });
    mat.waits(60).starts();
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(0);
    expect(mat.state.pausedAtMs).toBeUndefined();
    mat.waits(5).does({ type: 'pause' }, { type: 'count_broken' });
    expect(mat.results).toMatchObject([{ done: 5, faultId: null }]);
  });

  test('a pause while getting into position begins again', () => {
    const mat = new Mat(card([item('a')]), { leadS: 5 }).starts().waits(2).does({ type: 'pause' });
    expect(mat.state.phase).toBe('ready');
    expect(mat.waits(30).state.phase).toBe('ready');
  });

  test('back opens the set before, wherever it ended', () => {
    const mat = new Mat(
      card([item('a', { amount: 10 }, { sets: 1 }), item('b', { amount: 10 }, { sets: 1 })]),
    );
    mat.starts().waits(10).does({ type: 'back' });
    expect(mat.order).toBe('a1 b1');
    expect(mat.results).toEqual([]);
    mat.starts().waits(10).waits(30).starts().waits(10);
    expect(mat.state.phase).toBe('closing');
    mat.does({ type: 'back' });
    expect(mat.order).toBe('b1');
    expect(mat.state.phase).toBe('ready');
    const first = new Mat(card([item('a')]));
    expect(first.does({ type: 'back' }).state.phase).toBe('ready');
    expect(first.order).toBe('a1 a2');
  });

  test('undo takes steps back one by one; ticks are none', () => {
    const mat = new Mat(card([item('a', { amount: 10 }), item('b')]));
    mat.does({ type: 'skip', what: 'exercise', reason: 'kit' });
    expect(mat.order).toBe('b1 b2');
    mat.starts().waits(2).does({ type: 'stop' }).waits(1);
    mat.does({ type: 'undo' });
    // At once: the clock runs on.
    expect(mat.state.phase).toBe('work');
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(3);
    mat.does({ type: 'undo' });
    expect(mat.state.phase).toBe('ready');
    mat.does({ type: 'undo' });
    expect(mat.order).toBe('a1 a2 b1 b2');
    const all = mat.state;
    expect(mat.does({ type: 'undo' }).state).toBe(all);
  });

  test('a stop that is undone later does not run on: the set is begun again, or what was done counts', () => {
    const mat = new Mat(card([item('a', { amount: 60 })]));
    mat.starts().waits(12).does({ type: 'stop' }).waits(20).does({ type: 'undo' });
    expect(mat.state).toMatchObject({ phase: 'ready', broken: 12 });
    expect(mat.results).toEqual([]);
  });
});

describe('a device that sleeps', () => {
  const locked = (steady: boolean) =>
    new Mat(card([item('a', { amount: 40 })])).starts().waits(18).sleeps(1200, steady);

  test.each([true, false])(
    'a phone locked for twenty minutes in a hold asks what came of it (steady clock %s)',
    (steady) => {
      expect(locked(steady).state).toMatchObject({ phase: 'asleep', broken: 18 });
      expect(locked(steady).does({ type: 'asleep', was: 'held' }).results).toMatchObject([
        { done: 40, faultId: null },
      ]);
      expect(locked(steady).does({ type: 'asleep', was: 'lost' }).results).toMatchObject([{ done: 18 }]);
      const again = locked(steady).does({ type: 'asleep', was: 'again' });
      expect(again.results).toEqual([]);
      expect(again.state.phase).toBe('ready');
      // Nothing happens by itself meanwhile.
      expect(locked(steady).waits(60).state.phase).toBe('asleep');
    },
  );

  test.each([true, false])(
    'in a rest it has rested, and nothing starts unseen (steady clock %s)',
    (steady) => {
      const mat = new Mat(card([item('a', { amount: 10 })]), { handsFree: true }).starts().waits(12);
      expect(mat.state.phase).toBe('rest');
      mat.sleeps(1200, steady);
      expect(mat.state.phase).toBe('ready');
    },
  );

  test('getting into position begins again', () => {
    const mat = new Mat(card([item('a')]), { leadS: 5 }).starts().waits(1).sleeps(600);
    expect(mat.state.phase).toBe('ready');
  });

  test('a moment out of sight is no sleep', () => {
    const mat = new Mat(card([item('a', { amount: 30 })])).starts().waits(5).sleeps(8);
    expect(mat.state.phase).toBe('work');
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(13);
  });

  test('a clock of the wall that is set back moves nothing', () => {
    const mat = new Mat(card([item('a', { amount: 30 })])).starts().waits(5);
    mat.wallMs -= 86_400_000;
    mat.waits(5);
    expect(mat.state.phase).toBe('work');
    expect(doneSoFar(mat.state, mat.nowMs)).toBe(10);
  });

  test('hands free, sets follow each other by themselves', () => {
    const mat = new Mat(card([item('a', { amount: 10, restS: 20 })]), { handsFree: true, leadS: 3 });
    mat.starts().waits(3 + 10 + 20 + 3 + 10.5);
    expect(mat.results).toHaveLength(2);
    expect(mat.state.phase).toBe('closing');
  });
});

describe('the order is changed', () => {
  const two = () => [item('a', sided, { firstSide: 'left' }), item('b')];

  test('sides are swapped for the sets that have both still to come', () => {
    const mat = new Mat(card(two())).does({ type: 'other_side' });
    expect(mat.order).toBe('a1R a1L a2R a2L b1 b2');
    mat.starts().waits(30).does({ type: 'other_side' });
    expect(mat.order).toBe('a1L a2L a2R b1 b2');
  });

  test('a set or an exercise is left out with its reason; an exercise goes to the end', () => {
    const mat = new Mat(card(two()));
    mat.does({ type: 'skip', what: 'set', reason: 'tired' });
    expect(mat.order).toBe('a1R a2L a2R b1 b2');
    mat.does({ type: 'later' });
    expect(mat.order).toBe('b1 b2 a1R a2L a2R');
    mat.does({ type: 'skip', what: 'exercise', reason: 'kit' });
    expect(mat.order).toBe('a1R a2L a2R');
    expect(noteOf(mat.state)).toBe('Left out (kit not there): b.');
    const last = mat.state;
    expect(mat.does({ type: 'later' }).state).toBe(last);
  });

  test('next up is the open set after this one', () => {
    const mat = new Mat(card(two()));
    expect(nextUp(mat.state)?.turn).toMatchObject({ itemId: 'a', side: 'right' });
  });

  test('rounds begin and end between sets, with what is still open', () => {
    const mat = new Mat(card([item('a', { amount: 5 }), item('b'), item('c')]));
    mat.starts().waits(5).does({ type: 'rounds', on: true });
    expect(mat.order).toBe('b1 c1 a2 b2 c2');
    mat.does({ type: 'rounds', on: false });
    expect(mat.order).toBe('a2 b1 b2 c1 c2');
  });

  test('ten minutes only: the focus alone, as many of its sets as fit', () => {
    const items = [
      item('o', { amount: 30 }, { role: 'opener', quality: 'breath_brace' }),
      item('a', { amount: 60, restS: 60 }, { sets: 3 }),
      item('f', { amount: 90, restS: 90 }, { quality: 'anti_lateral', sets: 5 }),
    ];
    const mat = new Mat(card(items, { focus: 'anti_lateral' })).does({ type: 'short' });
    // 25 + 3 x 90 + 2 x 90 fits ten minutes, a fourth set does not.
    expect(mat.order).toBe('f1 f2 f3');
    expect(new Mat(card(items)).does({ type: 'short' }).order).toBe('a1 a2 a3');
    mat.starts().waits(90).does({ type: 'finish' });
    expect(mat.state.turns.filter(({ skipped }) => skipped === 'time')).toHaveLength(2 + 3 + 2);
  });

  test('ten minutes asked for when the focus is under way leave what is left of it', () => {
    const mat = new Mat(card([item('f', { amount: 30, restS: 30 }, { sets: 3 }), item('b')]));
    mat.starts().waits(30).does({ type: 'short' });
    expect(mat.order).toBe('f2 f3');
  });
});

describe('easier and harder', () => {
  const lighter = form({
    rungId: 'a',
    name: 'a',
    load: { by: 'hand_kg', value: 4 },
    amount: 8,
    ...{ unit: 'reps' },
  });
  const loaded = item(
    'a',
    { ...reps, load: { by: 'hand_kg', value: 8 } },
    { easier: [lighter, form({ rungId: 'below', name: 'below', unit: 'reps', amount: 12 })], harder: [] },
  );

  test('the sets still to come are done as it says, as far as there are steps', () => {
    const mat = new Mat(card([loaded])).does({ type: 'step', by: 1 });
    expect(mat.state.steps).toEqual({});
    mat.does({ type: 'step', by: -1 });
    mat.starts().waits(1).does({ type: 'stop', done: 8 });
    expect(mat.results).toMatchObject([{ rungId: 'a', asked: 8, load: { value: 4 } }]);
    mat.waits(60).does({ type: 'step', by: -1 }, { type: 'step', by: -1 });
    mat.starts().waits(1).does({ type: 'stop', done: 12 });
    expect(mat.results[1]).toMatchObject({ rungId: 'below', asked: 12, load: null });
    expect(doneSets(mat.state).map(({ set }) => set)).toMatchObject([
      { rungId: 'a', setNo: 1, asked: 8, load: { by: 'hand_kg', value: 4 } },
      { rungId: 'below', setNo: 2, load: null },
    ]);
  });

  test('not while a set runs', () => {
    const mat = new Mat(card([loaded])).starts().waits(3);
    expect(mat.does({ type: 'step', by: -1 }).state.steps).toEqual({});
  });

  test('where the easier one has sides, so have its sets; and back again', () => {
    const both = item('a', {}, { easier: [form({ rungId: 'one', name: 'one', sided: true })] });
    const mat = new Mat(card([both])).does({ type: 'step', by: -1 });
    expect(mat.order).toBe('a1L a1R a2L a2R');
    mat.does({ type: 'step', by: 1 });
    expect(mat.order).toBe('a1 a2');
  });

  test('a load that was taken off is said in the log, as is the lever', () => {
    const bare = form({ ...reps, rungId: 'a', name: 'a', load: null, lever: 6 });
    const mat = new Mat(card([{ ...loaded, easier: [bare] }])).does({ type: 'step', by: -1 });
    mat.starts().waits(1).does({ type: 'stop', done: 6 });
    expect(doneSets(mat.state)[0]?.set).toMatchObject({
      load: { by: 'hand_kg', value: 0 },
      asked: 6,
      lever: 6,
    });
  });

  test('two exercises that come to one rung are counted on in the log', () => {
    const down = item('b', {}, { easier: [form({ rungId: 'a', name: 'a' })], sets: 1 });
    const mat = new Mat(card([item('a', { amount: 5 }, { sets: 2 }), down]));
    mat
      .starts()
      .waits(5)
      .waits(60)
      .starts()
      .waits(5)
      .does({ type: 'step', by: -1 })
      .starts()
      .waits(2)
      .does({ type: 'stop' });
    const sets = doneSets(mat.state).map(({ set }) => `${set.rungId}${set.setNo}`);
    expect(sets).toEqual(['a1', 'a2', 'a3']);
  });
});

describe('pain', () => {
  const items = () => [
    item('plank', { amount: 30 }),
    item(
      'bridge',
      { ...reps, sided: true },
      { quality: 'hip_extension', easier: [form({ rungId: 'easy', name: 'easy', sided: true })] },
    ),
    item('press', {}, { quality: 'pelvic_level' }),
    item('breathe', {}, { quality: 'breath_brace' }),
  ];
  const hurt = () => new Mat(card(items())).starts().waits(9).does({ type: 'pain' });

  test('it ends the set at once with what was done, and its exercise for the day, and asks how much and where', () => {
    const mat = hurt();
    expect(mat.results).toMatchObject([{ done: 9, faultId: 'pain' }]);
    expect(mat.state).toMatchObject({ phase: 'pain', pain: { rungId: 'plank' } });
    expect(mat.order).not.toContain('plank');
    // Nothing else is done before it is answered.
    expect(mat.starts().state.phase).toBe('pain');
    expect(mat.does({ type: 'pain_told', score: 4 }).state.phase).toBe('pain');
  });

  test('a little goes on with the next exercise', () => {
    const mat = hurt().does({ type: 'pain_told', score: 2, region: 'shoulder' });
    expect(mat.state.phase).toBe('ready');
    expect(mat.order).toBe('bridge1L bridge1R bridge2L bridge2R press1 press2 breathe1 breathe2');
  });

  test('3 or 4: what loads the place is made easier, or left out where nothing is easier', () => {
    const mat = hurt().does({ type: 'pain_told', score: 3, region: 'knee' });
    expect(mat.state.steps).toEqual({ bridge: -1 });
    expect(mat.order).toBe('bridge1L bridge1R bridge2L bridge2R breathe1 breathe2');
    expect(mat.state.closing).toMatchObject({ painScore: 3, painRegion: 'knee' });
  });

  test('5, or below the knee, ends the session; the questions know of it', () => {
    for (const told of [
      { score: 5, region: 'low back' },
      { score: 1, region: 'below the knee' },
    ] as const) {
      const mat = hurt().does({ type: 'pain_told', ...told });
      expect(mat.state.phase).toBe('closing');
      expect(mat.order).toBe('');
      expect(mat.state.closing).toMatchObject({ painScore: told.score, painRegion: told.region });
      expect(stillAsked(mat.state)).toEqual(['effort']);
    }
  });

  test('between sets it ends the exercise at hand; named as a fault it is the same', () => {
    const mat = new Mat(card(items())).does({ type: 'pain' });
    expect(mat.results).toEqual([]);
    expect(mat.state.phase).toBe('pain');
    expect(mat.order).not.toContain('plank');
    const named = new Mat(card(items()))
      .starts()
      .waits(4)
      .does({ type: 'fault', fault: { id: 'pain', action: 'stop' } });
    expect(named.state.phase).toBe('pain');
    expect(named.results).toMatchObject([{ faultId: 'pain', done: 4 }]);
  });

  test('the thresholds are the practice’s own', () => {
    const mat = new Mat(card(items(), { pain: { easeFrom: 2, endFrom: 3 } })).does({ type: 'pain' });
    mat.does({ type: 'pain_told', score: 3, region: 'neck' });
    expect(mat.state.phase).toBe('closing');
  });

  test('a slip of the finger is undone', () => {
    const mat = hurt().waits(1).does({ type: 'undo' });
    expect(mat.state.phase).toBe('work');
    expect(mat.results).toEqual([]);
  });
});

describe('the end', () => {
  const one = () => new Mat(card([item('a', { amount: 10 }, { sets: 1 }), item('b')]));

  test('what was left is asked after the last set of an exercise, of nothing else', () => {
    const mat = one().starts().waits(10);
    expect(asksReserve(mat.state)?.item.id).toBe('a');
    mat.does({ type: 'reserve', rungId: 'a', left: 'lots' }).waits(30).starts().waits(30);
    expect(asksReserve(mat.state)).toBeUndefined();
    expect(mat.state.reserve).toEqual({ a: 'lots' });
    mat.does({ type: 'reserve', rungId: 'a', left: undefined });
    expect(mat.state.reserve).toEqual({});
  });

  test('stopped at any moment, what was done counts and the rest is said to be left out', () => {
    const mat = one().starts().waits(4).does({ type: 'finish' });
    expect(mat.results).toMatchObject([{ done: 4 }]);
    expect(mat.state.phase).toBe('closing');
    expect(noteOf(mat.state)).toBe('Left out (stopped before): b.');
  });

  test('the log waits for effort and pain, and for the place when there is pain', () => {
    const mat = one().finishesSets();
    const log = () => logOf(mat.state, 'l', null, '2026-11-27T10:00:00.000Z');
    expect(log()).toBeUndefined();
    mat.does({ type: 'answer', answers: { effort: 6, painScore: 2 } });
    expect(stillAsked(mat.state)).toEqual(['region']);
    mat.does({ type: 'answer', answers: { painRegion: 'neck', note: 'Warm hall' } });
    expect(log()).toMatchObject({ effort: 6, painScore: 2, painRegion: 'neck', note: 'Warm hall.' });
    mat.does({ type: 'answer', answers: { painScore: 0 } });
    expect(log()).toMatchObject({ painScore: 0, painRegion: null });
    mat.does({ type: 'sent' });
    const sent = mat.state;
    for (const event of [
      { type: 'undo' },
      { type: 'back' },
      { type: 'finish' },
      { type: 'pain' },
      { type: 'skip', what: 'set', reason: 'time' },
    ] as const)
      expect(mat.does(event).state).toBe(sent);
  });

  test('a session of nothing goes to its questions', () => {
    expect(new Mat(card([])).state.phase).toBe('closing');
  });

  test('breathing before the first set is no set, and ends by itself', () => {
    const mat = one().does({ type: 'breathe' });
    expect(mat.state.phase).toBe('breathing');
    expect(mat.waits(61).state.phase).toBe('ready');
    expect(mat.results).toEqual([]);
    expect(mat.does({ type: 'breathe' }).waits(5).starts().state.phase).toBe('work');
  });
});
