import pg from 'pg';

/** News of what was written, as the database tells it at every commit: ids and names of things, never what they say. */

export interface News {
  readonly practiceId: string;
  /** The command as the trail calls it, or "flag.raised". */
  readonly what: string;
  /** Whom or what it is about. */
  readonly id: string | null;
  /** The person who did it; null for an athlete by a link. */
  readonly by?: string | null;
  readonly flagId?: string;
}

/** Heard: news, or that some may have been missed. */
export type Hear = (news: News | 'missed') => void;

const againMs = 1000;
/** What was heard within so many milliseconds is remembered, for who comes a moment late. */
const rememberMs = 60_000;
const mostRemembered = 500;
let recent: { readonly atMs: number; readonly news: News }[] = [];
/** Since when nothing was missed; undefined while nobody listens. */
let hearingSinceMs: number | undefined;
const listeners = new Set<Hear>();
let client: pg.Client | undefined;
let again: ReturnType<typeof setTimeout> | undefined;
let over: ReturnType<typeof setTimeout> | undefined;

function tell(news: News | 'missed'): void {
  for (const hear of listeners) hear(news);
}

function forget(): void {
  hearingSinceMs = undefined;
  recent = [];
}

function lost(which: pg.Client): void {
  if (client !== which) return;
  client = undefined;
  forget();
  which.end().catch(() => {});
  if (listeners.size > 0) again ??= setTimeout(listen, againMs).unref();
}

/** One connection for the process, as long as anybody listens and a moment longer; taken up again when it breaks. */
function listen(): void {
  clearTimeout(again);
  clearTimeout(over);
  again = undefined;
  if (client || listeners.size === 0) return;
  const its = new pg.Client({
    connectionString: process.env.DATABASE_URL,
    connectionTimeoutMillis: 3000,
    keepAlive: true,
  });
  client = its;
  its.on('error', () => lost(its));
  its.on('end', () => lost(its));
  its.on('notification', ({ payload }) => {
    if (!payload) return;
    const news = JSON.parse(payload) as News;
    const atMs = Date.now();
    recent = [...recent.filter((one) => one.atMs > atMs - rememberMs), { atMs, news }].slice(-mostRemembered);
    tell(news);
  });
  its
    .connect()
    .then(() => its.query('listen news'))
    .then(
      () => {
        if (client !== its) return;
        hearingSinceMs = Date.now();
        // Whoever came before this line stood may have missed something.
        tell('missed');
      },
      () => lost(its),
    );
}

/** Ends the connection; who listens afterwards begins anew. */
export async function hearNoMore(): Promise<void> {
  clearTimeout(over);
  const its = client;
  client = undefined;
  forget();
  await its?.end().catch(() => {});
}

/**
 * Hears all news of the database; gives what ends it.
 *
 * @param sinceMs by this machine's clock, from when on the listener wants to know: what was heard since is told at once, and where
 *   that is not known, that something may have been missed
 */
export function onNews(hear: Hear, sinceMs = Date.now()): () => void {
  listeners.add(hear);
  listen();
  if (hearingSinceMs !== undefined) {
    if (sinceMs < hearingSinceMs || sinceMs < Date.now() - rememberMs) hear('missed');
    else for (const { atMs, news } of recent) if (atMs >= sinceMs) hear(news);
  }
  return () => {
    listeners.delete(hear);
    if (listeners.size > 0) return;
    // Who goes from page to page is back in a moment, and then wants to know what was written between.
    clearTimeout(over);
    over = setTimeout(() => void hearNoMore(), rememberMs).unref();
  };
}
