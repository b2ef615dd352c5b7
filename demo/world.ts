import { addDays, type IsoDay } from '~/core/body/dates';
import { asksFirst } from '~/core/clear/signs';
import { mulberry32 } from '~/core/signals/random';
import { addPractice, addStaff, staffById } from '~/db/queries/practice';
import { practiceById } from '~/db/queries/principal';
import type { Role } from '~/db/schema';
import { addAthlete } from '~/server/commands/add-athlete';
import { answerForm } from '~/server/commands/answer-form';
import { addBlackout, addEvent } from '~/server/commands/plan';
import { recordAgreement } from '~/server/commands/record-agreement';
import { keepUsualTraining } from '~/server/commands/training';
import { usualSettings } from '~/server/principal/usual-settings';
import { type Actor, at, daysAgo, type Happening, live, must } from './clock';
import { type DemoPerson, demoPeople } from './people';
import { screensOf, type Team } from './screens';
import { seasonOf } from './season';
import { stableUuid } from './stable';
import { demoSignIn, otherSignIn, secondSignIn } from './world-sign-in';

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

/** The id of a person of the demo, the same every time. */
export const demoId = (given: string, family: string): string => stableUuid(`athlete ${given} ${family}`);

/** One person's history: form, screens, plan, weeks of logs, proposals; lived day by day through the product's own commands. */
async function livePerson(team: Team, person: DemoPerson, today: IsoDay): Promise<void> {
  const { coach } = team;
  const random = mulberry32(`${person.given} ${person.family}`);
  const id = demoId(person.given, person.family);
  const birthDate = addDays(`${Number(today.slice(0, 4)) - person.age}-01-15`, Math.floor(random() * 200));
  const formDay = daysAgo(today, Math.min(150, Math.max(7, (person.screens[0] ?? 5) + 3)));
  const joined = addDays(formDay, -1);
  const begins: Happening = {
    day: joined,
    order: 0,
    happens: () => joins(coach, person, { id, birthDate, joined, today }),
  };
  const answered =
    person.screens.length > 0 ||
    person.stop !== undefined ||
    person.cautions !== undefined ||
    person.age < 18;
  const clears: Happening = { day: formDay, order: 0, happens: () => isCleared(coach, person, id, formDay) };
  await live([
    begins,
    ...(answered ? [clears] : []),
    ...screensOf(person, id, team, today),
    ...(person.weeksDone === undefined ? [] : seasonOf(person, id, coach, today)),
  ]);
  for (const [i, session] of (person.usualWeek ?? []).entries())
    must(
      await keepUsualTraining(at(coach, today, 8), {
        athleteId: id,
        id: stableUuid(`usual ${id} ${i}`),
        ...session,
      }),
      `the usual week of ${person.given}`,
    );
  if (person.missedWeeks)
    must(
      await addBlackout(at(coach, today, 8), {
        athleteId: id,
        id: stableUuid(`blackout ${id}`),
        from: addDays(today, 20),
        to: addDays(today, 27),
        reason: 'travel',
      }),
      `days off of ${person.given}`,
    );
}

interface Joining {
  readonly id: string;
  readonly birthDate: IsoDay;
  readonly joined: IsoDay;
  readonly today: IsoDay;
}

async function joins(
  coach: Actor,
  person: DemoPerson,
  { id, birthDate, joined, today }: Joining,
): Promise<void> {
  must(
    await addAthlete(at(coach, joined, 9), {
      id,
      values: {
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
      },
    }),
    `adding ${person.given}`,
  );
  for (const [i, event] of [person.event, person.second].entries())
    if (event)
      must(
        await addEvent(at(coach, joined, 9), {
          athleteId: id,
          id: stableUuid(`event ${id} ${i}`),
          name: event.name,
          onDate: addDays(today, event.inDays),
          priority: event.priority,
          minutes: 'minutes' in event ? (event.minutes ?? null) : null,
          perMinute: 'perMinute' in event ? (event.perMinute ?? null) : null,
        }),
        `an event of ${person.given}`,
      );
}

async function isCleared(coach: Actor, person: DemoPerson, id: string, formDay: IsoDay): Promise<void> {
  const formId = stableUuid(`form ${id}`);
  const cautions = [...(person.cautions ?? [])];
  const high = cautions.includes('hypertension');
  must(
    await answerForm(at(coach, formDay, 9), {
      athleteId: id,
      form: {
        id: formId,
        stopSigns: person.stop ? [person.stop] : [],
        noStopSigns: !person.stop,
        cautions,
        systolicMmHg: high ? 148 : null,
        diastolicMmHg: high ? 92 : null,
        consentAthlete: true,
        consentGuardian: person.guardian !== undefined,
        guardianName: person.guardian ?? '',
      },
    }),
    `the form of ${person.given}`,
  );
  if (!person.agreed) return;
  const wordDay = addDays(formDay, 1);
  must(
    await recordAgreement(at(coach, wordDay, 9), {
      athleteId: id,
      agreement: {
        id: stableUuid(`word ${id}`),
        formId,
        signs: person.agreed.lifts === 'stop_and_refer' && person.stop ? [person.stop] : [],
        cautions: cautions.filter(asksFirst),
        name: 'M. Ashdown',
        role: person.agreed.role,
        onDate: wordDay,
      },
    }),
    `the word for ${person.given}`,
  );
}

/** People who live at the same time, so that the world is ready sooner; each one's days stay in order. */
const atOnce = 4;

async function liveAll(team: Team, people: readonly DemoPerson[], today: IsoDay): Promise<void> {
  const waiting = [...people];
  const lane = async (): Promise<void> => {
    for (let person = waiting.shift(); person; person = waiting.shift())
      await livePerson(team, person, today);
  };
  await Promise.all(Array.from({ length: atOnce }, lane));
}

interface Hire {
  readonly id: string;
  readonly practiceId: string;
  readonly email: string;
  readonly name: string;
  readonly role: Role;
  readonly passwordHash: string;
}

async function hired(hire: Hire): Promise<Actor> {
  await addStaff(hire);
  const [staff, practice] = [await staffById(hire.practiceId, hire.id), await practiceById(hire.practiceId)];
  if (!staff || !practice) throw new Error(`the demo world: ${hire.name} could not be hired`);
  return { staff, practice };
}

export interface DemoHashes {
  readonly coach: string;
  readonly other: string;
}

const elsewhere: DemoPerson = {
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
};

/**
 * The demo world: "Larkmoor Valley Performance" with its athletes, and a second small practice that must never be seen
 * from the first. Every date is relative to today, and everything in it went through the product's own commands.
 */
export async function liveDemo(
  today: IsoDay,
  hashes: DemoHashes,
  people: readonly DemoPerson[] = demoPeople,
): Promise<void> {
  const practiceId = stableUuid('practice Larkmoor');
  const otherId = stableUuid('practice Tarnside');
  const settings = usualSettings;
  const timeZone = 'Europe/London';
  await addPractice({
    id: practiceId,
    name: 'Larkmoor Valley Performance',
    timeZone,
    schoolId: 'brace',
    settings,
  });
  await addPractice({ id: otherId, name: 'Tarnside Movement', timeZone, schoolId: 'neutral', settings });
  const coach = await hired({
    id: stableUuid('staff Larkmoor coach'),
    practiceId,
    email: demoSignIn.email,
    name: 'Fenna Rook',
    role: 'owner',
    passwordHash: hashes.coach,
  });
  const second = await hired({
    id: stableUuid('staff Larkmoor second'),
    practiceId,
    email: secondSignIn.email,
    name: 'Jonna Weir',
    role: 'assistant',
    passwordHash: hashes.coach,
  });
  const other = await hired({
    id: stableUuid('staff Tarnside coach'),
    practiceId: otherId,
    email: otherSignIn.email,
    name: 'Ove Hallin',
    role: 'owner',
    passwordHash: hashes.other,
  });
  await liveAll({ coach, second }, people, today);
  await livePerson({ coach: other, second: other }, elsewhere, today);
}
