import type { ReactNode } from 'react';
import { longDayText } from '~/app/lib/format';

/** On paper every sheet says whose it is, of what day and from which practice; the page number stands in its margin. */
export function Paper({
  name,
  line,
  practice,
  today,
  children,
}: {
  readonly name: string;
  readonly line: string;
  readonly practice: string;
  readonly today: string;
  readonly children: ReactNode;
}) {
  return (
    <div className="paper">
      <div className="paper-head" aria-hidden="true">
        <p>
          <strong>{name}</strong> {line}
          <span>
            {practice}, {longDayText(today)} {today.slice(0, 4)}
          </span>
        </p>
      </div>
      <div className="paper-body">{children}</div>
    </div>
  );
}
