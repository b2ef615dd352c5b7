import { addDays, earlierOf, weekStartOf } from '~/core/body/dates';
import { leverNamed } from '~/core/body/lever';
import type { Ladder, Rung } from '~/core/catalogue';
import { inField, loadField } from '~/core/catalogue/rung-load';
import { equivalents } from '~/core/coach/by-hand';
import { athleteOn } from '~/core/coach/week-input';
import type { DoseAthlete } from '~/core/dose/athlete';
import type { LadderQuality } from '~/core/dose/choose';
import { leverFor } from '~/core/dose/levers';
import { loadsFor } from '~/core/dose/loads';
import { phaseRules } from '~/core/dose/phases';
import { weakerSides } from '~/core/link/weaker-sides';
import { minutesOn } from '~/core/people/places';
import { weekOf } from '~/core/plan/season-input';
import { setsOfPractice } from '~/db/queries/exercise-sets';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { sessionById, sessionsBetween } from '~/db/queries/sessions';
import { can } from '../principal/can';
import { loadDose } from '../principal/dose';
import { forAthlete, type Principal } from '../principal/principal';
import { type AthleteStanding, isUuid, type Subject } from '../principal/subject';
import { freeDays } from './coach';
import { sessionView } from './session';

/** What of a rung can be set besides its load, for a field; null for nothing. */
function leverView(dosed: DoseAthlete, ladder: Ladder, rung: Rung) {
  const its = leverFor(dosed, ladder, rung);
  const named = leverNamed(rung.posture);
  return its && named
    ? {
        label: `${named.name}, ${its.unit === 'deg' ? '°' : 'cm'}`,
        hint: `${named.from}: ${Math.min(...its.values)} to ${Math.max(...its.values)}, its own ${its.own}`,
      }
    : null;
}

/** A session for the coach's hand: its exercises with what could stand in their place; undefined when it is not here. */
export async function handView(
  by: Principal,
  subject: Subject,
  standing: AthleteStanding,
  sessionId: string | undefined,
) {
  const principal = forAthlete(by, subject.athlete);
  const { trade, practiceId, today } = principal;
  const { athlete } = subject;
  const session = isUuid(sessionId) ? await sessionById(practiceId, sessionId) : undefined;
  if (!session || session.athleteId !== athlete.id) return undefined;
  const thisWeek = weekStartOf(today, principal.firstWeekday);
  const [around, newest, everywhere, sets] = await Promise.all([
    // Its week, and the two weeks it may be moved in.
    sessionsBetween(practiceId, athlete.id, earlierOf(session.weekStart, thisWeek), addDays(thisWeek, 13)),
    newestSeason(practiceId, athlete.id),
    loadDose(principal, subject, standing),
    setsOfPractice(practiceId),
  ]);
  const week = around.filter(
    (other) => other.onDate >= session.weekStart && other.onDate <= addDays(session.weekStart, 6),
  );
  const phase = (newest && weekOf(newest.weeks, addDays(session.weekStart, 3)))?.phase ?? 'build';
  const dosed = athleteOn(standing, everywhere, session.onDate, phase);
  const weaker = weakerSides(standing.linked.priorities);
  const view = sessionView(principal, subject, session);
  const there = new Set(session.items.map((item) => item.rungId));
  const rows = new Map(session.items.map((row) => [row.id, row]));
  return {
    athleteId: athlete.id,
    sessionId: session.id,
    revision: session.revision,
    onDate: session.onDate,
    weekStart: session.weekStart,
    minutes: view.minutes,
    minutesOffered: minutesOn(athlete, session.onDate, phase),
    gone: session.state === 'replaced',
    begun: session.log !== undefined || session.liveSets.length > 0,
    mayEdit: can(principal, 'session.edit'),
    changes: view.changes,
    items: [...view.items, ...view.withheld].map((item) => {
      const row = rows.get(item.id);
      const rung = trade.rung(item.rungId);
      const field = loadField(rung.load.by, principal.loads);
      const quality = item.quality as LadderQuality;
      return {
        id: item.id,
        name: item.name,
        quality: item.quality,
        posture: item.posture,
        needs: item.needs,
        work: item.work,
        load: item.load,
        inHand: item.inHand,
        byHand: item.byHand,
        withheld: item.bars,
        note: item.coachNote,
        sided: item.sided,
        tempo: item.tempo,
        unit: item.unit,
        sets: item.sets,
        amount: row?.amount ?? item.amount,
        loadValue: field && row?.loadValue ? inField(row.loadValue, field) : null,
        restS: item.restS,
        firstSide: item.firstSide,
        oneMore: item.extraSetSide !== null,
        minutes: item.minutes,
        limit: row?.detail.limit ?? null,
        /** How its load is typed; null for none. */
        loadField: field ?? null,
        /** Its lever: what is set, in which unit, between what, and its own; null for none. */
        lever: leverView(dosed, trade.ladderOf(rung.id), rung),
        leverValue: row?.detail.lever ?? null,
        /** Loads there are; none of them means any. */
        loads: field
          ? loadsFor(dosed, rung, phaseRules.load.kilograms).map((value) => inField(value, field))
          : [],
        instead: equivalents(
          dosed,
          {
            quality,
            phase,
            gapActs: weaker[quality as keyof typeof weaker]?.acts ?? false,
          },
          there,
          { said: principal.loads },
        ),
      };
    }),
    /** Sets of exercises the practice keeps. */
    sets: sets.map(({ id, name, items }) => ({
      id,
      name,
      exercises: items.map(({ rungId }) => trade.rung(rungId).name),
    })),
    newSetId: newId(),
    /** Every rung the gate leaves, by ladder. */
    toAdd: trade.ladders
      .map((ladder) => ({
        id: ladder.id,
        name: ladder.name,
        rungs: ladder.rungs
          .filter((rung) => !there.has(rung.id) && dosed.gate.rung(rung.id).bars.length === 0)
          .map((rung) => ({ id: rung.id, name: rung.name })),
      }))
      .filter(({ rungs }) => rungs.length > 0),
    /** Days this session may be moved to. */
    days: freeDays(today, thisWeek, around),
    others: week
      .filter(
        (other) =>
          other.id !== session.id && other.onDate >= today && !other.log && other.liveSets.length === 0,
      )
      .map(({ id, onDate }) => ({ id, onDate })),
  };
}
export type HandView = NonNullable<Awaited<ReturnType<typeof handView>>>;
