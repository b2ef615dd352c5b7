import { type Body, bodyOf } from '~/core/body/anthropometry';
import type { Load, Posture } from '~/core/body/posture';
import type { Point } from '~/core/body/skeleton';
import { type Capsule, type Frame, frameOf, type MomentArc, type Scene, sceneOf } from '~/core/figure/scene';

/** Scenes as paths of the page; what is drawn again and again is kept. */

/** A body to draw when none is chosen. */
export const drawnBody: Body = bodyOf({ massKg: 70, statureM: 1.75, sex: 'unspecified' });

/** A figure of a path, in tenths. */
export const n = (value: number) => value.toFixed(1);

/** Outline of two circles and the band between them: a limb. */
function limbPath({ a, b, ra, rb }: Capsule): string {
  const d = Math.hypot(b.x - a.x, b.y - a.y);
  if (d <= Math.abs(ra - rb)) {
    const [c, r] = ra >= rb ? [a, ra] : [b, rb];
    return `M${n(c.x - r)} ${n(c.y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`;
  }
  const angle = Math.atan2(b.y - a.y, b.x - a.x);
  const tilt = Math.acos((ra - rb) / d);
  const on = (c: Point, r: number, t: number) => `${n(c.x + r * Math.cos(t))} ${n(c.y + r * Math.sin(t))}`;
  return `M${on(a, ra, angle - tilt)}L${on(b, rb, angle - tilt)}A${n(rb)} ${n(rb)} 0 0 1 ${on(b, rb, angle + tilt)}L${on(a, ra, angle + tilt)}A${n(ra)} ${n(ra)} 0 1 1 ${on(a, ra, angle - tilt)}Z`;
}

export function arcPath({ at, radius, fromDeg, toDeg, flat }: MomentArc): { line: string; head: string } {
  const on = (deg: number, r = radius): Point => ({
    x: at.x + r * Math.cos((deg * Math.PI) / 180),
    y: at.y + r * flat * Math.sin((deg * Math.PI) / 180),
  });
  const start = on(fromDeg);
  const end = on(toDeg);
  const sweep = toDeg > fromDeg ? 1 : 0;
  const back = toDeg - (sweep ? 20 : -20);
  const inner = on(back, radius - 2.1);
  const outer = on(back, radius + 2.1);
  return {
    line: `M${n(start.x)} ${n(start.y)}A${radius} ${n(radius * flat)} 0 ${Math.abs(back - fromDeg) > 180 ? 1 : 0} ${sweep} ${n(on(back).x)} ${n(on(back).y)}`,
    head: `M${n(end.x)} ${n(end.y)}L${n(inner.x)} ${n(inner.y)}L${n(outer.x)} ${n(outer.y)}Z`,
  };
}

export function springPath(from: Point, to: Point): string {
  const turns = 14;
  const dx = (to.x - from.x) / turns;
  const dy = (to.y - from.y) / turns;
  const size = Math.hypot(dx, dy) || 1;
  let path = `M${n(from.x)} ${n(from.y)}`;
  for (let i = 1; i < turns; i += 1) {
    const side = i % 2 ? 1.7 : -1.7;
    path += `L${n(from.x + dx * i - (dy / size) * side)} ${n(from.y + dy * i + (dx / size) * side)}`;
  }
  return `${path}L${n(to.x)} ${n(to.y)}`;
}

/** A scene with its limbs as paths, in their drawing order. */
export interface Shape extends Scene {
  readonly paths: readonly { readonly far: boolean; readonly d: string }[];
}

interface Drawing {
  readonly shape: Shape;
  /** The easy end of the rep, for those who draw it behind. */
  readonly start: () => Shape;
  readonly frame: Frame;
}

export const shapeOf = (scene: Scene): Shape => ({
  ...scene,
  paths: scene.limbs.map((limb) => ({
    far: limb.layer === 'far',
    d: limb.capsules.map(limbPath).join(''),
  })),
});

function draw(
  posture: Posture,
  body: Body,
  phase: number,
  needs: readonly string[],
  load: Load | undefined,
): Drawing {
  const at = (where: number) => sceneOf(posture, body, where, { needs }, load);
  const start = at(0);
  const scene = phase === 0 ? start : at(phase);
  return {
    shape: shapeOf(scene),
    start: () => shapeOf(start),
    frame: frameOf([start, phase === 1 ? scene : at(1)]),
  };
}

/** Drawings by posture, and in it by body, load and end of the rep: a page shows dozens of them. */
const drawn = new WeakMap<Posture, Map<string, Drawing>>();
/** So many of one posture; the others are drawn again. */
const keptOfOne = 24;

export function drawingOf(asked: {
  readonly posture: Posture;
  readonly needs: readonly string[];
  readonly load: Load | undefined;
  readonly body: Body;
  readonly phase: number;
}): Drawing {
  const { posture, body, phase, needs, load } = asked;
  // Between its ends a moving figure is drawn once and never again.
  if (phase !== 0 && phase !== 1) return draw(posture, body, phase, needs, load);
  const kept = drawn.get(posture) ?? new Map<string, Drawing>();
  drawn.set(posture, kept);
  const { massKg, statureM, sex } = body;
  const key = [phase, massKg, statureM, sex, load?.by, load?.value, ...needs].join(' ');
  const drawing = kept.get(key) ?? draw(posture, body, phase, needs, load);
  if (!kept.has(key) && kept.size >= keptOfOne) kept.clear();
  kept.set(key, drawing);
  return drawing;
}

/** Small lines that say what a picture cannot show: an ache, shaking, haste, a hard contact, one side against the other. */
export function markPath({ kind, at }: { readonly kind: string; readonly at: Point }): string {
  const lines = (...pairs: readonly (readonly [number, number, number, number])[]) =>
    pairs.map(([a, b, c, d]) => `M${n(at.x + a)} ${n(at.y + b)}L${n(at.x + c)} ${n(at.y + d)}`).join('');
  switch (kind) {
    case 'ache':
      return lines(
        [-6, 0, -2.6, 0],
        [6, 0, 2.6, 0],
        [0, -6, 0, -2.6],
        [0, 6, 0, 2.6],
        [-4.2, -4.2, -1.9, -1.9],
        [4.2, 4.2, 1.9, 1.9],
        [-4.2, 4.2, -1.9, 1.9],
        [4.2, -4.2, 1.9, -1.9],
      );
    case 'shake':
      return [-7.5, 7.5].map((x) => `M${n(at.x + x)} ${n(at.y - 5)}q2 2.5 0 5q-2 2.5 0 5`).join('');
    case 'speed':
      return lines([-8, -3, 2, -3], [-5, 0, 7, 0], [-8, 3, 2, 3]);
    case 'thud':
      return lines([-9, -2, -5, -5], [9, -2, 5, -5], [-12, 0, -8, -1], [12, 0, 8, -1]);
    case 'bars':
      return lines([-3, 6, -3, -6], [3, 6, 3, 0]);
    case 'held':
      return lines([-2, -3.5, -2, 3.5], [2, -3.5, 2, 3.5]);
    default:
      return '';
  }
}
