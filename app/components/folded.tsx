import { type ReactNode, useLayoutEffect, useRef, useState } from 'react';

/** What is seldom wanted and stands many times on a page: its content is made when it is opened, and stays. */
export function Folded({
  summary,
  className = 'inline-block py-1 text-aside underline',
  open = false,
  children,
}: {
  summary: string;
  /** How the summary looks. */
  className?: string;
  /** Open from the beginning. */
  open?: boolean;
  children: ReactNode;
}) {
  const [made, setMade] = useState(open);
  const details = useRef<HTMLDetailsElement>(null);
  // It may have been opened before the page came alive.
  useLayoutEffect(() => {
    if (open || details.current?.open) setMade(true);
  }, [open]);
  return (
    <details ref={details} open={open} onToggle={(event) => event.currentTarget.open && setMade(true)}>
      <summary className={`cursor-pointer ${className}`}>{summary}</summary>
      {made ? children : null}
    </details>
  );
}
