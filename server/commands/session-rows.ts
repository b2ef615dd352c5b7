import { minutesOf } from '~/core/coach/lay-session';
import type { Prescription } from '~/core/coach/prescription';
import { newId } from '~/db/queries/practice';
import { changeItem, type NewSession, type PrescriptionRow } from '~/db/queries/sessions';
import { loadColumns } from '../principal/rows';

/** Prescriptions as rows of a session, and back. */

/** Changes a session keeps to tell; older ones have been seen. */
export const changesKept = 20;

export type NewItem = NewSession['items'][number];

/** A prescription as it is stored. */
export function itemRow(item: Prescription, sessionId: string, position: number): NewItem {
  return {
    id: newId(),
    sessionId,
    position,
    ladderId: item.ladderId,
    rungId: item.rungId,
    quality: item.quality,
    sets: item.sets,
    amount: item.amount,
    unit: item.unit,
    sided: item.sided,
    restS: item.restS,
    minutes: item.minutes,
    dose: item.dose,
    ...loadColumns(item.load),
    shownAmount: item.amount,
    shownLoad: item.load?.value ?? null,
    detail: {
      name: item.name,
      role: item.role,
      wholeSets: item.wholeSets,
      limit: item.limit,
      limitBasis: item.limitBasis,
      orMore: item.orMore,
      share: item.share,
      inHand: item.inHand,
      minuteMark: item.minuteMark,
      pair: item.pair,
      firstSide: item.firstSide,
      extraSetSide: item.extraSetSide,
      tempo: item.tempo,
      effortMost: item.effortMost,
      lever: item.lever,
      setting: item.setting,
      breath: item.breath,
      cues: [...item.cues],
      schoolCue: item.schoolCue,
      schoolAmount: item.schoolAmount,
      endsSet: [...item.endsSet],
      why: { ...item.why },
    },
  };
}

/** What a laid-out session asks, without its ids: two that ask the same are the same session. */
export const asks = (
  items: readonly Pick<
    PrescriptionRow | NewItem,
    'rungId' | 'sets' | 'amount' | 'restS' | 'loadValue' | 'detail'
  >[],
) =>
  JSON.stringify(
    items.map(({ rungId, sets, amount, restS, loadValue, detail }) => [
      rungId,
      sets,
      amount,
      restS,
      loadValue ?? null,
      detail.lever ?? null,
      detail.setting ?? null,
      detail.minuteMark ?? null,
    ]),
  );

/** A row the coach wrote by hand, carried over into a session that is made again. */
export const carried = (row: PrescriptionRow | NewItem, sessionId: string, position: number): NewItem => ({
  ...row,
  id: newId(),
  sessionId,
  position,
});

/** The same exercises in the same order, with no set taken away: whatever was logged on one fits the other. */
export const sameExercises = (rows: readonly PrescriptionRow[], items: readonly NewItem[]): boolean =>
  rows.length === items.length &&
  rows.every((row, i) => row.rungId === items[i]?.rungId && row.sets <= (items[i]?.sets ?? 0));

/** Writes the new figures of those exercises that have some. */
export async function changeItems(
  rows: readonly PrescriptionRow[],
  items: readonly NewItem[],
): Promise<void> {
  for (const [i, row] of rows.entries()) {
    const item = items[i];
    if (!item || asks([row]) === asks([item])) continue;
    const { id: _, sessionId: __, position: ___, ...figures } = item;
    await changeItem(row.id, figures);
  }
}

/** A session with its items, not yet written. */
export function newSession(
  about: Pick<
    NewSession['session'],
    | 'practiceId'
    | 'athleteId'
    | 'seasonVersionId'
    | 'weekStart'
    | 'onDate'
    | 'place'
    | 'createdAt'
    | 'changes'
  >,
  items: (sessionId: string) => NewItem[],
): NewSession {
  const id = newId();
  const rows = items(id);
  return { session: { ...about, id, minutes: Math.round(minutesOf(rows)) }, items: rows };
}
