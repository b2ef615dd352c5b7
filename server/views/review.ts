import { quality } from '~/core/catalogue';
import { disclaimer } from '~/core/clear/signs';
import { rawText } from '~/core/link/sentence';
import { pillarCells, screenedPerson, standingOf } from '~/core/link/standing';
import { review } from '~/core/review/review';
import { linkSettings, type Principal } from '../principal/principal';
import type { AthleteStanding } from '../principal/subject';
import { historyKey } from './over-time';

/** Retests against the time before and the first time, each with whether it is real; the pillar then and now. */
export function reviewView(principal: Principal, standing: AthleteStanding) {
  const { trade, today, athlete, trials } = standing;
  const changes = review({
    trials,
    person: screenedPerson(trade, athlete, today, standing.event),
    today,
    trade,
  });
  const dates = [...new Set(trials.map((trial) => trial.onDate))].sort();
  const [firstDay] = dates;
  const pillarOn = (day: string) =>
    pillarCells(
      standingOf({
        trade,
        athlete,
        gate: { ...standing.gate, day },
        trials: trials.filter((trial) => trial.onDate <= day),
        events: standing.events,
        settings: linkSettings(principal),
      }).linked,
    );
  return {
    athleteId: athlete.id,
    today,
    withheld: standing.gate.may('test').length > 0,
    dates,
    first: firstDay ? pillarOn(firstDay) : [],
    latest: pillarCells(standing.linked),
    changes: changes.map((change) => {
      const test = trade.test(change.testId);
      const direct = test.feeds[0]?.quality;
      const graded = change.latest.value === null || test.kind === 'grade';
      return {
        key: `${change.testId}|${change.side}|${change.latest.rungId ?? ''}`,
        overTime: historyKey(change.latest),
        quality: direct && direct !== 'neck_control' ? quality(direct).name : 'Neck control',
        posture: test.posture,
        needs: test.needs,
        test: `${test.name}${change.side === 'both' ? '' : `, ${change.side}`}`,
        first: rawText(trade, change.first),
        previous: rawText(trade, change.previous),
        latest: rawText(trade, change.latest),
        days: [change.first.onDate, change.previous.onDate, change.latest.onDate] as const,
        difference: graded
          ? ''
          : `${change.difference > 0 ? '+' : ''}${Math.round(change.difference * 10) / 10}`,
        realFrom: graded ? 'a whole grade' : `${Math.round(change.realFrom * 10) / 10} ${test.unit}`,
        verdict: change.verdict,
      };
    }),
    disclaimer,
  };
}
