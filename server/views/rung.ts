import { caution, type Rung } from '~/core/catalogue';
import type { LeverRow } from '~/core/catalogue/lever-table';
import { loadInWords } from '~/core/catalogue/rung-load';
import { schoolWords } from '~/core/catalogue/school-words';
import type { Trade } from '~/core/catalogue/trade';
import { kitName, schoolBar } from '~/core/clear/rung-bars';
import { amountText } from '~/core/dose/work';
import { counted } from '~/core/words/counted';
import { bothSides, knownRungs } from './schools';

/** A lever row as the views show it. */
export function shownRow(row: LeverRow) {
  return {
    load: row.load,
    nm: row.nm,
    relative: row.relative,
    nmByDirection: row.moments ? { ...row.moments.nm } : undefined,
    main: row.moments?.main,
    supportN: row.moments?.supportN,
    stanceNm: row.moments?.stanceNm,
    share: row.limit?.share,
    limit: row.limit,
    basis: row.basis,
    jumpPercent: row.jumpPercent,
    bigJump: row.bigJump,
    between: row.between,
    why: row.why,
  };
}
export type ShownRow = ReturnType<typeof shownRow>;

const advanceWords: Readonly<Record<string, (value: number) => string>> = {
  reps: (value) => counted(value, 'rep'),
  hold_s: (value) => `${value} s`,
  breaths: (value) => counted(value, 'breath'),
  metres: (value) => `${value} m`,
  reps_in_60s: (value) => `${value} reps in 60 s`,
  sets: (value) => counted(value, 'set'),
  side_gap_pct_max: (value) => `sides within ${value} %`,
};

/** Everything the library says of one rung, in the words of a school. */
export function rungView(trade: Trade, rung: Rung, schoolId: string, row: ShownRow | undefined) {
  const ladder = trade.ladderOf(rung.id);
  const known = (ids: readonly string[]) => ids.filter(trade.hasRung).map((id) => trade.rung(id));
  const dispute = rung.disputed ? trade.disputes.find((d) => d.id === rung.disputed) : undefined;
  const words = schoolWords(trade, ladder, rung, rung.goal.amount, schoolId);
  return {
    id: rung.id,
    name: rung.name,
    ladder: { id: ladder.id, name: ladder.name },
    posture: rung.posture,
    needs: rung.needs,
    still: rung.unit === 'hold_s' || rung.unit === 'breaths' || rung.unit === 'metres',
    tempo: rung.tempo,
    note: rung.note,
    start: `${rung.start.sets} × ${amountText(rung.start.amount, rung.unit)}`,
    goal: `${rung.goal.sets} × ${amountText(rung.goal.amount, rung.unit)}`,
    sided: rung.sided,
    restS: rung.rest_s,
    advance: Object.entries(rung.advance_when)
      .flatMap(([key, value]) => (typeof value === 'number' ? [advanceWords[key]?.(value) ?? key] : []))
      .join(', '),
    requires: known((rung.requires ?? []).map((need) => need.rung)).map((its) => its.name),
    endsSet: rung.regress_on.map((id) => trade.fault(id).name.toLowerCase()),
    faults: ladder.faults
      .map((id) => trade.fault(id))
      .filter((f) => f.action !== 'allowed')
      .map(({ id, name: faultName, look_for, suggests }) => ({
        id,
        name: faultName,
        lookFor: look_for,
        suggests,
      })),
    kit: [...rung.needs.filter((id) => id !== 'none'), ...(rung.needs_one_of ?? [])].map(kitName),
    cautions: ladder.cautions.map((id) => caution(id).name.toLowerCase()),
    do: words.cues,
    avoid: ladder.avoid,
    breath: words.breath,
    lumbar: rung.lumbar,
    loadText: row ? loadInWords(row.load) : undefined,
    school: {
      out: schoolBar(trade, ladder, rung, schoolId)[0],
      words: words.ownCue,
      counts: words.amount,
      prescribes: trade.school(schoolId).doses,
    },
    dispute: dispute && {
      ...bothSides(trade, dispute),
      replacements: knownRungs(trade, dispute.replacements),
    },
    row,
    own: trade.ownHand(rung.id),
    hidden: trade.isHidden(rung.id),
    /** As it stands, for the form of the practice's own hand. */
    figures: {
      name: rung.name,
      note: rung.note,
      cues: rung.cues,
      startSets: rung.start.sets,
      startAmount: rung.start.amount,
      goalSets: rung.goal.sets,
      goalAmount: rung.goal.amount,
      unit: rung.unit,
      sided: rung.sided,
      needs: rung.needs.filter((id) => id !== 'none'),
      sideGap: rung.advance_when.side_gap_pct_max ?? 10,
      restS: rung.rest_s,
      tempo: rung.tempo ?? '',
      loadBy: rung.load.by,
      loadStart: rung.load.start,
      loadMax: rung.load.max,
    },
  };
}
export type RungView = ReturnType<typeof rungView>;
