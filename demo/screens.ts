import type { IsoDay } from '~/core/body/dates';
import { discipline, type QualityId, type ScreenTest, sides } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { usualRack } from '~/core/dose/loads';
import { screenedPerson } from '~/core/link/standing';
import { targetFor } from '~/core/screen/assess/score';
import { proposeBattery } from '~/core/screen/battery/battery';
import { askedLoad, holdFactor, loadAtHand } from '~/core/screen/trial/test-load';
import { meanOfParts, type TrialInput, workingSide } from '~/core/screen/trial/trial';
import { bareTrial, type Grade } from '~/core/screen/trial/words';
import { mulberry32 } from '~/core/signals/random';
import { closeScreening } from '~/server/commands/close-screening';
import { keepTrial } from '~/server/commands/keep-trial';
import { openScreening } from '~/server/commands/open-screening';
import { subjectOf } from '~/server/principal/subject';
import { type Actor, at, daysAgo, type Happening, must } from './clock';
import type { DemoPerson } from './people';
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
  readonly day: IsoDay;
  readonly n: number;
  /** Only these tests; the whole battery when undefined. */
  readonly tests: readonly string[] | undefined;
  readonly tester: Actor;
}

/** Tests the second tester repeated. */
const repeatedTests = ['pelvic_drop_stance', 'side_plank', 'trunk_extensor_hold'];

export interface Team {
  readonly coach: Actor;
  /** Who repeats tests. */
  readonly second: Actor;
}

/** The screens of one person with all their trials, by the product's own batteries, gates and commands. */
export function screensOf(person: DemoPerson, id: string, team: Team, today: IsoDay): Happening[] {
  const visits = person.screens.flatMap((ago, n): Visit[] => [
    { day: daysAgo(today, ago), n, tests: undefined, tester: team.coach },
    // After the first of several screens a second tester repeated some tests, to learn how far they can be trusted.
    ...(n === 0 && person.screens.length > 1 && ago > 5
      ? [{ day: daysAgo(today, ago - 3), n, tests: repeatedTests, tester: team.second }]
      : []),
  ]);
  return visits.map((visit) => ({
    day: visit.day,
    order: 1,
    happens: () => screened(person, id, visit),
  }));
}

async function screened(person: DemoPerson, id: string, visit: Visit): Promise<void> {
  const { day, n, tests: onlyTests, tester } = visit;
  const principal = at(tester, day);
  const subject = await subjectOf(principal, id);
  if (!subject) throw new Error(`the demo world: ${person.given} is not here`);
  const { athlete, gate, events } = subject;
  const firstSide = n % 2 === 0 ? 'left' : 'right';
  const battery = proposeBattery({
    trade: shippedTrade,
    gate,
    kit: athlete.kit,
    discipline: discipline(person.disciplineId),
    minutes: 55,
    firstSide,
  });
  // Every visit draws its own numbers: what others had before it, on whatever day of the week, changes nothing here.
  const draw = mulberry32(`${onlyTests ? 'repeat' : 'screen'} ${id} ${n}`);
  const items = battery.items.filter((item) => !onlyTests || onlyTests.includes(item.testId));
  if (items.length === 0) return;
  const screeningId = stableUuid(onlyTests ? `repeat ${id} ${n}` : `screen ${id} ${n}`);
  must(
    await openScreening(principal, {
      id: screeningId,
      athleteId: id,
      purpose: 'first',
      testIds: items.map((item) => item.testId),
      rests: {},
      firstSide,
      warmUpDone: true,
      trainedLast24h: false,
      footwear: 'trainers',
    }),
    `the screen of ${person.given}`,
  );
  const event = events.find((planned) => planned.priority === 'A');
  // Earlier screens were a little lower everywhere, more so where there was most to gain.
  const behind = (person.screens.length - 1 - n) * 9;
  let taken = 0;
  for (const item of items) {
    const test = shippedTrade.test(item.testId);
    const target = targetFor(test, screenedPerson(shippedTrade, athlete, day, event)).value;
    for (const side of test.sided ? sides : (['both'] as const)) {
      const direct = test.feeds[0];
      const quality = direct?.quality as QualityId;
      const works = workingSide(side, direct?.worksSide ?? 'same');
      const has =
        (person.has?.[`${quality}|${works}` as `${QualityId}|left`] ?? person.has?.[quality] ?? 88) - behind;
      for (let k = 0; k < test.trials; k += 1) {
        // A repeat by another tester differs as much as tests do.
        const percent = has + (draw() - 0.5) * (onlyTests ? 24 : 6);
        taken += 1;
        must(
          await keepTrial(at(tester, day, 10, Math.floor(taken / 2)), {
            trial: trialFor(
              person,
              { test, target, percent, gate: item.gate },
              {
                id: stableUuid(`trial ${screeningId} ${test.id} ${side} ${k}`),
                screeningId,
                testId: test.id,
                onDate: day,
                side,
                recordedAt: at(tester, day, 10, Math.floor(taken / 2)).now.toISOString(),
              },
            ),
          }),
          `${test.name} of ${person.given}`,
        );
      }
    }
  }
  must(await closeScreening(at(tester, day, 11), { screeningId }), `closing the screen of ${person.given}`);
}

interface Drawn {
  readonly test: ScreenTest;
  readonly target: number;
  readonly percent: number;
  readonly gate: { readonly capS: number | undefined; readonly maxLevel: number | undefined };
}

/** The trial that gives about a percentage of the target. */
function trialFor(
  person: DemoPerson,
  { test, target, percent, gate }: Drawn,
  frame: Pick<TrialInput, 'id' | 'screeningId' | 'testId' | 'onDate' | 'side' | 'recordedAt'>,
): TrialInput {
  // What hangs on the rack nearest to the share of the body, and the seconds it leaves.
  const asked = askedLoad(test, person.massKg);
  const load = asked && loadAtHand(asked, usualRack[asked.by] ?? []).value;
  const figure = test.kind === 'grade' ? null : figureFor(test, percent, target);
  const raw = figure === null || !asked ? figure : Math.round(figure * holdFactor(asked, load));
  const level = raw !== null && gate.maxLevel !== undefined ? Math.min(raw, gate.maxLevel) : raw;
  const stopAt = Math.min(gate.capS ?? Number.POSITIVE_INFINITY, test.stopAt ?? Number.POSITIVE_INFINITY);
  const held = test.kind === 'hold' && level !== null && level >= stopAt;
  const parts = test.directions
    ? Object.fromEntries(
        test.directions.map((direction) => [direction.id, Math.round((direction.target * percent) / 100)]),
      )
    : load === undefined
      ? null
      : { load };
  const value = test.directions && parts ? meanOfParts(parts, Object.keys(parts)) : held ? stopAt : level;
  const grade = test.kind === 'grade' || test.withGrade ? gradeFor(percent) : null;
  const faultAt = test.kind === 'hold' && value !== null ? Math.max(0, Math.min(value, value - 3)) : null;
  const usual = test.faults[0] ?? 'breath_hold';
  const faultId =
    percent < 85 ? (person.faults?.[test.id] ?? (grade === 'faulted' ? usual : undefined)) : undefined;
  return {
    ...bareTrial,
    ...frame,
    value,
    grade,
    t1S: test.kind === 'hold' && value !== null && !held ? Math.max(0, value - 3) : null,
    faults: test.countsFaults
      ? Array.from({ length: value ?? 0 }, () => ({ faultId: person.faults?.[test.id] ?? usual, atS: null }))
      : faultId
        ? [{ faultId, atS: faultAt }]
        : [],
    feltIn: faultId === 'felt_low_back' ? 'low back' : test.stage >= 3 ? 'hip' : 'trunk',
    painScore: 0,
    painRegion: null,
    endReason: test.kind === 'hold' ? (held ? 'cap' : 'loss') : 'done',
    capS: gate.capS ?? null,
    parts,
    readBy: test.kind === 'degrees' ? 'eye' : null,
  };
}
