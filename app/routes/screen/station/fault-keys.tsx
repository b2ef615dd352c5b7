import clsx from 'clsx';
import type { StationTest } from '~/core/screen/station/shown';
import type { StationState } from '~/core/screen/station/station';

/** The likely faults of the test, each one tap with its time; more behind one line. */
export function FaultKeys({
  test,
  state,
  armed,
  onFault,
  className,
}: {
  test: StationTest;
  state: StationState;
  armed: boolean;
  onFault: (index: number) => void;
  className?: string;
}) {
  const likely = test.faults.slice(0, 6);
  const more = test.faults.slice(6);
  const seen = (id: string) => state.faults.filter((fault) => fault.faultId === id);
  const button = (fault: StationTest['faults'][number], i: number) => (
    <button
      key={fault.id}
      type="button"
      title={fault.look}
      onClick={() => onFault(i)}
      className={clsx(
        'flex min-h-12 items-center gap-2.5 border px-3 py-1.5 text-left leading-tight',
        seen(fault.id).length > 0
          ? 'border-chalk bg-night-3'
          : 'border-night-3 bg-night-2 hover:border-chalk',
      )}
    >
      {i < 9 ? (
        <span
          aria-hidden="true"
          className={clsx(
            'shrink-0 text-fine max-sm:hidden',
            armed ? 'bg-zest px-1 text-night' : 'opacity-70',
          )}
        >
          {i + 1}
        </span>
      ) : null}
      <span className="grow">{fault.name}</span>
      <span className="figures shrink-0 text-aside font-bold">
        {seen(fault.id)
          .map(({ atS }) => (atS === null ? '×' : `${atS} s`))
          .join(' ')}
      </span>
    </button>
  );
  return (
    <section aria-label="Faults" className={className}>
      <h2 className="mb-2 font-text text-base font-normal tracking-normal text-mortar">
        Faults seen<span className="max-sm:hidden"> (F, then its number)</span>
      </h2>
      <div className="grid grid-cols-2 gap-2 lg:grid-cols-1">
        {likely.map((fault, i) => button(fault, i))}
      </div>
      {more.length > 0 ? (
        <details className="mt-2">
          <summary className="flex min-h-11 cursor-pointer items-center underline decoration-night-3 decoration-2 underline-offset-4">
            More faults
          </summary>
          <div className="mt-1 grid grid-cols-2 gap-2 lg:grid-cols-1">
            {more.map((fault, i) => button(fault, i + likely.length))}
          </div>
        </details>
      ) : null}
    </section>
  );
}
