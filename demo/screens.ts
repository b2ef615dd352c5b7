import { addDays } from '~/core/body/dates';
import {
  discipline,
  type QualityId,
  type ScreenTest,
  screenTest,
  screenTests,
  sides,
} from '~/core/catalogue';
import { targetFor } from '~/core/screen/assess/score';
import { proposeBattery } from '~/core/screen/battery/battery';
import { meanOfParts, type Trial, workingSide } from '~/core/screen/trial/trial';
import type { Grade } from '~/core/screen/trial/words';
import { mulberry32 } from '~/core/signals/random';
import type { AthleteRow } from '~/db/queries/athletes';
import type { WorldRows } from '~/db/queries/world';
import { type judgeClearance, screenedPerson } from '~/server/views/standing.server';
import type { DemoPerson } from './people';
import type { Who } from './season';
import { stableUuid } from './stable';

function gradeFor(percent: number): Grade {
  if (percent >= 90) return 'owned';
  if (percent >= 62) return 'cued';
  return percent >= 30 ? 'faulted' : 'not_yet';
}

/** The figure that gives about this percent of the target. */
function figureFor(test: ScreenTest, percent: number, target: number): number {
  const share = percent / 100;
  if (test.kind === 'level') {
    const wanted = test.min < 0 ? target + 1 : target;
    return Math.max(test.min, Math.min(test.max, Math.round(wanted * share) - (test.min < 0 ? 1 : 0)));
  }
  if (test.lowerIsBetter) {
    const worst = test.worst ?? 0;
    const value = worst - (worst - target) * share;
    return Math.max(0, test.kind === 'degrees' ? Math.round(value * 2) / 2 : Math.round(value));
  }
  return Math.min(test.stopAt ?? test.max, Math.max(0, Math.round(target * share)));
}

/** A day on which somebody was tested, and by whom. */
interface Visit {
  ago: number;
  n: number;
  /** Only these tests; the whole battery when undefined. */
  tests: readonly string[] | undefined;
  staffId: string;
}

/** Tests the second tester repeated. */
const repeatedTests = ['pelvic_drop_stance', 'side_plank', 'trunk_extensor_hold'];

export interface Screened {
  readonly athlete: AthleteRow;
  readonly event: { minutes: number | null } | undefined;
  /** The clearance as it was on a day. */
  readonly clearanceOn: (day: string) => ReturnType<typeof judgeClearance>;
  readonly random: () => number;
}

/** The screens of one person with all their trials, by the product's own batteries, gates and targets. */
export function addScreens(
  rows: WorldRows,
  who: Who,
  person: DemoPerson,
  today: string,
  { athlete, event, clearanceOn, random }: Screened,
): Trial[] {
  const { id } = athlete;
  const trials: Trial[] = [];
  const visits = person.screens.flatMap((ago, n): Visit[] => [
    { ago, n, tests: undefined, staffId: who.staffId },
    // After the first of several screens a second tester repeated two tests, to learn how far they can be trusted.
    ...(n === 0 && person.screens.length > 1 && ago > 5
      ? [{ ago: ago - 3, n, tests: repeatedTests, staffId: who.secondStaffId }]
      : []),
  ]);
  for (const { ago, n, tests: onlyTests, staffId } of visits) {
    const onDate = addDays(today, -ago);
    const clearance = clearanceOn(onDate);
    const battery = proposeBattery({
      tests: screenTests,
      discipline: discipline(person.disciplineId),
      cautions: clearance.cautions,
      allows: clearance.allows,
      kit: athlete.kit,
      minutes: 55,
      firstSide: n % 2 === 0 ? 'left' : 'right',
    });
    // Repeats draw their own numbers, so that the rest of the world stays as it is.
    const draw = onlyTests ? mulberry32(`repeat ${id} ${n}`) : random;
    const items = battery.items.filter((item) => !onlyTests || onlyTests.includes(item.testId));
    if (items.length === 0) continue;
    const screeningId = stableUuid(onlyTests ? `repeat ${id} ${n}` : `screen ${id} ${n}`);
    const at = new Date(`${onDate}T10:00:00Z`);
    rows.screenings.push({
      id: screeningId,
      practiceId: who.practiceId,
      athleteId: id,
      onDate,
      testIds: items.map((item) => item.testId),
      firstSide: battery.firstSide,
      warmUpDone: true,
      warmUpAt: at,
      trainedLast24h: false,
      footwear: 'trainers',
      staffId,
      createdAt: at,
      completedAt: new Date(at.getTime() + 50 * 60_000),
    });
    // Earlier screens were a little lower everywhere, more so where there was most to gain.
    const behind = (person.screens.length - 1 - n) * 9;
    for (const item of items) {
      const test = screenTest(item.testId);
      const target = targetFor(test, screenedPerson(athlete, onDate, event)).value;
      for (const side of test.sided ? sides : (['both'] as const)) {
        const direct = test.feeds[0];
        const quality = direct?.quality as QualityId;
        const works = workingSide(side, direct?.worksSide ?? 'same');
        const has =
          (person.has?.[`${quality}|${works}` as `${QualityId}|left`] ?? person.has?.[quality] ?? 88) -
          behind;
        const count = test.trials;
        for (let k = 0; k < count; k += 1) {
          // A repeat by another tester differs as much as tests do.
          const percent = has + (draw() - 0.5) * (onlyTests ? 24 : 6);
          const capped = item.gate.capS;
          const raw = test.kind === 'grade' ? null : figureFor(test, percent, target);
          const level =
            raw !== null && item.gate.maxLevel !== undefined ? Math.min(raw, item.gate.maxLevel) : raw;
          const held =
            test.kind === 'hold' &&
            level !== null &&
            ((capped !== undefined && level >= capped) ||
              (test.stopAt !== undefined && level >= test.stopAt));
          const parts = test.directions
            ? Object.fromEntries(test.directions.map((d) => [d.id, Math.round((d.target * percent) / 100)]))
            : null;
          const value = parts
            ? meanOfParts(parts, Object.keys(parts))
            : held
              ? Math.min(capped ?? Number.POSITIVE_INFINITY, test.stopAt ?? Number.POSITIVE_INFINITY)
              : level;
          const faultId = percent < 85 ? person.faults?.[test.id] : undefined;
          const row: Trial = {
            id: stableUuid(`trial ${screeningId} ${test.id} ${side} ${k}`),
            screeningId,
            testId: test.id,
            onDate,
            side,
            value,
            grade: test.kind === 'grade' || test.withGrade ? gradeFor(percent) : null,
            t1S: test.kind === 'hold' && value !== null && !held ? Math.max(0, value - 3) : null,
            faults: faultId
              ? [{ faultId, atS: test.kind === 'hold' && value !== null ? Math.max(1, value - 3) : null }]
              : [],
            feltIn: faultId === 'felt_low_back' ? 'low back' : test.stage >= 3 ? 'hip' : 'trunk',
            painScore: 0,
            painRegion: null,
            endReason: test.kind === 'hold' ? (held ? 'cap' : 'loss') : 'done',
            capS: capped ?? null,
            recordedAt: new Date(at.getTime() + trials.length * 30_000).toISOString(),
            comparable: true,
            parts,
            rungId: null,
            readBy: test.kind === 'degrees' ? 'eye' : null,
            traceId: null,
            stillId: null,
            supersedesId: null,
            reason: null,
          };
          trials.push(row);
          const { comparable: _, recordedAt, ...stored } = row;
          rows.trials.push({
            ...stored,
            practiceId: who.practiceId,
            athleteId: id,
            recordedAt: new Date(recordedAt),
            staffId,
            faults: row.faults.map((each) => ({ ...each })),
          });
        }
      }
    }
  }
  return trials;
}
