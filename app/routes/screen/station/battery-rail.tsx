import clsx from 'clsx';
import type { Round } from '~/core/screen/station/round';
import type { StationTest } from '~/core/screen/station/shown';

interface RailProps {
  readonly tests: readonly StationTest[];
  readonly at: number;
  readonly round: Round;
  /** A clock runs: a tap elsewhere must not end it. */
  readonly busy: boolean;
  readonly onGo: (index: number) => void;
}

/** The tests of the battery in their order: done, begun, open. */
export function BatteryRail({ tests, at, round, busy, onGo }: RailProps) {
  return (
    <nav aria-label="Battery" className="relative max-lg:overflow-x-auto">
      <ol className="flex gap-1 p-3 lg:block lg:space-y-1">
        {tests.map((test, i) => (
          <li key={test.id} className="shrink-0">
            <button
              type="button"
              disabled={busy && i !== at}
              onClick={() => onGo(i)}
              aria-current={i === at ? 'step' : undefined}
              className={clsx(
                'flex min-h-11 w-full disabled:opacity-60 items-center gap-2.5 px-2.5 py-1.5 text-left text-body leading-tight',
                i === at
                  ? 'stone bg-chalk font-bold text-night'
                  : round.isDone(test)
                    ? 'text-mortar hover:bg-night-2'
                    : 'hover:bg-night-2',
              )}
            >
              <span aria-hidden="true">{round.isDone(test) ? '■' : round.isBegun(test) ? '◧' : '□'}</span>
              <span className="max-lg:whitespace-nowrap">
                {test.name}
                <span className="sr-only">{round.isDone(test) ? ', done' : ''}</span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </nav>
  );
}
