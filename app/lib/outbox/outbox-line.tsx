import { href, useLocation } from 'react-router';
import { issuesText } from '~/app/words/issue-text';
import { WaitingLines } from './waiting-lines';

/** What waits on this device and why, on every page. */
export function OutboxLine() {
  const { pathname, search } = useLocation();
  return (
    <WaitingLines
      on="device"
      away="The server does not answer."
      signedOut={(kept) => (
        <>
          Your sign-in has run out. {kept}.{' '}
          <a
            href={`${href('/sign-in')}?next=${encodeURIComponent(`${pathname}${search}`)}`}
            className="font-bold"
          >
            Sign in again
          </a>{' '}
          and they are sent.
        </>
      )}
      why={issuesText}
    />
  );
}
