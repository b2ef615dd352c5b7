import { useEffect } from 'react';
import { useOutbox } from './outbox';

/** Says that this device has no room for what waits, and asks before the page is left with it. */
export function CrampedLine() {
  const { cramped } = useOutbox();
  useEffect(() => {
    if (!cramped) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [cramped]);
  return cramped ? (
    <p role="alert" className="no-print mb-4 border-2 border-current px-4 py-2.5">
      <strong>This device has no room left.</strong> What is not sent yet is held by this page alone: do not
      close or reload it before everything is sent.
    </p>
  ) : null;
}
