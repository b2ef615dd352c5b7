import { type Body, bodyOf, readBody, type Sex } from '~/core/body/anthropometry';
import type { KnownCapacity } from '~/core/body/capacity';
import { fromMassKg, fromStatureM, parseDecimal, toMassKg, toStatureM } from '~/core/body/units';
import { discipline } from '~/core/catalogue';
import { followLogs } from '~/core/coach/follow-logs';
import { screenedCapacities } from '~/core/screen/assess/capacity';
import { athleteNames } from '~/db/queries/athletes';
import { type LogWithSets, recentLogs } from '~/db/queries/logs';
import { notFound } from '../principal/middleware.server';
import type { Principal } from '../principal/principal';
import { toOutcome } from '../principal/rows';
import { type AthleteStanding, loadStanding, type Subject, subjectOf } from '../principal/subject';

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
  standing: AthleteStanding,
  logs: readonly LogWithSets[],
): { body: Body; known: KnownCapacity[] } {
  const { athlete, trade, gate } = standing;
  const body = bodyOf({ massKg: athlete.massKg, statureM: athlete.statureM, sex: athlete.sex });
  const screened = screenedCapacities(trade, standing.assessment.results, body);
  return {
    body,
    known: followLogs(screened, logs.slice(-followedLogs).map(toOutcome), body, gate.under16, trade),
  };
}

async function athleteBody(principal: Principal, { athlete, states, ...rest }: Subject): Promise<ChosenBody> {
  const subject = { athlete, states, ...rest };
  const [standing, logs] = await Promise.all([
    loadStanding(principal, subject),
    recentLogs(principal.practiceId, athlete.id, readLogs),
  ]);
  const { massUnit, lengthUnit } = principal.settings;
  const { body, known } = capacitiesOf(standing, logs);
  return {
    body,
    problems: [],
    athlete: {
      id: athlete.id,
      name: `${athlete.givenName} ${athlete.familyName}`,
      schoolId: athlete.schoolId ?? principal.schoolId,
      cautions: standing.gate.cautions,
      kit: athlete.kit,
      sport: discipline(athlete.disciplineId).sport,
      states,
    },
    known,
    logs,
    under16: standing.gate.under16,
    form: {
      mass: String(fromMassKg(athlete.massKg, massUnit)),
      stature: String(fromStatureM(athlete.statureM, lengthUnit)),
      sex: athlete.sex,
    },
  };
}

const sexes: readonly string[] = ['female', 'male', 'unspecified'];

/** Reads `athlete`, or `mass`, `stature` (in the practice's units) and `sex`, from the address. */
export async function chosenBody(principal: Principal, params: URLSearchParams): Promise<ChosenBody> {
  const { massUnit, lengthUnit } = principal.settings;
  const id = params.get('athlete');
  if (id) {
    const subject = await subjectOf(principal, id);
    if (!subject) throw notFound('This athlete');
    return athleteBody(principal, subject);
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
export async function bodyChoices(principal: Principal) {
  return {
    athletes: await athleteNames(principal.practiceId),
    massUnit: principal.settings.massUnit,
    lengthUnit: principal.settings.lengthUnit,
  };
}
