import { leverInWords } from '~/core/body/lever';
import type { Load } from '~/core/body/posture';
import { type AmountUnit, qualityName, type Rung, type Side } from '~/core/catalogue';
import type { Phase } from '~/core/catalogue/phases';
import { type LoadSaid, loadInWords } from '~/core/catalogue/rung-load';
import { schoolWords } from '~/core/catalogue/school-words';
import { pieceRestS } from '~/core/dose/amounts';
import type { DoseAthlete } from '~/core/dose/athlete';
import type { Candidate, LadderQuality } from '~/core/dose/choose';
import { stopsAtContact } from '~/core/dose/contact';
import type { LimitBasis } from '~/core/dose/limits';
import { minuteMark } from '~/core/dose/minute';
import { phaseAims, phaseNames } from '~/core/dose/phases';
import { turnsOut } from '~/core/dose/turn-out';
import { amountText, prescriptionMinutes } from '~/core/dose/work';
import type { WeakerSide } from '~/core/link/weaker-sides';
import { dayInWords } from '~/core/words/days';

/** What an exercise is for in its session. */
export const roles = ['opener', 'main', 'accessory', 'keep', 'neck'] as const;
export type Role = (typeof roles)[number];

/** The role of a quality's exercise: breath and brace opens, the neck comes last, the others have the role they are given. */
export const roleIn = (quality: string, otherwise: Role): Role =>
  quality === 'breath_brace' ? 'opener' : quality === 'neck_control' ? 'neck' : otherwise;

/** An exercise under way: the rung and load an athlete is on, what for and since when. */
export interface UnderWay {
  /** Where: the name of a place, none for the usual. */
  readonly place?: string | undefined;
  readonly quality: LadderQuality;
  readonly role: Role;
  readonly ladderId: string;
  readonly rungId: string;
  /** kg or N; null takes what the rung starts with. */
  readonly load: number | null;
  /** Where its lever is set for this athlete, cm or degrees; none for the rung's own. */
  readonly lever?: number | null | undefined;
  readonly since: string;
  /** Set-up for this athlete, in words. */
  readonly setting?: string | null | undefined;
}

/** Exercises under way after a week was dealt: its own first, those of roles it had none of behind. */
export function mergeUnderWay(now: readonly UnderWay[], before: readonly UnderWay[]): UnderWay[] {
  const key = (one: UnderWay) => `${one.quality}|${one.role}|${one.place ?? ''}`;
  const fresh = new Set(now.map(key));
  return [...now, ...before.filter((one) => !fresh.has(key(one)))];
}

export interface Prescription {
  readonly ladderId: string;
  readonly rungId: string;
  readonly name: string;
  readonly quality: LadderQuality;
  readonly role: Role;
  readonly sets: number;
  /** Sets before a cap cut them into short holds. */
  readonly wholeSets: number;
  readonly amount: number;
  readonly unit: AmountUnit;
  readonly sided: boolean;
  /** The side that starts, the weaker one when known. */
  readonly firstSide: Side | null;
  /** One more set on this side while its gap acts. */
  readonly extraSetSide: Side | null;
  readonly restS: number;
  readonly tempo: string | null;
  /** Outside load; null for body weight alone. */
  readonly load: Load | null;
  /** Where its lever is set for this athlete, cm or degrees; null for the rung's own. */
  readonly lever: number | null;
  /** Hardest effort of 10 that a caution leaves. */
  readonly effortMost: number | null;
  readonly setting: string | null;
  readonly breath: string;
  readonly cues: readonly string[];
  readonly schoolCue: string | null;
  /** The amount in the school's own unit, when it counts otherwise. */
  readonly schoolAmount: string | null;
  readonly endsSet: readonly string[];
  readonly minutes: number;
  /** Of all its sets, of one side. */
  readonly dose: number;
  /** L of the weaker side when it was laid out, and what it is read from. */
  readonly limit: number;
  readonly limitBasis: LimitBasis;
  readonly orMore: boolean;
  readonly share: number;
  /** What should be left after a set, in the unit; null where none is said. */
  readonly inHand: number | null;
  /** Clean reps in 60 s its last set goes for; null where it is a set like the others. */
  readonly minuteMark: number | null;
  /** A1 and A2 take turns: one rests while the other works. */
  readonly pair: string | null;
  readonly why: { readonly this: string; readonly now: string; readonly muchness: string };
}

/** What of a prescription says how much work it is. */
export type Worked = Pick<
  Prescription,
  'sets' | 'amount' | 'unit' | 'sided' | 'firstSide' | 'extraSetSide'
> & {
  /** What the sides are called, where left and right do not say it. */
  readonly sideWords?: Readonly<Record<Side, string>> | undefined;
};

/** "each side, left first, one more left"; nothing of an exercise without sides. */
export function sidesText(p: Pick<Worked, 'sided' | 'firstSide' | 'extraSetSide' | 'sideWords'>): string {
  const word = (one: Side) => p.sideWords?.[one] ?? one;
  return [
    ...(p.sided ? ['each side'] : []),
    ...(p.sided && p.firstSide ? [`${word(p.firstSide)} first`] : []),
    ...(p.extraSetSide ? [`one more ${p.sideWords ? 'with the ' : ''}${word(p.extraSetSide)}`] : []),
  ].join(', ');
}

/** "3 x 20 s each side, left first, one more left". */
export function workText(p: Worked): string {
  const sides = sidesText(p);
  const join = p.sided || sides === '' ? ' ' : ', ';
  return `${p.sets} \u00d7 ${amountText(p.amount, p.unit)}${sides === '' ? '' : join}${sides}`;
}

/** "about 15 s in hand": rounded as it can be felt. */
export function inHandText(inHand: number | null, unit: AmountUnit): string | null {
  if (inHand === null) return null;
  const step = unit === 'hold_s' || unit === 'metres' ? 5 : 1;
  const rounded = Math.max(step, Math.round(inHand / step) * step);
  return `about ${amountText(rounded, unit)} in hand`;
}

export interface MakeInput {
  readonly athlete: DoseAthlete;
  readonly candidate: Candidate;
  readonly quality: LadderQuality;
  readonly role: Role;
  readonly sets: number;
  readonly phase: Phase;
  readonly weaker: WeakerSide | undefined;
  readonly setting?: string | null | undefined;
}

const stepWords: Readonly<Record<string, string>> = {
  sport: 'named for the sport',
  sided: 'one side at a time, because a gap acts',
  school: 'fits the school',
  caution: 'preferred under a caution',
  new: 'new since the last block',
  character: 'the work of this phase',
};

const basisWords: Readonly<Record<LimitBasis, string>> = {
  moment: 'computed from',
  prior: 'computed from',
  best: 'from',
  estimated: '',
};

/** Straight legs go down to where contact was lost in the screen, and no further, whatever the rung's own range is. */
function contactText({ contact, trade }: DoseAthlete, { rung, lever }: Candidate): string | null {
  return stopsAtContact(trade.rung(rung.id).posture, contact) && lever === contact.deg
    ? `at the lowest where the back left the floor on ${dayInWords(contact.onDate)}; no further`
    : null;
}

/** Leg raises are done as far turned out as the screen measured them. */
function turnOutText({ turnOut }: DoseAthlete, { rung }: Candidate): string | null {
  if (!turnOut || !turnsOut(rung.posture)) return null;
  const how = turnOut.deg === 0 ? 'legs parallel' : `turned out ${turnOut.deg}\u00b0 at most`;
  return `${how}, as measured on ${dayInWords(turnOut.onDate)}`;
}

/** Cut into holds that a cap leaves, at most so many a side. */
const mostPieces = 12;

/** A prescription of so many sets of a chosen rung. */
export function prescriptionOf(input: MakeInput): Prescription {
  const { athlete, candidate, role, phase, weaker } = input;
  const { ladder, rung, load, lever, limit, asked } = candidate;
  const capped = asked.pieces > 1;
  const sets = capped ? Math.min(mostPieces, input.sets * asked.pieces) : input.sets;
  const words = schoolWords(athlete.trade, ladder, rung, asked.amount, athlete.schoolId);
  const firstSide = rung.sided ? (weaker?.side ?? 'left') : null;
  const extraSetSide = rung.sided && weaker?.acts && !capped && input.sets >= 2 ? weaker.side : null;
  const timed = {
    sets,
    amount: asked.amount,
    unit: rung.unit,
    sided: rung.sided,
    firstSide,
    extraSetSide,
    restS: capped ? pieceRestS : rung.rest_s,
    tempo: rung.tempo ?? null,
  };
  const place = ladder.rungs.findIndex((other) => other.id === rung.id) + 1;
  const reasons = candidate.steps.map((step) => stepWords[step]).filter(Boolean);
  const round = (value: number) => Math.round(value * 10) / 10;
  const { effortMost } = athlete.gate.rung(rung.id);
  const leverWhy =
    lever === null
      ? ''
      : ` Set with ${leverInWords(rung.posture, lever)}: ${asked.heldBy === 'hand' ? 'by hand' : 'no step open now is as hard as this phase works with'}.`;
  return {
    ladderId: ladder.id,
    rungId: rung.id,
    name: rung.name,
    quality: input.quality,
    role,
    wholeSets: input.sets,
    ...timed,
    load: load > 0 ? { by: rung.load.by, value: load } : null,
    lever,
    effortMost: effortMost ?? null,
    setting: input.setting ?? contactText(athlete, candidate) ?? turnOutText(athlete, candidate),
    breath: words.breath,
    cues: words.cues,
    schoolCue: words.ownCue,
    schoolAmount: words.amount,
    endsSet: rung.regress_on.map((id) => athlete.trade.fault(id).name.toLowerCase()),
    minutes: prescriptionMinutes(timed),
    dose: Math.round(input.sets * asked.dose * 100) / 100,
    limit: round(limit.amount),
    limitBasis: limit.basis,
    orMore: limit.orMore,
    share: Math.round(asked.share * 100) / 100,
    inHand: asked.inHand === undefined ? null : round(asked.inHand),
    minuteMark: minuteMark(athlete, rung, asked.amount, phase),
    pair: null,
    why: {
      this: `${ladder.name}, rung ${place} of ${ladder.rungs.length}; serves ${qualityName(input.quality).toLowerCase()}${reasons.length > 0 ? `: ${reasons.join(', ')}` : ''}${extraSetSide && weaker ? `. ${weaker.side} is weaker by ${Math.round(weaker.gapPercent)} %` : ''}.${leverWhy}`,
      now: `${phaseNames[phase]}: ${phaseAims[phase].toLowerCase()}.`,
      muchness: asked.skill
        ? `Skill: ${amountText(asked.amount, rung.unit)}, a little more for every two clean sessions, up to ${amountText(rung.goal.amount, rung.unit)}.`
        : `Limit ${amountText(round(limit.amount), rung.unit)}${limit.orMore ? ' or more' : ''}, ${basisWords[limit.basis]} ${limit.source}; ${Math.round(asked.share * 100)} % of it is asked${heldWords[asked.heldBy] ?? ''}.`.replace(
            /, {2}/,
            ', ',
          ),
    },
  };
}

const heldWords: Readonly<Partial<Record<Candidate['asked']['heldBy'], string>>> = {
  first: ', less than the share because it is the first session on it',
  longest: ', no longer than this: harder comes next',
  effort: ', less because a caution caps the effort',
  cap: ', in short holds because a caution caps them',
  hand: ', as it was written by hand',
};

/** "4 kg vest, elbows 6 cm ahead of the shoulders": what a rung is done with, in a practice's words; null for nothing. */
export function setupText(
  rung: Pick<Rung, 'posture'>,
  { load, lever }: { readonly load: Load | null; readonly lever?: number | null | undefined },
  said?: LoadSaid,
): string | null {
  const words = [
    load && loadInWords(load, said),
    lever === undefined || lever === null ? null : leverInWords(rung.posture, lever),
  ].filter(Boolean);
  return words.length > 0 ? words.join(', ') : null;
}
