import type { IsoDay } from '~/core/body/dates';
import { caution, type Ladder, type Rung, type ScreenTest } from '~/core/catalogue';
import { mostLoad } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import { type Issue, issue } from '~/core/result';
import {
  type Agreement,
  type Clearance,
  type ClearanceForm,
  type ClearSettings,
  clear,
  defaultClearSettings,
} from './clear';
import { defaultFlexionCeiling, type Flexion, flexionCeiling } from './flexion';
import { kitBar, schoolBar } from './rung-bars';
import { onTheBack, supportBarred } from './support';
import { type TestForm, testRules } from './test-rules';

/** Everything that decides what an athlete may do on a day. */
export interface GateFacts {
  readonly day: IsoDay;
  readonly birthDate: IsoDay;
  /** Every safety form on record, the oldest first, and every practitioner's word. */
  readonly forms: readonly ClearanceForm[];
  readonly agreements: readonly Agreement[];
  /** Qualities held by open pain flags. */
  readonly held: readonly string[];
  /** The catalogue as the practice has it. */
  readonly trade: Trade;
  readonly schoolId: string;
  /** Equipment at hand. */
  readonly kit: readonly string[];
  readonly massKg: number;
  /** Rungs the athlete owns. */
  readonly owned: ReadonlySet<string>;
  readonly settings?: ClearSettings | undefined;
  /** The practice's own ceiling of loaded bending. */
  readonly flexion?: Flexion | undefined;
}

/** What may be done with an athlete, from the first test to the next load. */
export type Deed = 'test' | 'plan' | 'lay_out' | 'show' | 'send' | 'log' | 'raise';

export interface About {
  readonly testId?: string | undefined;
  readonly rungId?: string | undefined;
  readonly quality?: string | undefined;
  /** The day something is for. */
  readonly onDate?: IsoDay | undefined;
}

export interface TestGate {
  readonly testId: string;
  readonly allowed: boolean;
  /** Why it is left out; empty when it may be done. */
  readonly bars: readonly Issue[];
  /** The clock stops here and the result is stored as held. */
  readonly capS: number | undefined;
  readonly maxLevel: number | undefined;
  readonly maxDeg: number | undefined;
  readonly form: TestForm | undefined;
  /** Directions left out. */
  readonly omits: readonly string[];
  readonly notes: readonly string[];
}

export interface RungGate {
  readonly rungId: string;
  readonly allowed: boolean;
  /** Why it cannot be offered: hidden, clearance, flag, caution, school, kit, in this order. */
  readonly bars: readonly Issue[];
  /** Longest set in seconds; undefined where nothing limits it. */
  readonly capS: number | undefined;
  /** Hardest effort of 10. */
  readonly effortMost: number | undefined;
  /** Greatest outside load, kg or N by the rung's kind; 0 where none may be added, undefined for a rung that takes none. */
  readonly loadMost: number | undefined;
  readonly onBack: boolean;
}

export interface Gate {
  readonly day: IsoDay;
  readonly clearance: Clearance;
  readonly cautions: readonly string[];
  readonly under16: boolean;
  readonly held: readonly string[];
  readonly owned: ReadonlySet<string>;
  /** The week's ceiling of loaded bending. */
  readonly flexion: Flexion;
  /** Seconds on the back in one session; undefined where nothing limits it. */
  readonly onBackSessionS: number | undefined;
  readonly test: (testId: string) => TestGate;
  readonly rung: (rungId: string) => RungGate;
  /** Why a deed may not be done; empty when it may. */
  readonly may: (deed: Deed, about?: About) => readonly Issue[];
  /** The same with other kit at hand. */
  readonly withKit: (kit: readonly string[]) => Gate;
}

/** Cautions under which exercise holds are short and effort stays low. Source: safety rules, "high blood pressure or pregnancy". */
const gentle: readonly string[] = ['hypertension', 'heart_disease', 'pregnancy'];
const gentleCapS = 10;
const gentleEffort = 5;
/** Cautions under which nothing above the middle of a ladder is done before the rung below it is owned. */
const halfHeight: readonly string[] = ['hypertension', 'heart_disease'];
/** Under 16 a hold ends here. */
const youthCapS = 60;
/** After the first third of a pregnancy: on the back at most so long in one go, and in a session. */
const onBackCapS = { set: 120, session: 360 } as const;

const smallest = (values: readonly (number | undefined)[]): number | undefined => {
  const known = values.filter((value): value is number => value !== undefined);
  return known.length > 0 ? Math.min(...known) : undefined;
};

/** Cautions that take a rung out: by its family, by itself, by what the low back does, by what bears its weight, by its load. */
export function cautionBars(ladder: Ladder, rung: Rung, cautions: readonly string[]): Issue[] {
  return cautions.flatMap((id): Issue[] => {
    const its = caution(id);
    const barred =
      its.avoid_families.includes(ladder.id) ||
      its.avoid_rungs.includes(rung.id) ||
      its.avoid_lumbar.includes(rung.lumbar) ||
      supportBarred(rung.posture, id) ||
      (its.load_max !== undefined && rung.load.by !== 'none' && rung.load.start > its.load_max);
    return barred ? [issue('bar.caution', { caution: id, barName: its.name })] : [];
  });
}

/** Above the middle of its ladder a rung waits for the one below it to be owned, under cautions that say so. */
function heightBars(
  ladder: Ladder,
  rung: Rung,
  cautions: readonly string[],
  owned: ReadonlySet<string>,
): Issue[] {
  const id = cautions.find((one) => halfHeight.includes(one));
  const at = ladder.rungs.findIndex((other) => other.id === rung.id);
  if (id === undefined || at < Math.ceil(ladder.rungs.length / 2)) return [];
  const below = ladder.rungs[at - 1];
  return below === undefined || owned.has(below.id) || owned.has(rung.id)
    ? []
    : [issue('bar.half_height', { caution: id, barName: caution(id).name, rung: below.name })];
}

/** What the gate of a test depends on: the cautions, what the clearance allows and what is held. */
function testGate(
  test: ScreenTest,
  clearance: Pick<Clearance, 'allows' | 'cautions'>,
  held: readonly string[],
): TestGate {
  const breathBrace = test.stage === 1;
  const bars: Issue[] = [];
  if (clearance.allows === 'nothing') bars.push(issue('bar.not_cleared'));
  if (clearance.allows === 'breath_brace' && !breathBrace) bars.push(issue('bar.breath_only'));
  const direct = test.feeds[0]?.quality;
  if (direct !== undefined && held.includes(direct)) bars.push(issue('bar.held', { quality: direct }));
  const caps: number[] = [];
  const levels: number[] = [];
  const degrees: number[] = [];
  const forms: TestForm[] = [];
  const omits: string[] = [];
  const notes: string[] = [];
  for (const id of clearance.cautions) {
    const rule = testRules[id] ?? {};
    if (
      rule.forbids?.includes(test.id) ||
      (rule.onlyBreathBrace && !breathBrace) ||
      supportBarred(test.posture, id)
    )
      bars.push(issue('bar.caution', { caution: id, barName: caution(id).name }));
    if (test.kind === 'hold' && rule.capHoldS !== undefined) caps.push(rule.capHoldS);
    const stopAt = rule.stopAtS?.[test.id];
    if (stopAt !== undefined) caps.push(stopAt);
    const level = rule.maxLevel?.[test.id];
    if (level !== undefined) levels.push(level);
    const most = rule.maxDeg?.[test.id];
    if (most !== undefined) degrees.push(most);
    const form = rule.forms?.[test.id];
    if (form) forms.push(form);
    omits.push(...(rule.omits?.[test.id] ?? []));
    const note = rule.notes?.[test.id];
    if (note) notes.push(note);
  }
  return {
    testId: test.id,
    allowed: bars.length === 0,
    bars,
    capS: smallest(caps),
    maxLevel: smallest(levels),
    maxDeg: smallest(degrees),
    form: forms[0],
    omits: [...new Set(omits)],
    notes,
  };
}

/**
 * The gate: what may be tested, planned, laid out, shown, sent, logged and raised for an athlete on a day, and why not.
 * Whatever leads to the athlete asks it and nothing else. Pure: the same facts give the same answers.
 */
export function gate(facts: GateFacts): Gate {
  const { trade, held } = facts;
  const settings = facts.settings ?? defaultClearSettings;
  const clearance = clear(facts.forms, facts.agreements, facts.birthDate, facts.day, settings);
  const { cautions } = clearance;
  const under16 = cautions.includes('under_16');
  const isGentle = cautions.some((id) => gentle.includes(id));
  const tests = new Map<string, TestGate>();
  const rungs = new Map<string, RungGate>();

  const qualityBars = (quality: string): Issue[] => {
    if (clearance.allows === 'nothing') return [issue('bar.not_cleared')];
    const bars: Issue[] = [];
    if (clearance.allows === 'breath_brace' && quality !== 'breath_brace')
      bars.push(issue('bar.breath_only'));
    if (held.includes(quality)) bars.push(issue('bar.held', { quality }));
    return bars;
  };

  const judgeRung = (rungId: string): RungGate => {
    if (!trade.hasRung(rungId))
      return {
        rungId,
        allowed: false,
        bars: [issue('bar.unknown_rung', { id: rungId })],
        capS: undefined,
        effortMost: undefined,
        loadMost: undefined,
        onBack: false,
      };
    const rung = trade.rung(rungId);
    const ladder = trade.ladderOf(rungId);
    const onBack = onTheBack(rung.posture);
    const mayLoad = !under16 || facts.owned.has(rungId);
    const bars = [
      ...(trade.isHidden(rungId) ? [issue('bar.hidden')] : []),
      ...qualityBars(ladder.quality),
      ...cautionBars(ladder, rung, cautions),
      ...heightBars(ladder, rung, cautions, facts.owned),
      ...(rung.load.start > 0 && rung.load.by !== 'none' && !mayLoad ? [issue('bar.youth_load')] : []),
      ...schoolBar(trade, ladder, rung, facts.schoolId),
      ...kitBar(rung, facts.kit),
    ];
    const hold = rung.unit === 'hold_s';
    return {
      rungId,
      allowed: bars.length === 0,
      bars,
      capS: smallest([
        hold && isGentle ? gentleCapS : undefined,
        hold && under16 ? youthCapS : undefined,
        onBack && clearance.afterFirstTrimester ? onBackCapS.set : undefined,
      ]),
      effortMost: isGentle ? gentleEffort : undefined,
      loadMost: mayLoad ? mostLoad(rung, facts.massKg, under16) : rung.load.by === 'none' ? undefined : 0,
      onBack,
    };
  };

  const self: Gate = {
    day: facts.day,
    clearance,
    cautions,
    under16,
    held,
    owned: facts.owned,
    flexion: flexionCeiling(cautions, facts.flexion ?? defaultFlexionCeiling),
    onBackSessionS: clearance.afterFirstTrimester ? onBackCapS.session : undefined,
    test: (testId) => {
      let found = tests.get(testId);
      if (!found) {
        found = trade.hasTest(testId)
          ? testGate(trade.test(testId), clearance, held)
          : { ...noTest(testId), bars: [issue('bar.unknown_test', { id: testId })] };
        tests.set(testId, found);
      }
      return found;
    },
    rung: (rungId) => {
      let found = rungs.get(rungId);
      if (!found) {
        found = judgeRung(rungId);
        rungs.set(rungId, found);
      }
      return found;
    },
    withKit: (kit) => gate({ ...facts, kit }),
    may: (deed, about = {}) => {
      if (deed === 'log')
        return about.onDate !== undefined && about.onDate > facts.day
          ? [issue('log.ahead', { onDate: about.onDate })]
          : [];
      if (clearance.allows === 'nothing') return clearance.issues;
      if (deed === 'test') return about.testId === undefined ? [] : self.test(about.testId).bars;
      if (about.rungId !== undefined) return self.rung(about.rungId).bars;
      return about.quality === undefined ? [] : qualityBars(about.quality);
    },
  };
  return self;
}

const noTest = (testId: string): TestGate => ({
  testId,
  allowed: false,
  bars: [],
  capS: undefined,
  maxLevel: undefined,
  maxDeg: undefined,
  form: undefined,
  omits: [],
  notes: [],
});

/** The gate of a test whatever the athlete: nothing barred, nothing limited. For figures of days whose gates are past. */
export const openTestGate = (testId: string): TestGate => ({ ...noTest(testId), allowed: true });

/** The allowed test that tells most about what a forbidden one would have told; undefined when there is none. */
export function replacementFor(
  trade: Pick<Trade, 'test'>,
  testId: string,
  allowedTestIds: readonly string[],
): string | undefined {
  const direct = trade.test(testId).feeds[0]?.quality;
  const serving = allowedTestIds.filter(
    (id) => id !== testId && trade.test(id).feeds.some((feed) => feed.quality === direct),
  );
  return serving.find((id) => trade.test(id).feeds[0]?.quality === direct) ?? serving[0];
}
