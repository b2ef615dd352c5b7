import { type ReactNode, useLayoutEffect, useRef, useState } from 'react';

/** What is seldom wanted and stands many times on a page: its content is made when it is opened, and stays. */
export function Folded({
  summary,
  className = 'inline-block py-1 text-aside underline',
  asked = false,
  children,
}: {
  summary: string;
  /** How the summary looks. */
  className?: string;
  /** The page asks for it to be open, as when there is an error within; it is closed by hand alone. */
  asked?: boolean;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(asked);
  const [made, setMade] = useState(asked);
  const details = useRef<HTMLDetailsElement>(null);
  const turned = (now: boolean) => {
    setOpen(now);
    if (now) setMade(true);
  };
  useLayoutEffect(() => {
    // It may also have been opened before the page came alive.
    if (!asked && !details.current?.open) return;
    setOpen(true);
    setMade(true);
  }, [asked]);
  return (
    <details ref={details} open={open} onToggle={(event) => turned(event.currentTarget.open)}>
      <summary className={`cursor-pointer ${className}`}>{summary}</summary>
      {made ? children : null}
    </details>
  );
}
