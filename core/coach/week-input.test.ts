import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { defaultLinkSettings } from '~/core/link/link';
import { standingOf } from '~/core/link/standing';
import type { PlanWeek } from '~/core/plan/periodise';
import { makeWeek } from './week-input';

const week: PlanWeek = {
  index: 0,
  startsOn: '2026-11-23',
  phase: 'ground',
  kind: 'load',
  retest: false,
  blackDays: 0,
  eventIds: [],
  minutes: 40,
  minutesAvailable: 60,
  reasons: [],
  cells: [
    { quality: 'anti_extension', side: 'both', dose: 9 },
    { quality: 'anti_lateral', side: 'left', dose: 9 },
    { quality: 'anti_lateral', side: 'right', dose: 9 },
  ],
};

function made(priority: { front: number; left: number; right: number }) {
  const athlete = {
    id: 'a',
    birthDate: '1990-05-02',
    sex: 'female',
    massKg: 60,
    statureM: 1.7,
    level: 'trained',
    disciplineId: 'running.marathon',
    kit: [],
    schoolId: 'brace',
    weekdays: [1, 3, 5],
    sessionsPerWeek: 3,
    minutesPerSession: 4,
  };
  const event = {
    id: 'e',
    name: 'Race',
    onDate: '2026-11-25',
    priority: 'C',
    disciplineId: 'running.marathon',
  };
  const standing = standingOf({
    trade: shippedTrade,
    athlete: athlete as never,
    gate: gateOf({ schoolId: 'brace', kit: [] }),
    trials: [],
    events: [event as never],
    settings: defaultLinkSettings,
  });
  const row = (quality: string, side: string, its: number) => ({
    ...standing.linked.priorities[0],
    quality,
    side,
    priority: its,
  });
  const priorities = [
    row('anti_extension', 'both', priority.front),
    row('anti_lateral', 'left', priority.left),
    row('anti_lateral', 'right', priority.right),
  ] as never;
  return makeWeek(
    { ...standing, linked: { ...standing.linked, priorities } },
    {
      practiceSchoolId: 'neutral',
      week,
      states: [
        { ladderId: 'plank', rungId: 'plank_knees', sets: 3, amount: 30, owned: [] },
        { ladderId: 'side_plank', rungId: 'side_plank_knees', sets: 3, amount: 30, owned: [] },
      ],
      fromDay: '2026-11-23',
      doneDays: [],
    },
  );
}

describe('a week made for where an athlete stands', () => {
  it('keeps off the days of events', () => {
    expect(made({ front: 0.5, left: 0.1, right: 0.1 }).sessions.map(({ onDate }) => onDate)).toEqual([
      '2026-11-23',
      '2026-11-27',
    ]);
  });
  it('takes of two sides the one that is wanted more', () => {
    const sets = (of: Parameters<typeof made>[0]) =>
      Object.fromEntries((made(of).sessions[0]?.items ?? []).map((item) => [item.quality, item.sets]));
    // Four minutes: what is wanted less loses its sets.
    expect(sets({ front: 0.5, left: 0.9, right: 0.1 })).toEqual({ anti_lateral: 2, anti_extension: 1 });
    expect(sets({ front: 0.5, left: 0.1, right: 0.9 })).toEqual({ anti_lateral: 2, anti_extension: 1 });
    expect(sets({ front: 0.5, left: 0.2, right: 0.3 })).toEqual({ anti_lateral: 1, anti_extension: 2 });
  });
});
