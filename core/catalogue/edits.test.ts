import fc from 'fast-check';
import { ladders, rung as shippedRung } from '.';
import { type CatalogueEdit, type CatalogueEdits, differences, noEdits, readEdits, withEdit } from './edits';
import { shippedTrade, tradeOf } from './trade';

const change = (entryId: string, patch: Extract<CatalogueEdit, { kind: 'rung'; op: 'change' }>['patch']) =>
  ({ op: 'change', kind: 'rung', entryId, patch }) as const;
const fold = (...edits: CatalogueEdit[]) => edits.reduce(withEdit, noEdits);
const own = { ...shippedRung('plank_full'), id: 'own_1', name: 'Plank on a beam' };
const add: CatalogueEdit = {
  op: 'add',
  kind: 'rung',
  entryId: 'own_1',
  ladderId: 'plank',
  afterRungId: 'plank_full',
  rung: own,
};

describe('edits of the catalogue', () => {
  it('change only what was changed; the rest follows the shipped data', () => {
    const trade = tradeOf(fold(change('plank_full', { goal: { sets: 4, amount: 60 } })), 1);
    expect(trade.rung('plank_full').goal).toEqual({ sets: 4, amount: 60 });
    expect(trade.rung('plank_full').note).toBe(shippedRung('plank_full').note);
    expect(trade.ladderOf('plank_full').rungs.map((rung) => rung.id)).toEqual(
      shippedTrade.ladder('plank').rungs.map((rung) => rung.id),
    );
    expect(trade.ownHand('plank_full')).toBe('changed');
    expect(trade.version).toMatch(/\+1$/);
  });

  it('move on at the goal that was given, and keep the shipped criterion where none was', () => {
    const at = (patch: Parameters<typeof change>[1], id = 'side_plank_full') =>
      tradeOf(fold(change(id, patch))).rung(id).advance_when;
    const gap = shippedRung('side_plank_full').advance_when.side_gap_pct_max;
    expect(gap).toBeDefined();
    expect(at({ goal: { sets: 4, amount: 50 } })).toEqual({
      hold_s: 50,
      sets: 4,
      clean: true,
      side_gap_pct_max: gap,
    });
    expect(at({ rest_s: 90 })).toEqual(shippedRung('side_plank_full').advance_when);
    expect(at({ side_gap_pct_max: 5 })).toEqual({
      ...shippedRung('side_plank_full').advance_when,
      side_gap_pct_max: 5,
    });
    // Another unit takes the goal's figure along; without sides there is no gap.
    expect(at({ unit: 'reps', sided: false, goal: { sets: 2, amount: 8 } })).toEqual({
      reps: 8,
      sets: 2,
      clean: true,
    });
    expect(tradeOf(fold(change('plank_full', { needs: ['box'] }))).rung('plank_full').needs).toEqual(['box']);
  });

  it('add up, and are taken back as a whole', () => {
    const twice = fold(change('plank_full', { rest_s: 90 }), change('plank_full', { note: 'Ours.' }));
    expect(tradeOf(twice).rung('plank_full')).toMatchObject({ rest_s: 90, note: 'Ours.' });
    const back = withEdit(twice, { op: 'restore', kind: 'rung', entryId: 'plank_full' });
    expect(tradeOf(back).rung('plank_full')).toEqual(shippedRung('plank_full'));
  });

  it('hide without forgetting, for what was logged', () => {
    const hidden = fold(change('plank_full', { rest_s: 90 }), {
      op: 'hide',
      kind: 'rung',
      entryId: 'plank_full',
    });
    const trade = tradeOf(hidden);
    expect(trade.isHidden('plank_full')).toBe(true);
    expect(trade.rung('plank_full').rest_s).toBe(90);
    expect(tradeOf(fold({ op: 'hide', kind: 'ladder', entryId: 'plank' })).isHidden('plank_knees')).toBe(
      true,
    );
  });

  it('put an own rung above its neighbour, with levels in order', () => {
    const trade = tradeOf(fold(add));
    const ids = trade.ladder('plank').rungs.map((rung) => rung.id);
    expect(ids.indexOf('own_1')).toBe(ids.indexOf('plank_full') + 1);
    const levels = trade.ladder('plank').rungs.map((rung) => rung.level);
    expect(levels).toEqual([...levels].sort((a, b) => a - b));
    expect(new Set(levels).size).toBe(levels.length);
    expect(trade.ownHand('own_1')).toBe('added');
    expect(trade.ladderOf('own_1').id).toBe('plank');
  });

  it('keep an own rung when the rung below it is gone, and name edits without an entry', () => {
    const orphaned = fold({ ...add, afterRungId: 'gone' }, change('gone_too', { rest_s: 5 }));
    const trade = tradeOf(orphaned);
    expect(trade.ladder('plank').rungs.at(-1)?.id).toBe('own_1');
    expect(trade.orphans).toEqual(['gone_too']);
    expect(tradeOf(fold({ ...add, ladderId: 'gone' })).orphans).toEqual(['own_1']);
  });

  it('give own targets and words to tests, and hide them from the station', () => {
    const edits = fold(
      { op: 'change', kind: 'test', entryId: 'front_plank', patch: { target: 95, tell: 'Long and level.' } },
      { op: 'hide', kind: 'test', entryId: 'hop_stick' },
    );
    const trade = tradeOf(edits);
    expect(trade.ownTargets).toEqual({ front_plank: [{ value: 95 }] });
    expect(trade.tests.find((test) => test.id === 'front_plank')?.tell).toBe('Long and level.');
    expect(trade.stationTests.some((stationTest) => stationTest.id === 'hop_stick')).toBe(false);
    expect(trade.tests.some((test) => test.id === 'hop_stick')).toBe(true);
  });

  it('never lose another entry, in any order', () => {
    const ids = ladders.flatMap((ladder) => ladder.rungs.map((rung) => rung.id));
    const step = fc.record({
      id: fc.constantFrom(...ids),
      op: fc.constantFrom('change' as const, 'hide' as const, 'restore' as const),
      rest: fc.integer({ min: 0, max: 300 }),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
        const edits = steps.reduce<CatalogueEdits>(
          (state, { id, op, rest }) =>
            withEdit(
              state,
              op === 'change' ? change(id, { rest_s: rest }) : { op, kind: 'rung', entryId: id },
            ),
          noEdits,
        );
        const trade = tradeOf(edits);
        for (const id of new Set(steps.map((step) => step.id))) {
          const ofRung = steps.filter((step) => step.id === id);
          const since = ofRung.slice(ofRung.findLastIndex((edit) => edit.op === 'restore') + 1);
          const last = since.findLast((edit) => edit.op === 'change');
          expect(trade.rung(id).rest_s).toBe(last ? last.rest : shippedRung(id).rest_s);
          expect(trade.isHidden(id)).toBe(since.some((edit) => edit.op === 'hide'));
        }
        expect(trade.ladders.flatMap((ladder) => ladder.rungs)).toHaveLength(ids.length);
      }),
    );
  });

  it('survive storage, and drop only what no longer fits', () => {
    const edits = fold(add, change('plank_full', { rest_s: 90 }), {
      op: 'hide',
      kind: 'test',
      entryId: 'hop_stick',
    });
    expect(readEdits(JSON.parse(JSON.stringify(edits)))).toEqual({ edits, dropped: [] });
    const spoilt = JSON.parse(JSON.stringify(edits));
    spoilt.rungs.plank_full.patch.rest_s = 'long';
    const read = readEdits(spoilt);
    expect(read.dropped).toEqual(['plank_full']);
    expect(read.edits.added.own_1?.rung.name).toBe('Plank on a beam');
    expect(read.edits.tests.hop_stick?.hidden).toBe(true);
    expect(readEdits(null).edits).toEqual(noEdits);
  });

  it('see only what differs', () => {
    expect(differences({ a: 1, b: [1, 2] }, { a: 1, b: [1, 3] })).toEqual({ b: [1, 3] });
  });
});
