import { addDays } from '~/core/body/dates';
import { linkBy, linkByCalendar, linksOf, markOpened } from '~/db/queries/links';
import { newId } from '~/db/queries/practice';
import { sessionById } from '~/db/queries/sessions';
import { ownDatabase } from '~/db/testing';
import { calendarPrincipal } from '../principal/middleware.server';
import { linkPrincipalOf, type Principal } from '../principal/principal';
import { tokenHash } from '../principal/sign-in.server';
import { subjectOf } from '../principal/subject';
import {
  aCleared,
  aPlanned,
  aPractice,
  codesOf,
  must,
  sessionsOf,
  type TestPractice,
  testDay,
} from '../testing';
import { keepLog } from './keep-log';
import { agreeLink, endLink, makeLink } from './links';
import { tellPain } from './live-session';
import { receive } from './sync';

ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

async function aLink(athleteId: string, days = 30) {
  const id = newId();
  const made = must(await makeLink(practice.coach, { id, athleteId, holder: 'athlete', days }));
  return { id, ...made };
}

async function comesBy(token: string): Promise<Principal> {
  const rows = await linkBy(tokenHash(token), practice.coach.now);
  if (!rows) throw new Error('no link');
  return linkPrincipalOf(rows, practice.coach.now);
}

/** The log that counts of a session; none when it has none. */
async function logsOfSession(sessionId: string) {
  const log = (await sessionById(practice.practiceId, sessionId))?.log;
  return log ? [log] : [];
}

const later = (days: number) => new Date(practice.coach.now.getTime() + days * 86_400_000);

/** A planned athlete with a link, and today's session. */
async function atHome() {
  const athleteId = await aPlanned(practice.coach);
  const { token } = await aLink(athleteId);
  const session = (await sessionsOf(practice.coach, athleteId)).find(({ onDate }) => onDate === testDay);
  const [item] = session?.items ?? [];
  if (!session || !item) throw new Error('no session today');
  const log = {
    id: newId(),
    sessionId: session.id,
    effort: 5,
    painScore: 0,
    sets: [{ rungId: item.rungId, setNo: 1, side: item.sided ? 'left' : 'both', done: item.amount } as const],
  };
  return { athleteId, session, log, me: await comesBy(token) };
}

describe('a link', () => {
  it('is stored as a hash alone, and two of one athlete have nothing in common', async () => {
    const athleteId = await aCleared(practice.coach);
    const [a, b] = [await aLink(athleteId), await aLink(athleteId)];
    expect(new Set([a.token, a.calendarToken, b.token, b.calendarToken]).size).toBe(4);
    expect(a.token.length).toBeGreaterThanOrEqual(32);
    expect(JSON.stringify(await linksOf(practice.practiceId, athleteId))).not.toContain(a.token);
  });

  it('holds until it is over or ended; the calendar’s token opens nothing but the calendar', async () => {
    const athleteId = await aCleared(practice.coach);
    const { id, token, calendarToken } = await aLink(athleteId, 14);
    expect((await linkBy(tokenHash(token), later(13.9)))?.link.id).toBe(id);
    expect(await linkBy(tokenHash(token), later(14.1))).toBeUndefined();
    expect((await linkByCalendar(tokenHash(calendarToken), later(1)))?.link.id).toBe(id);
    expect(await linkBy(tokenHash(calendarToken), later(1))).toBeUndefined();
    expect(await linkByCalendar(tokenHash(token), later(1))).toBeUndefined();
    must(await endLink(practice.coach, { id, athleteId }));
    expect(await linkBy(tokenHash(token), later(1))).toBeUndefined();
    expect(await linkByCalendar(tokenHash(calendarToken), later(1))).toBeUndefined();
  });

  it('is made and ended by coaches, of their own athletes', async () => {
    const athleteId = await aCleared(practice.coach);
    const link = { id: newId(), athleteId, holder: 'athlete', days: 30 };
    expect(codesOf(await makeLink(practice.assistant, link))).toEqual(['can.not']);
    const elsewhere = await aPractice();
    expect(codesOf(await makeLink(elsewhere.coach, link))).toEqual(['athlete.gone']);
    expect((await makeLink(practice.coach, { ...link, days: 4000 })).ok).toBe(false);
    const { id } = await aLink(athleteId);
    expect(codesOf(await endLink(elsewhere.coach, { id, athleteId }))).toEqual(['athlete.gone']);
    const other = await aCleared(practice.coach);
    expect(codesOf(await endLink(practice.coach, { id, athleteId: other }))).toEqual(['link.gone']);
  });

  it('says when it was opened: once in ten minutes, however many pages are read', async () => {
    const athleteId = await aCleared(practice.coach);
    const { id } = await aLink(athleteId);
    for (const minutes of [0, 3, 9, 11, 12]) await markOpened(id, later(minutes / 1440));
    const [row] = await linksOf(practice.practiceId, athleteId);
    expect(row).toMatchObject({ openedTimes: 2, openedAt: later(11 / 1440) });
  });

  it('tells nothing more after thirty wrong ones from one place; other places go on', async () => {
    const status = async (address: string) => {
      try {
        await calendarPrincipal(newId(), address);
        return 200;
      } catch (thrown) {
        return (thrown as { init?: { status?: number } }).init?.status;
      }
    };
    for (let i = 0; i < 31; i += 1) expect(await status('203.0.113.7')).toBe(404);
    expect(await status('203.0.113.7')).toBe(429);
    expect(await status('203.0.113.8')).toBe(404);
  });
});

describe('who comes by a link', () => {
  it('logs their own session, and the log says so', async () => {
    const { me, log, session } = await atHome();
    must(await receive(me, { op: 'log', log }));
    const [row] = await logsOfSession(session.id);
    expect(row).toMatchObject({ staffId: null, linkId: me.linkId, effort: 5 });
    must(await agreeLink(me, {}));
  });

  it('finds nobody else, to read or to write', async () => {
    const { me } = await atHome();
    const other = await atHome();
    expect(await subjectOf(me, other.athleteId)).toBeUndefined();
    expect(codesOf(await keepLog(me, other.log))).toEqual(['athlete.gone']);
    expect(
      codesOf(
        await keepLog(me, {
          ...other.log,
          sessionId: newId(),
          unplannedFor: other.athleteId,
          onDate: testDay,
        }),
      ),
    ).toEqual(['athlete.gone']);
    expect(
      codesOf(
        await tellPain(me, {
          id: newId(),
          sessionId: other.session.id,
          score: 8,
          region: 'knee',
          rungId: null,
        }),
      ),
    ).toEqual(['athlete.gone']);
    expect(await logsOfSession(other.session.id)).toEqual([]);
  });

  it('sends nothing but logs, sets and pain', async () => {
    const { me, athleteId } = await atHome();
    const screening = {
      id: newId(),
      athleteId,
      testId: 'front_plank',
      onDate: testDay,
      firstSide: 'left',
      warmUpDone: true,
    };
    expect(codesOf(await receive(me, { op: 'open', screening }))).toEqual(['can.not']);
    expect(codesOf(await receive(me, { op: 'void', trialId: newId() }))).toEqual(['can.not']);
    expect(codesOf(await receive(me, { op: 'close', screeningId: newId() }))).toEqual(['can.not']);
  });

  it('raises a flag at once by a pain that ends the session; the log after it says more of the same, and raises no second', async () => {
    const { me, log, session, athleteId } = await atHome();
    const painId = newId();
    const told = {
      id: painId,
      sessionId: session.id,
      score: 6,
      region: 'low back',
      rungId: log.sets[0]?.rungId ?? null,
    };
    must(await receive(me, { op: 'pain', pain: told }));
    const flags = async () => (await subjectOf(practice.coach, athleteId))?.flags ?? [];
    expect(await flags()).toMatchObject([{ id: painId, kind: 'pain', region: 'low back' }]);
    const gate = (await subjectOf(practice.coach, athleteId))?.gate;
    expect(gate?.rung('plank_full').bars.map(({ code }) => code)).toContain('bar.held');
    must(await receive(me, { op: 'log', log: { ...log, painScore: 7, painRegion: 'low back', painId } }));
    expect(await flags()).toHaveLength(1);
    expect((await flags())[0]?.text).toContain('7 of 10');
    // A pain that ends nothing raises none.
    const mild = await atHome();
    must(
      await receive(mild.me, {
        op: 'pain',
        pain: { ...told, id: newId(), sessionId: mild.session.id, score: 2, region: 'knee' },
      }),
    );
    expect((await subjectOf(practice.coach, mild.athleteId))?.flags).toEqual([]);
  });

  it.each([
    [0, testDay],
    [26, testDay],
    [-26, testDay],
  ])('with a clock that is %s hours off the day is still the day it was done', async (hoursOff, onDate) => {
    const { me, log, session } = await atHome();
    const device = (moment: Date) => new Date(moment.getTime() + hoursOff * 3_600_000).toISOString();
    const finished = new Date(me.now.getTime() - 3_600_000);
    must(await receive(me, { op: 'log', log: { ...log, finishedAt: device(finished) } }, device(me.now)));
    expect((await logsOfSession(session.id))[0]?.onDate).toBe(onDate);
  });

  it('kept for a day on the device and sent then, it is of the day it was done', async () => {
    const { me, log, session } = await atHome();
    const tomorrow = { ...me, now: later(1), today: addDays(testDay, 1) };
    must(
      await receive(
        tomorrow,
        { op: 'log', log: { ...log, finishedAt: me.now.toISOString() } },
        tomorrow.now.toISOString(),
      ),
    );
    expect((await logsOfSession(session.id))[0]?.onDate).toBe(testDay);
  });
});
