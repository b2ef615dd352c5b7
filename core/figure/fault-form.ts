import type { Body } from '~/core/body/anthropometry';
import type { Posture } from '~/core/body/posture';
import { skeletonOf } from '~/core/body/postures';
import type { Point, Pose } from '~/core/body/skeleton';
import { axesOf, forms, type SeenFrom } from './fault-catalogue';
import { type Prop, ringAt } from './props';
import { drawnPose, type Scene, sceneOf } from './scene';

/**
 * A fault beside the right form: the joints of the right posture, moved the way the body moves when it is lost, and a ring round
 * the place to look at. In the units of the drawing.
 */

export const drawnFaults: readonly string[] = Object.keys(forms);

export interface FaultForms {
  readonly seenFrom: SeenFrom;
  /** Is it shown on the exercise itself, rather than where it shows best? */
  readonly onItself: boolean;
  readonly right: Scene;
  readonly wrong: Scene;
}

/**
 * The right form and the fault, on the posture itself where it can be seen there, else where it shows best.
 *
 * @returns undefined for a fault nobody has drawn
 */
export function faultForms(
  faultId: string,
  body: Body,
  of?: { readonly posture: Posture; readonly needs: readonly string[] },
): FaultForms | undefined {
  const fault = forms[faultId];
  if (!fault) return undefined;
  const fits = (p: Posture, needs: readonly string[]) =>
    fault.on?.includes(p.archetype) === true && viewOf(p, body, needs) === fault.from;
  const onItself = of !== undefined && fits(of.posture, of.needs);
  const shown = onItself ? of : { posture: fault.best, needs: [] };
  const setting = { needs: shown.needs };
  const phase = 1;
  const right = drawnPose(shown.posture, body, phase, setting);
  const axes = axesOf(right);
  const place = (pose: Pose) => ringAt('ring', fault.look(pose, axes), 7);
  const scene = (moved: (pose: Pose) => Pose, signs: (pose: Pose) => readonly Prop[]) =>
    sceneOf(shown.posture, body, phase, setting, undefined, {
      pose: moved,
      props: (props, pose) => [...props, ...signs(pose), place(pose)],
    });
  return {
    seenFrom: fault.from,
    onItself,
    right: scene(
      (pose) => pose,
      () => [],
    ),
    wrong: scene(
      (pose) => fault.move?.(pose, axes) ?? pose,
      (pose) => fault.signs?.(pose, axes) ?? [],
    ),
  };
}

const viewOf = (p: Posture, body: Body, needs: readonly string[]): SeenFrom =>
  p.archetype !== 'side_bridge' && skeletonOf(p, body, 1, { needs }).view === 'front' ? 'front' : 'side';

/** Faults in the order they are looked for: those that show on the drawing of the exercise first, then those seen from its side. */
export function faultsInView(
  faultIds: readonly string[],
  p: Posture,
  body: Body,
  needs: readonly string[],
): readonly string[] {
  const view = viewOf(p, body, needs);
  const drawn = faultIds.filter((id) => forms[id] !== undefined);
  const onIt = drawn.filter((id) => forms[id]?.on?.includes(p.archetype) && forms[id]?.from === view);
  const beside = drawn.filter((id) => !onIt.includes(id) && forms[id]?.from === view);
  return [...onIt, ...beside, ...drawn.filter((id) => !onIt.includes(id) && !beside.includes(id))];
}

/** What to watch in an exercise: the first of its faults that shows on the drawing, at the end it is drawn at. */
export function watchOf(
  faultIds: readonly string[],
  p: Posture,
  body: Body,
  needs: readonly string[],
  phase: number,
): { readonly faultId: string; readonly at: Point } | undefined {
  const [faultId] = faultsInView(faultIds, p, body, needs);
  const fault = faultId === undefined ? undefined : forms[faultId];
  if (!fault || faultId === undefined) return undefined;
  const pose = drawnPose(p, body, phase, { needs });
  return { faultId, at: fault.look(pose, axesOf(pose)) };
}
