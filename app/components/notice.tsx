import clsx from 'clsx';
import ShieldAlert from 'lucide-react/icons/shield-alert';
import type { ReactNode } from 'react';
import { href } from 'react-router';
import { issueText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';
import { ButtonLink } from './button';

/** A caution or a stop: hatched edge, a word, then the text. Not coloured: it must read in black and white. */
export function Notice({
  word,
  children,
  strong = false,
  className,
}: {
  word: string;
  children: ReactNode;
  strong?: boolean;
  className?: string;
}) {
  return (
    <div className={clsx('flex border border-ink bg-chalk', strong && 'border-2', className)}>
      <div
        aria-hidden="true"
        className={clsx('hatched w-3 shrink-0 border-r border-ink', strong && 'w-6 bg-sand')}
      />
      <div className="min-w-0 grow px-4 py-3">
        <p className="flex items-center gap-2 font-bold">
          <ShieldAlert aria-hidden="true" className="size-5 shrink-0" />
          {word}
        </p>
        <div className="mt-1">{children}</div>
      </div>
    </div>
  );
}

/** Said once, plainly, where it matters. */
export function Disclaimer({ text, className }: { text: string; className?: string }) {
  return <p className={clsx('border-t border-mortar pt-3 text-aside text-quiet', className)}>{text}</p>;
}

export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="border border-dashed border-quiet px-6 py-10">
      <h2 className="text-2xl">{title}</h2>
      <div className="mt-2 max-w-prose">{children}</div>
    </div>
  );
}

/** Each reason as a line of its own. */
export function Reasons({ issues }: { issues: readonly Issue[] }) {
  return [...new Set(issues.map(issueText))].map((reason) => <p key={reason}>{reason}</p>);
}

/** Why an athlete may not be tested, planned or trained, and what lifts it. */
export function Blocked({
  title,
  issues,
  liftedBy,
  athleteId,
}: {
  title: string;
  issues: readonly Issue[];
  liftedBy: Issue;
  athleteId: string;
}) {
  return (
    <Empty title={title}>
      <Reasons issues={issues} />
      <p className="mt-2">
        <strong>What lifts it:</strong> {issueText(liftedBy)}
      </p>
      <p className="mt-4">
        <ButtonLink look="next" to={href('/athletes/:athleteId/clear', { athleteId })}>
          Open the safety form
        </ButtonLink>
      </p>
    </Empty>
  );
}
