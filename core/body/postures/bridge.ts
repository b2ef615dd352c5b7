import type { Body } from '../anthropometry';
import { ballDiameterM } from '../ball';
import type { PostureOf } from '../posture';
import {
  along,
  cosDeg,
  degrees,
  mix,
  onOneTurn,
  type Point,
  reach,
  type Skeleton,
  sinDeg,
  skeleton,
} from '../skeleton';
import { lyingHeight } from './setting';

/** Where the bridge stands on, and how high the line from the shoulder may rise. */
interface Support {
  /** From the knee along the shank to the support, metres. */
  readonly fromKneeM: number;
  readonly heightM: number;
}

function supportOf(p: PostureOf<'supine_bridge'>, body: Body): Support {
  const H = body.statureM;
  if (p.feet === 'ball_calves')
    return { fromKneeM: body.length.shank * 0.6, heightM: ballDiameterM(body) + 0.03 * H };
  const heel = p.feet === 'ball_heels' ? ballDiameterM(body) + 0.025 * H : body.length.footHeight;
  return { fromKneeM: body.length.shank, heightM: heel };
}

/** The shoulder rests a little above the floor; its height cancels the ankle's, which gives the 29 degrees at a square knee. */
const shoulderHeight = 0.012;

/**
 * Incline of the line shoulder to knee at the top of the bridge, degrees: A sin t + B sin(t - knee) = C, solved in closed
 * form, where A is trunk and thigh, B the shank to its support and C the support above the shoulder.
 */
export function bridgeInclineDeg(p: PostureOf<'supine_bridge'>, body: Body): number {
  const { fromKneeM, heightM } = supportOf(p, body);
  const upperM = body.length.toShoulder + body.length.thigh;
  return riseDeg(upperM, fromKneeM, p.knees_deg, heightM - shoulderHeight * body.statureM);
}

/** Incline of the first of two links, bent by `kneeDeg`, whose end lies `riseM` above their beginning. */
function riseDeg(firstM: number, secondM: number, kneeDeg: number, riseM: number): number {
  const along = firstM + secondM * cosDeg(kneeDeg);
  const across = secondM * sinDeg(kneeDeg);
  const share = Math.min(1, Math.max(-1, riseM / Math.hypot(along, across)));
  return degrees(Math.atan2(across, along) + Math.asin(share));
}

/** Is the easy end of the rep with the hips up already? */
function hipsKept(p: PostureOf<'supine_bridge'>): boolean {
  return p.hips === undefined ? p.curl || p.legs === 'march' : p.hips === 'kept';
}

export function supineBridge(p: PostureOf<'supine_bridge'>, body: Body, phase: number): Skeleton {
  const { length } = body;
  const H = body.statureM;
  const shoulder: Point = { x: 0, y: shoulderHeight * H };
  const top = bridgeInclineDeg(p, body);
  const topKnee = along(shoulder, 180 - top, length.toShoulder + length.thigh);
  const topAnkle = along(topKnee, 180 - top + p.knees_deg, length.shank);
  let thigh: number;
  let shank: number;
  let incline: number;
  const kept = hipsKept(p);
  const rest = degrees(Math.asin((lyingHeight * H - shoulder.y) / length.toShoulder));
  if (p.curl) {
    // The heels roll the ball out and in, with the hips up or rising as they come in.
    const knees = mix(12, p.knees_deg, phase);
    const up = bridgeInclineDeg({ ...p, knees_deg: knees }, body);
    incline = kept ? up : mix(rest, up, phase);
    const hipY = along(shoulder, 180 - incline, length.toShoulder).y;
    thigh = kept
      ? 180 - incline
      : 180 - riseDeg(length.thigh, length.shank, knees, supportOf(p, body).heightM - hipY);
    shank = thigh + knees;
  } else {
    incline = mix(kept ? top : rest, top, phase);
    const hip = along(shoulder, 180 - incline, length.toShoulder);
    // On one turn with the free leg's directions.
    [thigh, shank] = reach(hip, topAnkle, length.thigh, length.shank, -1).map(onOneTurn) as [number, number];
  }
  const straight = p.feet === 'ball_calves';
  const footDown = straight ? shank - 70 : p.feet === 'ball_heels' ? shank - 80 : 180;
  const freeStraight = straight ? mix(thigh, thigh - 22, phase) : thigh;
  const marchTo = straight ? thigh - 22 : thigh;
  const march = p.legs === 'march';
  const freeLeg = {
    bent: [mix(thigh, 92, march ? phase : 1), mix(shank, 205, march ? phase : 1)],
    straight: march ? [mix(thigh, marchTo, phase), mix(shank, marchTo, phase)] : [freeStraight, freeStraight],
    raised: [thigh - raisedDeg, thigh - raisedDeg],
    lowering: [mix(180 - top, 176, phase), mix(180 - top, 176, phase)],
  }[p.free_leg] as [number, number];
  const one = p.legs !== 'both';
  // The free heel rises over its toes, a little in front of the other.
  const heel = p.heel_up ? heelLightened(body, shoulder, incline, topAnkle, phase) : undefined;
  return skeleton({
    anchor: 'shoulder',
    at: shoulder,
    trunk: -incline,
    head: 6,
    thigh: [thigh, heel ? heel.thigh : one ? freeLeg[0] : thigh],
    shank: [shank, heel ? heel.shank : one ? freeLeg[1] : shank],
    foot: [footDown, heel ? heel.foot : one ? mix(footDown, freeLeg[1] - 60, march ? phase : 1) : footDown],
    front: 1,
    upperArm: [183, 183],
    forearm: [180, 180],
    armOnTrunk: [true, true],
  });
}

/** A straight free leg held up rather than in line with the other thigh, degrees. */
const raisedDeg = 34;

function heelLightened(
  body: Body,
  shoulder: Point,
  incline: number,
  ankle: Point,
  phase: number,
): { readonly thigh: number; readonly shank: number; readonly foot: number } {
  const { length, statureM } = body;
  const hip = along(shoulder, 180 - incline, length.toShoulder);
  const target = { x: ankle.x - 0.1 * statureM, y: ankle.y + 0.045 * statureM * phase };
  const [thigh, shank] = reach(hip, target, length.thigh, length.shank, -1).map(onOneTurn) as [
    number,
    number,
  ];
  return { thigh, shank, foot: mix(180, 205, phase) };
}
