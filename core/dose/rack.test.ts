import { gravity } from '~/core/body/anthropometry';
import { bandDistanceCm, inField, loadField, loadInWords } from '~/core/catalogue/rung-load';
import { usualRack } from './loads';
import { loadSaid, rackOf, readBand, readWeights, usualPracticeRack } from './rack';

describe('a rack as it is written down', () => {
  it.each([
    ['1-4', [1, 2, 3, 4]],
    ['12-18/2', [12, 14, 16, 18]],
    ['1.25, 2.5; 5', [1.25, 2.5, 5]],
    ['2,5 5', [2.5, 5]],
    ['5 2-6/2 5', [2, 4, 5, 6]],
    ['', []],
  ])('reads “%s”', (text, weights) => {
    expect(readWeights(text)).toEqual(weights);
  });
  it.each(['ten', '4-2', '0', '1-600', '4/2', '1-500/0.1', '1-2-3', '-4', '5-10/0'])(
    'refuses “%s”',
    (text) => {
      expect(readWeights(text)).toBeUndefined();
    },
  );
  it('reads the pulls of a band, further is more', () => {
    expect(readBand('120:62 80:30')).toEqual([
      { cm: 80, newtons: 30 },
      { cm: 120, newtons: 62 },
    ]);
    for (const wrong of ['', '80:30', '80:30, 120:20', '80:30, 80:40', '80, 120', 'a:b, 1:2'])
      expect(readBand(wrong)).toBeUndefined();
  });
});

describe('loads there are', () => {
  const own = {
    ...usualPracticeRack,
    hand: '5-25/5',
    stack: '5-40/5',
    pulley: 2 as const,
    band: '80:30, 120:62',
  };
  it('are the usual ones until the practice says so, and then its own alone', () => {
    expect(rackOf(usualPracticeRack, 'kg')).toEqual(usualRack);
    const rack = rackOf(own, 'kg');
    expect(rack.hand_kg).toEqual([5, 10, 15, 20, 25]);
    expect(rack.vest_kg).toEqual(usualRack.vest_kg);
    expect(rack.band_N).toEqual([30, 40, 50, 60]);
  });
  it('of a stack are felt once, or half with a moving pulley; pounds are pounds', () => {
    expect(rackOf(own, 'kg').cable_N?.[0]).toBeCloseTo((5 * gravity) / 2, 9);
    expect(rackOf({ ...own, pulley: 1 }, 'kg').cable_N?.[0]).toBeCloseTo(5 * gravity, 9);
    // Who has no cable at hand pulls on the band.
    expect(rackOf(own, 'kg', ['band']).cable_N).toEqual([30, 40, 50, 60]);
    expect(rackOf(own, 'kg', ['cable']).cable_N).toEqual(rackOf(own, 'kg').cable_N);
    const withBand = loadSaid({ ...own, bandName: 'blue band' }, 'kg', ['band']);
    expect(loadInWords({ by: 'cable_N', value: 46 }, withBand)).toBe('blue band, 100 cm from the hook');
    expect(rackOf(own, 'lb').hand_kg?.[0]).toBeCloseTo(2.26796, 4);
  });
  it('are said as the practice knows them, each one back to what was written', () => {
    const said = loadSaid(own, 'lb');
    const rack = rackOf(own, 'lb');
    expect(rack.hand_kg?.map((value) => loadInWords({ by: 'hand_kg', value }, said))).toEqual([
      '5 lb in the hand',
      '10 lb in the hand',
      '15 lb in the hand',
      '20 lb in the hand',
      '25 lb in the hand',
    ]);
    expect(rack.cable_N?.slice(0, 2).map((value) => loadInWords({ by: 'cable_N', value }, said))).toEqual([
      '5 lb on the stack',
      '10 lb on the stack',
    ]);
    const blue = loadSaid({ ...own, bandName: 'blue band' }, 'kg');
    expect(loadInWords({ by: 'band_N', value: 46 }, blue)).toBe('blue band, 100 cm from the hook');
    // A pull the band was not read at is said in newtons.
    expect(loadInWords({ by: 'band_N', value: 90 }, blue)).toBe('90 N in the band');
    expect(bandDistanceCm({ name: '', readings: readBand(own.band) ?? [] }, 20)).toBeUndefined();
    expect(loadInWords({ by: 'vest_kg', value: 4 }, loadSaid(undefined, 'kg'))).toBe('4 kg vest');
    expect(loadInWords({ by: 'cable_N', value: 60 })).toBe('60 N in the cable');
    expect(loadInWords({ by: 'hand_kg', value: 0 })).toBeUndefined();
  });
  it('are typed as they are said, and come back to what was written', () => {
    const rack = rackOf(own, 'lb');
    const typed = (by: 'hand_kg' | 'cable_N' | 'band_N', kit?: readonly string[]) => {
      const field = loadField(by, loadSaid(own, 'lb', kit));
      if (!field) throw new Error(by);
      return [field.label, ...(rack[by] ?? []).slice(0, 2).map((value) => inField(value, field))];
    };
    expect(typed('hand_kg')).toEqual(['lb in the hand', 5, 10]);
    expect(typed('cable_N', ['cable'])).toEqual(['lb on the stack', 5, 10]);
    expect(typed('band_N')).toEqual(['N in the band', 30, 40]);
    expect(typed('cable_N', [])[0]).toBe('N in the band');
    expect(loadField('none')).toBeUndefined();
  });
});
