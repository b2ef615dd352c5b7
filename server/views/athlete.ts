import { ageOn } from '~/core/body/dates';
import { fromMassKg, fromStatureM } from '~/core/body/units';
import { caution } from '~/core/catalogue';
import { liftedBy } from '~/core/clear/clear';
import type { Gate } from '~/core/clear/gate';
import { qualitySideName, rawText, targetText } from '~/core/link/sentence';
import { mainEvent, pillarCells } from '~/core/link/standing';
import { sportsText } from '~/core/link/two-sports';
import { issue } from '~/core/result';
import { pathOf } from '~/core/today/path';
import { counted } from '~/core/words/counted';
import { pathFacts } from '~/db/queries/athletes';
import { newestSeason } from '~/db/queries/plan';
import { can } from '../principal/can';
import type { Principal } from '../principal/principal';
import type { AthleteStanding, Subject } from '../principal/subject';
import { shownWeeks } from './season-weeks';

/** Why nothing may be loaded, for the views that must say so; undefined when something may. */
export const blockOf = ({ clearance }: Gate) =>
  clearance.allows === 'nothing'
    ? { issues: clearance.issues, liftedBy: issue(liftedBy[clearance.state]), state: clearance.state }
    : undefined;

/** Name, path, cautions and open flags: what stands above every view of an athlete. */
export async function athleteFrame(principal: Principal, subject: Subject) {
  const { athlete, gate, events, flags, forms } = subject;
  const { today, settings } = principal;
  const facts = await pathFacts(principal.practiceId, athlete.id);
  const ahead = events.filter((event) => event.onDate >= today);
  const event = mainEvent(events, today);
  const { massUnit, lengthUnit } = settings;
  return {
    id: athlete.id,
    today,
    practice: principal.practiceName,
    name: `${athlete.givenName} ${athlete.familyName}`,
    line: `${sportsText(principal.trade, athlete)} · ${counted(ageOn(athlete.birthDate, today), 'year')} · ${fromMassKg(athlete.massKg, massUnit)} ${massUnit} · ${fromStatureM(athlete.statureM, lengthUnit)} ${lengthUnit}`,
    event: event ? { name: event.name, onDate: event.onDate } : undefined,
    cautions: gate.cautions.map((id) => ({ id, name: caution(id).name })),
    flags: flags.map((flag) => ({ id: flag.id, text: flag.text })),
    mayCloseFlags: can(principal, 'flag.close'),
    steps: pathOf({
      today,
      clearance: gate.clearance,
      formDay: forms.at(-1)?.onDate,
      lastScreenDay: facts.screen?.onDate,
      screenOpen: facts.screen !== undefined && !facts.screen.completedAt,
      seasonDay: facts.seasonDay,
      hasEvent: ahead.length > 0,
      lastLogDay: facts.lastLogDay,
      openProposals: facts.openProposals,
    }),
  };
}

const resultsShown = 6;
const prioritiesShown = 3;

/** The pillar, what holds back, last results, the season in a strip. */
export async function overview(principal: Principal, standing: AthleteStanding) {
  const { athlete, trade, linked, assessment } = standing;
  const newest = await newestSeason(principal.practiceId, athlete.id);
  return {
    id: athlete.id,
    today: standing.today,
    blocked: blockOf(standing.gate),
    pillar: pillarCells(linked),
    event: standing.event && { name: standing.event.name, onDate: standing.event.onDate },
    note: athlete.note,
    screened: standing.trials.length > 0,
    top: linked.priorities
      .filter((priority) => priority.verdict === 'first' || priority.verdict === 'train')
      .slice(0, prioritiesShown)
      .map((priority) => ({
        key: `${priority.quality}|${priority.side}`,
        quality: priority.quality,
        side: priority.side,
        name: qualitySideName(priority.quality, priority.side),
        sentence: priority.sentence,
      })),
    results: assessment.results
      .toSorted((a, b) => b.onDate.localeCompare(a.onDate) || a.score - b.score)
      .slice(0, resultsShown)
      .map((result) => ({
        key: `${result.testId}|${result.side}|${result.rungId ?? ''}`,
        name: `${trade.test(result.testId).name}${result.side === 'both' ? '' : `, ${result.side}`}`,
        raw: rawText(trade, result),
        target: targetText(trade, result.testId, result.target.value),
        onDate: result.onDate,
      })),
    weeks: (await shownWeeks(principal, athlete.id, newest)).map(
      ({ startsOn, phase, kind, retest, minutes, worked }) => ({
        startsOn,
        phase,
        kind,
        retest,
        minutes,
        worked,
      }),
    ),
    events: standing.events.map(({ name, onDate, priority }) => ({ name, onDate, priority })),
  };
}
