import { judgePain, painRegions } from './pain';
import { placeIds, places, placesText, regionsOf, whereText } from './pain-map';

describe('the map of pain', () => {
  it('has every region, with a place on each side of what there are two of', () => {
    expect(new Set(places.map(({ region }) => region))).toEqual(new Set(painRegions));
    expect(new Set(placeIds).size).toBe(placeIds.length);
    for (const { spot, side } of places)
      if (side !== 'middle')
        expect(places.filter((other) => other.spot === spot).map((other) => other.side)).toEqual([
          'left',
          'right',
        ]);
  });
  it.each([
    [['groin.left'], 'left groin', ['groin or hip']],
    [['back_thigh.right'], 'back of the right thigh', ['thigh']],
    [['shin.left', 'low_back.right'], 'left shin or foot and right low back', ['below the knee', 'low back']],
    [
      ['belly', 'front_neck', 'front_knee.right'],
      'front of the neck, belly and right knee',
      ['knee', 'neck', 'elsewhere'],
    ],
    [[], '', []],
    [['nose'], '', []],
  ])('%j is said as “%s”', (ids, text, regions) => {
    expect(placesText(ids)).toBe(text);
    expect(regionsOf(ids)).toEqual(regions);
  });
  it('what may come from the back ends a session however mild it is, whatever else hurts', () => {
    expect(judgePain(1, regionsOf(['front_knee.left', 'calf.right'])[0])).toBe('end');
    expect(judgePain(1, regionsOf(['front_knee.left', 'back_thigh.right'])[0])).toBe('go_on');
  });
  it('where nobody pointed the region is said', () => {
    expect(whereText([], 'thigh')).toBe('thigh');
    expect(whereText(['groin.right'], 'groin or hip')).toBe('right groin');
    expect(whereText([], null)).toBe('');
  });
});
