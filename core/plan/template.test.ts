import { isEmpty, missingOf, type SeasonTemplate, sizeOf, templateOf, templateSchema } from './template';

const today = '2026-11-25';
const race = {
  name: 'Corvel Edge',
  onDate: '2027-02-14',
  priority: 'A' as const,
  minutes: 140,
  perMinute: null,
  primer: true,
};
const camp = { from: '2026-12-24', to: '2027-01-01', reason: 'the holidays' };
const frame: SeasonTemplate = {
  events: [race, { ...race, name: 'Relay', onDate: '2027-01-10', priority: 'B' }],
  daysOff: [camp],
  phaseStarts: [{ startsOn: '2026-12-07', phase: 'build' }],
};

describe('the frame of a season', () => {
  it('is what lies ahead, or reaches into what lies ahead', () => {
    const all = {
      events: [
        { ...race, onDate: '2026-11-24', id: 'old' },
        { ...race, onDate: today, id: 'now' },
        ...frame.events,
      ],
      daysOff: [
        { ...camp, from: '2026-11-20', to: '2026-11-24' },
        { ...camp, from: '2026-11-20', to: today },
        camp,
      ],
      phaseStarts: [
        { startsOn: '2026-11-16', phase: 'ground' as const },
        { startsOn: '2026-11-23', phase: 'ground' as const },
        ...frame.phaseStarts,
      ],
    };
    const made = templateOf(all, today);
    expect(made.events.map(({ onDate }) => onDate)).toEqual([today, '2027-02-14', '2027-01-10']);
    // Nothing of the athlete goes with it.
    expect(Object.keys(made.events[0] ?? {})).not.toContain('id');
    expect(made.daysOff.map(({ to }) => to)).toEqual([today, '2027-01-01']);
    expect(made.phaseStarts.map(({ startsOn }) => startsOn)).toEqual(['2026-11-23', '2026-12-07']);
    expect(templateSchema.parse(made)).toEqual(made);
    expect(isEmpty(made)).toBe(false);
    expect(isEmpty(templateOf(all, '2028-01-01'))).toBe(true);
    for (const part of ['events', 'daysOff', 'phaseStarts'] as const)
      expect(isEmpty({ events: [], daysOff: [], phaseStarts: [], [part]: frame[part] })).toBe(false);
  });
  it('adds to an athlete what is not there, once', () => {
    expect(missingOf(frame, { events: [], daysOff: [] }, today)).toEqual({
      events: frame.events,
      daysOff: frame.daysOff,
    });
    expect(missingOf(frame, frame, today)).toEqual({ events: [], daysOff: [] });
    const some = { events: [{ name: ' corvel EDGE ', onDate: race.onDate }], daysOff: [] };
    expect(missingOf(frame, some, today).events.map(({ name }) => name)).toEqual(['Relay']);
    // The same name on another day is another event, another name on the same day too.
    const other = {
      events: [
        { ...race, onDate: '2027-02-13' },
        { ...race, name: 'Corvel Ridge' },
      ],
      daysOff: [],
    };
    expect(missingOf(frame, other, today).events).toHaveLength(2);
    const off = (from: string, to: string) =>
      missingOf(frame, { events: [], daysOff: [{ from, to, reason: 'own' }] }, today).daysOff.length;
    expect(off('2026-12-20', '2027-01-03')).toBe(0);
    expect(off('2026-12-25', '2027-01-03')).toBe(1);
    expect(off('2026-12-20', '2026-12-31')).toBe(1);
    // What is over is not added any more.
    expect(missingOf(frame, { events: [], daysOff: [] }, '2027-01-11')).toEqual({
      events: [race],
      daysOff: [],
    });
  });
  it('is told by what is in it', () => {
    expect(sizeOf(frame)).toEqual({ events: 2, daysOff: 9, phases: 1, until: '2027-02-14' });
    expect(sizeOf({ events: [], daysOff: [], phaseStarts: [] }).until).toBeUndefined();
  });
});
