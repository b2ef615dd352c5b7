import clsx from 'clsx';
import type { ReactNode } from 'react';

/**
 * A part that may be wider than the page: it scrolls sideways, by keyboard too, and has a name. It is positioned, so
 * that what is hidden inside for screen readers cannot widen the page.
 */
export function Scroller({
  label,
  className,
  children,
}: {
  label: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region must be reachable by keyboard
    <section aria-label={label} tabIndex={0} className={clsx('relative overflow-x-auto', className)}>
      {children}
    </section>
  );
}
