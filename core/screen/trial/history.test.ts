import { type HistoryTrial, historyLines } from './history';
import { makeTrial } from './testing';

const trial = (id: string, more: Partial<HistoryTrial> = {}): HistoryTrial => ({
  ...makeTrial('front_plank', 'both', 60),
  id,
  correctedBy: null,
  voided: false,
  ...more,
});

describe('the history of trials', () => {
  it('folds corrections under the trial that stands, the newest first', () => {
    const lines = historyLines([
      trial('a', { correctedBy: 'b' }),
      trial('b', { supersedesId: 'a', correctedBy: 'c' }),
      trial('c', { supersedesId: 'b' }),
      trial('d'),
    ]);
    expect(lines.map((line) => line.stands.id)).toEqual(['c', 'd']);
    expect(lines[0]?.before.map((trial) => trial.id)).toEqual(['b', 'a']);
  });
  it('leaves out what was undone, and an undone correction leaves the old one standing', () => {
    const lines = historyLines([
      trial('a'),
      trial('b', { supersedesId: 'a', voided: true }),
      trial('c', { voided: true }),
    ]);
    expect(lines.map((line) => line.stands.id)).toEqual(['a']);
  });
  it('does not go round in circles on a broken chain', () => {
    const lines = historyLines([
      trial('a', { supersedesId: 'x' }),
      trial('x', { supersedesId: 'a', correctedBy: 'a' }),
    ]);
    expect(lines).toHaveLength(1);
  });
});
