import { addDays } from '~/core/body/dates';
import { noEdits } from '~/core/catalogue/edits';
import { mulberry32 } from '~/core/signals/random';
import type { AgreementRow, ClearanceRow } from '~/db/queries/clear';
import { emptyWorld, type WorldRows } from '~/db/queries/world';
import type { PracticeSettings } from '~/db/schema';
import { assembleView, judgeClearance, type Picture, pillarCells } from '~/server/views/standing.server';
import { type DemoPerson, demoPeople } from './people';
import { addScreens } from './screens';
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

  const trials = addScreens(rows, who, person, today, {
    athlete,
    event: events[0],
    clearanceOn: (day) => judgeClearance(who, birthDate, form, agreements, day),
    random,
  });
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
