import { useEffect, useRef, useState } from 'react';
import { href, Link } from 'react-router';
import { type PathStep, StepLink, useStepInView } from './path';

/** Once the head of the page is scrolled away, an athlete's name and path take one line at the top. */
export function AthleteBar({
  athleteId,
  name,
  steps,
}: {
  readonly athleteId: string;
  readonly name: string;
  readonly steps: readonly PathStep[];
}) {
  const end = useRef<HTMLDivElement>(null);
  const [away, setAway] = useState(false);
  useEffect(() => {
    const mark = end.current;
    if (!mark) return;
    const seen = new IntersectionObserver(([entry]) => {
      setAway(entry !== undefined && !entry.isIntersecting && entry.boundingClientRect.top < 0);
    });
    seen.observe(mark);
    return () => seen.disconnect();
  }, []);
  return (
    <>
      <div ref={end} aria-hidden="true" />
      {away ? <Line athleteId={athleteId} name={name} steps={steps} /> : null}
    </>
  );
}

function Line({ athleteId, name, steps }: { athleteId: string; name: string; steps: readonly PathStep[] }) {
  const row = useStepInView();
  return (
    <div className="no-print sticky top-0 z-20 h-0">
      <div className="-mx-4 flex items-center gap-4 border-b-2 border-ink bg-paper px-4 sm:-mx-8 sm:px-8">
        <Link
          to={href('/athletes/:athleteId', { athleteId })}
          className="head max-w-[38%] shrink-0 truncate py-2.5 text-lg no-underline"
        >
          {name}
        </Link>
        <nav ref={row} aria-label="Steps, in short" className="min-w-0 grow overflow-x-auto">
          <ol className="flex min-w-max justify-end gap-1 max-md:justify-start">
            {steps.map((step) => (
              <li key={step.id}>
                <StepLink athleteId={athleteId} step={step} short />
              </li>
            ))}
          </ol>
        </nav>
      </div>
    </div>
  );
}
