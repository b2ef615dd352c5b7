import { addDays, laterOf } from '~/core/body/dates';
import { caution } from '~/core/catalogue';
import { handAndWall } from '~/core/catalogue/rung-load';
import type { LiveCard, LiveFault, LiveForm } from '~/core/coach/live/card';
import { inHandText, prescriptionOf, setupText } from '~/core/coach/prescription';
import { easier, harder, type SetUp, type StepInput } from '~/core/coach/steps';
import { athleteAt } from '~/core/coach/week-input';
import type { Candidate, LadderQuality } from '~/core/dose/choose';
import { weekOf } from '~/core/plan/season-input';
import { newestSeason } from '~/db/queries/plan';
import { practiceSessions, sessionById } from '~/db/queries/sessions';
import { loadDose } from '../principal/dose';
import { forAthlete, type Principal, painSettings } from '../principal/principal';
import { loadIn } from '../principal/rows';
import { isUuid, loadStanding, subjectOf } from '../principal/subject';
import { type ItemView, sessionView } from './session';

/** Faults a session under way offers of an exercise. */
const mostFaults = 8;
/** Cues it shows, the school's own among them. */
const mostCues = 3;
/** Steps it can be made easier or harder on the spot. */
const mostSteps = 2;

/** What is looked for: what ends a set of the rung first, then what its ladder names. Pain has a key of its own. */
function faultsOf({ trade }: Pick<Principal, 'trade'>, rungId: string): LiveFault[] {
  const ids = [...trade.rung(rungId).regress_on, ...trade.ladderOf(rungId).faults];
  return [...new Set(ids)]
    .filter((id) => id !== 'pain' && trade.hasFault(id))
    .slice(0, mostFaults)
    .map((id) => {
      const { name, action, look_for } = trade.fault(id);
      return { id, name, action, look: look_for };
    });
}

const firstSentence = (text: string) => `${text.split('. ')[0]?.replace(/\.$/, '')}.`;

const cuesOf = (cues: readonly string[], schoolCue: string | null): string[] => [
  ...cues.slice(0, schoolCue ? mostCues - 1 : mostCues),
  ...(schoolCue ? [schoolCue] : []),
];

function formOf(
  principal: Principal,
  item: ItemView,
  load: LiveForm['load'],
  lever: number | null,
): LiveForm {
  return {
    rungId: item.rungId,
    name: item.name,
    posture: item.posture,
    needs: item.needs,
    unit: item.unit,
    amount: item.amount,
    sided: item.sided,
    sideWords: item.sideWords ?? null,
    load,
    lever,
    setUp: [item.load, item.setting].filter(Boolean).join(', ') || null,
    restS: item.restS,
    tempo: item.tempo,
    breath: firstSentence(item.breath),
    cues: cuesOf(item.cues, item.schoolCue),
    endsSet: item.endsSet,
    faults: faultsOf(principal, item.rungId),
    inHand: item.inHand,
    minuteMark: item.minuteMark,
    effortMost: item.effortMost,
  };
}

/** A step up or down as it would be done, in words. */
function stepForm(principal: Principal, { athlete, phase }: StepInput, found: Candidate): LiveForm {
  const made = prescriptionOf({
    athlete,
    candidate: found,
    quality: found.ladder.quality as LadderQuality,
    role: 'main',
    sets: 2,
    phase,
    weaker: undefined,
  });
  const rung = principal.trade.rung(found.rung.id);
  return {
    rungId: made.rungId,
    name: made.name,
    posture: found.rung.posture,
    needs: rung.needs,
    unit: made.unit,
    amount: made.amount,
    sided: made.sided,
    sideWords: handAndWall(rung) ?? null,
    load: made.load,
    lever: made.lever,
    setUp: [setupText(rung, made, principal.loads), made.setting].filter(Boolean).join(', ') || null,
    restS: made.restS,
    tempo: made.tempo,
    breath: firstSentence(made.breath),
    cues: cuesOf(made.cues, made.schoolCue),
    endsSet: made.endsSet,
    faults: faultsOf(principal, made.rungId),
    inHand: inHandText(made.inHand, made.unit),
    minuteMark: null,
    effortMost: made.effortMost,
  };
}

/** Steps from an exercise, one after the other, as far as they are offered. */
function stepsFrom(principal: Principal, input: StepInput, from: SetUp, by: 1 | -1): LiveForm[] {
  const forms: LiveForm[] = [];
  let at = from;
  while (forms.length < mostSteps) {
    const found = by === 1 ? harder(input, at).found : easier(input, at);
    if (!found) break;
    forms.push(stepForm(principal, input, found));
    at = { rung: principal.trade.rung(found.rung.id), load: found.load, lever: found.lever };
  }
  return forms;
}

/**
 * A session as it is taken to the mat, through the gate of the day, with what may be made easier or harder on the spot; undefined
 * when it is not here.
 */
export async function liveCardView(by: Principal, sessionId: string | undefined) {
  const session = isUuid(sessionId) ? await sessionById(by.practiceId, sessionId) : undefined;
  const subject = session && (await subjectOf(by, session.athleteId));
  if (!session || !subject) return undefined;
  const principal = forAthlete(by, subject.athlete);
  const { trade } = principal;
  const standing = await loadStanding(principal, subject);
  const [newest, everywhere] = await Promise.all([
    newestSeason(principal.practiceId, subject.athlete.id),
    loadDose(principal, subject, standing),
  ]);
  const athlete = athleteAt(standing, everywhere, session.place);
  const week = newest && weekOf(newest.weeks, addDays(session.weekStart, 3));
  // Done late, it still passes the gate of the day it is done on.
  const asOfToday = { ...session, onDate: laterOf(session.onDate, principal.today) };
  const view = sessionView(principal, subject, asOfToday, week?.focus ?? null);
  const input: StepInput = { athlete, phase: week?.phase ?? 'build' };
  const rows = new Map(session.items.map((row) => [row.id, row]));
  const items = view.items.map((item) => {
    const row = rows.get(item.id);
    const lever = row?.detail.lever ?? null;
    const load = row ? loadIn(row.loadKind, item.loadValue) : null;
    const from: SetUp = { rung: trade.rung(item.rungId), load: load?.value ?? 0, lever };
    return {
      id: item.id,
      quality: item.quality,
      role: item.role,
      pair: item.pair,
      sets: item.sets,
      firstSide: item.firstSide,
      extraSetSide: item.extraSetSide,
      note: item.coachNote,
      form: formOf(principal, item, load, lever),
      easier: stepsFrom(principal, input, from, -1),
      harder: stepsFrom(principal, input, from, 1),
    };
  });
  const card: LiveCard = {
    sessionId: session.id,
    athleteId: subject.athlete.id,
    name: `${subject.athlete.givenName} ${subject.athlete.familyName}`,
    onDate: session.onDate,
    focus: week?.focus ?? null,
    cautions: subject.gate.cautions.map((id) => caution(id).name),
    pain: painSettings(principal),
    items,
    withheld: view.withheld.map(({ name, bars }) => ({ name, bars })),
  };
  return { card, logId: session.log?.id ?? null };
}

/** Who may be taken to the mat today, and whom the address names. */
export async function liveView(principal: Principal, query: URLSearchParams) {
  const { practiceId, today } = principal;
  const asked = query.getAll('session').filter(isUuid);
  const sessions = await practiceSessions(practiceId, today, today);
  return {
    today,
    asked,
    people: sessions
      .filter(({ state, logId }) => state !== 'called_off' && logId === null)
      .map((row) => ({
        sessionId: row.id,
        name: `${row.givenName} ${row.familyName}`,
        minutes: row.minutes,
        exercises: row.exercises,
      })),
  };
}
