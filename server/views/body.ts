import { type Body, bodyOf, readBody, type Sex } from '~/core/body/anthropometry';
import type { KnownCapacity } from '~/core/body/capacity';
import { fromMassKg, fromStatureM, parseDecimal, toMassKg, toStatureM } from '~/core/body/units';
import type { DoseAthlete } from '~/core/dose/athlete';
import { capacitiesNow } from '~/core/dose/limits';
import type { TestResult } from '~/core/screen/assess/assess';
import { athleteNames } from '~/db/queries/athletes';
import { loadDose } from '../principal/dose';
import { notFound } from '../principal/middleware.server';
import type { Principal } from '../principal/principal';
import { loadStanding, type Subject, subjectOf } from '../principal/subject';

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
  /** The newest results of the athlete; none of a body of nobody's. */
  readonly results: readonly TestResult[];
  readonly known: readonly KnownCapacity[];
  /** The athlete as doses see them; undefined for a body of nobody's. */
  readonly dosed: DoseAthlete | undefined;
  readonly under16: boolean;
  /** As typed or chosen, for the form; mass and stature in the practice's units. */
  readonly form: { readonly mass: string; readonly stature: string; readonly sex: Sex };
}

/** The body of the tables when nobody is chosen. */
export const referenceBody = { massKg: 70, statureM: 1.75, sex: 'unspecified' } as const;

/** Where an athlete is on each ladder that something of is owned or under way. */
function statesOf(
  principal: Pick<Principal, 'trade'>,
  { underWay, owned }: Pick<Subject, 'underWay' | 'owned'>,
) {
  const { trade } = principal;
  const ofLadder = new Map<string, { ladderId: string; rungId: string; owned: string[] }>();
  for (const rungId of owned.filter(trade.hasRung)) {
    const ladderId = trade.ladderOf(rungId).id;
    const state = ofLadder.get(ladderId) ?? { ladderId, rungId, owned: [] };
    if (trade.rung(rungId).level > trade.rung(state.rungId).level) state.rungId = rungId;
    state.owned.push(rungId);
    ofLadder.set(ladderId, state);
  }
  for (const { ladderId, rungId } of underWay)
    ofLadder.set(ladderId, { ladderId, rungId, owned: ofLadder.get(ladderId)?.owned ?? [] });
  return [...ofLadder.values()];
}

async function athleteBody(principal: Principal, subject: Subject): Promise<ChosenBody> {
  const { athlete } = subject;
  const standing = await loadStanding(principal, subject);
  const dosed = await loadDose(principal, subject, standing);
  const { massUnit, lengthUnit } = principal.settings;
  return {
    body: dosed.body,
    problems: [],
    athlete: {
      id: athlete.id,
      name: `${athlete.givenName} ${athlete.familyName}`,
      schoolId: athlete.schoolId ?? principal.schoolId,
      cautions: standing.gate.cautions,
      kit: athlete.kit,
      sport: standing.trade.discipline(athlete.disciplineId).sport,
      states: statesOf(principal, subject),
    },
    results: standing.assessment.results,
    known: capacitiesNow(dosed),
    dosed,
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
    results: [],
    known: [],
    dosed: undefined,
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
