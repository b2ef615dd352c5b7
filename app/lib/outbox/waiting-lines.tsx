import type { ReactNode } from 'react';
import type { Issue } from '~/core/result';
import { counted, numbered } from '~/core/words/counted';
import { CrampedLine } from './cramped-line';
import { useOutbox } from './outbox';
import { Together } from './together';
import { waitingText } from './words';

export const outboxLine = 'no-print mb-4 border-2 border-current px-4 py-2.5';

/** What waits on a device and why, in the words of whoever holds it. */
export function WaitingLines({
  on,
  away,
  signedOut,
  why,
}: {
  on: 'device' | 'phone';
  /** What is said when the server cannot be reached. */
  away: string;
  /** The way on for who is not let in any more; told what is kept. */
  signedOut: (kept: string) => ReactNode;
  /** Why something was refused, in words. */
  why: (issues: readonly Issue[]) => ReactNode;
}) {
  const { waiting, aside, known, keeping, state, drop, again, retry } = useOutbox();
  const n = waiting.length;
  const kept = `${counted(n, 'entry', 'entries')} ${numbered(n, 'is', 'are')} kept on this ${on}`;
  const today = new Date().toISOString().slice(0, 10);
  return (
    <>
      <CrampedLine />
      {aside.map((entry) => (
        <div key={entry.n} role="alert" className={outboxLine}>
          <p>
            <strong>Not accepted.</strong> {waitingText(entry, today)}: {why(entry.refused ?? [])}
          </p>
          <p className="flex flex-wrap gap-x-6">
            <Together entry={entry} />
            <button type="button" className="min-h-11 underline" onClick={() => void again(entry.n)}>
              Send it again
            </button>
            <button type="button" className="min-h-11 underline" onClick={() => void drop(entry.n)}>
              Take it off this {on}
            </button>
          </p>
        </div>
      ))}
      {state === 'signed_out' && n > 0 ? (
        <p role="alert" className={outboxLine}>
          {signedOut(kept)}
        </p>
      ) : state === 'away' && n > 0 ? (
        <p role="status" className={outboxLine}>
          {away} {kept} and sent when it is back.{' '}
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
