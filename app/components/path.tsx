import clsx from 'clsx';
import { href, NavLink } from 'react-router';

export interface PathStep {
  id: 'clear' | 'screen' | 'link' | 'plan' | 'coach' | 'review';
  name: string;
  /** Done, the next thing to do, blocked by an earlier step, or simply open. */
  state: 'done' | 'next' | 'blocked' | 'open';
  /** "on 14 Nov", "due", "blocked by Clear". */
  says: string;
}

const marks = { done: '■', next: '▶', blocked: '▨', open: '□' } as const;

/** The six steps of the work as a course of stones: laid, to be laid next, or not to be laid yet. */
export function AthletePath({ athleteId, steps }: { athleteId: string; steps: readonly PathStep[] }) {
  return (
    <nav aria-label="Steps of the work" className="no-print relative -mx-1 overflow-x-auto px-1 py-1">
      <ol className="flex min-w-max gap-[3px]">
        {steps.map((step) => (
          <li key={step.id} className="grow">
            <NavLink
              to={href(`/athletes/:athleteId/${step.id}`, { athleteId })}
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
                <span aria-hidden="true" className="mr-1.5 text-tag">
                  {marks[step.state]}
                </span>
                {step.name}
              </span>
              <span className="text-fine leading-tight">{step.says}</span>
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}
