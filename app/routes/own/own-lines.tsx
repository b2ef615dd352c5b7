import { useEffect, useState } from 'react';
import { href, Link, useLocation } from 'react-router';
import { namesUnderWay } from '~/app/lib/live-store';
import { useOutbox } from '~/app/lib/outbox/outbox';
import { outboxLine, WaitingLines } from '~/app/lib/outbox/waiting-lines';
import type { Issue } from '~/core/result';

/** What waits on this phone and why; a session that is under way on it. */
export function OwnLines({
  token,
  here,
}: {
  token: string;
  /** On the mat itself: what is under way there is on the screen. */
  here?: boolean;
}) {
  const { owner } = useOutbox();
  const { key } = useLocation();
  const [underWay, setUnderWay] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at again on every page
  useEffect(() => setUnderWay(namesUnderWay(owner).length > 0), [owner, key]);
  return (
    <>
      <WaitingLines
        on="phone"
        away="No network."
        signedOut={(kept) =>
          `This link does not hold any more. ${kept}. Ask your coach for a new link and open it on this phone: they are sent by it.`
        }
        why={(issues) => <Why issues={issues} />}
      />
      {underWay && !here ? (
        <p role="status" className={outboxLine}>
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
function Why({ issues }: { issues: readonly Issue[] }) {
  const [words, setWords] = useState('');
  useEffect(() => {
    void import('~/app/words/issue-text').then(({ issuesText }) => setWords(issuesText(issues)));
  }, [issues]);
  return words;
}
