import { addDays, weekdayOf } from '~/core/body/dates';
import type { LadderQuality } from '~/core/dose/choose';
import { timeIn } from '~/core/people/time';
import { anchorsOf } from './calendar';
import { planDefaults as d, flexionShare } from './defaults';
import type { FrameWeek, SeasonFrame } from './frame';
import { qualityWord } from './hand/words';
import type { Hold } from './hold';
import { evaluate } from './lp/linear';
import type { SeasonModel } from './lp/season-model';
import { isTrunkQuality } from './tiers';
import { riskCloseTo } from './training/training';
import type { WholeWeek } from './whole-sets';

/** Which rules hold a week down, in words, and what a season was planned without. */

const holdWords: Readonly<Record<Hold, (names: string) => string>> = {
  cap: (names) => `The most of one quality for this level holds ${names}.`,
  gate: (names) => `The phase holds ${names}.`,
  caution: (names) => `A caution holds ${names}.`,
  ramp: (names) => `The ramp (25 % a week, or one set) holds ${names}.`,
  tier: (names) => `Kept only: ${names}.`,
  set_cap: (names) => `Enough sets a session: ${names}.`,
  flexion: (names) => `The ledger of bending holds ${names}.`,
};

const percent = (share: number): string => `${Math.round(100 * share)}`;

function lowWeekReason(week: FrameWeek): string {
  const [least, most] = week.lowShare ?? [0, 1];
  const band = `${percent(least)} to ${percent(most)} % of the last load weeks`;
  if (week.kind === 'deload') return `Deload: ${band}.`;
  if (week.kind === 'event') return `B event: ${band}.`;
  if (week.kind === 'sharpen')
    return week.eventWeek
      ? `Event week: ${band}, on the days that lie far enough before it.`
      : `Sharpen: ${band}, nothing new.`;
  return week.kind === 'after' ? `After the event: ${band}.` : `Restore: ${band}.`;
}

const tight = 1e-6;

/** What holds a load week under nine tenths of its minutes, read from the rules its doses lie on. */
function holding(
  frame: SeasonFrame,
  model: SeasonModel,
  week: FrameWeek,
  doses: ArrayLike<number>,
): string[] {
  const sums = model.weeks[week.index];
  if (!sums) return [];
  const reasons: string[] = [];
  const minutes = evaluate(sums.minutes, doses);
  if (minutes >= sums.entryMinutes - tight && week.fill < 0.95)
    reasons.push(
      `Entry: ${percent(week.fill)} % of the offered minutes this week, ten points more each load week.`,
    );
  else if (sums.bound && minutes >= evaluate(sums.bound, doses) - tight)
    reasons.push(
      `The ramp in all holds this week: ${percent(frame.youth ? d.rampTotalYouth : d.rampTotal)} % over the mean of the last two load weeks.`,
    );
  if (evaluate(sums.total, doses) >= d.capTotal[frame.level] - tight)
    reasons.push('The most dose of a week for this level holds it.');
  const by = new Map<Hold, string[]>();
  const hold = (rule: Hold, id: LadderQuality) => by.set(rule, [...(by.get(rule) ?? []), qualityWord(id)]);
  const bending = evaluate(sums.bent, doses) >= d.flexion - tight;
  for (const cell of model.cells) {
    if (cell.week !== week.index) continue;
    const dose = doses[cell.column] ?? 0;
    if (dose >= cell.most - tight) hold(cell.mostBy, cell.row.id);
    else if (cell.bound && dose >= evaluate(cell.bound, doses) - tight) hold('ramp', cell.row.id);
    else if (bending && flexionShare[cell.row.id]) hold('flexion', cell.row.id);
  }
  for (const [rule, names] of by) reasons.push(holdWords[rule](names.join(', ')));
  return reasons;
}

/** How many of the days an athlete trains the trunk on are too close to a sport session of risk. */
const closedByRisk = ({ input }: SeasonFrame, week: FrameWeek): number => {
  const { training } = input;
  const { weekdays } = timeIn(input, week.phase);
  return training
    ? Array.from({ length: 7 }, (_, i) => addDays(week.startsOn, i)).filter(
        (day) => weekdays.includes(weekdayOf(day)) && riskCloseTo(day, training),
      ).length
    : 0;
};

/** Why a week is as it is. */
export function reasonsOf(
  frame: SeasonFrame,
  model: SeasonModel,
  week: FrameWeek,
  doses: ArrayLike<number>,
  whole: WholeWeek | undefined,
): string[] {
  if (week.kind === 'black') return ['No training this week.'];
  const risk = closedByRisk(frame, week);
  if (week.sessions === 0)
    return [
      `No day of this week is left: days off, or too close before an event${risk > 0 ? ' or a sport session of risk' : ''}.`,
    ];
  const reasons = week.low
    ? [lowWeekReason(week)]
    : (whole?.minutes ?? 0) < d.fillLeast * week.minutesAvailable
      ? holding(frame, model, week, doses)
      : [];
  if (!week.low && reasons.length === 0 && (whole?.minutes ?? 0) < d.fillLeast * week.minutesAvailable)
    reasons.push('In whole sets: one more of anything would not fit.');
  if (risk > 0 && week.sessions < timeIn(frame.input, week.phase).sessionsPerWeek)
    reasons.push(
      `A sport session of risk closes ${risk === 1 ? 'one of its days' : `${risk} of its days`}, so fewer sessions.`,
    );
  if (week.waiting.length > 0)
    reasons.push(
      `Waiting this week: ${week.waiting.map(qualityWord).join(', ')}; the longest off comes first.`,
    );
  return reasons;
}

/** What a coach is told of a whole season. */
export function warningsOf({ input, calendar, wants, blocks, costOf }: SeasonFrame): string[] {
  const warnings: string[] = [];
  if (calendar.length === 0)
    warnings.push('No event lies ahead: enter one, or plan an open block of 4 to 12 weeks.');
  const first = calendar[0];
  const anchors = anchorsOf(input.events.filter((event) => first && event.onDate >= first.startsOn));
  if (anchors[0] && anchors[0].priority !== 'A')
    warnings.push(`No A event: the season is built back from ${anchors[0].name}.`);
  const untested = wants.filter(({ id }) =>
    input.priorities.some((row) => row.quality === id && row.capability === undefined),
  );
  if (untested.length > 0)
    warnings.push(
      `Untested, so judged by what the sport asks: ${untested.map(({ id }) => qualityWord(id)).join(', ')}.`,
    );
  const without = wants.filter(
    ({ id, demand, priority }) =>
      isTrunkQuality(id) &&
      (demand > 0 || priority > 0) &&
      blocks.length > 0 &&
      !blocks.some((block) => costOf(id, block.phase) !== undefined),
  );
  if (without.length > 0)
    warnings.push(
      `No rung is left by cautions, school and kit, so no dose: ${without.map(({ id }) => qualityWord(id)).join(', ')}.`,
    );
  return warnings;
}
