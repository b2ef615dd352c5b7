import { randomBytes } from 'node:crypto';
import { z } from 'zod';
import { refuse } from '~/core/result';
import { agreeToLink, insertLink, revokeLink } from '~/db/queries/links';
import { staffIdOf } from '../principal/principal';
import { tokenHash } from '../principal/sign-in.server';
import { command, done, standsAlready } from './command';
import { heldSubject } from './subject';

/** Links by which athletes come without an account. */

const day = 86_400_000;
/** For how long a link may hold, days. */
export const linkDays = [14, 30, 90, 180] as const;

/** Nobody guesses so many random bytes; an address holds them. */
const newToken = () => randomBytes(24).toString('base64url');

/** Makes a link. Its token is told this once; afterwards only its hash is known. */
export const makeLink = command({
  title: 'link.make',
  action: 'link.make',
  input: z.object({
    id: z.uuid(),
    athleteId: z.uuid(),
    holder: z.enum(['athlete', 'guardian']),
    days: z.coerce.number().refine((days) => linkDays.some((one) => one === days)),
  }),
  async run(principal, { id, athleteId, holder, days }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const [token, calendarToken] = [newToken(), newToken()];
    const made = await insertLink({
      id,
      practiceId: principal.practiceId,
      athleteId,
      holder,
      tokenHash: tokenHash(token),
      calendarHash: tokenHash(calendarToken),
      createdAt: principal.now,
      createdBy: staffIdOf(principal),
      expiresAt: new Date(principal.now.getTime() + days * day),
    });
    return made ? done({ token, calendarToken }, athleteId, { holder, days }) : refuse('link.made');
  },
});

/** Ends a link at once, wherever it is open. */
export const endLink = command({
  title: 'link.end',
  action: 'link.make',
  input: z.object({ id: z.uuid(), athleteId: z.uuid() }),
  async run(principal, { id, athleteId }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const ended = await revokeLink(principal.practiceId, athleteId, id, principal.now);
    return ended ? done(null, athleteId) : refuse('link.gone');
  },
});

/** Who opened a link has read its words and agrees. */
export const agreeLink = command({
  title: 'link.agree',
  action: 'link.agree',
  input: z.object({}),
  async run({ linkId, athleteId, now }) {
    if (linkId === null || athleteId === null) return standsAlready(null);
    await agreeToLink(linkId, now);
    return done(null, athleteId);
  },
});
