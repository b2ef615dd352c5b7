import { cameraTiltDeg, isPlaced, type Landmarks, landmarkIssue, readStill, unplaced } from './still';

const level = { plumb_top: [0, 0], plumb_bottom: [0, 100] } as const;
const picture = { widthPx: 200, heightPx: 100 };

describe('an angle between landmarks', () => {
  const leg = (x: number, y: number, more: Landmarks = {}) =>
    readStill('leg_angle', { hip: [100, 100], ankle: [x, y], ...more }).angleDeg;
  it('of a leg is above the floor, to either side', () => {
    expect(leg(200, 100)).toBeCloseTo(0, 9);
    expect(leg(200, 0)).toBeCloseTo(45, 9);
    expect(leg(0, 0)).toBeCloseTo(45, 9);
    expect(leg(100, 0)).toBeCloseTo(90, 9);
  });
  it('is taken from the plumb line where there is one', () => {
    // The camera turned by 45°: the plumb line leans to the right in the picture.
    const turned = { plumb_top: [100, 0], plumb_bottom: [0, 100] } as const;
    expect(cameraTiltDeg(turned)).toBeCloseTo(-45, 9);
    expect(leg(200, 0, turned)).toBeCloseTo(90, 9);
    expect(cameraTiltDeg(level)).toBe(0);
    expect(cameraTiltDeg({ plumb_top: [100, 0] })).toBe(0);
    expect(cameraTiltDeg({ plumb_bottom: [100, 0] })).toBe(0);
    // Two marks on one point say nothing.
    expect(cameraTiltDeg({ plumb_top: [5, 5], plumb_bottom: [5, 5] })).toBe(0);
    expect(cameraTiltDeg({ plumb_top: [5, 4], plumb_bottom: [5, 5] })).toBe(0);
    expect(cameraTiltDeg({ plumb_top: [6, 5], plumb_bottom: [5, 5] })).toBeCloseTo(-90, 9);
  });
  it('of a trunk is against the upright, of a knee against the line from hip to ankle', () => {
    expect(readStill('trunk_lean', { pelvis: [100, 100], shoulders: [100, 0] }).angleDeg).toBeCloseTo(0, 9);
    expect(readStill('trunk_lean', { pelvis: [100, 100], shoulders: [200, 0] }).angleDeg).toBeCloseTo(45, 9);
    const knee = (x: number) =>
      readStill('knee_line', { hip: [100, 0], knee: [x, 100], ankle: [100, 200] }).angleDeg;
    expect(knee(100)).toBeCloseTo(0, 9);
    expect(knee(200)).toBeCloseTo(90, 9);
    expect(knee(0)).toBeCloseTo(90, 9);
  });
  it('of a foot is against the line straight ahead', () => {
    const foot = (toe: readonly [number, number]) =>
      readStill('hip_turn_out', { heel: [100, 100], toe, ahead_near: [0, 100], ahead_far: [0, 0] }).angleDeg;
    expect(foot([100, 0])).toBeCloseTo(0, 9);
    expect(foot([200, 0])).toBeCloseTo(45, 9);
  });
  it('of a drop names the lower side, none when it is level', () => {
    const drop = (left: number, right: number, angle: 'pelvic_drop' | 'leg_angle' = 'pelvic_drop') =>
      readStill(angle, {
        iliac_left: [0, left],
        iliac_right: [1000, right],
        hip: [0, left],
        ankle: [1000, right],
        ...level,
      });
    expect(drop(100, 200)).toMatchObject({ lower: 'right', tiltDeg: 0 });
    expect(drop(200, 100).lower).toBe('left');
    expect(drop(100, 100).lower).toBe(undefined);
    // 0.05° over 1000 px are 0.87 px.
    expect(drop(100, 100.8).lower).toBe(undefined);
    expect(drop(100, 100.9).lower).toBe('right');
    expect(drop(100, 200, 'leg_angle').lower).toBe(undefined);
  });
  it('carries the error of every landmark that is placed, in both directions', () => {
    // Ten px long, level: one px up at either end is atan(1/10); along it nothing.
    const error = readStill('leg_angle', { hip: [0, 0], ankle: [10, 0] }).errorDeg;
    const degree = (Math.atan(0.1) * 180) / Math.PI;
    expect(error).toBeCloseTo(degree * Math.SQRT2, 9);
    const plumbed = readStill('leg_angle', {
      hip: [0, 0],
      ankle: [10, 0],
      plumb_top: [0, 0],
      plumb_bottom: [0, 10],
    }).errorDeg;
    expect(plumbed).toBeCloseTo(degree * 2, 6);
  });
});

describe('landmarks', () => {
  it('stand at their shares of the picture before anybody places them', () => {
    expect(unplaced('knee_line', 200, 101)).toEqual({ hip: [100, 45], knee: [100, 66], ankle: [100, 86] });
  });
  it('are all needed but those of the plumb line', () => {
    expect(isPlaced('leg_angle', { hip: [0, 0], ankle: [1, 1] })).toBe(true);
    expect(isPlaced('leg_angle', { hip: [0, 0], ...level })).toBe(false);
    expect(isPlaced('hip_turn_out', { heel: [0, 0], toe: [1, 1] })).toBe(false);
  });
  it('are refused when strange, missing or outside the picture', () => {
    const found = (landmarks: Landmarks) => {
      const its = landmarkIssue('leg_angle', landmarks, picture);
      return its && [its.code, its.path, its.values];
    };
    const placed = { hip: [0, 0], ankle: [200, 100] } as const;
    expect(found(placed)).toBe(undefined);
    expect(found({ ...placed, ...level })).toBe(undefined);
    expect(found({ ...placed, knee: [1, 1] })).toEqual([
      'still.unknown_landmark',
      ['landmarks', 'knee'],
      { id: 'knee' },
    ]);
    expect(found({ hip: [0, 0] })).toEqual(['still.missing_landmark', ['landmarks'], {}]);
    for (const point of [
      [-1, 5],
      [5, -1],
      [201, 5],
      [5, 101],
    ] as const)
      expect(found({ ...placed, ankle: point })).toEqual([
        'still.outside',
        ['landmarks', 'ankle'],
        { id: 'ankle' },
      ]);
  });
});
