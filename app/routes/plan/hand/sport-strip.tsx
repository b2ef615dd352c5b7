import { dayText } from '~/app/lib/format';
import type { PlanWeek } from '~/core/plan/season';
import { hasTraining, type Training, trainingWeek } from '~/core/plan/training/training';
import { counted } from '~/core/words/counted';
import { durationText } from '~/core/words/duration';
import { Strip } from './strips';

/** The sport's own training above the doses: how much each week, and where a session of risk lies. Nothing on it is moved here. */
export function SportStrip({
  training,
  weeks,
  width,
}: {
  readonly training: Training | undefined;
  readonly weeks: readonly PlanWeek[];
  readonly width: number;
}) {
  if (!training || !hasTraining(training)) return null;
  const its = weeks.map(({ startsOn }) => ({ startsOn, ...trainingWeek(startsOn, training) }));
  const most = Math.max(1, ...its.map(({ load }) => load));
  return (
    <Strip name="Sport" weeks={weeks} width={width} tall="h-9">
      <ul>
        {its.map(({ startsOn, minutes, load, hard, riskDays }, i) => {
          const says = `Week of ${dayText(startsOn)}: ${
            minutes === 0
              ? 'no training of the sport'
              : `${durationText(minutes)} of the sport, ${counted(load, 'point')}, ${hard} hard${
                  riskDays.length > 0 ? `, of risk on ${riskDays.map((day) => dayText(day)).join(', ')}` : ''
                }`
          }`;
          return (
            <li
              key={startsOn}
              title={says}
              className="absolute inset-y-0 flex items-end px-px"
              style={{ left: `${i * width}px`, width: `${width}px` }}
            >
              <span className="sr-only">{says}</span>
              <span
                aria-hidden="true"
                className="block w-full border border-mortar bg-sand"
                style={{ height: `${(100 * load) / most}%`, borderWidth: load > 0 ? undefined : 0 }}
              />
              {riskDays.length > 0 ? (
                <span aria-hidden="true" className="absolute inset-x-0 bottom-0 text-center text-fine">
                  ▲
                </span>
              ) : null}
            </li>
          );
        })}
      </ul>
    </Strip>
  );
}
