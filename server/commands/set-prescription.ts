import { z } from 'zod';
import { issue, refuse } from '~/core/result';
import { sendToLadder } from '~/db/queries/ladders';
import { loadStanding, subjectOf } from '../principal/subject';
import { command, done } from './command';
import { id, line } from './fields';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

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
    await sendToLadder(
      athleteId,
      { ladderId: trade.ladderOf(rungId).id, rungId, sets: rung.start.sets, amount, load, setting },
      rung.start.amount,
    );
    const subject = await subjectOf(principal, athleteId);
    if (subject) await layOutWeeks(principal, subject, await loadStanding(principal, subject));
    return done({ athleteId, name: rung.name }, athleteId, { rung: rungId });
  },
});
