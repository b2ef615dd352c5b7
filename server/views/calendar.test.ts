import { addDays } from '~/core/body/dates';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { editSession } from '../commands/edit-session';
import { layOut } from '../commands/lay-out';
import { addBlackout, addEvent, changeEvent, removeEvent } from '../commands/plan';
import { planSeason } from '../commands/plan-season';
import { saveSettings } from '../commands/settings';
import { subjectOf } from '../principal/subject';
import {
  aPlanned,
  aPractice,
  codesOf,
  must,
  on,
  sessionsOf,
  settingsOf,
  type TestPractice,
  testDay,
} from '../testing';
import { type Appointment, calendarView } from './calendar';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
beforeEach(async () => {
  practice = await aPractice();
  athleteId = await aPlanned(practice.coach);
});

async function calendar(): Promise<readonly Appointment[]> {
  const subject = await subjectOf(practice.coach, athleteId);
  if (!subject) throw new Error('nobody');
  return (await calendarView(practice.coach, subject)).entries;
}
const sessions = async () => (await calendar()).filter(({ kind }) => kind === 'session');
const byUid = async () => new Map((await sessions()).map((one) => [one.uid, one]));
const ahead = async () => {
  const all = await sessionsOf(practice.coach, athleteId);
  return all.filter(({ onDate, items }) => onDate > testDay && items.length > 2);
};
const edit = async (what: object) => {
  const [session] = await ahead();
  if (!session) throw new Error('no session');
  must(
    await editSession(practice.coach, {
      athleteId,
      sessionId: session.id,
      revision: session.revision,
      edit: what,
    }),
  );
  return session;
};

describe('an appointment of a calendar', () => {
  it('is the same from one file to the next as long as nothing changes', async () => {
    const before = await sessions();
    expect(before.length).toBeGreaterThan(2);
    expect(new Set(before.map(({ uid }) => uid)).size).toBe(before.length);
    expect(before.every(({ cancelled }) => !cancelled)).toBe(true);
    expect(await sessions()).toEqual(before);
  });
  it('keeps its id when a coach changes it, and counts once more; the others do not', async () => {
    const before = await byUid();
    const [session] = await ahead();
    const item = session?.items[1];
    if (!session || !item) throw new Error('no exercise');
    await edit({ op: 'remove', itemId: item.id });
    const after = await byUid();
    expect([...after.keys()].sort()).toEqual([...before.keys()].sort());
    for (const [uid, one] of after) {
      const was = before.get(uid);
      if (one.onDate === session.onDate) {
        expect(one.sequence).toBeGreaterThan(was?.sequence ?? 0);
        expect(one.changedAt?.getTime()).toBeGreaterThanOrEqual(was?.changedAt?.getTime() ?? 0);
        expect(one.lines.length).toBe((was?.lines.length ?? 0) - 1);
      } else expect(one).toEqual(was);
    }
  });
  it('goes with its session to another day, and a session laid out there afterwards is another one', async () => {
    const [session] = await ahead();
    const taken = new Set((await sessionsOf(practice.coach, athleteId)).map(({ onDate }) => onDate));
    const free = Array.from({ length: 9 }, (_, i) => addDays(testDay, i + 1)).find((day) => !taken.has(day));
    if (!session || !free) throw new Error('no free day');
    const before = (await sessions()).find(({ onDate }) => onDate === session.onDate);
    await edit({ op: 'to_day', onDate: free });
    const moved = (await byUid()).get(before?.uid ?? '');
    expect(moved).toMatchObject({ onDate: free, cancelled: false });
    expect(moved?.sequence).toBeGreaterThan(before?.sequence ?? 0);
    must(await layOut(practice.coach, { athleteId }));
    const all = await sessions();
    const standing = all.filter(({ cancelled }) => !cancelled);
    expect(new Set(all.map(({ uid }) => uid)).size).toBe(all.length);
    expect(new Set(standing.map(({ onDate }) => onDate)).size).toBe(standing.length);
  });
  it('of a session that is skipped is cancelled, and on again when it is on again', async () => {
    const before = await byUid();
    const session = await edit({ op: 'stand', state: 'skipped', reason: '' });
    const of = async () => (await sessions()).find(({ onDate }) => onDate === session.onDate);
    const off = await of();
    expect(off).toMatchObject({ cancelled: true, lines: [] });
    expect(off?.sequence).toBeGreaterThan(before.get(off?.uid ?? '')?.sequence ?? 99);
    const [again] = (await sessionsOf(practice.coach, athleteId)).filter(
      ({ onDate }) => onDate === session.onDate,
    );
    must(
      await editSession(practice.coach, {
        athleteId,
        sessionId: again?.id ?? '',
        revision: again?.revision ?? 0,
        edit: { op: 'stand', state: 'planned', reason: '' },
      }),
    );
    const on = await of();
    expect(on).toMatchObject({ cancelled: false, uid: off?.uid });
    expect(on?.sequence).toBeGreaterThan(off?.sequence ?? 99);
  });
  it('begins when the practice says, and counts once more when it says otherwise', async () => {
    const saying = async (more: object, hour: number, day = testDay) => {
      const principal = await on(practice.owner, day, hour);
      return saveSettings(principal, { ...settingsOf(principal), ...more });
    };
    const say = async (...said: Parameters<typeof saying>) => must(await saying(...said));
    const before = await byUid();
    const each = async (so: (one: Appointment, was: Appointment) => void) => {
      const principal = await on(practice.coach, testDay, 20);
      const subject = await subjectOf(principal, athleteId);
      if (!subject) throw new Error('nobody');
      const view = await calendarView(principal, subject);
      for (const one of view.entries) {
        const was = before.get(one.uid);
        if (was) so(one, was);
        else expect(one.at).toBeUndefined();
      }
      return view.zone;
    };
    await say({ startsAt: '17:30' }, 11, '2099-01-01');
    await each((one, was) => {
      expect(one.at).toEqual({ time: '17:30', minutes: one.minutes });
      expect(one.sequence).toBe(was.sequence + 2);
      expect(one.changedAt?.toISOString()).toBe('2099-01-01T11:00:00.000Z');
    });
    // Said again, or of something else, nothing changes; other clocks do.
    await say({ startsAt: '17:30', renewMonths: 5 }, 12);
    await say({ renewMonths: 6 }, 13);
    await each((one, was) => expect(one.sequence).toBe(was.sequence + 2));
    await say({ timeZone: 'America/Santiago' }, 14);
    expect(await each((one, was) => expect(one.sequence).toBe(was.sequence + 4))).toBe('America/Santiago');
    await say({ startsAt: '' }, 15);
    await each((one, was) => {
      expect(one.at).toBeUndefined();
      expect(one.sequence).toBe(was.sequence + 6);
    });
    expect(codesOf(await saying({ startsAt: '25:00' }, 16))).toEqual(['settings.starts_at']);
  });
  it('of a day that is laid out no more stays as cancelled', async () => {
    const before = await byUid();
    const days = [...before.values()].filter(({ onDate }) => onDate > testDay).map(({ onDate }) => onDate);
    must(
      await addBlackout(practice.coach, {
        athleteId,
        id: newId(),
        from: addDays(testDay, 1),
        to: addDays(testDay, 20),
        reason: 'travel',
      }),
    );
    must(await planSeason(await on(practice.coach, testDay, 12), { athleteId, id: newId() }));
    const after = await byUid();
    for (const [uid, was] of before) {
      if (!days.includes(was.onDate)) continue;
      expect(after.get(uid)).toMatchObject({ cancelled: true, onDate: was.onDate });
      expect(after.get(uid)?.sequence).toBeGreaterThan(was.sequence);
    }
    // An hour that is said counts for what is gone too: its last word comes after all the others.
    const owner = await on(practice.owner, testDay, 13);
    must(await saveSettings(owner, { ...settingsOf(owner), startsAt: '17:30' }));
    const coach = await on(practice.coach, testDay, 14);
    const subject = await subjectOf(coach, athleteId);
    if (!subject) throw new Error('nobody');
    const said = new Map((await calendarView(coach, subject)).entries.map((one) => [one.uid, one]));
    for (const [uid, one] of after)
      if (one.cancelled) expect(said.get(uid)).toMatchObject({ cancelled: true, sequence: one.sequence + 2 });
  });
});

describe('retests and events', () => {
  it('are in the calendar, a retest at the end of its week; one the new season has no more is cancelled', async () => {
    const retests = async () => (await calendar()).filter(({ kind }) => kind === 'retest');
    const before = await retests();
    expect(before.length).toBeGreaterThan(0);
    expect(before.every(({ cancelled }) => !cancelled)).toBe(true);
    const events = (await calendar()).filter(({ kind }) => kind === 'event');
    expect(events.map(({ name }) => name)).toHaveLength(1);
    // No retest in the days before an event of importance.
    must(
      await addEvent(practice.coach, {
        athleteId,
        id: newId(),
        name: 'Chalk mile',
        onDate: addDays(before[0]?.onDate ?? testDay, 3),
        priority: 'B',
      }),
    );
    must(await planSeason(await on(practice.coach, testDay, 12), { athleteId, id: newId() }));
    const after = await retests();
    const gone = after.find(({ uid }) => uid === before[0]?.uid);
    expect(gone?.cancelled).toBe(true);
    expect(gone?.sequence).toBeGreaterThan(before[0]?.sequence ?? 99);
    expect((await calendar()).map(({ name }) => name)).toContain('Chalk mile');
  });
  it('an event that is changed stays one entry and counts up; one that is removed is cancelled, and on when it is back', async () => {
    const event = { athleteId, id: newId(), name: 'Slate dash', onDate: addDays(testDay, 44), priority: 'C' };
    const its = async () => (await calendar()).filter(({ uid }) => uid.startsWith(event.id));
    must(await addEvent(practice.coach, event));
    const [before] = await its();
    expect(before).toMatchObject({ onDate: event.onDate, cancelled: false, sequence: 0 });
    must(await changeEvent(practice.coach, { ...event, onDate: addDays(testDay, 51) }));
    const [moved, ...more] = await its();
    expect(more).toEqual([]);
    expect(moved).toMatchObject({ onDate: addDays(testDay, 51), cancelled: false });
    expect(moved?.sequence).toBeGreaterThan(before?.sequence ?? 99);
    expect(moved?.changedAt).toEqual(practice.coach.now);
    // What is said twice is one change.
    must(await changeEvent(practice.coach, { ...event, onDate: addDays(testDay, 51) }));
    expect(await its()).toEqual([moved]);
    must(await removeEvent(practice.coach, { athleteId, id: event.id }));
    const [off] = await its();
    expect(off).toMatchObject({ cancelled: true, onDate: addDays(testDay, 51), name: 'Slate dash' });
    expect(off?.sequence).toBeGreaterThan(moved?.sequence ?? 99);
    must(await addEvent(practice.coach, event));
    expect(await its()).toHaveLength(1);
  });
});
