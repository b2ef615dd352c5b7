import { z } from 'zod';
import { addDays } from '~/core/body/dates';
import type { Rung } from '~/core/catalogue';
import { startLoad } from '~/core/catalogue/rung-load';
import type { Gate } from '~/core/clear/gate';
import { handBars, usualFigures } from '~/core/coach/by-hand';
import { roleIn } from '~/core/coach/prescription';
import { athleteOn } from '~/core/coach/week-input';
import type { DoseAthlete } from '~/core/dose/athlete';
import { missingBefore } from '~/core/dose/choose';
import { usualPlace } from '~/core/people/places';
import { weekOf } from '~/core/plan/season-input';
import { issue, type Result, refuse } from '~/core/result';
import { listed } from '~/core/words/counted';
import { putUnderWay } from '~/db/queries/ladders';
import { newestSeason } from '~/db/queries/plan';
import { lockSession, type StoredSession, sessionsBetween } from '~/db/queries/sessions';
import { loadDose } from '../principal/dose';
import type { Principal } from '../principal/principal';
import { isOpen } from '../principal/sessions';
import { type AthleteStanding, loadStanding, type Subject, subjectOf } from '../principal/subject';
import { command, done } from './command';
import { id, line } from './fields';
import { withRung } from './hand-items';
import { type AtHand, standsWith, write } from './hand-session';
import { layOutWeeks } from './laying-out';
import { asks } from './session-rows';
import { heldSubject } from './subject';

/** Sets of a card an amount may be sent for: as many as there are. */
const mostSets = 12;
/** Days ahead whose cards a rung can be put on: this week and the next. */
const daysAhead = 14;

/** The load a rung starts with for this body; null for none. */
function startOf(rung: Rung, athlete: { readonly massKg: number }, gate: Gate): number | null {
  const { value } = startLoad(rung, athlete.massKg, gate.under16);
  return value > 0 ? value : null;
}

/** Which cards it is put on: the next one, all of this week and the next, or that of one session. */
const where = z.union([z.enum(['next', 'all']), id]).default('next');

interface Sent {
  readonly rungId: string;
  readonly on: z.output<typeof where>;
  readonly load?: number | undefined;
  readonly lever?: number | undefined;
  readonly amount?: number | undefined;
  readonly setting?: string | undefined;
}

interface Asked {
  readonly principal: Principal;
  readonly subject: Subject;
  readonly standing: AthleteStanding;
  readonly athlete: DoseAthlete;
  readonly sent: Sent;
}

/** Sets a rung where it is under way, or where nothing of its quality is: from now on, in all sessions still to be done. */
async function setUnderWay({ principal, subject, sent }: Asked): Promise<void> {
  const { rungId, load, lever, amount, setting } = sent;
  const ladder = principal.trade.ladderOf(rungId);
  const athleteId = subject.athlete.id;
  const on = subject.underWay.find((one) => one.rungId === rungId);
  await putUnderWay([
    {
      athleteId,
      quality: on?.quality ?? ladder.quality,
      role: on?.role ?? roleIn(ladder.quality, 'main'),
      place: on?.place ?? usualPlace,
      ladderId: ladder.id,
      rungId,
      load: load ?? on?.load ?? startOf(principal.trade.rung(rungId), subject.athlete, subject.gate),
      lever: lever ?? on?.lever ?? null,
      setting: setting ?? on?.setting ?? null,
      since: principal.today,
      updatedAt: principal.now,
    },
  ]);
  const now = await subjectOf(principal, athleteId);
  if (!now) return;
  await layOutWeeks(
    principal,
    now,
    await loadStanding(principal, now),
    'follow',
    amount === undefined ? undefined : new Map([[rungId, { sets: mostSets, amount }]]),
  );
}

/** Puts a rung on cards beside what stands there; the days it was put on. */
async function putBeside(
  { principal, subject, standing, athlete, sent }: Asked,
  open: readonly StoredSession[],
): Promise<Result<string[]>> {
  const { on, rungId, load, lever, amount, setting } = sent;
  const chosen = on === 'all' ? open : on === 'next' ? open.slice(0, 1) : open.filter((one) => one.id === on);
  if (chosen.length === 0) return refuse('bench.no_card', { athlete: subject.athlete.givenName }, ['on']);
  const newest = await newestSeason(principal.practiceId, subject.athlete.id);
  for (const session of chosen) {
    await lockSession(principal.practiceId, session.id);
    const phase = (newest && weekOf(newest.weeks, addDays(session.weekStart, 3)))?.phase ?? 'build';
    const at: AtHand = {
      principal,
      standing,
      athlete: athleteOn(standing, athlete, session.onDate, phase),
      phase,
      // Read anew: what was put on a day before counts in the week.
      week: await sessionsBetween(
        principal.practiceId,
        subject.athlete.id,
        session.weekStart,
        addDays(session.weekStart, 6),
      ),
      session,
    };
    const made = withRung(
      at,
      rungId,
      {
        ...(load === undefined ? {} : { load }),
        ...(lever === undefined ? {} : { lever }),
        ...(amount === undefined ? {} : { amount }),
      },
      setting ?? null,
    );
    if (!made.ok) return made;
    const bars = standsWith(at, made.value.items);
    if (bars.length > 0) return refuse(bars);
    // Sent twice, it is there once.
    if (asks(made.value.items) === asks(session.items)) continue;
    await write(at, session, made.value.items, made.value.notes);
  }
  return { ok: true, value: chosen.map(({ onDate }) => onDate) };
}

/**
 * Puts a rung with its load, lever, amount or set-up before an athlete, through the gate. Where it is under way, or nothing of
 * its quality is, it is set from now on; else it arrives on a card beside what stands there. A rung whose prerequisites are not
 * owned is put there only when the coach was asked and said so.
 */
export const setPrescription = command({
  title: 'prescription.set',
  action: 'prescription.set',
  input: z.object({
    athleteId: id,
    rungId: z.string().max(80),
    load: z.number().positive().max(500).optional(),
    /** cm or degrees. */
    lever: z.number().min(0).max(500).optional(),
    amount: z.number().positive().max(600).optional(),
    setting: line(0, 200, 'form.too_long').optional(),
    on: where,
    /** Asked about what should be owned before, the coach said yes. */
    anyway: z.boolean().default(false),
  }),
  async run(principal, { athleteId, anyway, ...sent }) {
    const { trade } = principal;
    const { rungId, load, lever, amount } = sent;
    if (!trade.hasRung(rungId)) return refuse('bench.choose', {}, ['rungId']);
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const { gate } = held.value;
    const { givenName } = held.value.athlete;
    const rung = trade.rung(rungId);
    const bars = gate.may('raise', { rungId });
    if (bars.length > 0)
      return refuse(
        gate.clearance.allows === 'nothing'
          ? [...bars]
          : bars.map((bar) =>
              issue('bench.barred', { ...bar.values, name: rung.name, athlete: givenName, bar: bar.code }),
            ),
      );
    const standing = await loadStanding(principal, held.value);
    const athlete = await loadDose(principal, held.value, standing);
    const usual = usualFigures(athlete, rung, 'build', 1, undefined);
    const wrong = handBars(athlete, rung, {
      ...usual,
      load: load ?? null,
      lever: lever ?? null,
      amount: amount ?? Math.min(usual.amount, 1),
    });
    if (wrong.length > 0) return refuse(wrong);
    const { underWay } = held.value;
    const ladder = trade.ladderOf(rungId);
    const on = underWay.some((one) => one.rungId === rungId);
    if (!on && !anyway) {
      const missing = missingBefore(athlete, ladder, rung);
      if (missing.length > 0)
        return refuse(
          'bench.before',
          { name: rung.name, athlete: givenName, before: listed(missing.map(({ name }) => name)) },
          ['anyway'],
        );
    }
    const asked: Asked = { principal, subject: held.value, standing, athlete, sent };
    const role = roleIn(ladder.quality, 'main');
    const taken = underWay.some((one) => one.quality === ladder.quality && one.role === role);
    const open = (
      await sessionsBetween(
        principal.practiceId,
        athleteId,
        principal.today,
        addDays(principal.today, daysAhead),
      )
    ).filter((session) => isOpen(session, principal.today));
    const trail = (days: readonly string[]) =>
      done({ athleteId, name: rung.name, days: [...days] }, athleteId, { rung: rungId });
    if (on || (!taken && open.length === 0)) {
      await setUnderWay(asked);
      return trail([]);
    }
    const put = await putBeside(asked, open);
    return put.ok ? trail(put.value) : put;
  },
});
