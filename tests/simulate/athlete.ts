import { addDays, type IsoDay } from '~/core/body/dates';
import { disciplines, equipment, qualityIds, type SideKey, schools, sideKeysOf } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { type Gate, gate } from '~/core/clear/gate';
import { asksFirst } from '~/core/clear/signs';
import { type LimitAthlete, limitOf, type Setup } from '~/core/dose/limits';
import { defaultLinkSettings } from '~/core/link/link';
import {
  type AthleteFacts,
  type EventFacts,
  type Standing,
  screenedPerson,
  standingOf,
} from '~/core/link/standing';
import { assess } from '~/core/screen/assess/assess';
import { screenedCapacities } from '~/core/screen/assess/capacity';
import { targetFor } from '~/core/screen/assess/score';
import { type Trial, workingSide } from '~/core/screen/trial/trial';
import { bareTrial } from '~/core/screen/trial/words';
import type { Chance } from './random';

/** A made-up athlete: what is true of the body, and what a screen with its errors sees of it. */

export interface Person {
  readonly seed: number;
  readonly sport: string;
  readonly facts: AthleteFacts;
  readonly cautions: readonly string[];
  readonly events: readonly EventFacts[];
  readonly startsOn: IsoDay;
  readonly capability: ReadonlyMap<string, number>;
  readonly trunkWork: 'none' | 'once' | 'more';
}

/** Standard deviation of the error of a screened limit, in logs: part of it the day of the test, the rest what the model does not know of the body. */
const screenError = 0.3;
const dayError = 0.12;
const sideError = 0.08;
const bodyError = Math.sqrt(screenError ** 2 - dayError ** 2);

const cautionsAtHand = [
  'hypertension',
  'pregnancy',
  'postpartum',
  'disc_flexion_sensitive',
  'extension_sensitive',
  'knee_pain',
  'shoulder_pain',
  'neck_pain',
  'hernia',
  'osteoporosis',
];
const sportsAsked = ['running', 'cycling', 'riding', 'skiing', 'gymnastics'];
const kits: readonly (readonly string[])[] = [
  equipment.map((item) => item.id),
  ['mat', 'band', 'loop_band', 'box', 'wall', 'towel', 'dumbbell'],
  ['mat', 'wall', 'towel', 'box', 'ball', 'band', 'ankle_weight', 'vest', 'plate'],
  ['mat', 'wall', 'towel'],
];
const plans = [
  { sessionsPerWeek: 2, minutesPerSession: 15, weekdays: [1, 4] },
  { sessionsPerWeek: 3, minutesPerSession: 20, weekdays: [1, 3, 5] },
  { sessionsPerWeek: 3, minutesPerSession: 30, weekdays: [1, 3, 5] },
];

export interface Asked {
  readonly sport?: string;
  readonly plan?: number;
  readonly level?: AthleteFacts['level'];
  readonly cautions?: readonly string[];
  readonly kit?: readonly string[];
  readonly schoolId?: string;
  readonly ageYears?: number;
  readonly weeks?: number;
  readonly capability?: number;
  readonly everyKit?: boolean;
}

const monday = '2026-01-05';

export function personOf(seed: number, chance: Chance, asked: Asked = {}): Person {
  const sport = asked.sport ?? sportsAsked[seed % sportsAsked.length] ?? 'running';
  const ofSport = disciplines.filter((one) => one.sport === sport);
  const age = asked.ageYears ?? chance.pick([13, 15, 19, 24, 29, 34, 41, 49, 63]);
  const level = asked.level ?? chance.pick(['novice', 'trained', 'trained', 'advanced'] as const);
  const sex = chance.pick(['female', 'male'] as const);
  const child = age < 16;
  const massKg = (sex === 'female' ? 60 : 74) * (child ? 0.8 : 1) * (1 + 0.1 * chance.normal() * 0.8);
  const weeks = asked.weeks ?? 18 + Math.floor(chance.next() * 9);
  const mean = asked.capability ?? { novice: 55, trained: 78, advanced: 98 }[level];
  const capability = new Map<string, number>();
  for (const id of qualityIds) {
    const own = mean + 14 * chance.normal();
    for (const side of sideKeysOf(id))
      capability.set(
        `${id}|${side}`,
        Math.max(15, Math.min(125, own + (side === 'both' ? 0 : 5 * chance.normal()))),
      );
  }
  const someCaution = chance.next();
  const drawn = someCaution < 0.25 ? [chance.pick(cautionsAtHand)] : [];
  const cautions =
    asked.cautions ??
    drawn.filter(
      (id) => !(sex === 'male' && ['pregnancy', 'postpartum'].includes(id)) && !(child && id !== 'knee_pain'),
    );
  const plan = plans[
    asked.plan ?? Math.floor(seed / sportsAsked.length) % plans.length
  ] as (typeof plans)[number];
  return {
    seed,
    sport,
    facts: {
      id: `athlete-${seed}`,
      birthDate: addDays(monday, -Math.round(age * 365.25) - 40),
      sex,
      disciplineId: (ofSport[Math.floor(chance.next() * ofSport.length)] ?? disciplines[0])?.id ?? '',
      level,
      massKg: Math.round(massKg * 10) / 10,
      statureM: (sex === 'female' ? 1.66 : 1.79) * (child ? 0.92 : 1),
      kit: asked.everyKit ? (kits[0] ?? []) : (asked.kit ?? chance.pick(kits)),
      schoolId: asked.schoolId ?? chance.pick(schools.map((one) => one.id)),
      ...plan,
    },
    cautions,
    events: [
      {
        id: 'a',
        name: 'Main event',
        onDate: addDays(monday, weeks * 7 - 2 + Math.floor(chance.next() * 2)),
        priority: 'A',
        minutes: null,
        perMinute: null,
      },
      ...(chance.next() < 0.5
        ? [
            {
              id: 'b',
              name: 'Trial event',
              onDate: addDays(monday, (weeks - 7) * 7 + 5),
              priority: 'B' as const,
              minutes: null,
              perMinute: null,
            },
          ]
        : []),
    ],
    startsOn: monday,
    capability,
    trunkWork: chance.pick(['none', 'once', 'more'] as const),
  };
}

export function gateOn(person: Person, day: IsoDay, owned: ReadonlySet<string>): Gate {
  const formDay = addDays(day, -3);
  return gate({
    day,
    birthDate: person.facts.birthDate,
    forms: [
      {
        id: 'form',
        onDate: formDay,
        stopSigns: [],
        cautions: person.cautions.filter((id) => id !== 'under_16'),
        consentAthlete: true,
        consentGuardian: true,
        dueOn: person.cautions.includes('pregnancy') ? addDays(person.startsOn, 200) : undefined,
      },
    ],
    agreements: [{ formId: 'form', onDate: formDay, signs: [], cautions: person.cautions.filter(asksFirst) }],
    held: [],
    trade: shippedTrade,
    schoolId: person.facts.schoolId ?? 'neutral',
    kit: person.facts.kit,
    massKg: person.facts.massKg,
    owned,
  });
}

/** A screen of a day: a figure for every test that may be done, from the capability of its quality, with an error. */
export function screen(
  person: Person,
  day: IsoDay,
  factor: (quality: string, archetype: string, side: SideKey) => number,
  chance: Chance | undefined,
): Trial[] {
  const its = gateOn(person, day, new Set());
  const who = screenedPerson(shippedTrade, person.facts, day);
  return shippedTrade.stationTests.flatMap((test): Trial[] => {
    const feed = test.feeds[0];
    if (!feed || test.byRung || test.directions) return [];
    if (
      chance &&
      (!its.test(test.id).allowed ||
        !test.needs.every((need) => need === 'none' || person.facts.kit.includes(need)))
    )
      return [];
    if (chance && test.stage >= 4 && chance.next() < 0.1) return [];
    const target = targetFor(test, who).value;
    const sides: readonly SideKey[] = test.sided ? ['left', 'right'] : ['both'];
    const error = chance ? Math.exp(dayError * chance.normal()) : 1;
    return sides.map((side): Trial => {
      const works = workingSide(side, feed.worksSide);
      const id = feed.quality;
      const own =
        person.capability.get(`${id}|${works}`) ??
        person.capability.get(`${id}|both`) ??
        Math.min(...(['left', 'right'] as const).map((one) => person.capability.get(`${id}|${one}`) ?? 80));
      // Held seconds grow in proportion; a grade or a count grows as the estimates read it, by 35 points an e-fold.
      const grown = factor(id, test.posture.archetype, works);
      const c = test.kind === 'hold' ? (own / 100) * grown : (own + 35 * Math.log(grown)) / 100;
      const capS = Math.min(
        its.test(test.id).capS ?? Number.POSITIVE_INFINITY,
        test.stopAt ?? Number.POSITIVE_INFINITY,
      );
      let value: number | null = null;
      let grade: Trial['grade'] = null;
      if (test.kind === 'grade')
        grade = c > 0.9 ? 'owned' : c > 0.62 ? 'cued' : c > 0.3 ? 'faulted' : 'not_yet';
      else if (test.lowerIsBetter)
        value = Math.max(test.min, (test.worst ?? 4 * target) - ((test.worst ?? 4 * target) - target) * c);
      else if (test.kind === 'hold') value = Math.max(1, target * c * error);
      else value = Math.min(test.max, Math.max(test.min, Math.round(target * c)));
      if (test.withGrade) grade = c > 0.9 ? 'owned' : c > 0.62 ? 'cued' : 'faulted';
      const capped = chance !== undefined && test.kind === 'hold' && value !== null && value >= capS;
      return {
        ...bareTrial,
        id: `${test.id}-${side}-${day}`,
        screeningId: 's',
        testId: test.id,
        onDate: day,
        side,
        value: capped ? capS : value,
        grade,
        t1S: null,
        faults: [],
        feltIn: null,
        painScore: 0,
        painRegion: null,
        endReason: capped ? 'cap' : test.kind === 'hold' ? 'loss' : 'done',
        capS: Number.isFinite(capS) ? capS : null,
        recordedAt: `${day}T10:00:00Z`,
        comparable: true,
      };
    });
  });
}

export function standingOn(
  person: Person,
  day: IsoDay,
  trials: readonly Trial[],
  owned: ReadonlySet<string>,
): Standing {
  return standingOf({
    trade: shippedTrade,
    athlete: person.facts,
    gate: gateOn(person, day, owned),
    trials,
    events: person.events,
    settings: defaultLinkSettings,
  });
}

/** What is true: the limit a rung was screened at on the first day, times what the screen did not know of the body. */
export function truthOf(
  person: Person,
  screened: LimitAthlete,
  chance: Chance,
): {
  readonly limit: (rungId: string, side: SideKey, setup: Setup) => number;
  /** How much more, or less, a body can do in an archetype than its first screen said. */
  readonly unseen: (archetype: string, side: SideKey) => number;
} {
  const trials = screen(person, person.startsOn, () => 1, undefined);
  const { results } = assess({
    trials,
    person: screenedPerson(shippedTrade, person.facts, person.startsOn),
    today: person.startsOn,
    trade: shippedTrade,
  });
  const honest: LimitAthlete = {
    ...screened,
    // What every hold would show, whether it was tested or not.
    known: screenedCapacities(shippedTrade, results, screened.body).map((known) => ({
      ...known,
      capacity: { ...known.capacity, lowerBound: false },
    })),
    amounts: [],
    lessons: [],
  };
  const ofGroup = new Map<string, number>();
  const ofRung = new Map<string, number>();
  const drawn = (kept: Map<string, number>, key: string, spread: number) => {
    const known = kept.get(key) ?? Math.exp(spread * chance.normal());
    kept.set(key, known);
    return known;
  };
  for (const ladder of shippedTrade.ladders)
    for (const rung of ladder.rungs) {
      drawn(ofRung, rung.id, screenError);
      const both = drawn(ofGroup, `${rung.posture.archetype}|both`, bodyError);
      for (const side of ['left', 'right'])
        if (!ofGroup.has(`${rung.posture.archetype}|${side}`))
          ofGroup.set(`${rung.posture.archetype}|${side}`, both * Math.exp(sideError * chance.normal()));
    }
  const unseen = (archetype: string, side: SideKey) => ofGroup.get(`${archetype}|${side}`) ?? 1;
  return {
    unseen,
    limit: (rungId, side, { load, lever }) => {
      const limit = limitOf(honest, rungId, side, load, lever);
      return (
        limit.amount *
        (limit.basis === 'moment'
          ? unseen(shippedTrade.rung(rungId).posture.archetype, side)
          : (ofRung.get(rungId) ?? 1))
      );
    },
  };
}
