import { weekStartOf } from '~/core/body/dates';
import { doseHistory } from '~/core/coach/history';
import type { DoseAthlete } from '~/core/dose/athlete';
import type { PeriodiseInput } from '~/core/plan/season';
import { type Behind, goesOnFrom, type SeasonGiven, seasonInput } from '~/core/plan/season-input';
import { type SeasonTemplate, templateOf } from '~/core/plan/template';
import type { TrunkWork } from '~/core/plan/trunk-work';
import { recentLogs } from '~/db/queries/logs';
import { aimedOf, type newestSeason } from '~/db/queries/plan';
import { loadDose } from './dose';
import type { Principal } from './principal';
import { toBlackout, toOutcome } from './rows';
import type { AthleteStanding, Subject } from './subject';
import { loadTraining } from './training';

/** What an athlete's season is made from, read once; the same for the one who plans it and for the one who moves it by hand. */

export type StandingSeason = Awaited<ReturnType<typeof newestSeason>>;

/** Logs that hold the four weeks a season begins from. */
const logsRead = 40;

/** Tiers a coach has set by hand. */
const tiersOf = (subject: Pick<Subject, 'tiers'>): SeasonGiven['tiers'] =>
  Object.fromEntries(subject.tiers.map(({ quality, tier }) => [quality, tier]));

/** How the version that stands went on from the one before it; seasons from before this was kept say less. */
function behindIn(settings: Readonly<Record<string, unknown>>): Partial<Behind> {
  const { under, loadWeeksBefore } = settings;
  return {
    ...(typeof under === 'object' && under !== null ? { under: under as Behind['under'] } : {}),
    loadWeeksDone: Number(loadWeeksBefore ?? 0),
  };
}

/**
 * The input of a season that starts with this week.
 *
 * @param previous the plan that stands, which the new one goes on from and stays near
 */
export async function loadSeasonInput(
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  previous: StandingSeason,
  given: {
    readonly trunkWork?: TrunkWork | null | undefined;
    readonly openWeeks?: number | null | undefined;
    /** The frame it is planned in; its phases by date stand above those there were. */
    readonly template?: SeasonTemplate | null | undefined;
    /** The athlete as dosed, where the caller has read that already. */
    readonly dosed?: DoseAthlete | undefined;
  },
): Promise<PeriodiseInput> {
  const startsOn = weekStartOf(principal.today, principal.firstWeekday);
  // One after another: inside a write they share its connection.
  const dosed = given.dosed ?? (await loadDose(principal, subject, standing));
  const logs = await recentLogs(principal.practiceId, subject.athlete.id, logsRead);
  const training = await loadTraining(principal, subject.athlete.id);
  const accepted = previous ? await aimedOf(previous.season.id) : undefined;
  const ahead = previous?.weeks.filter((week) => week.startsOn >= startsOn).length ?? 0;
  const input = seasonInput(standing, {
    athlete: dosed,
    firstWeekday: principal.firstWeekday,
    blackouts: subject.blackouts.map(toBlackout),
    training,
    history: doseHistory(dosed, logs.map(toOutcome), startsOn),
    trunkWork: given.trunkWork ?? subject.athlete.trunkWork ?? undefined,
    openWeeks: standing.event ? undefined : (given.openWeeks ?? (ahead > 0 ? ahead : undefined)),
    tiers: tiersOf(subject),
    ...(previous ? goesOnFrom(previous.weeks, startsOn, behindIn(previous.season.settings)) : undefined),
  });
  const { locks = [], giving = [], phaseStarts } = previous?.season.byHand ?? {};
  const template = given.template ? templateOf({ ...given.template }, startsOn).phaseStarts : [];
  return {
    ...input,
    accepted,
    // What was set by hand stays for the weeks to come.
    locks: locks.filter((lock) => lock.startsOn >= startsOn),
    giving: giving.filter((one) => one.startsOn >= startsOn),
    phaseStarts: template.length > 0 ? template : phaseStarts,
  };
}
