import { useEffect, useState } from 'react';
import { href, Link, useLocation } from 'react-router';
import { listed, numbered } from '~/core/words/counted';
import { namesUnderWay } from './live-store';
import { useOutbox } from './outbox/outbox';

/** Sessions under way on this device, said on every page, so that none is forgotten. */
export function UnderWayLine() {
  const { owner } = useOutbox();
  const { key } = useLocation();
  const [names, setNames] = useState<readonly string[]>([]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at again on every page
  useEffect(() => setNames(namesUnderWay(owner)), [owner, key]);
  if (names.length === 0) return null;
  return (
    <p role="status" className="no-print mb-4 border-2 border-current px-4 py-2.5">
      {listed(names)} {numbered(names.length, 'has', 'have')} a session under way on this device.{' '}
      <Link to={href('/live')} className="inline-flex min-h-11 items-center font-bold">
        Go on with it
      </Link>
    </p>
  );
}
