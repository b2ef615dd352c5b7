import fc from 'fast-check';
import { drawnStill } from '~/core/figure/drawn-still';
import { angleKinds, type Landmarks, readStill, stillAngles, unplaced } from './still';

describe('angles of a still', () => {
  it('are those the figure was drawn with, however the camera is tilted', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...stillAngles),
        fc.double({ min: 1, max: 40, noNaN: true }),
        fc.double({ min: -12, max: 12, noNaN: true }),
        (angle, angleDeg, tilt) => {
          const drawn = drawnStill(angle, angleDeg, tilt);
          const { angleDeg: read } = readStill(angle, drawn.landmarks);
          expect(Math.abs(read - angleDeg)).toBeLessThan(0.01);
        },
      ),
    );
  });
  it('carry the error of one pixel: smaller the farther apart the landmarks', () => {
    const level = (wide: number): Landmarks => ({
      iliac_left: [100, 100],
      iliac_right: [100 + wide, 100],
      plumb_top: [0, 0],
      plumb_bottom: [0, 100_000],
    });
    // Two ends of a line of 100 px, one pixel each in height: sqrt(2)/100 rad.
    expect(readStill('pelvic_drop', level(100)).errorDeg).toBeCloseTo(
      (Math.SQRT2 / 100) * (180 / Math.PI),
      2,
    );
    expect(readStill('pelvic_drop', level(400)).errorDeg).toBeLessThan(
      readStill('pelvic_drop', level(100)).errorDeg / 3.5,
    );
  });
  it('say which side is lower', () => {
    const marks = drawnStill('pelvic_drop', 8, 3).landmarks;
    expect(readStill('pelvic_drop', marks)).toMatchObject({ lower: 'left' });
    const { iliac_left: left, iliac_right: right } = marks;
    const mirrored = {
      ...marks,
      iliac_left: [left?.[0] ?? 0, right?.[1] ?? 0],
      iliac_right: [right?.[0] ?? 0, left?.[1] ?? 0],
      plumb_top: [0, 0],
      plumb_bottom: [0, 500],
    } as const;
    expect(readStill('pelvic_drop', mirrored).lower).toBe('right');
  });
  it('read the camera tilt from the plumb line', () => {
    expect(readStill('trunk_lean', drawnStill('trunk_lean', 5, 7).landmarks).tiltDeg).toBeCloseTo(-7, 6);
  });
  it('begin with every landmark inside the picture', () => {
    for (const angle of stillAngles) {
      const marks = unplaced(angle, 640, 480);
      expect(Object.keys(marks)).toEqual(angleKinds[angle].landmarks.map((landmark) => landmark.id));
      for (const [x, y] of Object.values(marks)) {
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(640);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(480);
      }
      expect(Number.isFinite(readStill(angle, marks).errorDeg)).toBe(true);
    }
  });
  it('refuse a landmark that is not placed', () => {
    expect(() => readStill('knee_line', { hip: [0, 0] })).toThrow('knee is not placed');
  });
});
