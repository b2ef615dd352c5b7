import { addDays, weekStartOf } from '~/core/body/dates';
import { secondsText } from '~/core/body/units';
import { inField, type LoadSaid, loadField, loadInWords } from '~/core/catalogue/rung-load';
import { amountText, unitText } from '~/core/dose/work';
import { rawText, targetText } from '~/core/link/sentence';
import { screenedPerson } from '~/core/link/standing';
import {
  type DayWork,
  exerciseDays,
  exercisesDone,
  type TestHistory,
  type TestPoint,
  testHistories,
  workByWeek,
} from '~/core/review/over-time';
import { testOn } from '~/core/screen/trial/by-rung';
import { sessionsBetween } from '~/db/queries/sessions';
import { forAthlete, type Principal } from '../principal/principal';
import { plannedAndDone } from '../principal/sessions';
import type { AthleteStanding } from '../principal/subject';

/** Weeks a look back shows; the week to come stands behind them. */
const weeksBack = 26;

/** What was measured and done over time: one test, one exercise, and the work of every week. */
export async function overTimeView(by: Principal, standing: AthleteStanding, query: URLSearchParams) {
  const principal = forAthlete(by, standing.athlete);
  const { trade, firstWeekday, loads } = principal;
  const { athlete, today } = standing;
  const thisWeek = weekStartOf(today, firstWeekday);
  const from = addDays(thisWeek, -7 * weeksBack);
  const sessions = await sessionsBetween(principal.practiceId, athlete.id, from, addDays(thisWeek, 6));
  const { planned, done } = plannedAndDone(sessions);
  const weeks = workByWeek(trade, planned, done, from, weeksBack + 1);
  const firstWeek = weeks.findIndex((week) => week.planned.sets > 0 || week.done.sets > 0);
  const histories = testHistories({
    trials: standing.trials,
    person: screenedPerson(trade, athlete, today, standing.event),
    today,
    trade,
  });
  const exercises = exercisesDone(done).filter((id) => trade.hasRung(id));
  const asked = query.get('test');
  const shown = histories.find((history) => historyKey(history) === asked) ?? histories[0];
  const rungId = exercises.find((id) => id === query.get('exercise')) ?? exercises[0];
  return {
    athleteId: athlete.id,
    today,
    tests: histories.map((history) => ({
      key: historyKey(history),
      name: testOn(trade.test(history.testId), trade, history.rungId).name,
    })),
    test: shown && testView(principal, shown),
    exercises: exercises.map((id) => ({ key: id, name: trade.rung(id).name })),
    exercise: rungId === undefined ? undefined : exerciseView(principal, rungId, done, loads),
    weeks:
      firstWeek < 0
        ? []
        : weeks.slice(firstWeek).map((week) => ({
            ...week,
            plannedText: secondsText(week.planned.seconds),
            doneText: secondsText(week.done.seconds),
            events: standing.events
              .filter(({ onDate }) => onDate >= week.weekStart && onDate <= addDays(week.weekStart, 6))
              .map(({ priority, name }) => ({ priority, name })),
          })),
  };
}
export type OverTimeView = Awaited<ReturnType<typeof overTimeView>>;

/** A test with its rung of choice, as an address names it. */
export const historyKey = ({ testId, rungId }: Pick<TestHistory, 'testId' | 'rungId'>): string =>
  rungId === null ? testId : `${testId}|${rungId}`;

const tenths = (value: number) => Math.round(value * 10) / 10;

/** One test as a line a side, each time with its band of error and what changed. */
function testView({ trade, loads }: Principal, history: TestHistory) {
  const test = testOn(trade.test(history.testId), trade, history.rungId);
  const unit = history.inPoints ? 'points' : test.unit;
  const inUnit = (value: number) => (unit.startsWith('°') ? `${tenths(value)}°` : `${tenths(value)} ${unit}`);
  const pointView = ({ result, value, low, high, since }: TestPoint) => ({
    onDate: result.onDate,
    value: tenths(value),
    low: tenths(low),
    high: tenths(high),
    /** Ended by a cap, or by something else than the trunk: the figure is a lower bound. */
    atLeast: result.held || (test.kind === 'hold' && !result.lost),
    text: rawText(trade, result, loads),
    band: `${tenths(low)} to ${inUnit(high)}`,
    verdict: since?.verdict ?? null,
    difference: since
      ? `${since.difference > 0 ? '+' : since.difference < 0 ? '−' : '±'}${inUnit(Math.abs(since.difference))}`
      : '',
  });
  return {
    key: historyKey(history),
    name: test.name,
    unit,
    lowerIsBetter: test.lowerIsBetter,
    target: history.target,
    targetText: history.inPoints ? 'owned' : targetText(trade, history.testId, history.target),
    lines: history.lines.map(({ side, points }) => ({ side, points: points.map(pointView) })),
  };
}
export type TestOverTime = ReturnType<typeof testView>;

/** One exercise day by day; loads in the unit they are said in here. */
function exerciseView({ trade }: Principal, rungId: string, done: readonly DayWork[], loads: LoadSaid) {
  const rung = trade.rung(rungId);
  const by = rung.load.by;
  const field = loadField(by, loads);
  const days = exerciseDays(done, rungId);
  const loaded = field !== undefined && days.some(({ load }) => load !== null && load > 0);
  return {
    rungId,
    name: rung.name,
    sided: rung.sided,
    unit: unitText(rung.unit),
    loadLabel: loaded ? field.label : null,
    days: days.map(({ onDate, sets, amount, most, load }) => ({
      onDate,
      sets,
      amount,
      amountText: amountText(amount, rung.unit),
      mostText: amountText(most, rung.unit),
      load: loaded && load !== null ? inField(load, field) : null,
      loadText: (load !== null && loadInWords({ by, value: load }, loads)) || 'none',
    })),
  };
}
export type ExerciseOverTime = NonNullable<ReturnType<typeof exerciseView>>;
