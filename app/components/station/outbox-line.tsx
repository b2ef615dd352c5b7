import type { useOutbox } from '~/app/lib/outbox';

/** What waits on this device and why, said on screen. */
export function OutboxLine({
  outbox,
  back,
}: {
  outbox: Pick<ReturnType<typeof useOutbox>, 'entries' | 'state' | 'refusal' | 'drop' | 'retry'>;
  /** Where to come back to after signing in again. */
  back: string;
}) {
  const n = outbox.entries.length;
  const kept = `${n} ${n === 1 ? 'entry is' : 'entries are'} kept on this device`;
  const line = 'mb-4 border-2 border-chalk px-4 py-2.5';
  if (outbox.state === 'waiting' && n > 0) {
    return (
      <p role="status" className={line}>
        The server does not answer. {kept} and sent when it does.{' '}
        <button type="button" className="underline" onClick={() => void outbox.retry()}>
          Try now
        </button>
      </p>
    );
  }
  if (outbox.state === 'signed-out') {
    return (
      <p role="alert" className={line}>
        Your sign-in has run out. {kept}.{' '}
        <a href={`/sign-in?next=${encodeURIComponent(back)}`} className="font-bold">
          Sign in again
        </a>{' '}
        and they are sent.
      </p>
    );
  }
  if (outbox.state === 'refused') {
    return (
      <p role="alert" className={line}>
        Not accepted: {outbox.refusal}{' '}
        <button type="button" className="underline" onClick={() => void outbox.drop()}>
          Take it off this device
        </button>
      </p>
    );
  }
  return (
    <p role="status" className="sr-only">
      {n > 0 ? 'Saving' : 'All trials saved'}
    </p>
  );
}
