import { type Result, refuse } from '~/core/result';
import { lockAthlete } from '~/db/queries/athletes';
import type { Principal } from '../principal/principal';
import { isUuid, type Subject, subjectOf } from '../principal/subject';

/** The athlete of a command, held for its transaction: what is read of them is the last word, and stays so until the end. */
export async function heldSubject(principal: Principal, athleteId: string): Promise<Result<Subject>> {
  const held = isUuid(athleteId) && (await lockAthlete(principal.practiceId, athleteId));
  const subject = held ? await subjectOf(principal, athleteId) : undefined;
  return subject ? { ok: true, value: subject } : refuse('athlete.gone');
}
