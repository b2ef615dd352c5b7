/** Work of one key done one after another, with a pause before each. Held in memory: losing it costs only the pauses. */
const lines = new Map<string, { last: Promise<unknown>; waiting: number }>();

/** How many may wait in one line. */
export const longestLine = 20;

/** Does the work when its turn comes; `too_long` when the line is. */
export async function inTurn<T>(
  key: string,
  pauseMs: number,
  work: () => Promise<T>,
): Promise<T | 'too_long'> {
  const line = lines.get(key) ?? { last: Promise.resolve(), waiting: 0 };
  if (line.waiting >= longestLine) return 'too_long';
  line.waiting += 1;
  const turn = line.last.then(async () => {
    await new Promise((resolve) => setTimeout(resolve, pauseMs));
    return work();
  });
  line.last = turn.catch(() => undefined);
  lines.set(key, line);
  try {
    return await turn;
  } finally {
    line.waiting -= 1;
    if (line.waiting === 0) lines.delete(key);
  }
}
