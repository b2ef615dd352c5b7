import { useOutbox } from './outbox';
import type { Waiting } from './store';

/** A log that found another one of its session: the two are put together by one press, and nothing of either is lost. */
export function Together({ entry: { n, entry, refused } }: { entry: Waiting }) {
  const { again } = useOutbox();
  const other = refused?.find(({ code }) => code === 'log.other')?.values?.logId;
  if (entry.op !== 'log' || typeof other !== 'string') return null;
  return (
    <button
      type="button"
      className="min-h-11 font-bold underline"
      onClick={() => void again(n, { ...entry, log: { ...entry.log, mergeWith: other } })}
    >
      Put the two together
    </button>
  );
}
