import { shippedTrade } from '~/core/catalogue/trade';
import { type Counted, weekTotals } from './week-totals';

const item = (over: Partial<Counted>): Counted => ({
  quality: 'anti_lateral',
  rungId: 'side_plank_full',
  sets: 3,
  amount: 30,
  unit: 'hold_s',
  sided: true,
  extraSetSide: null,
  load: null,
  ...over,
});

it('a week adds up by quality: sets and seconds of one side, reps, the heaviest load, the most time first', () => {
  const totals = weekTotals(shippedTrade, [
    item({ extraSetSide: 'left' }),
    item({ rungId: 'carry_suitcase_hold', sets: 2, amount: 40, load: { by: 'hand_kg', value: 14 } }),
    item({ rungId: 'carry_suitcase_hold', sets: 1, amount: 10, load: { by: 'hand_kg', value: 12 } }),
    item({ quality: 'hip_extension', rungId: 'bridge_march', sets: 2, amount: 9, unit: 'reps' }),
  ]);
  expect(totals).toEqual([
    { quality: 'anti_lateral', sets: 7, seconds: 210, reps: 0, topLoad: { by: 'hand_kg', value: 14 } },
    // A march is a rep of four seconds.
    { quality: 'hip_extension', sets: 4 - 2, seconds: 72, reps: 18, topLoad: null },
  ]);
  expect(weekTotals(shippedTrade, [])).toEqual([]);
});
