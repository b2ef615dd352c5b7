import type { NextFunction, Request, Response } from 'express';

/** Bytes a request may carry, counted as they come: what its header says is not believed. */

const kB = 1024;
const MB = 1024 * kB;

interface Limit {
  readonly path: RegExp;
  readonly bytes: number;
}

/** The first that fits counts. Uploads are the roster, pictures and recordings; everything else is a form. */
const limits: readonly Limit[] = [
  { path: /^\/(?:sign-in|sign-out|set-up)(?:\.data)?$/, bytes: 16 * kB },
  { path: /^\/athletes\/import/, bytes: 21 * MB },
  { path: /^\/sync$/, bytes: 28 * MB },
  { path: /^\/athletes\/[^/]+\/recordings/, bytes: 21 * MB },
];
const usual = 256 * kB;

export const bytesFor = (path: string): number =>
  limits.find((limit) => limit.path.test(path))?.bytes ?? usual;

const tooLarge = (res: Response, bytes: number) => {
  res.status(413).type('text');
  res.send(`This is larger than ${bytes >= MB ? `${bytes / MB} MB` : `${bytes / kB} kB`} and was not read.`);
};

/**
 * How long what comes after the answer is thrown away before the connection is cut. Cutting at once would often take the
 * answer with it: a client that is still sending sees a reset in its place.
 */
const hearsAnswerMs = 2000;

/** Ends a request that carries more than its page takes, at the byte where it does. */
export function countBytes(req: Request, res: Response, next: NextFunction): void {
  if (req.method === 'GET' || req.method === 'HEAD') {
    next();
    return;
  }
  const bytes = bytesFor(req.path);
  if (Number(req.get('content-length') ?? 0) > bytes) {
    tooLarge(res, bytes);
    return;
  }
  let seen = 0;
  let over = false;
  const emit = req.emit.bind(req);
  // Every reader of the body sees its pieces through this; from the one too many on it sees none, and no proper end either.
  req.emit = (event: string | symbol, ...args: unknown[]) => {
    if (event === 'data') seen += (args[0] as Buffer).length;
    if (!over && seen > bytes) {
      over = true;
      if (!res.headersSent) tooLarge(res, bytes);
      const cut = setTimeout(() => req.destroy(), hearsAnswerMs);
      req.once('close', () => clearTimeout(cut));
      setImmediate(() => req.resume());
    }
    if (!over || (event !== 'data' && event !== 'end')) return emit(event, ...args);
    if (event === 'end') {
      // All has come: nothing is left unread that would turn the farewell into a reset.
      if (res.writableFinished) req.destroy();
      else res.once('finish', () => req.destroy());
    }
    return false;
  };
  next();
}
