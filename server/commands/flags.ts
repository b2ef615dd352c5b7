import type { HeldQuality } from '~/core/clear/pain';
import { whereText } from '~/core/clear/pain-map';
import { dayInWords } from '~/core/words/days';
import { addFlag } from '~/db/queries/clear';
import type { Principal } from '../principal/principal';
import { recheckOpenSessions } from './recheck';

export interface Pain {
  readonly athleteId: string;
  /** The trial or log it was told with; the flag carries the same id, so that a repeat cannot raise a second one. */
  readonly sourceId: string;
  readonly score: number;
  readonly region: string | null;
  /** Where it was pointed at on the map, if it was. */
  readonly places?: readonly string[] | undefined;
  readonly qualities: readonly HeldQuality[];
  /** "in front plank", "after the session": what it came with. */
  readonly came: string;
  readonly onDate: string;
}

/** Raises the flag of a pain that ends, once, and checks the sessions not yet done, in the transaction at hand. */
export async function raisePainFlag(principal: Principal, pain: Pain): Promise<'raised' | 'again'> {
  const said = whereText(pain.places ?? [], pain.region);
  const where = said ? ` (${said})` : '';
  const raised = await addFlag({
    id: pain.sourceId,
    practiceId: principal.practiceId,
    athleteId: pain.athleteId,
    kind: 'pain',
    qualities: [...pain.qualities],
    region: pain.region,
    sourceId: pain.sourceId,
    text: `Pain${pain.score > 0 ? ` ${pain.score} of 10` : ''}${where} ${pain.came} on ${dayInWords(pain.onDate)}.`,
    openedAt: principal.now,
  });
  // What it holds may have grown with what is known.
  await recheckOpenSessions(principal, pain.athleteId);
  return raised;
}
