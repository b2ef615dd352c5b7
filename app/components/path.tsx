import clsx from 'clsx';
import { useEffect, useRef } from 'react';
import { href, NavLink, useLocation } from 'react-router';

export interface PathStep {
  id: 'clear' | 'screen' | 'link' | 'plan' | 'coach' | 'review';
  name: string;
  /** Done, the next thing to do, blocked by an earlier step, or simply open. */
  state: 'done' | 'next' | 'blocked' | 'open';
  /** "on 14 Nov", "due", "blocked by Clear". */
  says: string;
}

const marks = { done: '■', next: '▶', blocked: '▨', open: '□' } as const;

/** Keeps the step one is at in view where the row is wider than the screen. */
export function useStepInView() {
  const row = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another page has another step
  useEffect(() => {
    const nav = row.current;
    const here = nav?.querySelector<HTMLElement>('[aria-current]');
    if (!nav || !here) return;
    nav.scrollLeft = here.offsetLeft - (nav.clientWidth - here.offsetWidth) / 2;
  }, [pathname]);
  return row;
}

/** A step as a stone, or as a word with its mark. */
export function StepLink({
  athleteId,
  step,
  short = false,
}: {
  readonly athleteId: string;
  readonly step: PathStep;
  readonly short?: boolean;
}) {
  const to = href(`/athletes/:athleteId/${step.id}`, { athleteId });
  const mark = (
    <span aria-hidden="true" className="mr-1.5 text-tag">
      {marks[step.state]}
    </span>
  );
  if (short)
    return (
      <NavLink
        to={to}
        title={step.says}
        className={({ isActive }) =>
          clsx(
            'flex min-h-11 items-center px-2.5 no-underline',
            step.state === 'next' && 'bg-zest text-basalt',
            isActive && 'font-bold underline decoration-2 underline-offset-4',
          )
        }
      >
        {mark}
        {step.name}
      </NavLink>
    );
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        clsx(
          'stone flex min-h-[52px] min-w-[7.2rem] flex-col justify-center px-4 py-1.5 no-underline',
          step.state === 'next' && 'bg-zest text-basalt',
          step.state === 'done' && 'bg-slate text-chalk',
          step.state === 'open' && 'bg-sand text-ink',
          step.state === 'blocked' && 'bg-sand text-quiet',
          isActive && 'shadow-[inset_0_-5px_0_0_var(--color-ink)]',
          isActive && step.state === 'done' && 'shadow-[inset_0_-5px_0_0_var(--color-mortar)]',
        )
      }
    >
      <span className="head text-body leading-tight">
        {mark}
        {step.name}
      </span>
      <span className="text-fine leading-tight">{step.says}</span>
    </NavLink>
  );
}

/** The six steps of the work as a course of stones: laid, to be laid next, or not to be laid yet. */
export function AthletePath({ athleteId, steps }: { athleteId: string; steps: readonly PathStep[] }) {
  const row = useStepInView();
  return (
    <nav
      ref={row}
      aria-label="Steps of the work"
      className="no-print relative -mx-1 overflow-x-auto px-1 py-1"
    >
      <ol className="flex min-w-max gap-[3px]">
        {steps.map((step) => (
          <li key={step.id} className="grow">
            <StepLink athleteId={athleteId} step={step} />
          </li>
        ))}
      </ol>
    </nav>
  );
}
