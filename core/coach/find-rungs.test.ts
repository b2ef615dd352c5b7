import { shippedTrade } from '~/core/catalogue/trade';
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
});
