import { z } from 'zod';
import { refuse } from '~/core/result';
import { loadStanding } from '../principal/subject';
import { command, done } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/** Lays out this week and the next anew from the season, keeping what is done or begun. */
export const layOut = command({
  title: 'week.lay_out',
  action: 'week.lay_out',
  input: z.object({ athleteId: id }),
  async run(principal, { athleteId }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const withheld = held.value.gate.may('lay_out');
    if (withheld.length > 0) return refuse([...withheld]);
    const made = await layOutWeeks(principal, held.value, await loadStanding(principal, held.value), 'deal');
    return done(made, athleteId, { sessions: made.laidOut });
  },
});
