import { shippedTrade } from '~/core/catalogue/trade';
import { findRungs as find, type RungSearch } from './find-rungs';

const findRungs = (search: RungSearch) => find(shippedTrade, search);

const ids = (search: RungSearch) =>
  findRungs(search).flatMap((each) => each.rungs.filter((r) => !r.out).map((r) => r.rung.id));

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
    const plank = findRungs({ kit: [] }).find((each) => each.ladder.id === 'plank');
    expect(plank?.rungs.find((each) => each.rung.id === 'plank_loaded')?.out?.code).toBe('bar.kit_one_of');
  });
  it('puts caution before school before kit', () => {
    const out = (search: RungSearch) =>
      findRungs({ quality: 'trunk_flexion_control', ...search })
        .find((each) => each.ladder.id === 'curl_up')
        ?.rungs.find((each) => each.rung.id === 'curl_up_ball')?.out?.code;
    expect(out({ cautions: ['disc_flexion_sensitive'], school: 'brace', kit: [] })).toBe('bar.caution');
    expect(out({ school: 'brace', kit: [] })).toBe('bar.school_lumbar');
    expect(out({ kit: [] })).toBe('bar.kit');
    expect(out({})).toBeUndefined();
  });
  it('narrows by quality, sport and posture', () => {
    for (const each of findRungs({ quality: 'anti_lateral' }))
      expect([each.ladder.quality, ...each.ladder.also]).toContain('anti_lateral');
    expect(ids({ archetype: 'carry' }).every((id) => id.startsWith('carry'))).toBe(true);
    expect(ids({ sport: 'riding' }).length).toBeLessThan(159);
  });
});
