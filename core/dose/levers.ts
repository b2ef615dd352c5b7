import { type Lever, leverOf, withLever } from '~/core/body/lever';
import type { Ladder, Rung } from '~/core/catalogue';
import { rungHasMoment } from '~/core/catalogue/rung-load';
import type { Gate } from '~/core/clear/gate';
import { isSkill } from './character';
import { type Contact, stopsAtContact } from './contact';
import type { LimitAthlete } from './limits';

/** Levers: what of a rung can be set besides its load, and how far that is from the rung itself. */

type LeverAthlete = Pick<LimitAthlete, 'body'> & { readonly gate: Pick<Gate, 'cautions'> };

/** How much harder than the rung's own a lever is set, in its unit; under 0 for an easier one, 0 for none. */
export function beyondOwn(
  { body }: Pick<LimitAthlete, 'body'>,
  rung: Rung,
  lever: number | null | undefined,
): number {
  const its = leverOf(rung.posture, body);
  return its && typeof lever === 'number' ? its.harder * (lever - its.own) : 0;
}

/**
 * What can be set on a rung besides its load: a longer lever, a leg nearer the floor, a trunk further down. None where the
 * trunk's moment does not set the limit, and none where the way a limb goes is the exercise. Under a caution a lever is eased
 * and never turned further than the rung's own.
 */
export function leverFor(a: LeverAthlete, ladder: Ladder, rung: Rung): Lever | undefined {
  if (!rungHasMoment(ladder, rung) || isSkill(ladder, rung) || rung.lumbar === 'rotating') return undefined;
  const its = leverOf(rung.posture, a.body);
  if (!its || a.gate.cautions.length === 0) return its;
  const values = its.values.filter((value) => beyondOwn(a, rung, value) <= 0);
  return values.length > 0 ? { ...its, values } : undefined;
}

/** A lever that was set, as far as it may be set now; null for the rung's own. */
export function leverKept(
  a: LeverAthlete,
  ladder: Ladder,
  rung: Rung,
  lever: number | null | undefined,
): number | null {
  const hardest = leverFor(a, ladder, rung)?.values.at(-1);
  if (typeof lever !== 'number' || hardest === undefined) return null;
  return beyondOwn(a, rung, lever) <= Math.max(0, beyondOwn(a, rung, hardest)) ? lever : null;
}

/**
 * Where a lever stands under the contact angle of the screen: straight legs go down to where the back left the floor and no
 * further, whatever the rung or a step would have; as it is given everywhere else.
 */
export function leverAtContact(
  a: Pick<LimitAthlete, 'body'> & { readonly contact?: Contact | undefined },
  rung: Rung,
  lever: number | null | undefined,
): number | null {
  const at = lever ?? null;
  const posture = at === null ? rung.posture : withLever(rung.posture, at, a.body);
  return stopsAtContact(posture, a.contact) ? (a.contact?.deg ?? at) : at;
}
