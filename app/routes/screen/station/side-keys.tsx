import type { SideKey } from '~/core/catalogue/qualities';
import type { StationTest } from '~/core/screen/station/shown';

/** The side that is set up, and which trial this is. */
export function SideKeys({
  test,
  side,
  trial,
  locked,
  onSide,
}: {
  test: StationTest;
  side: SideKey;
  trial: number;
  locked: boolean;
  onSide: (side: SideKey) => void;
}) {
  if (!test.sided)
    return (
      <p className="mb-4 text-mortar">
        Trial {trial} of {test.trials}
      </p>
    );
  return (
    <fieldset className="mb-4 flex flex-wrap items-center gap-2">
      <legend className="sr-only">{test.sideMeans}</legend>
      {(['left', 'right'] as const).map((choice) => (
        <button
          key={choice}
          type="button"
          disabled={locked && choice !== side}
          aria-pressed={side === choice}
          onClick={() => !locked && onSide(choice)}
          className="min-h-12 min-w-28 border border-night-3 px-4 text-lg capitalize aria-pressed:bg-chalk aria-pressed:font-bold aria-pressed:text-night disabled:opacity-50"
        >
          {choice}
        </button>
      ))}
      <span className="text-mortar">
        {test.sideMeans?.toLowerCase()}, trial {trial} of {test.trials}
      </span>
    </fieldset>
  );
}
