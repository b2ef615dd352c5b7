import { addDays, weekStartOf } from '~/core/body/dates';
import { qualityName, sportLabel } from '~/core/catalogue';
import type { DoseAthlete } from '~/core/dose/athlete';
import { phaseAims, phaseNames } from '~/core/dose/phases';
import { easedTexts, readEased } from '~/core/plan/eased';
import { byHandText } from '~/core/plan/hand/words';
import { criterionText, groundCriteria, groundMatter, isMastered } from '~/core/plan/mastery';
import { breathOwned, planPriorities, weekOf } from '~/core/plan/season-input';
import { sizeOf, templateOf } from '~/core/plan/template';
import { blocksOf } from '~/core/plan/tiers';
import { hasTraining, trainingWeek } from '~/core/plan/training/training';
import { issue } from '~/core/result';
import { newestJob } from '~/db/queries/jobs';
import { eventsOfPractice, newestSeason, type PlanWeekRow, seasonStrips } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { templatesOfPractice } from '~/db/queries/season-templates';
import { itemStates } from '~/db/schema';
import { can } from '../principal/can';
import { loadDose } from '../principal/dose';
import { forAthlete, type Principal } from '../principal/principal';
import { roster } from '../principal/roster';
import { toPlanWeek } from '../principal/rows';
import type { AthleteStanding, Subject } from '../principal/subject';
import { loadTraining } from '../principal/training';
import { blockOf } from './athlete';
import { shownWeeks } from './season-weeks';
import { targetsOf, targetView } from './targets';

/** Days without training stay in the list for a week after they ended. */
const shownAfterDays = 7;

export async function planView(principal: Principal, subject: Subject, standing: AthleteStanding) {
  const { athlete, gate, events, blackouts } = subject;
  const { today, practiceId } = principal;
  const [newest, dosed, training] = await Promise.all([
    newestSeason(practiceId, athlete.id),
    loadDose(principal, subject, standing),
    loadTraining(principal, athlete.id),
  ]);
  const targets = newest ? targetsOf(subject, standing, dosed, newest.weeks.map(toPlanWeek)) : [];
  return {
    athleteId: athlete.id,
    today,
    blocked: blockOf(gate),
    screened: standing.trials.length > 0,
    events: events.map(({ id, name, onDate, priority, minutes, perMinute, primer }) => ({
      id,
      name,
      onDate,
      priority,
      minutes,
      perMinute,
      primer,
    })),
    blackouts: blackouts
      .filter((blackout) => blackout.toDate >= addDays(today, -shownAfterDays))
      .map(({ id, fromDate, toDate, reason }) => ({ id, fromDate, toDate, reason })),
    warnings: newest?.season.warnings ?? [],
    eased: easedTexts(readEased(newest?.season.settings.eased)),
    /** What was set by hand and stays when it is planned again, in words. */
    byHand: byHandText(newest?.season.byHand ?? {}),
    weeks: newest?.weeks ?? [],
    wall: await shownWeeks(principal, athlete.id, newest),
    blocks: blocksView(newest?.weeks ?? []).map((block) => ({
      ...block,
      targets: targets
        .filter(({ from }) => from === block.from)
        .flatMap(({ qualities }) =>
          qualities.map((target) => targetView(forAthlete(principal, athlete), target)),
        ),
      tests: targets
        .filter(({ from }) => from === block.from && block.retests.length > 0)
        .flatMap(({ qualities }) => qualities.flatMap(({ tests }) => tests))
        .map(({ testId }) => principal.trade.test(testId).name)
        .filter((name, i, all) => all.indexOf(name) === i),
    })),
    /** What Ground still waits for, where it ends when it is mastered; null elsewhere and afterwards. */
    ground: groundView(newest?.weeks ?? [], standing, dosed, today),
    thisWeek: thisWeekView(newest?.weeks ?? [], today),
    /** Training of the sport of this week; null where nobody has said any. */
    sport: hasTraining(training) ? trainingWeek(weekStartOf(today, principal.firstWeekday), training) : null,
    /** Words of a coach on qualities that the plan does not know yet. */
    choicesSince: subject.tiers.filter(({ createdAt }) => newest && createdAt > newest.season.createdAt)
      .length,
    trunkWork: athlete.trunkWork,
    exposure: principal.trade.discipline(athlete.disciplineId).exposure,
    mayPlan: can(principal, 'plan.make'),
    ids: { event: newId(), blackout: newId(), season: newId(), template: newId() },
  };
}

/** Where Ground stands, for an athlete whose Ground ends when it is mastered. */
export function groundView(
  weeks: readonly Pick<PlanWeekRow, 'phase' | 'startsOn'>[],
  standing: AthleteStanding,
  dosed: DoseAthlete,
  today: string,
) {
  const week = weekOf(weeks, today);
  if (standing.athlete.groundEnds !== 'mastery' || week?.phase !== 'ground') return null;
  const criteria = groundCriteria(planPriorities(standing), breathOwned(dosed));
  const next = weekOf(weeks, addDays(week.startsOn, 7))?.phase;
  return {
    mastered: isMastered(criteria),
    criteria: criteria.map(criterionText),
    /** What the plan does not do yet. */
    matter: groundMatter(criteria, week.phase, next),
  };
}

/** What this week is for: the phase's aim, the kind of week, what is put first and what waits. */
function thisWeekView(weeks: readonly PlanWeekRow[], today: string) {
  const week = weekOf(weeks, today);
  if (!week) return null;
  const mains = week.cells.filter(({ tier, sets }) => tier === 'main' && sets > 0);
  return {
    phase: phaseNames[week.phase],
    aim: phaseAims[week.phase],
    kind: week.kind,
    minutes: week.minutes,
    minutesAvailable: week.minutesAvailable,
    focus: week.focus === null ? null : qualityName(week.focus),
    sets: [...new Set(mains.map(({ quality }) => quality))].map((id) => ({
      quality: qualityName(id),
      sets: Math.max(...mains.filter(({ quality }) => quality === id).map(({ sets }) => sets)),
    })),
    waiting: week.waiting.map(qualityName),
    reasons: week.reasons,
    retest: week.retest,
  };
}

/** Blocks of a season in words: what is put first, what is kept, when it is tested. */
function blocksView(weeks: readonly PlanWeekRow[]) {
  return blocksOf(weeks).flatMap((block) => {
    const its = weeks.slice(block.from, block.to);
    const first = its[0];
    const last = its.at(-1);
    if (!first || !last) return [];
    const cells = its.flatMap((week) => week.cells);
    const main = new Set(cells.filter(({ tier }) => tier === 'main').map((cell) => cell.quality));
    const keep = new Set(cells.map((cell) => cell.quality).filter((id) => !main.has(id)));
    // The one the block is named for comes first.
    const focus = its.find((week) => week.focus !== null)?.focus;
    const ordered = [...main].sort((a, b) => Number(b === focus) - Number(a === focus));
    return [
      {
        phase: phaseNames[block.phase],
        aim: phaseAims[block.phase],
        from: first.startsOn,
        to: addDays(last.startsOn, 6),
        weeks: its.length,
        main: ordered.map(qualityName),
        keep: [...keep].map(qualityName),
        retests: its.filter((week) => week.retest).map((week) => week.startsOn),
      },
    ];
  });
}

/** More than anybody reads through. */
const refusedShown = 200;

/** Sports of the roster's athletes, the most first. */
function sportsOf(
  { trade }: Pick<Principal, 'trade'>,
  rows: readonly { readonly id: string; readonly disciplineId: string }[],
  planned: ReadonlySet<string>,
) {
  const ids = [...new Set(rows.map(({ disciplineId }) => disciplineId))];
  return ids
    .map((id) => {
      const its = rows.filter(({ disciplineId }) => disciplineId === id);
      return {
        id,
        name: sportLabel(trade.discipline(id)),
        all: its.length,
        without: its.filter((row) => !planned.has(row.id)).length,
      };
    })
    .sort((a, b) => b.all - a.all || a.name.localeCompare(b.name));
}

/** Everybody's season as a strip, the nearest event first. */
export async function seasonsView(principal: Principal) {
  const [{ today, rows }, strips, events, job, templates] = await Promise.all([
    roster(principal),
    seasonStrips(principal.practiceId),
    eventsOfPractice(principal.practiceId),
    newestJob(principal.practiceId),
    templatesOfPractice(principal.practiceId),
  ]);
  const all = rows.map((row) => ({
    id: row.id,
    name: row.name,
    discipline: row.discipline,
    event: row.event,
    weeks: strips
      .filter((week) => week.athleteId === row.id)
      .map(({ startsOn, phase, kind, retest, minutes }) => ({ startsOn, phase, kind, retest, minutes })),
    events: events
      .filter((event) => event.athleteId === row.id)
      .map(({ name, onDate, priority }) => ({ name, onDate, priority })),
  }));
  return {
    today,
    planned: all
      .filter((row) => row.weeks.length > 0)
      .sort((a, b) => (a.event?.onDate ?? '9').localeCompare(b.event?.onDate ?? '9')),
    without: all.filter((row) => row.weeks.length === 0),
    mayPlan: can(principal, 'plan.make'),
    newId: newId(),
    /** Frames that many are planned in, and what is in them. */
    templates: templates.map(({ id, name, frame }) => ({ id, name, size: sizeOf(templateOf(frame, today)) })),
    /** Sports there is somebody of, with how many, and how many of those without a season. */
    sports: sportsOf(principal, rows, new Set(strips.map(({ athleteId }) => athleteId))),
    job: job && {
      id: job.id,
      done: job.of('done'),
      cancelled: job.of('cancelled'),
      open: job.of('waiting') + job.of('doing'),
      all: itemStates.reduce((sum, state) => sum + job.of(state), 0),
      refused: job.refused.slice(0, refusedShown).map(({ athleteId, why, givenName, familyName }) => ({
        athleteId,
        name: `${givenName} ${familyName}`,
        why: why ?? issue('job.failed'),
      })),
    },
  };
}
