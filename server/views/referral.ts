import { addDays, ageOn } from '~/core/body/dates';
import { caution, qualityName } from '~/core/catalogue';
import { whereText } from '~/core/clear/pain-map';
import { disclaimer } from '~/core/clear/signs';
import { amountText } from '~/core/dose/work';
import { rawText } from '~/core/link/sentence';
import { sportsText } from '~/core/link/two-sports';
import { testOn } from '~/core/screen/trial/by-rung';
import { endedText } from '~/core/screen/trial/words';
import { flagsOf } from '~/db/queries/clear';
import { recentLogs } from '~/db/queries/logs';
import { sessionsBetween } from '~/db/queries/sessions';
import { forAthlete, type Principal } from '../principal/principal';
import { type AthleteStanding, isUuid } from '../principal/subject';

/** Days ahead whose sessions are said to be held or changed. */
const daysAhead = 14;
/** Logs that are looked through for the one a flag came from. */
const logsBack = 60;

/**
 * A note for a licensed practitioner about a flag: what was told, what was being done, what was measured and what was stopped.
 * Nothing in it names a condition. Undefined when the flag is not this athlete's.
 */
export async function referralView(by: Principal, standing: AthleteStanding, flagId: string) {
  const { athlete, gate, assessment, trials, event } = standing;
  const principal = forAthlete(by, athlete);
  const { practiceId, today, trade, loads } = principal;
  if (!isUuid(flagId)) return undefined;
  const [flags, logs, ahead] = await Promise.all([
    flagsOf(practiceId, athlete.id),
    recentLogs(practiceId, athlete.id, logsBack),
    sessionsBetween(practiceId, athlete.id, today, addDays(today, daysAhead)),
  ]);
  const flag = flags.find(({ id }) => id === flagId);
  if (!flag) return undefined;
  const trial = trials.find(({ id }) => id === flag.sourceId);
  const log = logs.find(({ id }) => id === flag.sourceId);
  const results = assessment.results.toSorted((a, b) => b.onDate.localeCompare(a.onDate));
  return {
    practice: principal.practiceName,
    by: principal.staffName,
    today,
    name: `${athlete.givenName} ${athlete.familyName}`,
    born: athlete.birthDate,
    years: ageOn(athlete.birthDate, today),
    sport: sportsText(principal.trade, athlete),
    event: event ? { name: event.name, onDate: event.onDate } : null,
    athleteId: athlete.id,
    flag: {
      text: flag.text,
      openedAt: flag.openedAt.toISOString(),
      closed: flag.closedAt ? { at: flag.closedAt.toISOString(), reason: flag.closedReason ?? '' } : null,
    },
    /** The trial it was told in, in its own figures. */
    trial: trial
      ? {
          test: testOn(trade.test(trial.testId), trade, trial.rungId).name,
          side: trial.side,
          onDate: trial.onDate,
          value: rawText(trade, trial, loads),
          ended: endedText[trial.endReason] ?? '',
          faults: trial.faults.map(({ faultId }) => trade.fault(faultId).name.toLowerCase()),
        }
      : null,
    /** The session it was told after: what was done in it, and what ended a set. */
    session: log
      ? {
          onDate: log.onDate,
          effort: log.effort,
          where: whereText(log.painPlaces, log.painRegion),
          note: log.note,
          sets: log.sets
            .filter(({ rungId }) => trade.hasRung(rungId))
            .map(({ rungId, side, done, faultId }) => {
              const rung = trade.rung(rungId);
              return [
                rung.name,
                amountText(done, rung.unit),
                side === 'both' ? '' : side,
                faultId ? `ended by ${trade.fault(faultId).name.toLowerCase()}` : '',
              ]
                .filter(Boolean)
                .join(', ');
            }),
        }
      : null,
    held: flag.closedAt ? [] : flag.qualities.map(qualityName),
    heldSessions: flag.closedAt
      ? 0
      : ahead.filter(({ items }) => items.some(({ bars }) => bars.length > 0)).length,
    cautions: gate.cautions.map((id) => caution(id).name),
    measured: results.map((result) => ({
      key: `${result.testId} ${result.rungId ?? ''} ${result.side}`,
      test: testOn(trade.test(result.testId), trade, result.rungId).name,
      side: result.side === 'both' ? '' : result.side,
      onDate: result.onDate,
      value: rawText(trade, result, loads),
      faults: [...new Set(result.faultIds)].map((id) => trade.fault(id).name.toLowerCase()),
    })),
    before: flags
      .filter(({ id }) => id !== flagId)
      .map(({ id, text, closedAt, closedReason }) => ({
        id,
        text,
        closed: closedAt ? { at: closedAt.toISOString(), reason: closedReason ?? '' } : null,
      })),
    disclaimer,
  };
}
