import type { Posture } from '~/core/body/posture';
import { faultForms } from '~/core/figure/fault-form';
import { frameOf } from '~/core/figure/scene';
import { Drawing } from './figure';
import { drawnBody, shapeOf } from './figure-drawing';

/** The right form and the fault beside it, with a ring round the place to look at. */
export function FaultPair({
  fault,
  posture,
  needs,
  className = 'h-24',
}: {
  readonly fault: { readonly id: string; readonly name: string };
  /** The exercise it is looked for in; it is shown where it shows best when there is none. */
  readonly posture?: Posture | undefined;
  readonly needs?: readonly string[] | undefined;
  readonly className?: string;
}) {
  const forms = faultForms(fault.id, drawnBody, posture ? { posture, needs: needs ?? [] } : undefined);
  if (!forms) return null;
  const frame = frameOf([forms.right, forms.wrong]);
  const looks = forms.seenFrom === 'front' ? 'from the front' : 'from the side';
  return (
    <div className="grid grid-cols-2 gap-1">
      <figure>
        <Drawing
          shape={shapeOf(forms.right)}
          frame={frame}
          label={`Right, seen ${looks}`}
          plain
          className={`w-full ${className}`}
        />
        <figcaption className="text-center text-fine">right</figcaption>
      </figure>
      <figure>
        <Drawing
          shape={shapeOf(forms.wrong)}
          frame={frame}
          label={`${fault.name}, seen ${looks}`}
          plain
          className={`w-full ${className}`}
        />
        <figcaption className="text-center text-fine font-bold">{looks}</figcaption>
      </figure>
    </div>
  );
}
