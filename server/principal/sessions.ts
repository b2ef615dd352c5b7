import { addFlexion, type Flexion, flexionOfSet, noFlexion } from '~/core/clear/flexion';
import { type Role, roleIn } from '~/core/coach/prescription';
import type { LaidOut } from '~/core/coach/read-log';
import type { DosedItem } from '~/core/coach/redose';
import type { LadderQuality } from '~/core/dose/choose';
import type { PrescriptionRow, StoredSession } from '~/db/queries/sessions';
import type { Principal } from './principal';
import { loadIn, toOutcome } from './rows';

/** Laid-out sessions as core knows them, and how they stand. */

/** Roles of what was laid out before roles were written down. */
export const roleOf = (row: PrescriptionRow): Role => row.detail.role ?? roleIn(row.quality, 'main');

export const toDosed = (row: PrescriptionRow): DosedItem & { row: PrescriptionRow } => ({
  row,
  ladderId: row.ladderId,
  rungId: row.rungId,
  name: row.detail.name,
  quality: row.quality as LadderQuality,
  role: roleOf(row),
  sets: row.sets,
  wholeSets: row.detail.wholeSets ?? row.sets,
  amount: row.amount,
  unit: row.unit,
  load: loadIn(row.loadKind, row.loadValue),
  lever: row.detail.lever ?? null,
  pair: row.detail.pair ?? null,
  minutes: row.minutes,
  setting: row.detail.setting ?? null,
});

/** The exercises of a session as its log is held against them. */
export const laidOut = (items: readonly PrescriptionRow[]): LaidOut[] =>
  items.map((item) => ({
    ...item,
    firstSide: item.detail.firstSide,
    extraSetSide: item.detail.extraSetSide,
    amount: item.shownAmount,
    load: loadIn(item.loadKind, item.shownLoad),
    lever: item.detail.lever ?? null,
  }));

/** A session somebody has begun or done is kept as it is. */
export const isBegun = (session: StoredSession): boolean =>
  session.log !== undefined || session.liveSets.length > 0;

/** Skipped or missed by a coach's word: nobody does it, and nothing is laid out in its place. */
export const isPassedOver = (session: Pick<StoredSession, 'state'>): boolean =>
  session.state === 'skipped' || session.state === 'missed';

/** Nobody did it: its day went by, or a coach said so. It may still be logged. */
export const isMissed = (session: StoredSession, today: string): boolean =>
  !isBegun(session) &&
  (session.state === 'missed' || (session.state === 'planned' && session.onDate < today));

/** Sessions that were planned and that nobody did. */
export const missedIn = (sessions: readonly StoredSession[]): number =>
  sessions.filter((session) => session.state !== 'unplanned' && !isBegun(session)).length;

/** Still to be done: it may follow what changes, and be laid out anew. */
export const isOpen = (session: StoredSession, today: string): boolean =>
  session.onDate >= today && !isBegun(session) && !isPassedOver(session);

/** What a week's logs have bent so far. */
export function bentIn(principal: Principal, sessions: readonly StoredSession[]): Flexion {
  return sessions
    .flatMap((session) => session.log?.sets ?? [])
    .reduce(
      (sum, set) => addFlexion(sum, flexionOfSet(principal.trade.rung(set.rungId), set.done)),
      noFlexion,
    );
}

export const isByHand = (row: PrescriptionRow): boolean => row.detail.byHand === true;

/** Sessions as a look back counts them: what was laid out, also when nobody did it, and what was done. */
export const plannedAndDone = (sessions: readonly StoredSession[]) => ({
  planned: sessions
    .filter(({ state }) => state !== 'unplanned')
    .map(({ onDate, items }) => ({
      onDate,
      items: items.map((item) => ({
        ...item,
        extraSetSide: item.detail.extraSetSide,
        load: loadIn(item.loadKind, item.loadValue),
      })),
    })),
  done: sessions.flatMap(({ log }) => (log ? [toOutcome(log)] : [])),
});
