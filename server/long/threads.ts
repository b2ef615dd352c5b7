import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';

/** Threads that answer one question after another; what they loaded once stays quick. */

interface Piece {
  readonly name: string;
  readonly input: unknown;
  readonly settle: (found: unknown) => void;
  readonly fail: (error: Error) => void;
}

interface Thread {
  readonly worker: Worker;
  piece: Piece | undefined;
  late: ReturnType<typeof setTimeout> | undefined;
}

export interface Threads {
  /** Asks the next free thread; rejects when it fails, ends, or takes too long. */
  ask(name: string, input: unknown): Promise<unknown>;
  /** Ends all of them. */
  end(): Promise<void>;
}

/**
 * @param file the program of a thread: it is told `{name, input}` and answers `{found}` or `{error}`
 * @param most threads at once; what comes on top waits
 * @param longestMs longer than this nobody waits for one answer, and its thread is ended
 */
export function threadsOf(file: string, most: number, longestMs: number): Threads {
  const waiting: Piece[] = [];
  const threads = new Set<Thread>();

  function begin(): Thread {
    const thread: Thread = { worker: new Worker(pathToFileURL(file)), piece: undefined, late: undefined };
    threads.add(thread);
    const over = (): Piece | undefined => {
      const { piece } = thread;
      clearTimeout(thread.late);
      thread.piece = undefined;
      return piece;
    };
    thread.worker.on('message', ({ found, error }: { found?: unknown; error?: string }) => {
      const piece = over();
      // A thread that has nothing to do does not keep the program alive.
      thread.worker.unref();
      if (error === undefined) piece?.settle(found);
      else piece?.fail(new Error(error));
      next();
    });
    const lost = (why: Error) => {
      threads.delete(thread);
      over()?.fail(why);
      next();
    };
    thread.worker.on('error', lost);
    thread.worker.on('exit', () => lost(new Error('the thread ended')));
    return thread;
  }

  /** Gives the pieces that wait to the threads that are free. */
  function next(): void {
    for (;;) {
      const free = [...threads].find(({ piece }) => piece === undefined);
      const thread = free ?? (threads.size < most && waiting.length > 0 ? begin() : undefined);
      const piece = thread && waiting.shift();
      if (!thread || !piece) return;
      thread.piece = piece;
      thread.worker.ref();
      thread.late = setTimeout(() => {
        piece.fail(new Error(`${piece.name} took longer than ${longestMs / 1000} s`));
        void thread.worker.terminate();
      }, longestMs);
      thread.worker.postMessage({ name: piece.name, input: piece.input });
    }
  }

  return {
    ask: (name, input) =>
      new Promise((settle, fail) => {
        waiting.push({ name, input, settle, fail });
        next();
      }),
    end: async () => {
      await Promise.all([...threads].map(({ worker }) => worker.terminate()));
    },
  };
}
