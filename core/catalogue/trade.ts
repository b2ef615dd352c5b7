import {
  catalogueVersion,
  disputes as shippedDisputes,
  faults as shippedFaults,
  ladders as shippedLadders,
  schools as shippedSchools,
  screenTests as shippedTests,
} from '.';
import {
  type CatalogueEdits,
  noEdits,
  type OwnTarget,
  type RungPatch,
  type SportPatch,
  type TestPatch,
} from './edits';
import { type QualityId, qualityIds } from './qualities';
import type { Dispute, Fault, Ladder, Rung, School, ScreenTest } from './schema';
import { type Discipline, discipline, disciplines as shippedDisciplines } from './sports';
import { goneFault, goneLadder, goneRung, goneSchool, goneTest } from './tombstone';

/**
 * The one door to the catalogue as a practice has it: the shipped data under its own edits. Reading an id that is not there
 * (any more) gives a tombstone; `has...` tells before something is written.
 */
export interface Trade {
  /** Version of the shipped data, and how many edits lie over it. */
  readonly version: string;
  readonly ladders: readonly Ladder[];
  readonly ladder: (id: string) => Ladder;
  readonly hasLadder: (id: string) => boolean;
  /** Hidden rungs are still known, for what was logged on them. */
  readonly rung: (id: string) => Rung;
  readonly hasRung: (id: string) => boolean;
  readonly ladderOf: (rungId: string) => Ladder;
  readonly tests: readonly ScreenTest[];
  readonly test: (id: string) => ScreenTest;
  readonly hasTest: (id: string) => boolean;
  readonly fault: (id: string) => Fault;
  readonly hasFault: (id: string) => boolean;
  /** The shipped schools and the practice's own, those it hides among them. */
  readonly schools: readonly TradeSchool[];
  readonly school: (id: string) => School;
  readonly hasSchool: (id: string) => boolean;
  /** The shipped sports and goals as the practice sees them, and its own; those it hides among them. */
  readonly disciplines: readonly TradeDiscipline[];
  readonly discipline: (id: string) => Discipline;
  readonly hasDiscipline: (id: string) => boolean;
  /** What practitioners disagree on, with the own schools on the side they take. */
  readonly disputes: readonly Dispute[];
  /** Tests offered at the station. */
  readonly stationTests: readonly ScreenTest[];
  /** Own targets by test, in the test's unit; the one for everybody first. */
  readonly ownTargets: Readonly<Record<string, readonly OwnTarget[]>>;
  /** What the practice changed of a test. */
  readonly ownTest: (testId: string) => TestPatch;
  readonly isHidden: (rungId: string) => boolean;
  /** What the practice did to a rung. */
  readonly ownHand: (rungId: string) => 'changed' | 'added' | undefined;
  /** Edits whose entry is not in the catalogue any more. */
  readonly orphans: readonly string[];
}

/** A school; an own one knows which shipped one it was copied from. */
export interface TradeSchool extends School {
  readonly from: string | null;
  readonly hidden: boolean;
}

/** A sport or goal; an own one knows which shipped one it was copied from. */
export interface TradeDiscipline extends Discipline {
  readonly from: string | null;
  readonly hidden: boolean;
  /** Qualities of which the practice says otherwise than what is shipped. */
  readonly otherwise: readonly QualityId[];
}

/** A sport under a practice's hand. */
function withSport(shipped: Discipline, { profile, asks, name, minutes, perMinute }: SportPatch): Discipline {
  return {
    ...shipped,
    name: name ?? shipped.name,
    asks: asks ?? shipped.asks,
    profile: { ...shipped.profile, ...profile },
    exposure: {
      ...shipped.exposure,
      minutes: minutes ?? shipped.exposure.minutes,
      perMinute: perMinute ?? shipped.exposure.perMinute,
    },
  };
}

function sportsOf(edits: CatalogueEdits['sports']): TradeDiscipline[] {
  const otherwise = (one: Discipline, shipped: Discipline) =>
    qualityIds.filter((id) => one.profile[id] !== shipped.profile[id]);
  return [
    ...shippedDisciplines.map((shipped): TradeDiscipline => {
      const its = edits[shipped.id];
      const now = its ? withSport(shipped, its.patch) : shipped;
      return { ...now, from: null, hidden: its?.hidden ?? false, otherwise: otherwise(now, shipped) };
    }),
    ...Object.entries(edits).flatMap(([id, { patch, hidden }]): TradeDiscipline[] => {
      if (patch.from === undefined) return [];
      // What it was copied from may be gone: then it stands on a middling one.
      const shipped = discipline(patch.from);
      const now = { ...withSport(shipped, patch), id };
      return [{ ...now, from: patch.from, hidden, otherwise: otherwise(now, shipped) }];
    }),
  ];
}

/** How ladders suit the own schools: as each says, else as its shipped one. */
function withFits(ladder: Ladder, schools: CatalogueEdits['schools']): Ladder {
  const fits = Object.entries(schools).flatMap(([id, { patch }]) => {
    const fit = patch.fits[ladder.id] ?? ladder.schools[patch.from];
    return fit ? [[id, fit] as const] : [];
  });
  return { ...ladder, schools: { ...ladder.schools, ...Object.fromEntries(fits) } };
}

/** The side each own school takes: as it says, else as its shipped one; who takes none there takes none here. */
function withSides(dispute: Dispute, schools: CatalogueEdits['schools']): Dispute {
  const takes = (side: readonly string[], uses: boolean) =>
    Object.entries(schools).flatMap(([id, { patch }]) =>
      (patch.uses[dispute.id] === undefined ? side.includes(patch.from) : patch.uses[dispute.id] === uses)
        ? [id]
        : [],
    );
  return {
    ...dispute,
    used_by: [...dispute.used_by, ...takes(dispute.used_by, true)],
    avoided_by: [...dispute.avoided_by, ...takes(dispute.avoided_by, false)],
  };
}

/**
 * A rung under a practice's patch. What moves it on follows the goal it was given: the shipped criterion belongs to the shipped
 * goal.
 */
export function patched(rung: Rung, patch: RungPatch): Rung {
  const { load, side_gap_pct_max, ...rest } = patch;
  const own = { ...rung, ...rest, load: load ? { ...rung.load, ...load } : rung.load } as Rung;
  const gap = side_gap_pct_max ?? rung.advance_when.side_gap_pct_max;
  const sides = own.sided && gap !== undefined ? { side_gap_pct_max: gap } : {};
  if (patch.goal || patch.unit)
    return {
      ...own,
      advance_when: { [own.unit]: own.goal.amount, sets: own.goal.sets, clean: true, ...sides },
    };
  const { side_gap_pct_max: _, ...advance } = rung.advance_when;
  return { ...own, advance_when: { ...advance, ...sides } };
}

function withRungs(ladder: Ladder, edits: CatalogueEdits): Ladder {
  const rungs = ladder.rungs.map((rung): Rung => {
    const patch = edits.rungs[rung.id]?.patch;
    if (!patch || Object.keys(patch).length === 0) return rung;
    return patched(rung, patch);
  });
  const own = Object.values(edits.added).filter((value) => value.ladderId === ladder.id);
  for (const addition of own) {
    const patch = edits.rungs[addition.rung.id]?.patch ?? {};
    const rung = patched(addition.rung, patch);
    // When the rung below was taken out of the shipped data, the own one goes on top.
    const below = rungs.findIndex((r) => r.id === addition.afterRungId);
    rungs.splice(addition.afterRungId === null ? 0 : below < 0 ? rungs.length : below + 1, 0, rung);
  }
  const patch = edits.ladders[ladder.id]?.patch ?? {};
  // Own words of a practice go over the shipped words of every rung; those it wrote on a rung stay.
  const worded = rungs.map((rung): Rung => {
    if (!patch.do && !patch.breath) return rung;
    const own = edits.added[rung.id] !== undefined || edits.rungs[rung.id]?.patch.cues !== undefined;
    const { breath, ...rest } = rung;
    return {
      ...rest,
      ...(breath && !patch.breath ? { breath } : {}),
      cues: patch.do && !own ? [] : rung.cues,
    };
  });
  // Levels are counted anew, so that an own rung stands between its neighbours.
  return {
    ...ladder,
    ...patch,
    rungs: own.length > 0 ? worded.map((rung, i) => ({ ...rung, level: i + 1 })) : worded,
  } as Ladder;
}

const faultById = new Map(shippedFaults.map((fault) => [fault.id, fault]));

/** The catalogue under a practice's edits. */
export function tradeOf(edits: CatalogueEdits, revision = 0): Trade {
  const untouched = edits === noEdits;
  const ladders = untouched
    ? shippedLadders
    : shippedLadders.map((ladder) => withFits(withRungs(ladder, edits), edits.schools));
  const schools: TradeSchool[] = [
    ...shippedSchools.map((school) => ({ ...school, from: null, hidden: false })),
    ...Object.entries(edits.schools).map(
      ([
        id,
        {
          patch: { fits: _, uses: __, ...school },
          hidden,
        },
      ]) => ({
        ...school,
        id,
        hidden,
      }),
    ),
  ];
  const sports = sportsOf(edits.sports);
  const bySport = new Map(sports.map((one) => [one.id, one]));
  const bySchool = new Map(schools.map((school) => [school.id, school]));
  const byRung = new Map<string, { rung: Rung; ladder: Ladder }>();
  const byLadder = new Map<string, Ladder>();
  for (const ladder of ladders) {
    byLadder.set(ladder.id, ladder);
    for (const rung of ladder.rungs) byRung.set(rung.id, { rung, ladder });
  }
  const ladderHidden = (id: string) => edits.ladders[id]?.hidden ?? false;
  const test = (shipped: ScreenTest): ScreenTest => {
    const patch = edits.tests[shipped.id]?.patch;
    return patch
      ? {
          ...shipped,
          tell: patch.tell ?? shipped.tell,
          setUp: patch.setUp ?? shipped.setUp,
          typicalError: patch.typicalError ?? shipped.typicalError,
        }
      : shipped;
  };
  const tests = untouched ? shippedTests : shippedTests.map(test);
  const byTest = new Map(tests.map((test) => [test.id, test]));
  return {
    version: revision > 0 ? `${catalogueVersion}+${revision}` : catalogueVersion,
    ladders,
    ladder: (id) => byLadder.get(id) ?? goneLadder(id),
    hasLadder: (id) => byLadder.has(id),
    rung: (id) => byRung.get(id)?.rung ?? goneRung(id),
    hasRung: (id) => byRung.has(id),
    ladderOf: (rungId) => byRung.get(rungId)?.ladder ?? goneLadder(rungId),
    tests,
    test: (id) => byTest.get(id) ?? goneTest(id),
    hasTest: (id) => byTest.has(id),
    fault: (id) => faultById.get(id) ?? goneFault(id),
    hasFault: (id) => faultById.has(id),
    schools,
    school: (id) => bySchool.get(id) ?? goneSchool(id),
    hasSchool: (id) => bySchool.has(id),
    disciplines: sports,
    discipline: (id) => bySport.get(id) ?? discipline(id),
    hasDiscipline: (id) => bySport.has(id),
    disputes: untouched ? shippedDisputes : shippedDisputes.map((one) => withSides(one, edits.schools)),
    stationTests: tests.filter((test) => !edits.tests[test.id]?.hidden),
    ownTargets: Object.fromEntries(
      Object.entries(edits.tests).flatMap(([id, { patch }]) =>
        patch.target || patch.targets?.length
          ? [[id, [...(patch.target ? [{ value: patch.target }] : []), ...(patch.targets ?? [])]]]
          : [],
      ),
    ),
    ownTest: (id) => edits.tests[id]?.patch ?? {},
    isHidden: (id) => (edits.rungs[id]?.hidden ?? false) || ladderHidden(byRung.get(id)?.ladder.id ?? ''),
    ownHand: (id) =>
      edits.added[id]
        ? 'added'
        : Object.keys(edits.rungs[id]?.patch ?? {}).length > 0
          ? 'changed'
          : undefined,
    orphans: [
      ...Object.keys(edits.rungs).filter((id) => !byRung.has(id)),
      ...Object.keys(edits.ladders).filter((id) => !byLadder.has(id)),
      ...Object.keys(edits.tests).filter((id) => !byTest.has(id)),
      ...Object.entries(edits.added).flatMap(([id, { ladderId }]) => (byLadder.has(ladderId) ? [] : [id])),
    ],
  };
}

/** The catalogue as shipped. */
export const shippedTrade: Trade = tradeOf(noEdits);
