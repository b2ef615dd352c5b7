import type { Body } from '../anthropometry';
import { ballDiameterM } from '../ball';
import type { PostureOf } from '../posture';
import { mix, type Skeleton, skeleton } from '../skeleton';
import { lyingHeight } from './setting';
import { feetFlat, hipAt, hooked, legs } from './supine';

export function neckNod(body: Body, phase: number): Skeleton {
  return skeleton({
    anchor: 'hip',
    at: hipAt(body),
    trunk: 0,
    ...legs([hooked.hips, hooked.hips], [hooked.knees, hooked.knees]),
    thorax: 1,
    head: mix(2, 24, phase),
    upperArm: [184, 184],
    forearm: [180, 180],
    armOnTrunk: [true, true],
    front: 1,
  });
}

/** Face down on a bench, the head free over its edge. */
export function neckOverEdge(body: Body, phase: number): Skeleton {
  return skeleton({
    anchor: 'hip',
    at: { x: 0, y: (neckBenchHeight + lyingHeight) * body.statureM },
    trunk: 0,
    head: mix(-28, 2, phase),
    thigh: [180, 180],
    foot: [200, 200],
    upperArm: [182, 182],
    forearm: [180, 180],
    armOnTrunk: [true, true],
  });
}

/** A bench to lie on, in statures. */
export const neckBenchHeight = 0.26;

/** The trunk lies on a ball, hips up and level with the shoulders. */
export function neckOnBall(p: PostureOf<'neck_ball'>, body: Body, phase: number): Skeleton {
  const H = body.statureM;
  const hip = { x: 0, y: ballDiameterM(body) * ballGives + lyingHeight * H };
  return skeleton({
    anchor: 'hip',
    at: hip,
    trunk: 0,
    // Pressed back a little into the ball, or lowered and brought back into line.
    head: p.direction === 'extensors' ? mix(6, -3, phase) : mix(-14, 4, phase),
    ...feetFlat(hip, body.length.thigh + 0.02 * H, body),
    upperArm: [196, 196],
    forearm: [170, 170],
    armOnTrunk: [true, true],
    front: 1,
  });
}

/** A ball under a body keeps this share of its height. */
const ballGives = 0.82;
