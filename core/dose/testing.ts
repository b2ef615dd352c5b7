import { bodyOf } from '~/core/body/anthropometry';
import type { KnownCapacity } from '~/core/body/capacity';
import { type QualityId, qualityIds, type SideKey, sideKeysOf } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { type Given, gateOf, testDay } from '~/core/clear/testing';
import type { TestResult } from '~/core/screen/assess/assess';
import { screenedCapacities } from '~/core/screen/assess/capacity';
import type { DoseAthlete } from './athlete';
import { usualRack } from './loads';

/** Athletes for tests of doses: what is known of them is said hold by hold. */

/** A hold to loss, or to its cap. */
export interface Hold {
  readonly test: string;
  readonly seconds: number;
  readonly side?: SideKey;
  readonly lost?: boolean;
  readonly onDate?: string;
}

export function holdResult({ test: id, seconds, side, lost = true, onDate = testDay }: Hold): TestResult {
  const test = shippedTrade.test(id);
  return {
    testId: id,
    side: side ?? 'both',
    onDate,
    value: seconds,
    grade: null,
    parts: null,
    rungId: null,
    readBy: null,
    feeds: test.feeds,
    target: { value: 60, source: 'standard', note: '' },
    scoreUncapped: 90,
    score: 90,
    held: false,
    lost,
    typicalError: test.typicalError,
    reliability: test.reliability,
    comparable: true,
    faultIds: [],
    feltIn: [],
    trialIds: [],
  } as TestResult;
}

export const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });

/** Every hold of a trained man of 70 kg whose capabilities are all 90. */
export const holdsOf90: readonly Hold[] = [
  { test: 'front_plank', seconds: 99 },
  { test: 'side_plank', seconds: 85.5, side: 'left' },
  { test: 'side_plank', seconds: 85.5, side: 'right' },
  { test: 'hinge_hold', seconds: 81 },
  { test: 'single_leg_bridge', seconds: 40.5, side: 'left' },
  { test: 'single_leg_bridge', seconds: 40.5, side: 'right' },
  { test: 'press_out_hold', seconds: 40.5, side: 'left' },
  { test: 'press_out_hold', seconds: 40.5, side: 'right' },
  { test: 'suitcase_hold', seconds: 54, side: 'left' },
  { test: 'suitcase_hold', seconds: 54, side: 'right' },
];

export interface GivenAthlete extends Partial<Omit<DoseAthlete, 'gate' | 'known' | 'capability'>> {
  readonly gate?: Given;
  readonly holds?: readonly Hold[];
  readonly known?: readonly KnownCapacity[];
  /** Capability of every quality, or by quality. */
  readonly capabilities?: number | Readonly<Partial<Record<QualityId, number | undefined>>>;
}

/** The trained man, or whoever is given instead. */
export function anAthlete(given: GivenAthlete = {}): DoseAthlete {
  const { gate: facts, holds = holdsOf90, capabilities = 90, ...over } = given;
  const body = over.body ?? man;
  const gate = gateOf({ schoolId: over.schoolId ?? 'brace', massKg: body.massKg, ...facts });
  const table = new Map<string, number>();
  for (const id of qualityIds) {
    const value = typeof capabilities === 'number' ? capabilities : capabilities[id];
    if (value !== undefined) for (const side of sideKeysOf(id)) table.set(`${id}|${side}`, value);
  }
  return {
    trade: shippedTrade,
    body,
    under16: gate.under16,
    today: testDay,
    known: screenedCapacities(shippedTrade, holds.map(holdResult), body),
    amounts: [],
    capability: (quality, side) => table.get(`${quality}|${side}`),
    screenedOn: testDay,
    lessons: [],
    gate,
    kit: facts?.kit ?? [
      ...shippedTrade.ladders.flatMap((ladder) => ladder.equipment),
      'dumbbell',
      'cable',
      'vest',
    ],
    rack: usualRack,
    sport: 'running',
    schoolId: 'brace',
    level: 'trained',
    ageYears: 30,
    owned: new Set(),
    cleanSessions: new Map(),
    done: new Set(),
    ...over,
  };
}
