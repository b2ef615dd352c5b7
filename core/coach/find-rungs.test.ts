import { disputes } from '~/core/catalogue';
import { noEdits } from '~/core/catalogue/edits';
import { shippedTrade, tradeOf } from '~/core/catalogue/trade';
import { findRungs as find, type RungSearch } from './find-rungs';

const findRungs = (search: RungSearch) => find(shippedTrade, search);

const ids = (search: RungSearch) =>
  findRungs(search).flatMap((found) => found.rungs.filter((r) => !r.out).map((r) => r.rung.id));

describe('searching rungs', () => {
  it('gives everything for nothing asked', () => {
    expect(ids({})).toHaveLength(159);
  });
  it('takes every word of the text, in names, notes and cues', () => {
    expect(ids({ text: 'towel exhale' })).toContain('breath_supine_back_press');
    expect(ids({ text: 'no such thing at all' })).toEqual([]);
  });
  it('keeps to kit, and says what is missing', () => {
    const bare = ids({ kit: [] });
    expect(bare).toContain('plank_full');
    expect(bare).not.toContain('ball_plank');
    const plank = findRungs({ kit: [] }).find((found) => found.ladder.id === 'plank');
    expect(plank?.rungs.find((rung) => rung.rung.id === 'plank_loaded')?.out?.code).toBe('bar.kit_one_of');
  });
  it('puts caution before school before kit', () => {
    const out = (search: RungSearch) =>
      findRungs({ quality: 'trunk_flexion_control', ...search })
        .find((found) => found.ladder.id === 'curl_up')
        ?.rungs.find((rung) => rung.rung.id === 'curl_up_ball')?.out?.code;
    expect(out({ cautions: ['disc_flexion_sensitive'], school: 'brace', kit: [] })).toBe('bar.caution');
    expect(out({ school: 'brace', kit: [] })).toBe('bar.school_lumbar');
    expect(out({ kit: [] })).toBe('bar.kit');
    expect(out({})).toBeUndefined();
  });
  it('narrows by quality, sport and posture', () => {
    for (const found of findRungs({ quality: 'anti_lateral' }))
      expect([found.ladder.quality, ...found.ladder.also]).toContain('anti_lateral');
    expect(ids({ archetype: 'carry' }).every((id) => id.startsWith('carry'))).toBe(true);
    expect(ids({ sport: 'riding' }).length).toBeLessThan(159);
  });
  it('says why a rung is not what was looked for, and how many of a ladder are', () => {
    const plank = (search: RungSearch) => {
      const found = find(shippedTrade, search).find((one) => one.ladder.id === 'plank');
      return {
        fitting: found?.fitting,
        out: found?.rungs.map(({ rung, out }) => `${rung.level} ${out?.code ?? 'fits'}`),
      };
    };
    const rungs = shippedTrade.ladder('plank').rungs;
    const sport = rungs.find((rung) => rung.sports.length < 7)?.sports[0] ?? '';
    expect(plank({ sport })).toEqual({
      fitting: rungs.filter((rung) => rung.sports.includes(sport)).length,
      out: rungs.map((rung) => `${rung.level} ${rung.sports.includes(sport) ? 'fits' : 'search.sport'}`),
    });
    expect(plank({ archetype: 'prone_bridge' })).toEqual({
      fitting: rungs.filter((rung) => rung.posture.archetype === 'prone_bridge').length,
      out: rungs.map(
        (rung) => `${rung.level} ${rung.posture.archetype === 'prone_bridge' ? 'fits' : 'search.posture'}`,
      ),
    });
    expect(find(shippedTrade, { archetype: 'carry' }).some((found) => found.ladder.id === 'plank')).toBe(
      false,
    );
  });
  it('reads words with any space between and around them, and the disputes a rung is in', () => {
    expect(ids({ text: '  towel \n exhale ' })).toEqual(ids({ text: 'towel exhale' }));
    expect(ids({ text: '   ' })).toHaveLength(159);
    const dispute = disputes.find((one) => one.rungs.some((id) => shippedTrade.hasRung(id)));
    if (!dispute) throw new Error('no dispute');
    const disputed = ids({ text: dispute.exercise });
    expect(disputed).toEqual(expect.arrayContaining(dispute.rungs.filter((id) => shippedTrade.hasRung(id))));
    expect(disputed.length).toBeLessThan(159);
  });
  it('leaves out what the practice hid, and finds a ladder by a quality it also serves', () => {
    const trade = tradeOf({ ...noEdits, rungs: { plank_full: { patch: {}, hidden: true } } });
    const hidden = find(trade, { text: 'plank' }).find((found) => found.ladder.id === 'plank');
    expect(hidden?.rungs.find((one) => one.rung.id === 'plank_full')?.out?.code).toBe('bar.hidden');
    const also = shippedTrade.ladders.find((ladder) => ladder.also.length > 0);
    const quality = also?.also[0];
    if (!also || !quality) throw new Error('no ladder serves a second quality');
    const found = find(shippedTrade, { quality }).map((one) => one.ladder);
    expect(found).toContain(also);
    expect(found).toEqual(
      shippedTrade.ladders.filter((one) => one.quality === quality || one.also.includes(quality)),
    );
  });
});
