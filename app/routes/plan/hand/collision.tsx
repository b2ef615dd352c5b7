import { Button } from '~/app/components/button';
import { Notice } from '~/app/components/notice';
import { becauseTexts, wayText } from '~/core/plan/hand/words';
import type { Colliding, WayOut } from '~/core/plan/lp/colliding';

/** What cannot all be kept, and the ways out of it, the mildest first. */
export function Collision({
  colliding,
  onTake,
  onUndo,
}: {
  readonly colliding: Colliding;
  readonly onTake: (way: WayOut) => void;
  readonly onUndo: () => void;
}) {
  return (
    <Notice word="This cannot all be kept" strong className="my-4">
      <ul>
        {becauseTexts(colliding.because).map((text) => (
          <li key={text}>{text}.</li>
        ))}
      </ul>
      <p className="mt-2 text-aside text-quiet">The season below is the last that could. Ways out:</p>
      <ul className="mt-1 grid gap-2">
        {colliding.offers.map((way) => {
          const text = wayText(way);
          return (
            <li key={text} className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
              <span>{text}.</span>
              <Button type="button" onClick={() => onTake(way)} aria-label={`Do this: ${text}`}>
                Do this
              </Button>
            </li>
          );
        })}
        <li>
          <Button type="button" look="quiet" onClick={onUndo}>
            Undo the last step
          </Button>
        </li>
      </ul>
    </Notice>
  );
}
