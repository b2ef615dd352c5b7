import { z } from 'zod';
import type { Rung } from '~/core/catalogue';
import { startLoad } from '~/core/catalogue/rung-load';
import type { Gate } from '~/core/clear/gate';
import { roleIn } from '~/core/coach/prescription';
import { issue, refuse } from '~/core/result';
import { putUnderWay } from '~/db/queries/ladders';
import { loadStanding, subjectOf } from '../principal/subject';
import { command, done } from './command';
import { id, line } from './fields';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/** Sets of a card an amount may be sent for: as many as there are. */
const mostSets = 12;

/** The load a rung starts with for this body; null for none. */
function startOf(rung: Rung, athlete: { readonly massKg: number }, gate: Gate): number | null {
  const { value } = startLoad(rung, athlete.massKg, gate.under16);
  return value > 0 ? value : null;
}

/** Puts a rung with its load, amount or set-up on an athlete's ladder, through the gate, and lays out what is left. */
export const setPrescription = command({
  title: 'prescription.set',
  action: 'prescription.set',
  input: z.object({
    athleteId: id,
    rungId: z.string().max(80),
    load: z.number().positive().max(500).optional(),
    amount: z.number().positive().max(600).optional(),
    setting: line(0, 200, 'form.too_long').optional(),
  }),
  async run(principal, { athleteId, rungId, load, amount, setting }) {
    const { trade } = principal;
    if (!trade.hasRung(rungId)) return refuse('bench.choose', {}, ['rungId']);
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const { athlete, gate } = held.value;
    const rung = trade.rung(rungId);
    const bars = gate.may('raise', { rungId });
    if (bars.length > 0)
      return refuse(
        gate.clearance.allows === 'nothing'
          ? [...bars]
          : bars.map((bar) =>
              issue('bench.barred', {
                ...bar.values,
                name: rung.name,
                athlete: athlete.givenName,
                bar: bar.code,
              }),
            ),
      );
    const { loadMost } = gate.rung(rungId);
    if (load !== undefined && loadMost === undefined)
      return refuse('bench.no_load', { name: rung.name }, ['load']);
    if (load !== undefined && load > (loadMost ?? 0) + 1e-9)
      return refuse(
        'bench.too_heavy',
        { load, most: Math.round((loadMost ?? 0) * 10) / 10, name: rung.name, massKg: athlete.massKg },
        ['load'],
      );
    const ladder = trade.ladderOf(rungId);
    const role = roleIn(ladder.quality, 'main');
    const on = held.value.underWay.find((one) => one.quality === ladder.quality && one.role === role);
    const same = on?.rungId === rungId;
    await putUnderWay([
      {
        athleteId,
        quality: ladder.quality,
        role,
        ladderId: ladder.id,
        rungId,
        load: load ?? (same ? on.load : startOf(rung, athlete, gate)),
        lever: same ? on.lever : null,
        setting: setting ?? (same ? on.setting : null),
        since: principal.today,
        updatedAt: principal.now,
      },
    ]);
    const subject = await subjectOf(principal, athleteId);
    if (subject)
      await layOutWeeks(
        principal,
        subject,
        await loadStanding(principal, subject),
        'follow',
        amount === undefined ? undefined : new Map([[rungId, { sets: mostSets, amount }]]),
      );
    return done({ athleteId, name: rung.name }, athleteId, { rung: rungId });
  },
});
