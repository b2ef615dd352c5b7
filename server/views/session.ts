import { withLever } from '~/core/body/lever';
import { handAndWall, type LoadSaid } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import { whereText } from '~/core/clear/pain-map';
import { planB, turnsLeft } from '~/core/coach/lay-session';
import { inHandText, setupText, sidesText, workText } from '~/core/coach/prescription';
import { gateAt, underGate } from '~/core/coach/recheck';
import { amountText, minuteText } from '~/core/dose/work';
import type { Issue } from '~/core/result';
import type { PrescriptionRow, StoredSession } from '~/db/queries/sessions';
import type { Principal } from '../principal/principal';
import { loadIn } from '../principal/rows';
import { isMissed, isPassedOver } from '../principal/sessions';
import type { Subject } from '../principal/subject';

/**
 * One prescription as screens and cards show it: through the gate of the day when the session is still to be done, as it was
 * when it lies behind.
 */
function itemView(
  { trade, loads }: Pick<Principal, 'trade' | 'loads'>,
  item: PrescriptionRow,
  athlete: Subject['athlete'],
  gate: Gate | undefined,
) {
  const { detail } = item;
  const lever = detail.lever ?? null;
  const rung = trade.rung(item.rungId);
  const gated = gate
    ? underGate(gate, trade, {
        id: item.id,
        rungId: item.rungId,
        name: detail.name,
        unit: item.unit,
        amount: item.amount,
        loadValue: item.loadValue,
      })
    : { bars: [] as readonly Issue[], amount: item.shownAmount, loadValue: item.shownLoad };
  const load = loadIn(item.loadKind, gated.loadValue);
  const sideWords = handAndWall(rung);
  return {
    id: item.id,
    /** Its place in the session, counted from 0, withheld ones among them. */
    position: item.position,
    ladderId: item.ladderId,
    rungId: item.rungId,
    quality: item.quality,
    name: detail.name,
    /** Does it move, or is it held? */
    still: item.unit === 'hold_s' || item.unit === 'breaths',
    /** Why it is withheld; empty when it may be done. */
    bars: gated.bars,
    work: workText({
      ...item,
      amount: gated.amount,
      firstSide: detail.firstSide,
      extraSetSide: detail.extraSetSide,
      sideWords,
    }),
    role: detail.role ?? null,
    /** A1 and A2 take turns. */
    pair: detail.pair ?? null,
    /** "about 15 s in hand"; null where none is said, and where a cap has shortened it since. */
    inHand: gated.amount === item.amount ? inHandText(detail.inHand ?? null, item.unit) : null,
    /** What the last set is, where it is another than the others; not where a cap has shortened them since. */
    lastSet: gated.amount === item.amount ? minuteText(detail.minuteMark ?? null) : null,
    /** Clean reps in a minute its last set goes for; null for a set like the others. */
    minuteMark: gated.amount === item.amount ? (detail.minuteMark ?? null) : null,
    /** kg or N as the gate leaves it; null for none. */
    loadValue: gated.loadValue,
    byHand: detail.byHand ?? false,
    coachNote: detail.note ?? null,
    sets: item.sets,
    amount: gated.amount,
    amountText: amountText(gated.amount, item.unit),
    sidesText: sidesText({
      sided: item.sided,
      firstSide: detail.firstSide,
      extraSetSide: detail.extraSetSide,
      sideWords,
    }),
    unit: item.unit,
    sided: item.sided,
    firstSide: detail.firstSide,
    extraSetSide: detail.extraSetSide,
    sideWords,
    restS: item.restS,
    tempo: detail.tempo,
    /** What it is done with, in words: load and lever. */
    load: setupText(rung, { load, lever }, loads),
    effortMost: detail.effortMost ?? null,
    setting: detail.setting ?? null,
    posture: lever === null ? rung.posture : withLever(rung.posture, lever, athlete),
    needs: rung.needs,
    breath: detail.breath,
    cues: detail.cues,
    schoolCue: detail.schoolCue,
    schoolAmount: detail.schoolAmount ?? null,
    endsSet: detail.endsSet,
    note: rung.note,
    minutes: item.minutes,
    why: detail.why,
  };
}
export type ItemView = ReturnType<typeof itemView>;

/** Exercises a log has that its session had not: "Full plank, 2 sets". */
function besidesText(trade: Trade, loads: LoadSaid, { log, items }: StoredSession): string[] {
  const sets = (log?.sets ?? []).filter((set) => !items.some((item) => item.rungId === set.rungId));
  return [...new Set(sets.map((set) => set.rungId))].map((rungId) => {
    const rung = trade.rung(rungId);
    const its = sets.filter((set) => set.rungId === rungId);
    const count = new Set(its.map((set) => set.setNo)).size;
    const [first] = its;
    const load = first && loadIn(first.loadKind, first.loadValue);
    return [
      `${rung.name}, ${count} \u00d7 ${amountText(Math.max(...its.map((set) => set.done)), rung.unit)}`,
      setupText(rung, { load: load ?? null, lever: first?.lever }, loads),
    ]
      .filter(Boolean)
      .join(', ');
  });
}

/** The ten-minute form of a session in words: one exercise, as many of its sets as fit. */
function planBText(items: readonly ItemView[], focus: string | null): string | null {
  const [short] = planB(items, focus);
  return short ? `${short.name}, ${workText(short)}` : null;
}

/**
 * A session as it is shown; what is still to be done passes the gate of the day.
 *
 * @param focus the main quality of its block, for the ten minutes that are left when time is short
 */
export function sessionView(
  principal: Pick<Principal, 'trade' | 'loads'>,
  { athlete, gate }: Pick<Subject, 'athlete' | 'gate'>,
  session: StoredSession,
  focus: string | null = null,
) {
  const { trade, loads } = principal;
  const toCome = session.log === undefined && session.onDate >= gate.day;
  const there = toCome ? gateAt(gate, athlete, session.place) : undefined;
  const items = session.items.map((item) => itemView(principal, item, athlete, there));
  const left = items.filter((item) => item.bars.length === 0);
  // Whose other is withheld takes turns with nobody.
  const turns = turnsLeft(left.map(({ pair }) => pair));
  const shown = left.map((item, at) => ({ ...item, pair: turns[at] ?? null }));
  return {
    id: session.id,
    onDate: session.onDate,
    /** Where, when it is not the usual place. */
    place: session.place,
    minutes: Math.round(shown.reduce((sum, item) => sum + item.minutes, 0)),
    items: shown,
    /** What to do when there are ten minutes only. */
    planB: toCome ? planBText(shown, focus) : null,
    /** What became of it that nobody did, and of work nobody laid out. */
    state: session.state,
    /** A coach said that nobody does it, or did. */
    passedOver: isPassedOver(session),
    missed: isMissed(session, gate.day),
    begun: session.liveSets.length > 0,
    revision: session.revision,
    /** Exercises that may not be done now, and why. */
    withheld: items.filter((item) => item.bars.length > 0),
    /** Nothing of it may be done. */
    calledOff: toCome && shown.length === 0 && items.length > 0,
    changes: session.log ? [] : session.changes,
    log: session.log
      ? {
          effort: session.log.effort,
          painScore: session.log.painScore,
          painWhere: whereText(session.log.painPlaces, session.log.painRegion),
          sleepHours: session.log.sleepHours,
          readiness: session.log.readiness,
          note: session.log.note,
          onDate: session.log.onDate,
          /** What was done that nobody laid out. */
          besides: besidesText(trade, loads, session),
        }
      : undefined,
  };
}
export type SessionView = ReturnType<typeof sessionView>;
