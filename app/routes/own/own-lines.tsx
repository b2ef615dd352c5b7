import { useEffect, useState } from 'react';
import { href, Link, useLocation } from 'react-router';
import { namesUnderWay } from '~/app/lib/live-store';
import { CrampedLine } from '~/app/lib/outbox/cramped-line';
import { useOutbox } from '~/app/lib/outbox/outbox';
import { Together } from '~/app/lib/outbox/together';
import { waitingText } from '~/app/lib/outbox/words';
import { counted, numbered } from '~/core/words/counted';

const line = 'mb-4 border-2 border-current px-4 py-2.5';

/** What waits on this phone and why; a session that is under way on it. */
export function OwnLines({
  token,
  here,
}: {
  token: string;
  /** On the mat itself: what is under way there is on the screen. */
  here?: boolean;
}) {
  const { owner, waiting, aside, known, keeping, state, drop, again, retry } = useOutbox();
  const { key } = useLocation();
  const [underWay, setUnderWay] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at again on every page
  useEffect(() => setUnderWay(namesUnderWay(owner).length > 0), [owner, key]);
  const n = waiting.length;
  const kept = `${counted(n, 'entry', 'entries')} ${numbered(n, 'is', 'are')} kept on this phone`;
  const today = new Date().toISOString().slice(0, 10);
  return (
    <>
      <CrampedLine />
      {aside.map((entry) => (
        <div key={entry.n} role="alert" className={line}>
          <p>
            <strong>Not accepted.</strong> {waitingText(entry, today)}: <Why issues={entry.refused ?? []} />
          </p>
          <p className="flex flex-wrap gap-x-6">
            <Together entry={entry} />
            <button type="button" className="min-h-11 underline" onClick={() => void again(entry.n)}>
              Send it again
            </button>
            <button type="button" className="min-h-11 underline" onClick={() => void drop(entry.n)}>
              Take it off this phone
            </button>
          </p>
        </div>
      ))}
      {state === 'signed_out' && n > 0 ? (
        <p role="alert" className={line}>
          This link does not hold any more. {kept}. Ask your coach for a new link and open it on this phone:
          they are sent by it.
        </p>
      ) : state === 'away' && n > 0 ? (
        <p role="status" className={line}>
          No network. {kept} and sent when it is back.{' '}
          <button type="button" className="underline" onClick={() => void retry()}>
            Try now
          </button>
        </p>
      ) : (
        <p role="status" className="sr-only">
          {!known ? '' : keeping || n > 0 ? 'Saving' : 'Everything is sent'}
        </p>
      )}
      {underWay && !here ? (
        <p role="status" className={line}>
          A session is under way on this phone.{' '}
          <Link
            to={href('/own/:token/live', { token })}
            className="inline-flex min-h-11 items-center font-bold"
          >
            Go on with it
          </Link>
        </p>
      ) : null}
    </>
  );
}

/** Why something was refused: its words are fetched when they are needed. */
function Why({ issues }: { issues: readonly { code: string; path: readonly (string | number)[] }[] }) {
  const [words, setWords] = useState('');
  useEffect(() => {
    void import('~/app/words/issue-text').then(({ issuesText }) =>
      setWords(issuesText(issues as Parameters<typeof issuesText>[0])),
    );
  }, [issues]);
  return words;
}
