import { day } from '../seasons-testing';
import { busierSide, seasonDifferences } from './compare';

const week = (at: number, cells: readonly (readonly [string, string, number])[], more: object = {}) => ({
  startsOn: day(7 * at),
  phase: 'build' as const,
  kind: 'load' as const,
  minutes: 40,
  cells: cells.map(([quality, side, sets]) => ({ quality, side, sets })),
  ...more,
});

describe('two versions of a season', () => {
  const from = [
    week(0, [['a', 'both', 3]]),
    week(1, [
      ['a', 'both', 3],
      ['b', 'left', 4],
      ['b', 'right', 2],
    ]),
    week(2, [['c', 'both', 2]]),
  ];
  it('differ by weeks, phases, minutes and sets of the busier side, the largest first', () => {
    const to = [
      week(
        1,
        [
          ['b', 'right', 2],
          ['a', 'both', 3],
          ['b', 'left', 4],
        ],
        { minutes: 44 },
      ),
      week(
        2,
        [
          ['a', 'both', 5],
          ['c', 'both', 1],
        ],
        { phase: 'load', minutes: 30 },
      ),
      week(3, [['a', 'both', 9]]),
    ];
    expect(seasonDifferences(from, to)).toEqual({
      weeks: [day(14)],
      phases: [{ startsOn: day(14), from: 'build', to: 'load' }],
      sets: [
        { quality: 'a', from: 3, to: 8 },
        { quality: 'c', from: 2, to: 1 },
      ],
      minutes: { from: 80, to: 74 },
    });
    expect(busierSide(from[1] as (typeof from)[number], 'b')).toBe(4);
  });
  it('are the same where nothing differs, whatever the order of the cells', () => {
    expect(
      seasonDifferences(
        from,
        from.map((one) => ({ ...one, cells: one.cells.toReversed() })),
      ).weeks,
    ).toEqual([]);
  });
});
