import { useState } from 'react';
import { href, Link, useLocation } from 'react-router';
import { useLookAgain } from '~/app/lib/look-again';
import { useNews } from '~/app/lib/news';

interface Raised {
  readonly id: string;
  readonly athleteId: string;
  readonly name: string;
  readonly text: string;
}

/**
 * A flag that has just been raised, wherever, is said on the page that is open.
 *
 * @param isKnown of an athlete, whether the page says it already
 */
export function FlagLine({ isKnown = () => false }: { isKnown?: (athleteId: string) => boolean }) {
  const [raised, setRaised] = useState<readonly Raised[]>([]);
  const { pathname } = useLocation();
  const lookAgain = useLookAgain();
  useNews(({ what, id, flagId }) => {
    if (what !== 'flag.raised' || !flagId || !id) return;
    // The athlete's own pages have it at their head.
    if (pathname.startsWith(href('/athletes/:athleteId', { athleteId: id }))) return void lookAgain();
    const read = async () => {
      const response = await fetch(href('/news/flags/:flagId', { flagId }));
      if (!response.ok || response.redirected) return;
      const flag = (await response.json()) as Raised;
      setRaised((was) => [...was.filter(({ id }) => id !== flag.id), flag]);
    };
    // Without network Today says it later.
    read().catch(() => {});
  });
  return raised
    .filter(({ athleteId }) => !isKnown(athleteId))
    .map(({ id, athleteId, name, text }) => (
      <p key={id} role="alert" className="no-print mb-4 border-2 border-current px-4 py-2.5">
        <strong>{name}.</strong> {text} What loads it is held.{' '}
        <Link
          to={href('/athletes/:athleteId', { athleteId })}
          className="inline-flex min-h-11 items-center font-bold"
        >
          Look at the flag
        </Link>{' '}
        <button
          type="button"
          aria-label={`Read: ${name}`}
          className="ml-4 min-h-11 underline"
          onClick={() => setRaised((was) => was.filter((one) => one.id !== id))}
        >
          Read
        </button>
      </p>
    ));
}
