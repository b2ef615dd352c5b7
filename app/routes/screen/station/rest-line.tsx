import type { StationTest } from '~/core/screen/station/shown';
import { RestClock } from './clock';

/** The rest that runs, and the test that comes next. */
export function NextLine({
  ready,
  restUntil,
  onRestOver,
  next,
  onNext,
}: {
  ready: boolean;
  restUntil: number | undefined;
  onRestOver: () => void;
  next: StationTest | undefined;
  onNext: () => void;
}) {
  const resting = ready && restUntil !== undefined;
  if (!resting && !next) return null;
  return (
    <div className="mt-6 flex flex-wrap items-center gap-5 border-t border-night-3 pt-4">
      {resting ? (
        <p className="flex items-baseline gap-3">
          <span className="text-mortar">Rest</span> <RestClock untilMs={restUntil} onOver={onRestOver} />
          <button type="button" className="min-h-11 underline" onClick={onRestOver}>
            Skip
          </button>
        </p>
      ) : null}
      {next && ready ? (
        <button
          type="button"
          onClick={onNext}
          className="stone min-h-14 bg-zest px-6 text-lg font-bold text-night"
        >
          Next: {next.name}
        </button>
      ) : null}
    </div>
  );
}
