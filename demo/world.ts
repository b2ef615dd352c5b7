import { addDays } from '~/core/body/dates';
import {
  discipline,
  type QualityId,
  type ScreenTest,
  screenTest,
  screenTests,
  sides,
} from '~/core/catalogue';
import { noEdits } from '~/core/catalogue/edits';
import { proposeBattery } from '~/core/screen/battery';
import { targetFor } from '~/core/screen/score';
import { meanOfParts, type Trial, workingSide } from '~/core/screen/trial';
import type { Grade } from '~/core/screen/words';
import { mulberry32 } from '~/core/signals/random';
import type { AgreementRow, ClearanceRow } from '~/db/queries/clear';
import { emptyWorld, type WorldRows } from '~/db/queries/world';
import type { PracticeSettings } from '~/db/schema';
import {
  assembleView,
  judgeClearance,
  type Picture,
  pillarCells,
  screenedPerson,
} from '~/server/athlete.server';
import { type DemoPerson, demoPeople } from './people';
import { addSeason, type Who } from './season';
import { stableUuid } from './stable';
import { demoSignIn, otherSignIn, secondSignIn } from './world-sign-in';

export const demoSettings: PracticeSettings = {
  massUnit: 'kg',
  lengthUnit: 'cm',
  weights: { shortfall: 0.6, sideGap: 0.25, faults: 0.15 },
  actingGap: 0.1,
  guardianUnderYears: 18,
  renewMonths: 6,
};

const fullKit = [
  'band',
  'ball',
  'box',
  'cable',
  'dumbbell',
  'towel',
  'wall',
  'loop_band',
  'foam_roller',
  'pad',
];

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

/** One person's history: form, screens, plan, weeks of logs, proposals. All by the product's own functions. */
function addPerson(rows: WorldRows, who: Who, person: DemoPerson, today: string): void {
  const random = mulberry32(`${person.given} ${person.family}`);
  const id = stableUuid(`athlete ${person.given} ${person.family}`);
  const birthDate = addDays(`${Number(today.slice(0, 4)) - person.age}-01-15`, Math.floor(random() * 200));
  const athlete = {
    id,
    practiceId: who.practiceId,
    givenName: person.given,
    familyName: person.family,
    birthDate,
    sex: person.sex,
    disciplineId: person.disciplineId,
    level: person.level,
    massKg: person.massKg,
    statureM: person.statureM,
    kit: [...(person.kit ?? fullKit)],
    schoolId: null,
    sessionsPerWeek: person.perWeek ?? 3,
    minutesPerSession: person.minutes ?? 25,
    weekdays: (person.perWeek ?? 3) === 2 ? [2, 5] : [1, 3, 5],
    note: person.note ?? '',
    version: 1,
    createdAt: new Date(`${addDays(today, -120)}T09:00:00Z`),
  };
  rows.athletes.push(athlete);

  const answered =
    person.screens.length > 0 ||
    person.stop !== undefined ||
    person.cautions !== undefined ||
    person.age < 18;
  let form: ClearanceRow | undefined;
  const agreements: AgreementRow[] = [];
  if (answered) {
    const formDay = addDays(today, -Math.min(150, Math.max(7, (person.screens[0] ?? 5) + 3)));
    form = {
      id: stableUuid(`form ${id}`),
      practiceId: who.practiceId,
      athleteId: id,
      onDate: formDay,
      stopSigns: person.stop ? [person.stop] : [],
      cautions: [...(person.cautions ?? [])],
      systolicMmHg: person.cautions?.includes('hypertension') ? 148 : null,
      diastolicMmHg: person.cautions?.includes('hypertension') ? 92 : null,
      consentAthlete: true,
      consentGuardian: person.guardian !== undefined,
      guardianName: person.guardian ?? '',
      staffId: who.staffId,
      createdAt: new Date(`${formDay}T09:30:00Z`),
    };
    rows.clearances.push(form);
    if (person.agreed) {
      const word: AgreementRow = {
        id: stableUuid(`word ${id}`),
        practiceId: who.practiceId,
        clearanceId: form.id,
        onDate: addDays(formDay, 1),
        name: 'M. Ashdown',
        role: person.agreed.role,
        lifts: person.agreed.lifts,
        note: '',
        staffId: who.staffId,
        createdAt: new Date(`${addDays(formDay, 1)}T09:30:00Z`),
      };
      agreements.push(word);
      rows.agreements.push(word);
    }
  }
  const events = [person.event, person.second].flatMap((event, i) =>
    event
      ? [
          {
            id: stableUuid(`event ${id} ${i}`),
            practiceId: who.practiceId,
            athleteId: id,
            name: event.name,
            onDate: addDays(today, event.inDays),
            priority: event.priority,
            minutes: 'minutes' in event ? (event.minutes ?? null) : null,
            perMinute: 'perMinute' in event ? (event.perMinute ?? null) : null,
          },
        ]
      : [],
  );
  rows.events.push(...events);
  if (person.missedWeeks) {
    rows.blackouts.push({
      id: stableUuid(`blackout ${id}`),
      practiceId: who.practiceId,
      athleteId: id,
      fromDate: addDays(today, 20),
      toDate: addDays(today, 27),
      reason: 'travel',
    });
  }

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
    const clearance = judgeClearance(who, birthDate, form, agreements, onDate);
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
      const target = targetFor(test, screenedPerson(athlete, onDate, events[0])).value;
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
  if (trials.length === 0) return;

  const viewOn = (day: string): Picture =>
    assembleView(
      who,
      athlete,
      judgeClearance(who, birthDate, form, agreements, day),
      trials.filter((trial) => trial.onDate <= day),
      events,
      day,
    );
  const now = viewOn(today);
  const newestRun = {
    id: stableUuid(`run ${id}`),
    practiceId: who.practiceId,
    athleteId: id,
    catalogueVersion: now.linked.catalogueVersion,
    trialIds: trials.map((t) => t.id),
    settings: {},
    cells: pillarCells(now.linked),
  };
  if (person.weeksDone === undefined) {
    rows.runs.push({
      ...newestRun,
      createdAt: new Date(`${addDays(today, -(person.screens.at(-1) ?? 0))}T11:00:00Z`),
    });
    return;
  }
  addSeason(rows, who, person, id, today, viewOn, random);
  rows.runs.push({ ...newestRun, createdAt: new Date(`${today}T00:00:00Z`) });
}

/**
 * The demo world: "Larkmoor Valley Performance" with its athletes, and a second small practice that must never be seen
 * from the first. Deterministic for a day, every date relative to it.
 */
export function demoWorld(today: string, passwordHashes: { coach: string; other: string }): WorldRows {
  const rows = emptyWorld();
  const practiceId = stableUuid('practice Larkmoor');
  const staffId = stableUuid('staff Larkmoor coach');
  rows.practices.push({
    id: practiceId,
    name: 'Larkmoor Valley Performance',
    timeZone: 'Europe/London',
    firstWeekday: 1,
    schoolId: 'brace',
    settings: demoSettings,
  });
  rows.staff.push({
    id: staffId,
    practiceId,
    email: demoSignIn.email,
    name: 'Fenna Rook',
    role: 'owner',
    passwordHash: passwordHashes.coach,
  });
  const secondStaffId = stableUuid('staff Larkmoor second');
  rows.staff.push({
    id: secondStaffId,
    practiceId,
    email: secondSignIn.email,
    name: 'Jonna Weir',
    role: 'assistant',
    passwordHash: passwordHashes.coach,
  });
  const who: Who = {
    practiceId,
    staffId,
    secondStaffId,
    settings: demoSettings,
    firstWeekday: 1,
    schoolId: 'brace',
    catalogue: { edits: noEdits, revision: 0 },
  };
  for (const person of demoPeople) addPerson(rows, who, person, today);

  const otherId = stableUuid('practice Tarnside');
  const otherStaff = stableUuid('staff Tarnside coach');
  rows.practices.push({
    id: otherId,
    name: 'Tarnside Movement',
    timeZone: 'Europe/London',
    firstWeekday: 1,
    schoolId: 'neutral',
    settings: demoSettings,
  });
  rows.staff.push({
    id: otherStaff,
    practiceId: otherId,
    email: otherSignIn.email,
    name: 'Ove Hallin',
    role: 'owner',
    passwordHash: passwordHashes.other,
  });
  addPerson(
    rows,
    { ...who, practiceId: otherId, staffId: otherStaff, secondStaffId: otherStaff, schoolId: 'neutral' },
    {
      given: 'Greer',
      family: 'Minchin',
      sex: 'female',
      age: 26,
      disciplineId: 'running.marathon',
      level: 'trained',
      massKg: 60,
      statureM: 1.7,
      screens: [20],
      event: { name: 'Slate marathon', inDays: 90, priority: 'A' },
      weeksDone: 2,
    },
    today,
  );
  return rows;
}
