import type { IsoDay } from '~/core/body/dates';
import type { PlanWeek } from '../season';

/** Two versions of a season beside each other. */

type Week = Pick<PlanWeek, 'startsOn' | 'phase' | 'kind' | 'minutes'> & {
  readonly cells: readonly { readonly quality: string; readonly side: string; readonly sets: number }[];
};

export interface SeasonDifferences {
  /** Weeks both have, in which anything differs. */
  readonly weeks: readonly IsoDay[];
  readonly phases: readonly { readonly startsOn: IsoDay; readonly from: string; readonly to: string }[];
  /** Sets of a quality over the weeks both have, of its busier side; the largest difference first. */
  readonly sets: readonly { readonly quality: string; readonly from: number; readonly to: number }[];
  readonly minutes: { readonly from: number; readonly to: number };
}

/** Sets of a quality in a week, of its busier side. */
export const busierSide = ({ cells }: Pick<Week, 'cells'>, quality: string): number =>
  Math.max(0, ...cells.filter((cell) => cell.quality === quality).map(({ sets }) => sets));

/** What differs in the weeks two versions have in common. */
export function seasonDifferences(from: readonly Week[], to: readonly Week[]): SeasonDifferences {
  const pairs = from.flatMap((a) => {
    const b = to.find(({ startsOn }) => startsOn === a.startsOn);
    return b ? [{ a, b }] : [];
  });
  const qualities = [
    ...new Set(pairs.flatMap(({ a, b }) => [...a.cells, ...b.cells].map(({ quality }) => quality))),
  ];
  const total = (which: 'a' | 'b', of: (week: Week) => number) =>
    pairs.reduce((sum, pair) => sum + of(pair[which]), 0);
  return {
    weeks: pairs.filter(({ a, b }) => differs(a, b)).map(({ a }) => a.startsOn),
    phases: pairs
      .filter(({ a, b }) => a.phase !== b.phase)
      .map(({ a, b }) => ({ startsOn: a.startsOn, from: a.phase, to: b.phase })),
    sets: qualities
      .map((quality) => ({
        quality,
        from: total('a', (week) => busierSide(week, quality)),
        to: total('b', (week) => busierSide(week, quality)),
      }))
      .filter((one) => one.from !== one.to)
      .sort(
        (x, y) => Math.abs(y.to - y.from) - Math.abs(x.to - x.from) || x.quality.localeCompare(y.quality),
      ),
    minutes: { from: total('a', ({ minutes }) => minutes), to: total('b', ({ minutes }) => minutes) },
  };
}

function differs(a: Week, b: Week): boolean {
  const said = (week: Week) =>
    JSON.stringify([
      week.phase,
      week.kind,
      week.cells
        .filter(({ sets }) => sets > 0)
        .map(({ quality, side, sets }) => `${quality}|${side}|${sets}`)
        .sort(),
    ]);
  return said(a) !== said(b);
}
