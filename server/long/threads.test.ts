import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Threads, threadsOf } from './threads';

/** A thread that says which it is and how many it answered, fails when asked, waits, hangs, or ends. */
const program = `
import { parentPort, threadId } from 'node:worker_threads';
let answered = 0;
parentPort.on('message', async ({ name, input }) => {
  if (name === 'end') process.exit(3);
  if (name === 'hang') return;
  if (name === 'wait') await new Promise((resolve) => setTimeout(resolve, input));
  answered += 1;
  if (name === 'fail') parentPort.postMessage({ error: 'no ' + input });
  else parentPort.postMessage({ found: { threadId, answered, input } });
});
`;

interface Said {
  readonly threadId: number;
  readonly answered: number;
  readonly input: unknown;
}

let folder: string;
let file: string;
const begun: Threads[] = [];
const of = (most: number, longestMs = 5000) => {
  const threads = threadsOf(file, most, longestMs);
  begun.push(threads);
  return async (name: string, input?: unknown) => (await threads.ask(name, input)) as Said;
};

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'threads-'));
  file = join(folder, 'thread.mjs');
  writeFileSync(file, program);
});
afterAll(async () => {
  await Promise.all(begun.map((threads) => threads.end()));
  rmSync(folder, { recursive: true });
});

describe('threads', () => {
  it('are kept: the next question goes to the one that has warmed up', async () => {
    const ask = of(2);
    const first = await ask('say', 'a');
    const second = await ask('say', 'b');
    const third = await ask('say', 'c');
    expect([first.input, second.input, third.input]).toEqual(['a', 'b', 'c']);
    expect(new Set([first.threadId, second.threadId, third.threadId]).size).toBe(1);
    expect(third.answered).toBe(3);
  });
  it('are as many as are asked at once, and no more than allowed; the rest waits its turn', async () => {
    const ask = of(2);
    const all = await Promise.all([1, 2, 3, 4, 5].map((n) => ask('wait', n)));
    expect(all.map(({ input }) => input)).toEqual([1, 2, 3, 4, 5]);
    expect(new Set(all.map(({ threadId }) => threadId)).size).toBe(2);
  });
  it('say what went wrong, and go on', async () => {
    const ask = of(1);
    await expect(ask('fail', 'way')).rejects.toThrow('no way');
    expect((await ask('say', 1)).answered).toBe(2);
  });
  it('that end are replaced, and who waited for one is told', async () => {
    const ask = of(1);
    const ended = ask('end');
    const next = ask('say', 'after');
    await expect(ended).rejects.toThrow('the thread ended');
    expect(await next).toMatchObject({ input: 'after', answered: 1 });
  });
  it('that take too long are ended, and what waits behind them is answered', async () => {
    const ask = of(1, 2000);
    const hangs = ask('hang');
    const next = ask('say', 'after');
    await expect(hangs).rejects.toThrow('hang took longer than 2 s');
    expect(await next).toMatchObject({ input: 'after' });
  });
});
