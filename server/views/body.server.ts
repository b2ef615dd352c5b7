import { type Body, bodyOf, readBody, type Sex } from '~/core/body/anthropometry';
import type { KnownCapacity } from '~/core/body/capacity';
import { fromMassKg, fromStatureM, parseDecimal, toMassKg, toStatureM } from '~/core/body/units';
import { discipline } from '~/core/catalogue';
import { followLogs } from '~/core/coach/follow-logs';
import { screenedCapacities } from '~/core/screen/assess/capacity';
import { athleteNames } from '~/db/queries/athletes';
import { ladderStates, recentLogs } from '~/db/queries/coach';
import type { SignedIn } from '~/db/queries/practice';
import { type LogWithSets, schoolOf, toOutcome } from '~/server/plan.server';
import { tradeFor } from '~/server/principal/trade.server';
import { type Picture, pictureOf, requireAthlete } from './standing.server';

/** The body whose numbers a view shows: an athlete's, or one typed into the address. */
export interface ChosenBody {
  readonly body: Body;
  /** What was wrong with the typed figures; the reference body stands in. */
  readonly problems: readonly string[];
  readonly athlete:
    | {
        readonly id: string;
        readonly name: string;
        readonly schoolId: string;
        readonly cautions: readonly string[];
        readonly kit: readonly string[];
        readonly sport: string;
        readonly states: readonly { ladderId: string; rungId: string; owned: readonly string[] }[];
      }
    | undefined;
  readonly known: readonly KnownCapacity[];
  /** The athlete's newest logs, the oldest first. */
  readonly logs: readonly LogWithSets[];
  readonly under16: boolean;
  /** As typed or chosen, for the form; mass and stature in the practice's units. */
  readonly form: { readonly mass: string; readonly stature: string; readonly sex: Sex };
}

/** The body of the tables when nobody is chosen. */
export const referenceBody = { massKg: 70, statureM: 1.75, sex: 'unspecified' } as const;

/** Logs read for a view, and how many of them capacities follow. */
const readLogs = 20;
const followedLogs = 12;

/** Capacities of an athlete: screened holds, followed by what was logged since. */
function capacitiesOf(
  who: SignedIn,
  picture: Picture,
  logs: readonly LogWithSets[],
): { body: Body; known: KnownCapacity[] } {
  const { athlete } = picture;
  const body = bodyOf({ massKg: athlete.massKg, statureM: athlete.statureM, sex: athlete.sex });
  const screened = screenedCapacities(picture.assessment.results, body);
  return {
    body,
    known: followLogs(
      screened,
      logs.slice(-followedLogs).map(toOutcome),
      body,
      picture.age < 16,
      tradeFor(who),
    ),
  };
}

const sexes: readonly string[] = ['female', 'male', 'unspecified'];

/** Reads `athlete`, or `mass`, `stature` (in the practice's units) and `sex`, from the address. */
export async function chosenBody(who: SignedIn, params: URLSearchParams): Promise<ChosenBody> {
  const { massUnit, lengthUnit } = who.settings;
  const id = params.get('athlete');
  if (id) {
    const athlete = await requireAthlete(who, id);
    const picture = await pictureOf(who, athlete);
    const [logs, states] = await Promise.all([
      recentLogs(who.practiceId, athlete.id, readLogs),
      ladderStates(who.practiceId, athlete.id),
    ]);
    const { body, known } = capacitiesOf(who, picture, logs);
    return {
      body,
      problems: [],
      athlete: {
        id: athlete.id,
        name: `${athlete.givenName} ${athlete.familyName}`,
        schoolId: schoolOf(who, athlete),
        cautions: picture.clearance.cautions,
        kit: athlete.kit,
        sport: discipline(athlete.disciplineId).sport,
        states,
      },
      known,
      logs,
      under16: picture.age < 16,
      form: {
        mass: String(fromMassKg(athlete.massKg, massUnit)),
        stature: String(fromStatureM(athlete.statureM, lengthUnit)),
        sex: athlete.sex,
      },
    };
  }
  const mass = params.get('mass') ?? String(fromMassKg(referenceBody.massKg, massUnit));
  const stature = params.get('stature') ?? String(fromStatureM(referenceBody.statureM, lengthUnit));
  const asked = params.get('sex') ?? referenceBody.sex;
  const sex = (sexes.includes(asked) ? asked : referenceBody.sex) as Sex;
  const massKg = parseDecimal(mass);
  const length = parseDecimal(stature);
  const read = readBody({
    massKg: massKg === undefined ? undefined : toMassKg(massKg, massUnit),
    statureM: length === undefined ? undefined : toStatureM(length, lengthUnit),
    sex,
  });
  return {
    body: read.ok ? read.body : bodyOf(referenceBody),
    problems: read.ok ? [] : read.problems,
    athlete: undefined,
    known: [],
    logs: [],
    under16: false,
    form: { mass, stature, sex },
  };
}

/** What the body bar offers. */
export async function bodyChoices(who: SignedIn) {
  return {
    athletes: await athleteNames(who.practiceId),
    massUnit: who.settings.massUnit,
    lengthUnit: who.settings.lengthUnit,
  };
}
