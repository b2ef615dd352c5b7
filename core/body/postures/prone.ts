import type { Body } from '../anthropometry';
import { ballDiameterM } from '../ball';
import type { PostureOf } from '../posture';
import {
  cosDeg,
  degrees,
  mix,
  type Pair,
  type Point,
  reach,
  rolledHip,
  type Skeleton,
  skeleton,
  turned,
} from '../skeleton';
import { jointHeight, lyingHeight, toesHeight } from './setting';

/** Height of the shoulder over a straight or bent arm whose support lies `leverM` ahead of it. */
function shoulderHeightM(armM: number, leverM: number, supportM: number): number {
  return supportM + Math.sqrt(Math.max((0.15 * armM) ** 2, armM * armM - leverM * leverM));
}

const incline = (riseM: number, lengthM: number) =>
  degrees(Math.asin(Math.max(-0.9, Math.min(0.9, riseM / lengthM))));

/** The raised top leg of a side plank, from the line of the body, unless the posture says otherwise. */
const topLegDeg = 55;

/** Head to the right, feet to the left at x = 0; the working side is in front. */
export function proneBridge(p: PostureOf<'prone_bridge'>, body: Body, phase: number): Skeleton {
  const { length } = body;
  const H = body.statureM;
  const ball = ballDiameterM(body);
  const leverM = p.lever_H * H * phase;
  const onForearm = p.hands !== 'hand';
  const armM = onForearm ? length.upperArm : length.upperArm + length.forearm;
  const handSupport =
    p.hands === 'forearm' ? jointHeight * H : p.hands === 'hand' ? 0.015 * H : ball + jointHeight * H;
  const footSupport =
    p.feet === 'knees' ? jointHeight * H : p.feet === 'ball' ? ball + 0.03 * H : toesHeight * H;
  const kneeling = p.feet === 'knees';
  const below = kneeling ? length.thigh : length.thigh + length.shank;
  const rise = shoulderHeightM(armM, leverM, handSupport) - footSupport;
  const line = incline(rise, below + length.toShoulder);
  // A leg is lifted as far above the level as the other lies below it, so that its weight stays where it was.
  const legLift = Math.min(20, 2 * line);
  const pike = (p.pike_deg ?? 0) * (1 - phase);
  const dip = (p.dip_deg ?? 0) * phase;
  const leg = 180 + line;
  const lifts = {
    leg: p.lifted === 'leg' || p.lifted === 'arm_leg',
    arm: p.lifted === 'arm' || p.lifted === 'arm_leg',
    tuck: p.lifted === 'knee_tuck',
  };
  const both = lifts.tuck && p.feet === 'ball';
  // The feet stay where they are while the hips turn over them.
  const turn = incline(turned(length.hipSpacing, dip), below);
  const thigh: [number, number] = [leg - turn, leg + turn];
  const shank: [number, number] = kneeling ? (p.shanks_up ? [100, 100] : [180, 180]) : [...thigh];
  if (lifts.leg) thigh[0] = shank[0] = leg - legLift * phase;
  // A knee drawn up outside the elbow points at the viewer, so that less of the thigh is seen.
  const outside = lifts.tuck && !both ? mix(1, 0.62, phase) : 1;
  if (lifts.tuck) {
    thigh[0] = mix(leg, both ? leg + 72 : 296, phase);
    shank[0] = mix(leg, both ? leg - 10 : 184, phase);
    if (both) [thigh[1], shank[1]] = [thigh[0], shank[0]];
  }
  const arm = -90 + degrees(Math.asin(Math.min(0.99, leverM / armM)));
  const upperArm: [number, number] = [arm, arm];
  const forearm: [number, number] = onForearm ? [0, 0] : [arm, arm];
  if (lifts.arm) {
    // Level: the arm at its longest lever.
    upperArm[1] = mix(arm, 0, phase);
    forearm[1] = mix(forearm[1], 0, phase);
  }
  const toes = kneeling ? (p.shanks_up ? 150 : 180) : p.feet === 'ball' ? leg + 8 : -90;
  const shared = {
    head: line - 4,
    upperArm,
    forearm,
    hand: [0, 0],
    foot: [
      lifts.leg ? mix(toes, leg - legLift + 70, phase) : lifts.tuck && !both ? mix(-90, -190, phase) : toes,
      toes,
    ],
  } as const;
  if (pike > 0) return piked(p, body, { x: 0, y: footSupport }, rise + footSupport, pike, shared.upperArm);
  return skeleton({
    anchor: kneeling ? 'knee1' : both ? 'shoulder' : 'ankle1',
    at: both
      ? { x: cosDeg(line) * (below + length.toShoulder), y: rise + footSupport }
      : { x: 0, y: footSupport },
    trunk: line,
    thigh,
    shank,
    seenThigh: [outside, 1],
    // Turned to the side the near hip sinks and the far one rises.
    ...(dip > 0 ? { halfHips: -turned(length.hipSpacing, dip) } : {}),
    ...shared,
  });
}

/** Straight legs and straight trunk with the hips lifted between feet on the ball and hands below the shoulders. */
function piked(
  p: PostureOf<'prone_bridge'>,
  body: Body,
  foot: Point,
  shoulderM: number,
  pikeDeg: number,
  upperArm: Pair<number>,
): Skeleton {
  const { length } = body;
  const legM = length.thigh + length.shank;
  // The fold at the hip fixes the distance of feet and shoulder: the ball rolls in.
  const chord = Math.sqrt(
    legM ** 2 +
      length.toShoulder ** 2 -
      2 * legM * length.toShoulder * Math.cos(((180 - pikeDeg) * Math.PI) / 180),
  );
  const rise = shoulderM - foot.y;
  const shoulder = { x: foot.x + Math.sqrt(Math.max(0.01, chord ** 2 - rise ** 2)), y: shoulderM };
  const [legUp, trunk] = reach(foot, shoulder, legM, length.toShoulder, 1);
  return skeleton({
    anchor: 'ankle1',
    at: foot,
    trunk,
    head: trunk - 10,
    thigh: [legUp + 180, legUp + 180],
    foot: p.feet === 'ball' ? [legUp + 185, legUp + 185] : [-90, -90],
    upperArm,
    forearm: upperArm,
    hand: [0, 0],
  });
}

/** Axle of a wheel or bar under the hands, in statures. */
const axleHeight = 0.05;

export function rollout(p: PostureOf<'rollout'>, body: Body, phase: number, onBall: boolean): Skeleton {
  const { length } = body;
  const H = body.statureM;
  const kneeling = p.base === 'kneel';
  const below = kneeling ? length.thigh : length.thigh + length.shank;
  const foot = kneeling ? jointHeight * H : toesHeight * H;
  // On a ball the forearms roll along its top; on an axle the arms are straight.
  const armM = onBall ? length.upperArm + 0.02 * H : length.upperArm + length.forearm + length.hand * 0.5;
  const support = onBall ? ballDiameterM(body) * 0.78 : axleHeight * H;
  const reachM = Math.min(0.96 * armM, mix(0.02, p.reach_H, phase) * H);
  const rise = shoulderHeightM(armM, reachM, support) - foot;
  const line = incline(rise, below + length.toShoulder);
  const arm = -90 + degrees(Math.asin(reachM / armM));
  const leg = 180 + line;
  return skeleton({
    anchor: kneeling ? 'knee0' : 'ankle0',
    at: { x: 0, y: foot },
    trunk: line,
    head: line - 6,
    thigh: [leg, leg],
    shank: kneeling ? [180, 180] : [leg, leg],
    foot: kneeling ? [180, 180] : [-90, -90],
    upperArm: [arm, arm],
    forearm: onBall ? [10, 10] : [arm, arm],
  });
}

/** Height of a bench under the top foot, in statures. */
export const benchHeight = 0.25;

/** Seen from the front: side-lying, the working (lower) side below, head to the right. */
export function sideBridge(
  p: PostureOf<'side_bridge'>,
  body: Body,
  phase: number,
  onBench: boolean,
): Skeleton {
  const { length } = body;
  const H = body.statureM;
  const onForearm = p.hand === 'forearm';
  const armM = onForearm ? length.upperArm : length.upperArm + length.forearm;
  const kneeling = p.feet === 'knees';
  const bench = p.feet === 'top_foot_bench' || (kneeling && onBench);
  const below = kneeling ? length.thigh : length.thigh + length.shank;
  const half = length.hipSpacing / 2;
  const halfShoulders = length.biacromial / 2;
  // The support of the centre line: lower leg on the floor, or top leg on the bench.
  const foot = bench ? benchHeight * H + 0.03 * H - half : 0.03 * H + half;
  const shoulder = armM + (onForearm ? jointHeight : 0.015) * H + halfShoulders * 0.94;
  const line = incline(shoulder - foot, below + length.toShoulder);
  const leg = 180 + line;
  const raise =
    p.top_leg === 'down' ? 0 : (p.top_leg === 'moving' ? phase : 1) * (p.top_leg_deg ?? topLegDeg);
  // On the bench the free lower leg is the one that moves; else the top one.
  const top = bench ? leg : leg - raise;
  const low = bench ? leg + (p.top_leg === 'moving' ? mix(16, 4, phase) : 10) : leg;
  const free = onForearm && !p.rotate && p.top_leg !== 'raised' ? 'along' : 'up';
  const topArm = p.rotate ? mix(92, -70, phase) : free === 'up' ? 90 + line * 0.4 : 180 + line + 6;
  return skeleton({
    view: 'front',
    anchor: kneeling ? (bench ? 'knee1' : 'knee0') : bench ? 'ankle1' : 'ankle0',
    at: { x: 0, y: bench ? (benchHeight + 0.03) * H : 0.03 * H },
    trunk: line,
    halfHips: -half,
    halfShoulders: -halfShoulders,
    thigh: [low, top],
    shank: [low, top],
    seenShank: kneeling ? (bench ? [1, 0.2] : [0.12, 0.12]) : [1, 1],
    foot: [low, top],
    seenFoot: kneeling && !bench ? 0.1 : 0.5,
    upperArm: [-90, topArm],
    forearm: onForearm ? [0, topArm] : [-90, topArm],
    hand: [0, topArm],
    seenForearm: onForearm ? [0.45, 1] : [1, 1],
    armOnTrunk: [false, free === 'along'],
  });
}

/** A wrist carries the arm this far above the floor, in statures. */
const wristHeight = 0.02;

export function quadruped(p: PostureOf<'quadruped'>, body: Body, phase: number): Skeleton {
  const { length } = body;
  const H = body.statureM;
  const hip = { x: 0, y: length.thigh + jointHeight * H };
  // Hands under the shoulders: the arms stand upright, and the trunk rises with what they are longer than the thighs.
  const shoulderY = length.upperArm + length.forearm + wristHeight * H;
  const allFoursDeg = incline(shoulderY - hip.y, length.toShoulder);
  const arm = -90;
  const leg = p.lifted === 'leg' || p.lifted === 'arm_leg';
  const armUp = p.lifted === 'arm' || p.lifted === 'arm_leg';
  // The support knee is the working side; the other leg and the arm on the working side travel.
  const moved = mix(-90, -184, phase);
  // Level with the floor, where its lever is longest.
  const raised = mix(arm, 0, phase);
  return skeleton({
    anchor: 'hip',
    at: hip,
    trunk: allFoursDeg,
    head: allFoursDeg - 8,
    thigh: [-90, leg ? moved : -90],
    shank: [180, leg ? mix(-180, -184, phase) : 180],
    foot: [180, leg ? mix(-180, -130, phase) : 180],
    upperArm: [armUp ? raised : arm, arm],
    forearm: [armUp ? raised : arm, arm],
    hand: [armUp ? mix(0, raised, phase) : 0, 0],
  });
}

export function proneExtension(p: PostureOf<'prone_extension'>, body: Body, phase: number): Skeleton {
  // A rock keeps the shape and tips it toward the chest.
  const held = p.rock_deg ? 1 : phase;
  const rock = -(p.rock_deg ?? 0) * (1 - phase);
  const chest = (p.lift === 'alternate' ? 5 : 20) * held;
  const legsUp = (p.lift === 'chest' ? 0 : 15) * held - rock;
  const arms: Record<typeof p.arms, [upper: number, fore: number, seen: number]> = {
    overhead: [chest + rock + 6, chest + rock + 8, 1],
    w: [chest + 188, chest + 30, 0.55],
    side: [182 + chest * 0.5, 182 + chest * 0.5, 1],
  };
  const [upper, fore, seen] = arms[p.arms];
  const alternate = p.lift === 'alternate';
  const spine = { pelvis: chest * 0.1 + rock, loin: chest * 0.4 + rock, thorax: chest + rock };
  return skeleton({
    anchor: 'hip',
    at: rolledHip(spine, body, lyingHeight * body.statureM),
    ...spine,
    head: chest + rock + 4,
    thigh: [180 - legsUp, alternate ? 180 : 180 - legsUp],
    shank: [180 - legsUp, alternate ? 180 : 180 - legsUp],
    foot: [180 - legsUp + 15, alternate ? 195 : 180 - legsUp + 15],
    upperArm: alternate ? [2, upper] : [upper, upper],
    forearm: alternate ? [-4, fore + 4] : [fore, fore],
    seenUpperArm: [seen, seen],
    armOnTrunk: p.arms === 'side' ? [true, true] : [false, false],
  });
}
