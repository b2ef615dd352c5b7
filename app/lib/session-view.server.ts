import { fault, rung } from '~/core/catalogue';
import { amountText, doseText } from '~/core/coach/prescription';
import type { PrescriptionRow, StoredSession } from '~/db/queries/coach';

/** One prescription as screens and cards show it. */
export function itemView(item: PrescriptionRow) {
  const { detail } = item;
  return {
    id: item.id,
    ladderId: item.ladderId,
    rungId: item.rungId,
    quality: item.quality,
    name: detail.name,
    dose: doseText({ ...item, firstSide: detail.firstSide, extraSetSide: detail.extraSetSide }),
    sets: item.sets,
    amount: item.amount,
    amountText: amountText(item.amount, item.unit),
    unit: item.unit,
    sided: item.sided,
    firstSide: detail.firstSide,
    extraSetSide: detail.extraSetSide,
    restS: item.restS,
    tempo: detail.tempo,
    load: detail.load,
    setting: detail.setting ?? null,
    posture: rung(item.rungId).posture,
    needs: rung(item.rungId).needs,
    breath: detail.breath,
    cues: detail.cues,
    schoolCue: detail.schoolCue,
    endsSet: detail.endsSet,
    note: rung(item.rungId).note,
    minutes: item.minutes,
    why: detail.why,
    faults: rung(item.rungId)
      .regress_on.filter((id) => id !== 'pain')
      .map((id) => ({ id, name: fault(id).name })),
  };
}
export type ItemView = ReturnType<typeof itemView>;

export function sessionView(session: StoredSession) {
  return {
    id: session.id,
    onDate: session.onDate,
    minutes: session.minutes,
    items: session.items.map(itemView),
    log: session.log ? { effort: session.log.effort, painScore: session.log.painScore } : undefined,
  };
}
