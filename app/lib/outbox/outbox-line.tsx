import { href, useLocation } from 'react-router';
import { issuesText } from '~/app/words/issue-text';
import { counted, numbered } from '~/core/words/counted';
import { CrampedLine } from './cramped-line';
import { useOutbox } from './outbox';
import { Together } from './together';
import { waitingText } from './words';

const line = 'no-print mb-4 border-2 border-current px-4 py-2.5';

/** What waits on this device and why, on every page. */
export function OutboxLine() {
  const { waiting, aside, known, keeping, state, drop, again, retry } = useOutbox();
  const { pathname, search } = useLocation();
  const n = waiting.length;
  const kept = `${counted(n, 'entry', 'entries')} ${numbered(n, 'is', 'are')} kept on this device`;
  const today = new Date().toISOString().slice(0, 10);
  return (
    <>
      <CrampedLine />
      {aside.map((entry) => (
        <div key={entry.n} role="alert" className={line}>
          <p>
            <strong>Not accepted.</strong> {waitingText(entry, today)}: {issuesText(entry.refused ?? [])}
          </p>
          <p className="flex flex-wrap gap-x-6">
            <Together entry={entry} />
            <button type="button" className="min-h-11 underline" onClick={() => void again(entry.n)}>
              Send it again
            </button>
            <button type="button" className="min-h-11 underline" onClick={() => void drop(entry.n)}>
              Take it off this device
            </button>
          </p>
        </div>
      ))}
      {state === 'signed_out' && n > 0 ? (
        <p role="alert" className={line}>
          Your sign-in has run out. {kept}.{' '}
          <a
            href={`${href('/sign-in')}?next=${encodeURIComponent(`${pathname}${search}`)}`}
            className="font-bold"
          >
            Sign in again
          </a>{' '}
          and they are sent.
        </p>
      ) : state === 'away' && n > 0 ? (
        <p role="status" className={line}>
          The server does not answer. {kept} and sent when it does.{' '}
          <button type="button" className="underline" onClick={() => void retry()}>
            Try now
          </button>
        </p>
      ) : (
        <p role="status" className="sr-only">
          {!known ? '' : keeping || n > 0 ? 'Saving' : 'Everything is sent'}
        </p>
      )}
    </>
  );
}
