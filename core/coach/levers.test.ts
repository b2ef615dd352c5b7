import { rung } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import type { SessionOutcome } from '~/core/dose/logged';
import { anAthlete, type GivenAthlete, holdsOf90 } from '~/core/dose/testing';
import { prescriptionByHand, usualFigures } from './by-hand';
import { setupText, type UnderWay } from './prescription';
import { progress } from './progress';
import { redose } from './redose';
import { movedBy, takenOf } from './take';

/** A lever that is set goes on like a load: step by step, by hand, and with the card. */

const a = anAthlete();
const lasting = (rungId: string, amount: number, lever: number | null, on: string): SessionOutcome => ({
  logId: on,
  onDate: on,
  sets: [1, 2].map((setNo) => ({
    ladderId: shippedTrade.ladderOf(rungId).id,
    rungId,
    setNo,
    side: 'both',
    planned: amount,
    done: amount,
    faultId: null,
    lever,
  })),
  effort: 6,
  painScore: 0,
  painRegion: null,
});
const proposedFor = (rungId: string, amount: number, lever: number | null, given: GivenAthlete = {}) =>
  progress({
    athlete: anAthlete({ done: new Set([rungId]), ...given }),
    outcomes: [lasting(rungId, amount, lever, '2026-11-02'), lasting(rungId, amount, lever, '2026-11-04')],
    underWay: [],
    phase: 'build',
  })[0];

describe('progress with a lever', () => {
  it('goes on a step of the lever before another rung, and owns nothing of an easier one', () => {
    const found = proposedFor('hinge_bars', 60, 30);
    expect(found).toMatchObject({
      kind: 'more',
      from: { rungId: 'hinge_bars', lever: 30 },
      to: { rungId: 'hinge_bars' },
    });
    expect(found?.to.lever).toBeGreaterThan(30);
  });
  it('ends an easier lever at the rung itself', () => {
    const strong = { holds: holdsOf90.map((hold) => ({ ...hold, seconds: hold.seconds * 2 })) };
    const found = proposedFor('hinge_bars', 60, 45, strong);
    expect(found).toMatchObject({ kind: 'more', to: { rungId: 'hinge_bars', lever: null } });
  });
  it('meets the mark of a rung on its own lever or a harder one only', () => {
    const weak = { holds: holdsOf90.map((hold) => ({ ...hold, seconds: hold.seconds * 0.45 })) };
    expect(proposedFor('hinge_bars', 60, 45, weak)?.owns ?? null).toBeNull();
    expect(proposedFor('hinge_bars', 60, null, weak)?.owns).toBe('hinge_bars');
    expect(proposedFor('hinge_bars', 60, 55, weak)?.owns).toBe('hinge_bars');
  });
});

describe('a coach sets a lever', () => {
  it('and reads the limit, the share and the dose of it', () => {
    const made = (lever: number | null) =>
      prescriptionByHand({
        athlete: a,
        rung: rung('plank_full'),
        quality: 'anti_extension',
        role: 'main',
        figures: { sets: 3, amount: 20, load: null, lever, restS: 60, firstSide: null, oneMore: false },
        phase: 'build',
        setting: null,
      });
    expect(made(null).limit).toBeCloseTo(99, 0);
    expect(made(10).limit).toBeLessThan(60);
    expect(made(10).share).toBeGreaterThan(made(null).share);
    expect(made(10)).toMatchObject({ lever: 10, amount: 20 });
    expect(made(10).why.this).toContain('elbows 10 cm ahead of the shoulders: by hand');
    expect(made(null).why.this).not.toContain('Set with');
  });
});

describe('legs that are lowered to the contact angle', () => {
  const wary = (deg: number) => ({ ...a, contact: { deg, onDate: '2026-11-15' } });
  const lowered = rung('leg_lower_both_monitor');
  it('stand so on the card, with the day it was measured, and are offered so to a coach', () => {
    const figures = usualFigures(wary(60), lowered, 'build', 2, undefined);
    expect(figures.lever).toBe(60);
    const made = prescriptionByHand({
      athlete: wary(60),
      rung: lowered,
      quality: 'anti_extension',
      role: 'main',
      figures,
      phase: 'build',
      setting: null,
    });
    expect(made.lever).toBe(60);
    expect(made.setting).toBe('at the lowest where the back left the floor on 15 Nov 2026; no further');
    expect(setupText(lowered, { load: null, lever: 60 })).toBe('legs 60° above the floor at the lowest');
    expect(usualFigures(a, lowered, 'build', 2, undefined).lever).toBeNull();
  });
  it('go no further however well the logs go', () => {
    const toOf = (deg: number) =>
      progress({
        athlete: {
          ...anAthlete({
            done: new Set([lowered.id]),
            schoolId: 'draw_in',
            owned: new Set(['dead_bug_heel_tap']),
          }),
          contact: { deg, onDate: '2026-11-15' },
        },
        outcomes: [lasting(lowered.id, 15, 60, '2026-11-02'), lasting(lowered.id, 15, 60, '2026-11-04')],
        underWay: [],
        phase: 'build',
      })[0]?.to;
    const further = toOf(30);
    expect(further).toMatchObject({ rungId: lowered.id });
    expect(further?.lever ?? 45).toBeLessThan(60);
    // At the contact angle there is no step left on this rung: nothing is proposed that changes nothing.
    expect(toOf(60)?.rungId).not.toBe(lowered.id);
  });
});

describe('a card with a lever', () => {
  const onIt = (lever: number | null): UnderWay => ({
    quality: 'extension_endurance',
    role: 'main',
    ladderId: 'hinge_hold',
    rungId: 'hinge_stand',
    load: null,
    lever,
    since: '2026-11-01',
  });
  const item = {
    ladderId: 'hinge_hold',
    rungId: 'hinge_stand',
    name: 'Standing hinge hold',
    quality: 'extension_endurance' as const,
    role: 'main' as const,
    sets: 2,
    wholeSets: 2,
    amount: 30,
    unit: 'hold_s' as const,
    load: null,
    pair: null,
    minutes: 3,
    setting: null,
  };
  const dosed = (was: number | null, on: number | null) =>
    redose(
      {
        athlete: a,
        week: { phase: 'build' },
        weakerSide: {},
        underWay: [onIt(on)],
        minutesPerSession: 30,
        priority: {},
      },
      [{ ...item, lever: was }],
    );
  it('keeps it, and says when it is another', () => {
    expect(dosed(45, 45).items[0]).toMatchObject({ rungId: 'hinge_stand', lever: 45 });
    expect(dosed(45, 45).changes.map(({ code }) => code)).not.toContain('redose.lever');
    const { items, changes } = dosed(45, 50);
    expect(items[0]?.lever).toBe(50);
    expect(changes).toEqual([
      expect.objectContaining({
        code: 'redose.lever',
        values: expect.objectContaining({ to: 'trunk 50° from upright' }),
      }),
    ]);
    // Further down holds for less long.
    expect(items[0]?.limit).toBeLessThan(dosed(45, 45).items[0]?.limit ?? 0);
  });
  it('moves by a proposal, and loses it with its rung', () => {
    const step = (rungId: string, lever: number | null) => ({
      ladderId: 'hinge_hold',
      rungId,
      sets: 2,
      amount: 30,
      load: null,
      lever,
    });
    const up = { kind: 'more', before: step('hinge_stand', 45), after: step('hinge_stand', 50) } as const;
    const taken = takenOf(up, undefined, shippedTrade);
    expect(taken.edited).toBe(false);
    expect(movedBy([onIt(45)], [taken])[0]).toMatchObject({ rungId: 'hinge_stand', lever: 50 });
    const other = takenOf(up, { rungId: 'hinge_bars' }, shippedTrade);
    expect(movedBy([onIt(45)], [other])[0]).toMatchObject({ rungId: 'hinge_bars', lever: null });
  });
});
