import { growingPart } from '~/core/plan/block-ends';
import { ownDatabase } from '~/db/testing';
import { loadStanding, subjectOf } from '../principal/subject';
import { aPlanned, aPractice } from '../testing';
import { deskEndsView, readGrowing, seasonHandView } from './season-hand';

ownDatabase();

async function desk() {
  const { coach } = await aPractice();
  const subject = await subjectOf(coach, await aPlanned(coach));
  if (!subject) throw new Error('gone');
  const standing = await loadStanding(coach, subject);
  const view = await seasonHandView(coach, subject, standing, null);
  if (!view) throw new Error('nothing planned');
  return {
    view,
    endsOf: (weeks: Parameters<typeof deskEndsView>[3]) => deskEndsView(coach, subject, standing, weeks),
  };
}

describe('where blocks lead on a desk', () => {
  it('of the plan that stands they are what the page came with; of other weeks they are theirs', async () => {
    const { view, endsOf } = await desk();
    const { weeks } = view.base;
    expect(view.ends.planned.length).toBeGreaterThan(1);
    expect(await endsOf(weeks.map(growingPart))).toEqual(view.ends.planned);
    // Without a set anywhere nothing grows: the last block asks for less than it did.
    const idle = weeks.map(growingPart).map((week) => ({
      ...week,
      cells: week.cells.map((cell) => ({ ...cell, sets: 0 })),
    }));
    const limitAt = (ends: typeof view.ends.planned) => {
      const [main] =
        ends.findLast(({ qualities }) => qualities.some(({ exercise }) => exercise))?.qualities ?? [];
      return Number(/limit (\d+)/.exec(main?.exercise ?? '')?.[1]);
    };
    const still = await endsOf(idle);
    expect(still.map(({ from, to }) => [from, to])).toEqual(
      view.ends.planned.map(({ from, to }) => [from, to]),
    );
    expect(still).not.toEqual(view.ends.planned);
    expect(limitAt(still)).toBeLessThan(limitAt(view.ends.planned));
    expect(await endsOf([])).toEqual([]);
  });
  it('weeks from a page are read, or refused whole', async () => {
    const { view } = await desk();
    const weeks = view.base.weeks.map(growingPart);
    expect(readGrowing(JSON.parse(JSON.stringify({ weeks })))).toEqual(weeks);
    const [first] = weeks;
    const [cell] = first?.cells ?? [];
    for (const wrong of [
      undefined,
      'weeks',
      { weeks: [{ ...first, startsOn: '2026-02-30' }] },
      { weeks: [{ ...first, phase: 'summer' }] },
      { weeks: [{ ...first, cells: [{ ...cell, quality: 'calves' }] }] },
      { weeks: [{ ...first, cells: [{ ...cell, sets: -1 }] }] },
      { weeks: [{ ...first, cells: [{ ...cell, tier: 'rest' }] }] },
      { weeks: Array.from({ length: 171 }, () => first) },
      { weeks: [{ ...first, cells: Array.from({ length: 31 }, () => cell) }] },
    ])
      expect(readGrowing(wrong)).toBeUndefined();
  });
});
