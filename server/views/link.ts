import { quality, qualityName, sportLabel } from '~/core/catalogue';
import { type QualityId, qualityIds, type SideKey, sides } from '~/core/catalogue/qualities';
import { usualSecondPercent } from '~/core/catalogue/sports';
import { shippedTrade, type Trade, tradeOf } from '~/core/catalogue/trade';
import { gapSaid } from '~/core/link/gap';
import type { LinkSettings } from '~/core/link/link';
import { defaultLinkSettings } from '~/core/link/link';
import { qualitySideName, rawText, setUpText, targetText } from '~/core/link/sentence';
import { pillarCells, standingOf } from '~/core/link/standing';
import { type SportsOf, secondOf, sportsText } from '~/core/link/two-sports';
import {
  isOtherwise,
  otherSports,
  profileOf,
  readWhatIf,
  saidIn,
  type WhatIfAsked,
  whatIf,
} from '~/core/link/what-if';
import { lowConfidence } from '~/core/screen/assess/assess';
import type { Trial } from '~/core/screen/trial/trial';
import { listed } from '~/core/words/counted';
import { durationText } from '~/core/words/duration';
import { athleteFactAt } from '~/db/queries/athletes';
import { editsAt } from '~/db/queries/catalogue';
import { priorityRunById, priorityRunsOf } from '~/db/queries/plan';
import { staffNames } from '~/db/queries/practice';
import { trialHistoryOf } from '~/db/queries/screen';
import { can } from '../principal/can';
import { linkSettings, type Principal } from '../principal/principal';
import { toTrial } from '../principal/rows';
import { type AthleteStanding, gateFor, isUuid, type Subject } from '../principal/subject';

/**
 * Where the athlete stood when a ranking was kept: its trials, its settings, the catalogue of its revision, and what the
 * athlete was then, so that it comes out as it was.
 */
async function standingOfRun(
  principal: Principal,
  subject: Subject,
  runId: string,
): Promise<AthleteStanding | undefined> {
  const { practiceId } = principal;
  const run = await priorityRunById(practiceId, runId);
  if (!run || run.athleteId !== subject.athlete.id) return undefined;
  const [facts, edits, rows] = await Promise.all([
    athleteFactAt(practiceId, run.athleteId, run),
    run.catalogueRevision > 0 ? editsAt(practiceId, run.catalogueRevision) : undefined,
    trialHistoryOf(practiceId, run.athleteId),
  ]);
  const trade = edits ? tradeOf(edits, run.catalogueRevision) : shippedTrade;
  const athlete = facts
    ? {
        ...subject.athlete,
        disciplineId: facts.disciplineId,
        secondDisciplineId: facts.secondDisciplineId,
        secondPercent: facts.secondPercent,
        level: facts.level,
        massKg: facts.massKg,
        statureM: facts.statureM,
        kit: facts.kit,
        schoolId: facts.schoolId,
      }
    : subject.athlete;
  const then = { ...principal, trade, today: run.onDate };
  const known = new Set(run.trialIds);
  const upTo = (day: string) => day <= run.onDate;
  const forms = subject.forms.filter((form) => upTo(form.onDate));
  return standingOf({
    trade,
    athlete,
    gate: gateFor(then, {
      athlete,
      forms,
      agreements: subject.agreements.filter((word) => upTo(word.onDate)),
      // Rankings from before this was kept: what is owned now, and nothing held.
      flags: [{ kind: 'pain', qualities: run.held ?? [] }],
      owned: run.owned ?? subject.owned,
    }),
    trials: rows.filter((row) => known.has(row.id)).map(toTrial),
    events:
      run.events?.map((event) => ({
        ...event,
        primer: event.primer ?? false,
        practiceId,
        athleteId: run.athleteId,
        sequence: 0,
        changedAt: null,
      })) ?? subject.events,
    settings: { ...defaultLinkSettings, ...(run.settings as Partial<LinkSettings>) },
  });
}

/** Faults of a trial in words; one that was seen often is said once, with how often. */
function faultsText(trade: Trade, faults: Trial['faults']): string[] {
  return [...new Set(faults.map(({ faultId }) => faultId))].map((id) => {
    const its = faults.filter(({ faultId }) => faultId === id);
    const name = trade.fault(id).name.toLowerCase();
    const first = its[0]?.atS ?? null;
    if (its.length > 1) return `${name}, ${its.length} times`;
    return first === null ? name : `${name} at ${first} s`;
  });
}

/** What is supposed, after "If": "the sport were Gymnastics: artistic and side wall, left scored 80". */
function whatIfText(trade: Trade, asked: WhatIfAsked, own: SportsOf): string {
  const { disciplineId, second, minutes, perMinute, demands, scores } = asked;
  const first = sportLabel(trade.discipline(disciplineId));
  const sport = !otherSports(asked, own)
    ? []
    : [
        second
          ? `the sport were ${first} and, for ${Math.round(100 * second.share)} %, ${sportLabel(trade.discipline(second.disciplineId))}`
          : `the sport were ${first}${secondOf(own) ? ' alone' : ''}`,
      ];
  return listed([
    ...sport,
    ...(minutes === undefined ? [] : [`the event took ${durationText(minutes)}`]),
    ...(perMinute === undefined ? [] : [`it ran at ${perMinute} a minute`]),
    ...Object.entries(demands).map(
      ([id, demand]) => `it asked ${demand} of ${qualityName(id as QualityId).toLowerCase()}`,
    ),
    ...Object.entries(scores).map(([key, score]) => {
      const [id, side] = key.split('|') as [QualityId, SideKey];
      return `${qualitySideName(id, side).toLowerCase()} scored ${score}`;
    }),
  ]);
}

/** Priorities with their arithmetic opened; a past ranking as it was; another sport beside the present one. */
export async function linkView(
  principal: Principal,
  subject: Subject,
  present: AthleteStanding,
  query: URLSearchParams,
) {
  const { athlete } = present;
  const [runs, names] = await Promise.all([
    priorityRunsOf(principal.practiceId, athlete.id),
    subject.tiers.length > 0 ? staffNames(principal.practiceId) : new Map<string, string>(),
  ]);
  const runId = query.get('run') ?? undefined;
  const past = isUuid(runId) ? await standingOfRun(principal, subject, runId) : undefined;
  const standing = past ?? present;
  const { trade } = standing;
  // What if: something else than is so, beside the ranking as it is.
  const { asked, issues } = readWhatIf(trade, Object.fromEntries(query), standing.athlete);
  const other = isOtherwise(asked, standing.athlete)
    ? whatIf(standing, asked, linkSettings(principal))
    : undefined;
  const linked = other?.linked ?? standing.linked;
  const unsaid =
    asked.disciplineId === standing.athlete.disciplineId
      ? standing.linked.exposure
      : trade.discipline(asked.disciplineId).exposure;
  const rankNow = new Map(
    standing.linked.priorities.map((priority, i) => [`${priority.quality}|${priority.side}`, i + 1]),
  );
  const trials = new Map(standing.trials.map((trial) => [trial.id, trial]));
  const nameOf = (testId: string) => trade.test(testId).name;
  return {
    athleteId: athlete.id,
    today: present.today,
    screened: standing.trials.length > 0,
    sport: sportsText(trade, standing.athlete),
    sportId: standing.athlete.disciplineId,
    isGoal: trade.discipline(standing.athlete.disciplineId).sport === 'goal',
    other: other
      ? {
          label: whatIfText(trade, asked, standing.athlete),
          sport: sportLabel(trade.discipline(asked.disciplineId)),
          /** As a sport of our own it would be filled with these, in halves. */
          asks: Object.fromEntries(
            qualityIds.map((id) => [id, Math.round(2 * profileOf(trade, asked)[id]) / 2]),
          ),
          rows: other.rows.map(({ quality: of, side, now, would }) => ({
            key: `${of}|${side}`,
            name: qualitySideName(of, side),
            now,
            would,
          })),
        }
      : undefined,
    /** What may be supposed: each quality with what its sport asks and what it scored. */
    suppose: {
      asked: saidIn(Object.fromEntries(query)),
      /** The second sport that stands when nothing is said of one. */
      second: secondOf(standing.athlete) ?? null,
      percent: Math.round(100 * (secondOf(standing.athlete)?.share ?? usualSecondPercent / 100)),
      issues,
      demands: qualityIds.map((id) => ({
        id,
        name: qualityName(id),
        demand: profileOf(trade, { ...asked, demands: {} })[id],
      })),
      scores: standing.linked.priorities.map(({ quality: of, side, capability }) => ({
        id: `${of}.${side}`,
        name: qualitySideName(of, side),
        score: capability === undefined ? null : Math.round(capability),
      })),
      minutes: unsaid.minutes,
      perMinute: unsaid.perMinute,
      kind: unsaid.kind,
    },
    disciplines: trade.disciplines
      .filter(({ hidden }) => !hidden)
      .map((one) => ({ id: one.id, label: sportLabel(one) })),
    event: standing.event ? { name: standing.event.name, onDate: standing.event.onDate } : undefined,
    past: past && runId ? { id: runId, onDate: past.today } : undefined,
    runs: runs.map((run) => ({ id: run.id, onDate: run.onDate })),
    pillar: pillarCells(linked),
    exposure: { arithmetic: linked.exposure.arithmetic, source: linked.exposure.source },
    priorities: linked.priorities.map((priority) => ({
      key: `${priority.quality}|${priority.side}`,
      quality: priority.quality,
      side: priority.side,
      name: qualitySideName(priority.quality, priority.side),
      sentence: priority.sentence,
      arithmetic: priority.arithmetic,
      verdict: priority.verdict,
      priority: priority.priority,
      confidence: priority.confidence < lowConfidence ? 'low' : priority.confidence < 0.75 ? 'fair' : 'high',
      settleBy: priority.settleBy ? nameOf(priority.settleBy) : undefined,
      ladders: priority.ladderIds.map((id) => trade.ladder(id).name),
      rankNow: rankNow.get(`${priority.quality}|${priority.side}`),
      parts: priority.parts.map(({ result, weight }) => ({
        key: `${result.testId}|${result.side}|${result.rungId ?? ''}`,
        test: `${nameOf(result.testId)}${result.side === 'both' ? '' : `, ${result.side} set up`}`,
        weight,
        raw: rawText(trade, result),
        target: targetText(trade, result.testId, result.target.value),
        source: result.target.source,
        note: result.target.note,
        score: result.score,
        reliability: result.reliability,
        onDate: result.onDate,
        trials: result.trialIds.flatMap((id) => {
          const trial = trials.get(id);
          return trial
            ? [
                {
                  id,
                  text: rawText(trade, trial),
                  faults: faultsText(trade, trial.faults),
                },
              ]
            : [];
        }),
      })),
    })),
    /** What a coach said of a quality: pinned, kept only, set aside. */
    choices: subject.tiers.map(({ quality: of, tier, reason, staffId, createdAt }) => ({
      quality: of,
      name: qualityName(of),
      tier,
      reason,
      by: (staffId && names.get(staffId)) || 'somebody',
      onDate: createdAt.toISOString().slice(0, 10),
    })),
    mayChoose: can(principal, 'plan.change'),
    blocked: linked.blocked.map((blocked) => ({ name: quality(blocked.quality).name, why: blocked.why })),
    ratios: linked.ratios,
    gaps: linked.gaps.map((gap) => ({
      key: `${gap.testId}|${gap.left.rungId ?? ''}`,
      name: nameOf(gap.testId),
      left: rawText(trade, gap.left),
      right: rawText(trade, gap.right),
      amount: gap.amount,
      unit: gap.unit,
      worse: gap.worse,
      said: gapSaid(trade, gap, linked.gaps),
      sides: sides.map((side) => setUpText(trade, gap.testId, side)),
    })),
    patterns: linked.patterns,
    version: linked.catalogueVersion,
  };
}
