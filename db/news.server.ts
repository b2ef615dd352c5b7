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
const listeners = new Set<Hear>();
let client: pg.Client | undefined;
let again: ReturnType<typeof setTimeout> | undefined;

function tell(news: News | 'missed'): void {
  for (const hear of listeners) hear(news);
}

function lost(which: pg.Client): void {
  if (client !== which) return;
  client = undefined;
  which.end().catch(() => {});
  if (listeners.size > 0) again ??= setTimeout(() => listen('again'), againMs).unref();
}

/** One connection for the process, as long as anybody listens; taken up again when it breaks. */
function listen(how: 'first' | 'again'): void {
  clearTimeout(again);
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
    if (payload) tell(JSON.parse(payload) as News);
  });
  its
    .connect()
    .then(() => its.query('listen news'))
    .then(
      () => {
        if (how === 'again') tell('missed');
      },
      () => lost(its),
    );
}

/** Hears all news of the database from now on; gives what ends it. */
export function onNews(hear: Hear): () => void {
  listeners.add(hear);
  listen('first');
  return () => {
    listeners.delete(hear);
    if (listeners.size > 0) return;
    const its = client;
    client = undefined;
    its?.end().catch(() => {});
  };
}
