import { daysBetween } from '~/core/body/dates';
import { shippedTrade } from '~/core/catalogue/trade';
import { withinFlexion } from '~/core/clear/flexion';
import { minutesOf } from '~/core/coach/lay-session';
import { flexionOf, onBackSeconds } from '~/core/coach/within-gate';
import { isSkill } from '~/core/dose/character';
import { leverKept } from '~/core/dose/levers';
import type { DoneItem, LivedSeason, LivedWeek } from './season';

/** What many lived seasons say, line by line. A season is first reduced to plain facts, which can be put together. */

export interface Facts {
  readonly offered: number;
  readonly sport: string;
  /** Exercises of load weeks that take a share of a limit. */
  readonly asked: readonly {
    readonly first: boolean;
    readonly fourth: boolean;
    readonly loadWeek: number;
    readonly weekOne: boolean;
    readonly sensible: boolean;
  }[];
  readonly weeks: readonly {
    readonly kind: string;
    readonly loadWeek: number;
    readonly hold: boolean;
    readonly card: number;
    readonly plan: number;
    readonly available: number;
    readonly named: boolean;
    /** Of the last two load weeks' cards; undefined before the first. */
    readonly shareOfLoad: number | undefined;
    readonly eventWeek: boolean;
  }[];
  readonly breaches: readonly string[];
  readonly passed: number;
  readonly changes: number;
  readonly back: number;
  /** Of each loaded exercise that was done in four sessions or more: did its load change? */
  readonly loadsMoved: readonly boolean[];
  /** Pairs of phases, and those with the same card. */
  readonly pairs: number;
  readonly alike: number;
  readonly rungs: readonly string[];
}

const skill = ({ item }: DoneItem) =>
  isSkill(shippedTrade.ladderOf(item.rungId), shippedTrade.rung(item.rungId));
/** 40 to 75 % of what the body can do, in two sets or more. */
const sensible = ({ trueShare, item }: DoneItem) => trueShare >= 0.4 && trueShare <= 0.75 && item.sets >= 2;
/** Sets that a cap has cut into short holds are judged by nobody. */
const isPieces = ({ item }: DoneItem) => item.restS <= 10;

const cardMinutes = (week: LivedWeek) =>
  week.composed.sessions.reduce((sum, session) => sum + minutesOf(session.items), 0);
const rungsOf = (weeks: readonly LivedWeek[]) =>
  new Set(
    weeks.flatMap(({ composed }) =>
      composed.sessions.flatMap(({ items }) => items.map(({ rungId }) => rungId)),
    ),
  );

/** What must never be: barred by caution, school, kit, gate or ledger; over its minutes; too close before an event; one set. */
export function breachesOf(season: LivedSeason): string[] {
  const found: string[] = [];
  const perSession = season.person.facts.minutesPerSession;
  for (const { week, composed, onTheDay } of season.weeks) {
    const all = composed.sessions.flatMap(({ items }) => items);
    const last = onTheDay.at(-1);
    if (last && !withinFlexion(flexionOf(shippedTrade, all), last.gate.flexion)) found.push('barred ledger');
    for (const [at, session] of composed.sessions.entries()) {
      const athlete = onTheDay[at];
      if (!athlete) throw new Error(`Nobody stood for the session of ${session.onDate}.`);
      for (const item of session.items) {
        const { bars, capS, loadMost } = athlete.gate.rung(item.rungId);
        if (bars.length > 0) found.push(`barred ${bars[0]?.code} ${item.rungId}`);
        if (capS !== undefined && item.unit === 'hold_s' && item.amount > capS)
          found.push(`barred cap ${item.rungId}`);
        if (item.load && item.load.value > (loadMost ?? 0) + 1e-9) found.push(`barred load ${item.rungId}`);
        const [ladder, rung] = [shippedTrade.ladderOf(item.rungId), shippedTrade.rung(item.rungId)];
        if (leverKept(athlete, ladder, rung, item.lever) !== item.lever)
          found.push(`barred lever ${item.rungId}`);
      }
      if (minutesOf(session.items) > perSession + 1e-6) found.push('minutes');
      if (onBackSeconds(athlete, session.items) > (athlete.gate.onBackSessionS ?? Number.POSITIVE_INFINITY))
        found.push('barred back');
      for (const event of season.person.events) {
        const before = daysBetween(session.onDate, event.onDate);
        if (before >= 0 && before <= (event.priority === 'A' ? 4 : 3)) found.push('near event');
      }
    }
    if (week.kind === 'load' && all.some((item) => item.role !== 'opener' && item.sets < 2))
      found.push('one set');
  }
  return found;
}

/** Sessions after which a load that never moved has been forgotten. */
const lasting = 4;

function loadsMovedIn(season: LivedSeason): boolean[] {
  const loads = new Map<string, number[]>();
  for (const { item } of season.weeks.flatMap(({ done }) => done))
    if (item.load) loads.set(item.rungId, [...(loads.get(item.rungId) ?? []), item.load.value]);
  return [...loads.values()].filter((its) => its.length >= lasting).map((its) => new Set(its).size > 1);
}

export function factsOf(season: LivedSeason): Facts {
  const { facts, seed } = season.person;
  let loadWeek = 0;
  const loadNo = season.weeks.map(({ week }) => {
    if (week.kind === 'load') loadWeek += 1;
    return loadWeek;
  });
  const sessionsOn = new Map<string, number>();
  const asked = season.weeks.flatMap((week, i) =>
    week.done
      .filter((done) => week.week.kind === 'load' && !skill(done) && !isPieces(done))
      .map((done) => {
        const key = `${seed}|${done.item.rungId}|${done.item.load?.value ?? 0}`;
        const nth = (sessionsOn.get(key) ?? 0) + 1;
        sessionsOn.set(key, nth);
        return {
          first: done.first,
          fourth: nth >= 4,
          loadWeek: loadNo[i] ?? 0,
          weekOne: week.week.index === 0,
          sensible: sensible(done),
        };
      }),
  );
  const weeks = season.weeks.map((week, i) => {
    const loads = season.weeks
      .slice(0, i)
      .filter((one) => one.week.kind === 'load')
      .slice(-2);
    const card = cardMinutes(week);
    const mean = loads.reduce((sum, one) => sum + cardMinutes(one), 0) / Math.max(1, loads.length);
    return {
      kind: week.week.kind,
      loadWeek: loadNo[i] ?? 0,
      hold: week.week.phase === 'hold',
      card,
      plan: week.week.minutes,
      available: week.week.minutesAvailable,
      named: week.week.reasons.some((reason) => !reason.startsWith('Waiting')),
      shareOfLoad: mean > 0 ? card / mean : undefined,
      eventWeek: week.week.eventIds.includes('a'),
    };
  });
  const byPhase = (['ground', 'build', 'load', 'sport'] as const)
    .map((phase) => rungsOf(season.weeks.filter(({ week }) => week.phase === phase && week.kind === 'load')))
    .filter((rungs) => rungs.size > 0);
  const pairs = byPhase.flatMap((a, i) =>
    byPhase.slice(i + 1).map((b) => a.size === b.size && [...a].every((id) => b.has(id))),
  );
  const changes = season.proposals.filter(({ kind }) => kind !== 'stay');
  return {
    offered: facts.sessionsPerWeek * facts.minutesPerSession,
    sport: season.person.sport,
    asked,
    weeks,
    breaches: breachesOf(season),
    passed: season.passed.size,
    changes: changes.length,
    back: changes.filter(({ kind }) => kind === 'back').length,
    loadsMoved: loadsMovedIn(season),
    pairs: pairs.length,
    alike: pairs.filter(Boolean).length,
    rungs: [...rungsOf(season.weeks)],
  };
}

export interface Line {
  readonly id: string;
  readonly what: string;
  readonly value: number;
  readonly wanted: string;
  readonly ok: boolean;
}

const percent = (of: readonly boolean[]) =>
  of.length === 0 ? 100 : (100 * of.filter(Boolean).length) / of.length;
const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

/** Share of rungs two sports have in common: of the smaller set. */
function sharedBySports(facts: readonly Facts[]): number[] {
  const bySport = new Map<string, Set<string>>();
  for (const { sport, rungs } of facts) {
    const known = bySport.get(sport) ?? new Set<string>();
    for (const id of rungs) known.add(id);
    bySport.set(sport, known);
  }
  const sets = [...bySport.values()];
  return sets.flatMap((a, i) =>
    sets
      .slice(i + 1)
      .map((b) => (100 * [...a].filter((id) => b.has(id)).length) / Math.max(1, Math.min(a.size, b.size))),
  );
}

/** The lines of the table, each with what is wanted. */
export function tableOf(facts: readonly Facts[]): Line[] {
  const lines: Line[] = [];
  const least = (id: string, what: string, value: number, bar: number) =>
    lines.push({ id, what, value, wanted: `at least ${bar}`, ok: value >= bar });
  const most = (id: string, what: string, value: number, bar: number) =>
    lines.push({ id, what, value, wanted: `at most ${bar}`, ok: value <= bar });
  const breaches = facts.flatMap((one) => one.breaches);
  const count = (word: string) => breaches.filter((breach) => breach.startsWith(word)).length;
  const asked = facts.flatMap((one) => one.asked);
  const sense = (some: typeof asked) => percent(some.map((one) => one.sensible));
  const weeks = facts.flatMap((one) => one.weeks.map((week) => ({ ...week, offered: one.offered })));
  most('one_set', 'one-set exercises outside openers, load weeks', count('one set'), 0);
  least(
    'first',
    'at 40 to 75 % of the true limit: first session on a rung, %',
    sense(asked.filter((one) => one.first)),
    60,
  );
  least(
    'fourth',
    'the same: from the fourth session on a rung, %',
    sense(asked.filter((one) => one.fourth)),
    85,
  );
  least('from4', 'the same: all from load week 4, %', sense(asked.filter((one) => one.loadWeek >= 4)), 75);
  least('week1', 'the same: week 1, %', sense(asked.filter((one) => one.weekOne)), 60);
  for (const [offered, bar] of [
    [30, 85],
    [60, 85],
    [90, 50],
  ] as const)
    least(
      `fill${offered}`,
      `load weeks from the 4th at 90 % of ${offered} minutes, %`,
      percent(
        weeks
          .filter(
            (week) => week.offered === offered && week.kind === 'load' && week.loadWeek >= 4 && !week.hold,
          )
          .map((week) => week.card >= 0.9 * week.available),
      ),
      bar,
    );
  least(
    'named',
    'planned weeks under 90 % that name what holds them, %',
    percent(
      weeks
        .filter((week) => week.kind === 'load' && week.plan < 0.9 * week.available)
        .map((week) => week.named),
    ),
    100,
  );
  least(
    'agree',
    'weeks whose plan and card agree within 10 %, %',
    percent(
      weeks.filter((week) => week.plan > 0).map((week) => Math.abs(week.card - week.plan) <= 0.1 * week.plan),
    ),
    80,
  );
  const shares = (of: typeof weeks) => of.flatMap((week) => week.shareOfLoad ?? []);
  const deloads = shares(weeks.filter((week) => week.kind === 'deload'));
  least(
    'deload',
    `deloads at 45 to 65 % of load, % (median ${Math.round(100 * median(deloads))})`,
    percent(deloads.map((share) => share >= 0.45 && share <= 0.65)),
    85,
  );
  const events = shares(weeks.filter((week) => week.eventWeek && week.available > 0));
  least(
    'a_week',
    `A weeks at 20 to 60 % of load, % (median ${Math.round(100 * median(events))})`,
    percent(events.map((share) => share >= 0.195 && share <= 0.605)),
    100,
  );
  most('near', 'sessions in the 4 days before an A event, 3 before a B event', count('near event'), 0);
  least('passed', 'rungs passed in a season, median', median(facts.map((one) => one.passed)), 4);
  const changes = facts.reduce((sum, one) => sum + one.changes, 0);
  most(
    'back',
    'steps back, % of changes',
    (100 * facts.reduce((sum, one) => sum + one.back, 0)) / Math.max(1, changes),
    10,
  );
  const pairs = facts.reduce((sum, one) => sum + one.pairs, 0);
  most(
    'alike',
    `pairs of phases of one athlete with the same card, of ${pairs}`,
    facts.reduce((sum, one) => sum + one.alike, 0),
    Math.ceil(pairs * 0.01),
  );
  const used = new Set(facts.flatMap((one) => one.rungs));
  least('rungs', 'rungs prescribed to somebody, of 159', used.size, 140);
  least(
    'ladders',
    'ladders prescribed to somebody, of 28',
    new Set([...used].map((id) => shippedTrade.ladderOf(id).id)).size,
    28,
  );
  most('barred', 'barred by caution, school, kit, load, gate, ledger', count('barred'), 0);
  most('over', 'sessions over their minutes', count('minutes'), 0);
  least(
    'loads',
    'loaded exercises of four sessions or more whose load moved, %',
    percent(facts.flatMap((one) => one.loadsMoved)),
    25,
  );
  return lines;
}

/** Median share of rungs that two sports' athletes of one make have in common, %. */
export const sharedRungs = (facts: readonly Facts[]): number => median(sharedBySports(facts));
