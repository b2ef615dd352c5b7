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

const isBarred = (test: StationTest, round: Round) =>
  test.bars.length > 0 && !round.isBegun(test) && !round.endedByPain(test);

function markOf(test: StationTest, round: Round): string {
  if (isBarred(test, round)) return '▨';
  if (round.isDone(test)) return '■';
  return round.isBegun(test) ? '◧' : '□';
}

/** The tests of the battery in their order: done, begun, open, left out. */
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
              <span aria-hidden="true">{markOf(test, round)}</span>
              <span className="max-lg:whitespace-nowrap">
                {test.name}
                <span className="sr-only">
                  {isBarred(test, round) ? ', left out' : round.isDone(test) ? ', done' : ''}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </nav>
  );
}
