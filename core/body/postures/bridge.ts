import type { Body } from '../anthropometry';
import { ballDiameterM } from '../ball';
import type { PostureOf } from '../posture';
import { along, degrees, mix, type Point, reach, type Skeleton, sinDeg, skeleton } from '../skeleton';
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
  const a = body.length.toShoulder + body.length.thigh;
  const c = heightM - shoulderHeight * body.statureM;
  const along = a + fromKneeM * Math.cos((p.knees_deg * Math.PI) / 180);
  const across = fromKneeM * sinDeg(p.knees_deg);
  const lean = Math.atan2(across, along);
  const share = Math.min(1, Math.max(-1, c / Math.hypot(along, across)));
  return degrees(lean + Math.asin(share));
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
  if (p.curl) {
    // The hips stay up; the heels roll the ball out and in.
    const knees = mix(12, p.knees_deg, phase);
    incline = bridgeInclineDeg({ ...p, knees_deg: knees }, body);
    thigh = 180 - incline;
    shank = thigh + knees;
  } else {
    const rest = degrees(Math.asin((lyingHeight * H - shoulder.y) / length.toShoulder));
    incline = mix(p.legs === 'march' ? top : rest, top, phase);
    const hip = along(shoulder, 180 - incline, length.toShoulder);
    [thigh, shank] = reach(hip, topAnkle, length.thigh, length.shank, -1);
    // Downward directions on one turn with the free leg's, so that they can be mixed.
    if (thigh < 0) thigh += 360;
    if (shank < 0) shank += 360;
  }
  const straight = p.feet === 'ball_calves';
  const footDown = straight ? shank - 70 : p.feet === 'ball_heels' ? shank - 80 : 180;
  const freeStraight = straight ? mix(thigh, thigh - 22, phase) : thigh;
  const freeLeg = {
    bent: [mix(thigh, 92, p.legs === 'march' ? phase : 1), mix(shank, 205, p.legs === 'march' ? phase : 1)],
    straight:
      p.legs === 'march'
        ? [mix(thigh, thigh - 22, phase), mix(shank, thigh - 22, phase)]
        : [freeStraight, freeStraight],
    lowering: [mix(180 - top, 176, phase), mix(180 - top, 176, phase)],
  }[p.free_leg] as [number, number];
  const one = p.legs !== 'both';
  return skeleton({
    anchor: 'shoulder',
    at: shoulder,
    trunk: -incline,
    head: 6,
    thigh: [thigh, one ? freeLeg[0] : thigh],
    shank: [shank, one ? freeLeg[1] : shank],
    foot: [footDown, one ? freeLeg[1] - 60 : footDown],
    upperArm: [183, 183],
    forearm: [180, 180],
    armOnTrunk: [true, true],
  });
}
