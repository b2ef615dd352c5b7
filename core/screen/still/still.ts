import { type Issue, issue } from '~/core/result';

/** Angles read from a still picture by named landmarks, in pixels of the picture: x to the right, y down. */

export type Point = readonly [x: number, y: number];

export const stillAngles = ['leg_angle', 'pelvic_drop', 'trunk_lean', 'knee_line', 'hip_turn_out'] as const;
export type StillAngle = (typeof stillAngles)[number];

export interface Landmark {
  readonly id: string;
  readonly name: string;
  /** Where it stands before somebody places it, as a share of width and height. */
  readonly at: Point;
}

interface AngleKind {
  readonly name: string;
  readonly landmarks: readonly Landmark[];
  readonly says: string;
}

const plumb: readonly Landmark[] = [
  { id: 'plumb_top', name: 'Plumb line, top', at: [0.08, 0.12] },
  { id: 'plumb_bottom', name: 'Plumb line, bottom', at: [0.08, 0.88] },
];

export const angleKinds: Readonly<Record<StillAngle, AngleKind>> = {
  pelvic_drop: {
    name: 'Pelvic drop',
    landmarks: [
      { id: 'iliac_left', name: 'Iliac point, left in the picture', at: [0.42, 0.45] },
      { id: 'iliac_right', name: 'Iliac point, right in the picture', at: [0.58, 0.45] },
      ...plumb,
    ],
    says: 'Line of the iliac points against the level.',
  },
  trunk_lean: {
    name: 'Trunk lean',
    landmarks: [
      { id: 'pelvis', name: 'Middle of the pelvis', at: [0.5, 0.5] },
      { id: 'shoulders', name: 'Middle of the shoulders', at: [0.5, 0.25] },
      ...plumb,
    ],
    says: 'Pelvis to shoulders against the plumb line.',
  },
  knee_line: {
    name: 'Knee line',
    landmarks: [
      { id: 'hip', name: 'Hip', at: [0.5, 0.45] },
      { id: 'knee', name: 'Knee', at: [0.5, 0.65] },
      { id: 'ankle', name: 'Ankle', at: [0.5, 0.85] },
    ],
    says: 'How far the knee leaves the line from hip to ankle.',
  },
  leg_angle: {
    name: 'Leg angle',
    landmarks: [
      { id: 'hip', name: 'Hip', at: [0.4, 0.7] },
      { id: 'ankle', name: 'Ankle', at: [0.7, 0.45] },
      ...plumb,
    ],
    says: 'Hip to ankle above the floor.',
  },
  hip_turn_out: {
    name: 'Hip turn-out',
    landmarks: [
      { id: 'heel', name: 'Heel', at: [0.45, 0.6] },
      { id: 'toe', name: 'Toe', at: [0.6, 0.5] },
      { id: 'ahead_near', name: 'Straight ahead, near', at: [0.3, 0.8] },
      { id: 'ahead_far', name: 'Straight ahead, far', at: [0.3, 0.3] },
    ],
    says: 'Foot against the line straight ahead, seen from above.',
  },
};

export type Landmarks = Readonly<Record<string, Point>>;

/** Landmarks as they stand before anybody places them. */
export function unplaced(angle: StillAngle, width: number, height: number): Landmarks {
  return Object.fromEntries(
    angleKinds[angle].landmarks.map(({ id, at }) => [
      id,
      [Math.round(at[0] * width), Math.round(at[1] * height)] as const,
    ]),
  );
}

const toDeg = 180 / Math.PI;

/** Direction from a to b in degrees, counter-clockwise from the right, y up. */
const direction = (a: Point, b: Point): number => Math.atan2(a[1] - b[1], b[0] - a[0]) * toDeg;

/** Brought into -180 to 180. */
function wrapped(deg: number): number {
  const turn = ((deg % 360) + 540) % 360;
  return turn - 180;
}

/** The angle between two undirected lines, 0 to 90. */
const between = (a: number, b: number): number => {
  const off = Math.abs(wrapped(a - b));
  return off > 90 ? 180 - off : off;
};

function at(landmarks: Landmarks, id: string): Point {
  const point = landmarks[id];
  if (!point) throw new Error(`landmark ${id} is not placed`);
  return point;
}

/** Tilt of the camera: the plumb line against the picture's own vertical, in degrees; 0 without one. */
export function cameraTiltDeg(landmarks: Landmarks): number {
  const { plumb_top: top, plumb_bottom: bottom } = landmarks;
  if (!top || !bottom || (top[0] === bottom[0] && top[1] === bottom[1])) return 0;
  return wrapped(direction(bottom, top) - 90);
}

/** The angle in degrees, corrected by the plumb line, without its error. */
function readAngle(angle: StillAngle, landmarks: Landmarks): number {
  const tilt = cameraTiltDeg(landmarks);
  switch (angle) {
    case 'pelvic_drop':
      return between(direction(at(landmarks, 'iliac_left'), at(landmarks, 'iliac_right')) - tilt, 0);
    case 'trunk_lean':
      return between(direction(at(landmarks, 'pelvis'), at(landmarks, 'shoulders')) - tilt, 90);
    case 'leg_angle':
      return between(direction(at(landmarks, 'hip'), at(landmarks, 'ankle')) - tilt, 0);
    case 'knee_line': {
      const knee = at(landmarks, 'knee');
      const inner = Math.abs(
        wrapped(direction(knee, at(landmarks, 'hip')) - direction(knee, at(landmarks, 'ankle'))),
      );
      return 180 - inner;
    }
    case 'hip_turn_out':
      return between(
        direction(at(landmarks, 'heel'), at(landmarks, 'toe')),
        direction(at(landmarks, 'ahead_near'), at(landmarks, 'ahead_far')),
      );
  }
}

/** Landmarks that may be left unplaced: without the plumb line the camera counts as level. */
const optional: ReadonlySet<string> = new Set(plumb.map((landmark) => landmark.id));

/** Are all landmarks there that the angle is read from? */
export const isPlaced = (angle: StillAngle, landmarks: Landmarks): boolean =>
  angleKinds[angle].landmarks.every(({ id }) => optional.has(id) || landmarks[id] !== undefined);

/** Why landmarks cannot belong to a picture: one missing, one the angle does not have, one outside the picture. */
export function landmarkIssue(
  angle: StillAngle,
  landmarks: Landmarks,
  picture: { readonly widthPx: number; readonly heightPx: number },
): Issue | undefined {
  const known = angleKinds[angle].landmarks.map((landmark) => landmark.id);
  const stranger = Object.keys(landmarks).find((id) => !known.includes(id));
  if (stranger !== undefined)
    return issue('still.unknown_landmark', { id: stranger }, ['landmarks', stranger]);
  if (!isPlaced(angle, landmarks)) return issue('still.missing_landmark', {}, ['landmarks']);
  const outside = Object.entries(landmarks).find(
    ([, [x, y]]) => x < 0 || y < 0 || x > picture.widthPx || y > picture.heightPx,
  );
  return outside && issue('still.outside', { id: outside[0] }, ['landmarks', outside[0]]);
}

export interface StillReading {
  readonly angleDeg: number;
  /** What one pixel in every coordinate of every landmark makes, as the root of the summed squares. */
  readonly errorDeg: number;
  /** Which side of the picture is lower, for a drop. */
  readonly lower: 'left' | 'right' | undefined;
  readonly tiltDeg: number;
}

/**
 * Reads an angle from its landmarks, which must all be placed. The error moves each landmark by one pixel in x and in y and
 * adds up the squares of what that changes.
 */
export function readStill(angle: StillAngle, landmarks: Landmarks): StillReading {
  const angleDeg = readAngle(angle, landmarks);
  let squares = 0;
  for (const { id } of angleKinds[angle].landmarks) {
    const placed = landmarks[id];
    if (!placed) continue;
    const [x, y] = placed;
    for (const moved of [
      [x + 1, y],
      [x, y + 1],
    ] as const) {
      const change = readAngle(angle, { ...landmarks, [id]: moved }) - angleDeg;
      squares += change * change;
    }
  }
  const tiltDeg = cameraTiltDeg(landmarks);
  const slope =
    angle === 'pelvic_drop'
      ? wrapped(direction(at(landmarks, 'iliac_left'), at(landmarks, 'iliac_right')) - tiltDeg)
      : 0;
  return {
    angleDeg,
    errorDeg: Math.sqrt(squares),
    lower: angle !== 'pelvic_drop' || Math.abs(slope) < 0.05 ? undefined : slope < 0 ? 'right' : 'left',
    tiltDeg,
  };
}
