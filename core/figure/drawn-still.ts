/** Drawn made-up figures to practise reading stills on: no photographs. Each knows the angle it was drawn with. */

export type DrawnAngle = 'pelvic_drop' | 'trunk_lean' | 'knee_line' | 'leg_angle' | 'hip_turn_out';

export interface DrawnStill {
  readonly width: number;
  readonly height: number;
  readonly svg: string;
  readonly landmarks: Readonly<Record<string, readonly [number, number]>>;
  readonly angleDeg: number;
}

type P = readonly [number, number];
const rad = Math.PI / 180;
const width = 900;
const height = 1200;

/** From a point, so far in a direction counted from straight up, clockwise. */
const go = ([x, y]: P, length: number, fromUpDeg: number): P => [
  x + length * Math.sin(fromUpDeg * rad),
  y - length * Math.cos(fromUpDeg * rad),
];

const turned = ([x, y]: P, deg: number): P => {
  const [dx, dy] = [x - width / 2, y - height / 2];
  return [
    width / 2 + dx * Math.cos(deg * rad) - dy * Math.sin(deg * rad),
    height / 2 + dx * Math.sin(deg * rad) + dy * Math.cos(deg * rad),
  ];
};

const limb = (a: P, b: P, wide: number) =>
  `<path d="M${a[0].toFixed(1)} ${a[1].toFixed(1)}L${b[0].toFixed(1)} ${b[1].toFixed(1)}" stroke="#26242e" stroke-width="${wide}" stroke-linecap="round"/>`;
const dot = ([x, y]: P) =>
  `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="7" fill="#fbf8f1" stroke="#26242e" stroke-width="3"/>`;

/** A figure seen from the front on its left leg (on the right of the picture), with drop, lean and a knee off its line. */
function standing(dropDeg: number, leanDeg: number, kneeDeg: number) {
  const ankle: P = [500, 1080];
  const straight = go(ankle, 500, 0);
  const knee = go(go(ankle, 250, 0), 250 * Math.tan((kneeDeg / 2) * rad), -90);
  const hip: P = straight;
  const iliacRight = go(hip, 40, 20);
  const iliacLeft: P = [
    iliacRight[0] - 180 * Math.cos(dropDeg * rad),
    iliacRight[1] + 180 * Math.sin(dropDeg * rad),
  ];
  const pelvis: P = [(iliacLeft[0] + iliacRight[0]) / 2, (iliacLeft[1] + iliacRight[1]) / 2];
  const shoulders = go(pelvis, 320, leanDeg);
  const hipFree: P = [hip[0] - 150, hip[1] + 150 * Math.sin(dropDeg * rad)];
  const kneeFree = go(hipFree, 230, 176);
  return { ankle, knee, hip, iliacLeft, iliacRight, pelvis, shoulders, hipFree, kneeFree };
}

/**
 * A drawn still of an angle, under a camera that is tilted: the plumb line on the wall hangs straight in the room and aslant
 * in the picture.
 */
export function drawnStill(angle: DrawnAngle, angleDeg: number, cameraTiltDeg: number): DrawnStill {
  const t = (p: P): P => turned(p, cameraTiltDeg);
  const plumbTop = t([110, 150]);
  const plumbBottom = t([110, 1050]);
  const parts: string[] = [
    `<rect width="${width}" height="${height}" fill="#f3eee2"/>`,
    `<path d="M${t([0, 1110]).join(' ')}L${t([width, 1110]).join(' ')}" stroke="#cbbfa6" stroke-width="6"/>`,
    `<path d="M${plumbTop.join(' ')}L${plumbBottom.join(' ')}" stroke="#625e69" stroke-width="3" stroke-dasharray="14 8"/>`,
    `<circle cx="${plumbBottom[0]}" cy="${plumbBottom[1]}" r="12" fill="#625e69"/>`,
  ];
  const landmarks: Record<string, P> = { plumb_top: plumbTop, plumb_bottom: plumbBottom };
  if (angle === 'leg_angle') {
    const hip: P = [380, 1040];
    const ankle = go(hip, 420, 90 - angleDeg);
    const head: P = [90, 1030];
    parts.push(limb(t([170, 1040]), t(hip), 92), limb(t(hip), t(ankle), 58), dot(t(hip)), dot(t(ankle)));
    parts.push(`<circle cx="${t(head)[0]}" cy="${t(head)[1]}" r="52" fill="#26242e"/>`);
    landmarks.hip = t(hip);
    landmarks.ankle = t(ankle);
  } else if (angle === 'hip_turn_out') {
    const heel: P = [430, 760];
    const toe = go(heel, 210, angleDeg);
    const near: P = [430, 960];
    const far: P = [430, 340];
    parts.push(limb(t(heel), t(toe), 80), dot(t(heel)), dot(t(toe)));
    parts.push(`<path d="M${t(near).join(' ')}L${t(far).join(' ')}" stroke="#cbbfa6" stroke-width="6"/>`);
    landmarks.heel = t(heel);
    landmarks.toe = t(toe);
    landmarks.ahead_near = t(near);
    landmarks.ahead_far = t(far);
  } else {
    const body = standing(
      angle === 'pelvic_drop' ? angleDeg : 3,
      angle === 'trunk_lean' ? angleDeg : 2,
      angle === 'knee_line' ? angleDeg : 4,
    );
    const head = go(body.shoulders, 110, 0);
    parts.push(
      limb(t(body.hipFree), t(body.kneeFree), 62),
      limb(t(body.hip), t(body.knee), 66),
      limb(t(body.knee), t(body.ankle), 54),
      limb(t(body.pelvis), t(body.shoulders), 150),
      limb(t(body.iliacLeft), t(body.iliacRight), 90),
      limb(t(go(body.shoulders, 110, -90)), t(go(body.shoulders, 110, 90)), 60),
      `<circle cx="${t(head)[0].toFixed(1)}" cy="${t(head)[1].toFixed(1)}" r="58" fill="#26242e"/>`,
    );
    const marks: Record<string, P> =
      angle === 'pelvic_drop'
        ? { iliac_left: body.iliacLeft, iliac_right: body.iliacRight }
        : angle === 'trunk_lean'
          ? { pelvis: body.pelvis, shoulders: body.shoulders }
          : { hip: body.hip, knee: body.knee, ankle: body.ankle };
    for (const [id, point] of Object.entries(marks)) {
      landmarks[id] = t(point);
      parts.push(dot(t(point)));
    }
  }
  return {
    width,
    height,
    angleDeg,
    landmarks,
    svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${parts.join('')}</svg>`,
  };
}
