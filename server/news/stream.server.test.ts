import { hearNoMore, onNews } from '~/db/news.server';
import { newId } from '~/db/queries/practice';
import { endListeners, ownDatabase } from '~/db/testing';
import { raisePainFlag } from '../commands/flags';
import { aCleared, anAthlete, aPractice, type TestPractice } from '../testing';
import { newsStream } from './stream.server';

// Before the database goes.
afterAll(hearNoMore);
ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

/** What a stream says, as it says it. */
function listen(who: { practiceId: string; staffId: string }, sinceMs?: number) {
  const over = new AbortController();
  const response = newsStream(who, over.signal, sinceMs);
  const heard: { what: string; id?: string; by?: string | null; flagId?: string }[] = [];
  const reader = response.body?.getReader();
  const decoder = new TextDecoder();
  const read = async () => {
    for (;;) {
      const piece = await reader?.read();
      if (!piece || piece.done) return 'ended';
      for (const line of decoder.decode(piece.value).split('\n'))
        if (line.startsWith('data: ')) heard.push(JSON.parse(line.slice(6)));
    }
  };
  return { response, heard, ended: read(), stop: () => over.abort() };
}

async function until(holds: () => boolean): Promise<void> {
  for (let i = 0; i < 200 && !holds(); i += 1) await new Promise((resolve) => setTimeout(resolve, 25));
  expect(holds()).toBe(true);
}

/** The listening connection stands when something is heard over it. */
async function ready(who: { heard: { what: string }[] }): Promise<void> {
  for (let i = 0; i < 100 && who.heard.length === 0; i += 1) {
    await anAthlete(practice.coach);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  expect(who.heard.length).toBeGreaterThan(0);
}

describe('news', () => {
  it('say what was written, whose it is and who did it, and a flag on top; and nothing of another practice', async () => {
    const here = listen(practice.coach);
    await ready(here);
    const other = await aPractice();
    const there = listen(other.coach);
    const athleteId = await aCleared(practice.coach);
    const flagId = newId();
    await raisePainFlag(practice.coach, {
      athleteId,
      sourceId: flagId,
      score: 6,
      region: 'knee',
      qualities: ['hip_extension'],
      came: 'in a test',
      onDate: '2026-11-25',
    });
    await until(() => here.heard.some(({ what }) => what === 'flag.raised'));
    const by = practice.coach.staffId;
    expect(here.heard).toContainEqual({ what: 'athlete.add', id: athleteId, by });
    expect(here.heard).toContainEqual({ what: 'clearance.answer', id: athleteId, by });
    expect(here.heard).toContainEqual({ what: 'flag.raised', id: athleteId, flagId });
    // Ids and names of commands, nothing of what they say.
    expect(JSON.stringify(here.heard)).not.toMatch(/knee|Pia/);
    expect(there.heard.filter(({ id }) => id === athleteId)).toEqual([]);
    here.stop();
    there.stop();
    expect(await here.ended).toBe('ended');
  });

  it('a database that drops the line is listened to again, and it is said that something may be missing', async () => {
    const here = listen(practice.coach);
    await ready(here);
    here.heard.length = 0;
    await endListeners();
    await until(() => here.heard.some(({ what }) => what === 'missed'));
    here.heard.length = 0;
    await ready(here);
    here.stop();
  });

  it('who comes late hears what was written since their page was made, and is told where that is not known', async () => {
    const here = listen(practice.coach);
    await ready(here);
    const madeAtMs = Date.now();
    const athleteId = await anAthlete(practice.coach);
    await until(() => here.heard.some(({ id }) => id === athleteId));
    const late = listen(practice.coach, madeAtMs);
    await until(() => late.heard.length > 0);
    expect(late.heard.map(({ what, id }) => [what, id])).toEqual([['athlete.add', athleteId]]);
    const afterwards = listen(practice.coach, Date.now() + 1);
    const before = listen(practice.coach, madeAtMs - 3_600_000);
    await until(() => before.heard.length > 0);
    expect(before.heard).toEqual([{ what: 'missed' }]);
    expect(afterwards.heard).toEqual([]);
    for (const one of [here, late, afterwards, before]) one.stop();
    await Promise.all([here, late, afterwards, before].map(({ ended }) => ended));
  });

  it('who goes to another page hears what was written between, also when nobody else listened', async () => {
    const here = listen(practice.coach);
    await ready(here);
    here.stop();
    await here.ended;
    const madeAtMs = Date.now();
    const athleteId = await anAthlete(practice.coach);
    await new Promise((resolve) => setTimeout(resolve, 300));
    const next = listen(practice.coach, madeAtMs);
    await until(() => next.heard.length > 0);
    expect(next.heard.map(({ what, id }) => [what, id])).toEqual([['athlete.add', athleteId]]);
    next.stop();
    await next.ended;
    // A line that broke meanwhile knows nothing, nor does one that begins anew.
    await endListeners();
    await new Promise((resolve) => setTimeout(resolve, 300));
    const second = listen(practice.coach, madeAtMs);
    await until(() => second.heard.some(({ what }) => what === 'missed'));
    second.stop();
    await second.ended;
    await hearNoMore();
    const first = listen(practice.coach, madeAtMs);
    await until(() => first.heard.some(({ what }) => what === 'missed'));
    first.stop();
  });

  it('a person listens from so many windows and no more; one that closes makes room', async () => {
    const who = { practiceId: practice.practiceId, staffId: newId() };
    const windows = Array.from({ length: 12 }, () => listen(who));
    expect(newsStream(who, new AbortController().signal).status).toBe(429);
    windows[0]?.stop();
    const more = listen(who);
    expect(more.response.status).toBe(200);
    for (const one of [...windows, more]) one.stop();
  });

  it('who does not listen any more is told nothing', async () => {
    const heard: unknown[] = [];
    const deaf = onNews((news) => heard.push(news));
    deaf();
    const here = listen(practice.coach);
    await ready(here);
    expect(heard).toEqual([]);
    here.stop();
  });
});
