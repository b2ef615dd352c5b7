import { z } from 'zod';
import { refuse } from '~/core/result';
import { closeFlag as closeFlagRow } from '~/db/queries/clear';
import { staffIdOf } from '../principal/principal';
import { command, done } from './command';
import { id, line } from './fields';
import { recheckOpenSessions } from './recheck';
import { heldSubject } from './subject';

/** Closes a flag with its reason; what it held is given back. */
export const closeFlag = command({
  title: 'flag.close',
  action: 'flag.close',
  input: z.object({ athleteId: id, flagId: id, reason: line(3, 300, 'flag.reason') }),
  async run(principal, { athleteId, flagId, reason }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const closed = await closeFlagRow(principal.practiceId, athleteId, flagId, reason, staffIdOf(principal));
    if (!closed) return refuse('flag.gone');
    const changedSessions = await recheckOpenSessions(principal, athleteId);
    return done({ changedSessions }, athleteId, { flag: flagId });
  },
});
