import { fault } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { amountText, doseText } from '~/core/coach/prescription';
import type { PrescriptionRow, StoredSession } from '~/db/queries/coach';

/** One prescription as screens and cards show it. */
export function itemView(trade: Trade, item: PrescriptionRow) {
  const { detail } = item;
  const rung = trade.rung(item.rungId);
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
    posture: rung.posture,
    needs: rung.needs,
    breath: detail.breath,
    cues: detail.cues,
    schoolCue: detail.schoolCue,
    schoolDose: detail.schoolDose ?? null,
    endsSet: detail.endsSet,
    note: rung.note,
    minutes: item.minutes,
    why: detail.why,
    faults: rung.regress_on.filter((id) => id !== 'pain').map((id) => ({ id, name: fault(id).name })),
  };
}
export type ItemView = ReturnType<typeof itemView>;

export function sessionView(trade: Trade, session: StoredSession) {
  return {
    id: session.id,
    onDate: session.onDate,
    minutes: session.minutes,
    items: session.items.map((item) => itemView(trade, item)),
    log: session.log ? { effort: session.log.effort, painScore: session.log.painScore } : undefined,
  };
}
