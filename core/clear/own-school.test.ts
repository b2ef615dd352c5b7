import { disputes, ladders, school } from '~/core/catalogue';
import { type CatalogueEdit, noEdits, type OwnSchool, readEdits, withEdit } from '~/core/catalogue/edits';
import { schoolWords } from '~/core/catalogue/school-words';
import { shippedTrade, type Trade, tradeOf } from '~/core/catalogue/trade';
import { schoolBar } from './rung-bars';

const { id: from, ...said } = school('brace');
const copy: OwnSchool = { ...said, from, name: 'Brace, ours', fits: {}, uses: {} };
const ours = 'own_school_1';
const add = (more: Partial<OwnSchool> = {}): CatalogueEdit => ({
  op: 'add',
  kind: 'school',
  entryId: ours,
  school: { ...copy, ...more },
});
const fold = (...edits: CatalogueEdit[]) => edits.reduce(withEdit, noEdits);
const barsOf = (trade: Trade, schoolId: string) =>
  trade.ladders.flatMap((ladder) =>
    ladder.rungs.flatMap((rung) => (schoolBar(trade, ladder, rung, schoolId).length > 0 ? [rung.id] : [])),
  );

describe('a school of a practice’s own', () => {
  it('leaves out, says and counts as the one it was copied from until it is changed', () => {
    const trade = tradeOf(fold(add()));
    expect(barsOf(trade, ours)).toEqual(barsOf(shippedTrade, 'brace'));
    for (const ladder of ladders)
      for (const rung of ladder.rungs) {
        const words = (schoolId: string) =>
          schoolWords(trade, trade.ladderOf(rung.id), trade.rung(rung.id), 20, schoolId);
        expect(words(ours)).toEqual(words('brace'));
      }
    expect(trade.school(ours).name).toBe('Brace, ours');
    expect(trade.hasSchool(ours)).toBe(true);
    expect(shippedTrade.hasSchool(ours)).toBe(false);
  });
  it('leaves the shipped schools as they are', () => {
    const trade = tradeOf(fold(add({ fits: { plank: 'avoids' }, avoid_lumbar: [], counts: 'breaths' })));
    for (const { id } of shippedTrade.schools) expect(barsOf(trade, id)).toEqual(barsOf(shippedTrade, id));
    expect(trade.school('brace')).toMatchObject(school('brace'));
  });
  it('takes a ladder in or leaves it out as it says', () => {
    const out = tradeOf(fold(add({ fits: { plank: 'avoids' } })));
    const plank = out.ladder('plank').rungs.map(({ id }) => id);
    expect(barsOf(out, ours)).toEqual(expect.arrayContaining(plank));
    const avoided = ladders.find((ladder) => ladder.schools.brace === 'avoids');
    const gone = avoided?.rungs.map(({ id }) => id) ?? [];
    expect(gone.length).toBeGreaterThan(0);
    const back = tradeOf(fold(add({ fits: { [avoided?.id ?? '']: 'fits' }, avoid_lumbar: [] })));
    expect(barsOf(back, ours).filter((id) => gone.includes(id) && !back.rung(id).disputed)).toEqual([]);
  });
  it('takes a side in each dispute, the other way round where it says so', () => {
    for (const dispute of disputes) {
      const uses = dispute.used_by.includes('brace');
      const taken = (says: OwnSchool['uses']) =>
        tradeOf(fold(add({ uses: says }))).disputes.find(({ id }) => id === dispute.id);
      expect(taken({})?.used_by.includes(ours)).toBe(uses);
      expect(taken({ [dispute.id]: !uses })?.used_by.includes(ours)).toBe(!uses);
      expect(taken({ [dispute.id]: false })?.avoided_by).toContain(ours);
    }
  });
  it('counts and cues in its own way', () => {
    const trade = tradeOf(fold(add({ counts: 'breaths', words: { ...copy.words, front: 'Our front cue' } })));
    const plank = trade.ladder('plank');
    expect(schoolWords(trade, plank, trade.rung('plank_full'), 45, ours)).toMatchObject({
      ownCue: 'Our front cue',
      amount: '9 breaths in place of 45 s',
    });
  });
  it('is changed line by line, hidden with its changes, and offered again with them', () => {
    const changed = fold(add(), {
      op: 'change',
      kind: 'school',
      entryId: ours,
      patch: { belief: 'Ours.' },
    });
    const hidden = withEdit(changed, { op: 'hide', kind: 'school', entryId: ours });
    const found = (trade: Trade) => trade.schools.find(({ id }) => id === ours);
    expect(found(tradeOf(changed))).toMatchObject({ belief: 'Ours.', name: 'Brace, ours', hidden: false });
    expect(found(tradeOf(hidden))).toMatchObject({ belief: 'Ours.', hidden: true });
    const back = withEdit(hidden, { op: 'restore', kind: 'school', entryId: ours });
    expect(found(tradeOf(back))).toMatchObject({ belief: 'Ours.', hidden: false, from: 'brace' });
  });
  it('is read from what was stored before schools were ours, and dropped by name when it cannot be read', () => {
    const { schools: _, ...before } = noEdits;
    expect(readEdits(before)).toEqual({ edits: noEdits, dropped: [] });
    const broken = { ...noEdits, schools: { [ours]: { patch: { name: '' }, hidden: false } } };
    expect(readEdits(broken)).toEqual({ edits: noEdits, dropped: [ours] });
    const kept = fold(add());
    expect(readEdits(kept)).toEqual({ edits: kept, dropped: [] });
  });
  it('that is not known leaves nothing out and says nothing', () => {
    expect(barsOf(shippedTrade, 'gone').filter((id) => !shippedTrade.rung(id).disputed)).toEqual([]);
    expect(shippedTrade.school('gone').name).toMatch(/no longer/);
  });
});
