import { dayText } from '~/app/lib/format';
import { phaseNames } from '~/core/dose/phases';
import { type BlockAhead, blocksAhead, mainsOf, testAtEnd } from '~/core/plan/block-ends';
import { qualityWord } from '~/core/plan/hand/words';
import type { PlanWeek } from '~/core/plan/season';
import { sentence } from '~/core/words/counted';
import { boardRows } from './dose-board';
import { type Ends, useEnds } from './use-ends';

/** Where the picked block leads as it lies on the desk: seconds, repetitions, exercises, loads and sides, made again with every move. */

/** The block a week is in, among those that are not over. */
const blockAt = (weeks: readonly PlanWeek[], at: string, today: string): BlockAhead | undefined =>
  blocksAhead(weeks, today).find((block) => block.weeks.some(({ startsOn }) => startsOn === at));

export function BlockEnd({
  weeks,
  was,
  at,
  today,
  ends,
  athleteId,
}: {
  readonly weeks: readonly PlanWeek[];
  /** What it is compared with. */
  readonly was: readonly PlanWeek[] | undefined;
  readonly at: string;
  readonly today: string;
  readonly ends: Ends;
  readonly athleteId: string;
}) {
  const led = useEnds(athleteId, weeks, ends.planned, was !== undefined);
  const block = blockAt(weeks, at, today);
  if (!block) return null;
  const before = was && blockAt(was, at, today);
  const holding = ({ from, to }: Ends['planned'][number]) => from <= at && at <= to;
  const now = led.at.find(holding);
  const planned = was && ends.planned.find(holding);
  const mains = mainsOf(block.weeks);
  // In the order of the board, which no move turns round.
  const rows = boardRows(weeks)
    .filter((id) => mains.includes(id))
    .map((quality) => ({
      quality,
      tests: ends.tests.filter((test) => test.quality === quality),
      stands: now?.qualities.find((one) => one.quality === quality),
      stood: planned?.qualities.find((one) => one.quality === quality),
    }));
  return (
    <section aria-labelledby="block-end" className="mt-6">
      <h3 id="block-end" className="text-xl">
        At the end of {phaseNames[block.phase]}, {dayText(block.to, today)}
      </h3>
      <ul className="rule-list mt-2">
        {rows.map(({ quality, tests, stands, stood }) => (
          <li key={quality} className="grid gap-x-6 py-2 sm:grid-cols-[9rem_1fr]">
            <strong>{sentence(qualityWord(quality))}</strong>
            <span className="figures">
              {tests.map((test) => {
                const end = testAtEnd(test, block);
                const other = before && testAtEnd(test, before);
                return (
                  <span key={`${test.testId}|${test.side}`} className="block">
                    {test.name}: {Math.round(test.now)} → {end} {test.unit}
                    {test.orMore ? ' or more' : ''}
                    {other === undefined || other === end ? '' : ` (before ${other})`}
                  </span>
                );
              })}
              {stands?.exercise ? (
                <span className="block text-quiet">
                  {stands.exercise}
                  {led.fresh ? '' : ', before this move'}
                  {led.fresh && stood?.exercise && stood.exercise !== stands.exercise
                    ? ` (before ${stood.exercise})`
                    : ''}
                </span>
              ) : null}
              {stands?.sides ? <span className="block text-quiet">{stands.sides}</span> : null}
              {tests.length === 0 && !stands?.exercise ? (
                <span className="block text-quiet">nothing that is counted in seconds or reps</span>
              ) : null}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-aside text-quiet">
        If its sets are done clean: 1 % a clean session, two of a quality a week at most.
      </p>
    </section>
  );
}
