import { card, item, Mat } from './testing';
import { fitting, secondsLeft, turnsOf } from './turns';

const orderOf = (items: Parameters<typeof turnsOf>[0], inRounds = false) => {
  const mat = new Mat(card(items));
  if (inRounds) mat.does({ type: 'rounds', on: true });
  return mat.order;
};

const sided = { sided: true } as const;

test('the weaker side goes first, the set more last', () => {
  expect(orderOf([item('a', sided, { firstSide: 'right', extraSetSide: 'right' })])).toBe(
    'a1R a1L a2R a2L a3R',
  );
});

test('pairs take turns set by set; the longer one goes on alone; neighbours without a letter do not', () => {
  const items = [
    item('a', {}, { pair: 'A1', sets: 3 }),
    item('b', sided, { pair: 'A2', sets: 2, firstSide: 'left' }),
    item('c', {}, { sets: 2 }),
    item('d', {}, { sets: 2 }),
  ];
  expect(orderOf(items)).toBe('a1 b1L b1R a2 b2L b2R a3 c1 c2 d1 d2');
});

test('a circuit takes turns with all its exercises; so does a session in rounds, after its opener', () => {
  const four = ['a', 'b', 'c', 'd'].map((id, i) => item(id, {}, { pair: `A${i + 1}` }));
  expect(orderOf(four)).toBe('a1 b1 c1 d1 a2 b2 c2 d2');
  const plain = [item('o', {}, { role: 'opener' }), item('a'), item('b', {}, { sets: 3 })];
  expect(orderOf(plain)).toBe('o1 o2 a1 a2 b1 b2 b3');
  expect(orderOf(plain, true)).toBe('o1 o2 a1 b1 a2 b2 b3');
});

test('two pairs one after the other do not mix', () => {
  const items = [
    item('a', {}, { pair: 'A1', sets: 1 }),
    item('b', {}, { pair: 'A2', sets: 1 }),
    item('c', {}, { pair: 'B1', sets: 1 }),
    item('d', {}, { pair: 'B2', sets: 1 }),
  ];
  expect(orderOf(items)).toBe('a1 b1 c1 d1');
});

test('who takes turns rests while the other works: each waits for its own rest, and the time to change over', () => {
  const pair = [
    item('a', { restS: 75, amount: 35 }, { pair: 'A1' }),
    item('b', { restS: 60, amount: 35 }, { pair: 'A2' }),
  ];
  const mat = new Mat(card(pair));
  mat.starts().waits(35);
  // A first set of another exercise: 25 s to change over.
  expect((mat.state.restUntilMs - mat.nowMs) / 1000).toBeCloseTo(25, 3);
  mat.waits(25).starts().waits(35);
  // A has rested for 60 s of its 75.
  expect((mat.state.restUntilMs - mat.nowMs) / 1000).toBeCloseTo(15, 3);
  mat.waits(15).starts().waits(35);
  // B has rested 50 s of its 60, which is as long as it takes to be ready again.
  expect((mat.state.restUntilMs - mat.nowMs) / 1000).toBeCloseTo(10, 3);
});

test('between the sides of a set there is only time to turn over', () => {
  const mat = new Mat(card([item('a', { ...sided, restS: 45, amount: 20 }, { firstSide: 'left' })]));
  mat.starts().waits(20);
  expect((mat.state.restUntilMs - mat.nowMs) / 1000).toBeCloseTo(8, 3);
  mat.waits(8).starts().waits(20);
  expect((mat.state.restUntilMs - mat.nowMs) / 1000).toBeCloseTo(45, 3);
});

test('the seconds that are left are work, rests and changing over, and fall as sets are done', () => {
  const items = [item('a', { amount: 30, restS: 45 }), item('b', { amount: 20, restS: 30 })];
  const own = card(items);
  // 25 + 30 + 45 + 30 + 25 + 20 + 30 + 20
  expect(secondsLeft(own, turnsOf(items, false), {})).toBe(225);
  const mat = new Mat(own);
  mat.starts().waits(30);
  expect(secondsLeft(own, mat.state.turns, {})).toBe(25 + 30 + 25 + 20 + 30 + 20);
});

test('what fits few minutes: keep work goes before accessories, those before main work, the focus last, and a set stays', () => {
  const items = [
    item('open', {}, { role: 'opener', quality: 'breath_brace', sets: 1 }),
    item('main', {}, { role: 'main', quality: 'hip_extension' }),
    item('focus', {}, { role: 'main', quality: 'anti_lateral' }),
    item('more', {}, { role: 'accessory' }),
    item('keep', {}, { role: 'keep' }),
  ];
  const own = card(items, { focus: 'anti_lateral' });
  const turns = turnsOf(items, false);
  const left = (minutes: number) => [
    ...new Set(fitting(own, turns, {}, minutes).map(({ itemId }) => itemId)),
  ];
  expect(left(60)).toEqual(['open', 'main', 'focus', 'more', 'keep']);
  const eight = fitting(own, turns, {}, 8);
  expect(secondsLeft(own, eight, {})).toBeLessThanOrEqual(480);
  expect(left(8)).not.toContain('keep');
  expect(left(4.5)).toEqual(['main', 'focus']);
  expect(left(2.3)).toEqual(['focus']);
  expect(fitting(own, turns, {}, 0.1)).toHaveLength(1);
});
