import type { IsoDay } from '~/core/body/dates';
import type { Rung, Side } from '~/core/catalogue';
import { type HeldQuality, heldByPain, judgePain, type PainSettings } from '~/core/clear/pain';
import { neighbourRung, type RungContext } from './choose-rung';
import { amountText, type LadderState, workSeconds } from './prescription';

/** One set as it was done. */
export interface SetRecord {
  readonly ladderId: string;
  readonly rungId: string;
  readonly setNo: number;
  readonly side: Side | 'both';
  readonly planned: number;
  /** Amount done, clean up to the loss. */
  readonly done: number;
  readonly faultId: string | null;
}

/** One logged session. */
export interface SessionOutcome {
  readonly logId: string;
  readonly onDate: IsoDay;
  readonly sets: readonly SetRecord[];
  /** 0-10. */
  readonly effort: number;
  readonly painScore: number;
  readonly painRegion: string | null;
}

export type ProposalKind = 'next_rung' | 'more' | 'stay' | 'shorter' | 'back' | 'less' | 'hold_quality';

export interface Proposal {
  readonly ladderId: string;
  readonly kind: ProposalKind;
  readonly from: LadderState;
  readonly to: LadderState;
  /** The rung becomes owned when this is accepted. */
  readonly owns: string | null;
  readonly reason: string;
}

export interface ProgressInput extends RungContext {
  /** Logged sessions of the athlete, the newest last. */
  readonly outcomes: readonly SessionOutcome[];
  readonly states: readonly LadderState[];
  /** Largest growth of a dose from one session to the next. */
  readonly rampLimit?: number;
  readonly painSettings?: PainSettings;
}

/** Faults of endurance and grip: shorten the set. Every other fault that stops a set is one of control: step back. */
const shortenOn = new Set([
  'hip_sag',
  'hip_pike',
  'grip_lost',
  'partial_range',
  'shoulder_collapse',
  'shoulder_shrug',
  'rushing',
  'side_gap',
  'hamstring_cramp',
]);

const isClean = (set: SetRecord) => set.faultId === null && set.done >= set.planned;

function setsOf(outcome: SessionOutcome, rungId: string): SetRecord[] {
  return outcome.sets.filter((set) => set.rungId === rungId);
}

/** Both sides' best figures and the gap between them in percent of the better. */
function sideGapPercent(sets: readonly SetRecord[]): number {
  const best = (side: Side) => Math.max(0, ...sets.filter((set) => set.side === side).map((set) => set.done));
  const [left, right] = [best('left'), best('right')];
  const better = Math.max(left, right);
  return better === 0 ? 0 : (100 * (better - Math.min(left, right))) / better;
}

/** True when one session meets the rung's criterion: amount, sets, clean, sides equal. */
export function meetsCriterion(sets: readonly SetRecord[], rung: Rung): boolean {
  const want = rung.advance_when;
  const amount =
    want.breaths ?? want.reps ?? want.hold_s ?? want.metres ?? want.reps_in_60s ?? rung.goal.amount;
  if (sets.length === 0 || !sets.every(isClean)) return false;
  const sides: (Side | 'both')[] = rung.sided ? ['left', 'right'] : ['both'];
  const needed = want.sets ?? 1;
  const enough = sides.every(
    (side) => sets.filter((set) => set.side === side && set.done >= amount).length >= needed,
  );
  return enough && (!rung.sided || sideGapPercent(sets) <= (want.side_gap_pct_max ?? 10));
}

/** The same rung with 30 % less. */
function shorter(state: LadderState): LadderState {
  return { ...state, amount: Math.max(1, Math.floor(state.amount * 0.7)) };
}

/** The next bit more on the same rung: amount towards the goal, then a set; undefined when the goal is reached. */
function bitMore(state: LadderState, limit: number, { goal }: Rung): LadderState | undefined {
  if (state.amount < goal.amount) {
    return {
      ...state,
      amount: Math.min(goal.amount, Math.max(state.amount + 1, Math.floor(state.amount * (1 + limit)))),
    };
  }
  return state.sets < goal.sets ? { ...state, sets: state.sets + 1 } : undefined;
}

/**
 * Qualities the pain of a session holds: those that load the hurt region, and those of exercises that pain ended; none
 * while it is mild and ended nothing.
 */
export function painHolds(
  { trade, painSettings }: Pick<ProgressInput, 'trade' | 'painSettings'>,
  outcome: Pick<SessionOutcome, 'sets' | 'painScore' | 'painRegion'>,
): HeldQuality[] {
  const qualityOf = (set: SetRecord) => trade.ladderOf(set.rungId).quality;
  const known = outcome.sets.filter((set) => trade.hasRung(set.rungId));
  const ended = known.filter((set) => set.faultId === 'pain').map(qualityOf);
  const verdict = judgePain(outcome.painScore, outcome.painRegion, painSettings);
  if (verdict !== 'end' && ended.length === 0) return [];
  return [
    ...new Set([
      ...ended,
      ...heldByPain(outcome.painRegion, ended.length > 0 ? ended : known.map(qualityOf)),
    ]),
  ];
}

/**
 * Logs to proposals: one for each ladder of the newest session, never applied by itself. Pain rules come first; two
 * sets lost to the same fault step back a rung or shorten by 30 %, as the fault says; effort 9-10 takes the amount x 0.7;
 * the criterion met clean in two sessions in a row owns the rung; clean twice earns a little more.
 */
export function progress(input: ProgressInput): Proposal[] {
  const latest = input.outcomes.at(-1);
  if (!latest) return [];
  const limit = input.rampLimit ?? 0.25;
  const pain = judgePain(latest.painScore, latest.painRegion, input.painSettings);
  const rungIds = [...new Set(latest.sets.map((set) => set.rungId))].filter(input.trade.hasRung);
  const held = painHolds(input, latest);

  return rungIds.map((rungId): Proposal => {
    const sets = setsOf(latest, rungId);
    const ladderId = sets[0]?.ladderId ?? '';
    const rung = input.trade.rung(rungId);
    const planned = Math.max(...sets.map((set) => set.planned));
    const countedSets = rung.sided
      ? Math.min(...(['left', 'right'] as const).map((s) => sets.filter((set) => set.side === s).length))
      : sets.length;
    const from: LadderState = input.states.find(
      (state) => state.ladderId === ladderId && state.rungId === rungId,
    ) ?? { ladderId, rungId, sets: Math.max(1, countedSets), amount: planned };
    const make = (
      kind: ProposalKind,
      to: LadderState,
      reason: string,
      owns: string | null = null,
    ): Proposal => ({ ladderId, kind, from, to, owns, reason });
    const easier = neighbourRung(rungId, -1, input);
    const stepBack = (): LadderState =>
      easier
        ? { ladderId, rungId: easier.id, sets: easier.goal.sets, amount: easier.goal.amount }
        : shorter(from);
    /** An easier rung after pain: half its goal at the most, and never more work than was asked. */
    const easeOff = (): LadderState => {
      if (!easier) return shorter(from);
      const secondsOf = (rung: Rung, sets: number, amount: number) =>
        sets * workSeconds(rung.unit, amount, rung.tempo);
      const most = Math.min(
        secondsOf(rung, from.sets, from.amount),
        secondsOf(easier, easier.goal.sets, easier.goal.amount) / 2,
      );
      const sets = Math.min(from.sets, easier.goal.sets);
      const perUnit = workSeconds(easier.unit, 1, easier.tempo);
      const amount = Math.floor(Math.min(easier.goal.amount, most / (sets * perUnit)));
      // Too little for so many sets is one set of what is left.
      return amount >= 1
        ? { ladderId, rungId: easier.id, sets, amount }
        : { ladderId, rungId: easier.id, sets: 1, amount: Math.max(1, Math.floor(most / perUnit)) };
    };
    const backName = easier ? easier.name : 'the same rung, shorter';

    const painSet = sets.find((set) => set.faultId === 'pain');
    const painElsewhere = !painSet && latest.sets.some((set) => set.faultId === 'pain');
    if ((painSet || pain === 'end') && held.includes(input.trade.ladder(ladderId).quality)) {
      return make(
        'hold_quality',
        easeOff(),
        `Pain ${latest.painScore} of 10${latest.painRegion ? ` (${latest.painRegion})` : ''}${painSet ? ' ended this exercise' : ''}: hold this quality until a coach closes the flag; then start again at ${backName}.`,
      );
    }
    // The hurt region has no part in this exercise: nothing is added while it hurts.
    if (pain === 'end' || painElsewhere)
      return make(
        'stay',
        from,
        `Pain ${latest.painScore} of 10${latest.painRegion ? ` (${latest.painRegion})` : ''} does not come from this exercise: the same again, nothing added.`,
      );
    if (pain === 'ease')
      return make(
        'back',
        easeOff(),
        `Pain ${latest.painScore} of 10${latest.painRegion ? ` (${latest.painRegion})` : ''}: swap to ${backName}.`,
      );

    const lost = sets.filter((set) => !isClean(set));
    const byFault = new Map<string, SetRecord[]>();
    for (const set of lost)
      if (set.faultId) byFault.set(set.faultId, [...(byFault.get(set.faultId) ?? []), set]);
    const repeated = [...byFault].find(([, ofFault]) => ofFault.length >= 2);
    if (repeated) {
      const [faultId, ofFault] = repeated;
      const name = input.trade.fault(faultId).name.toLowerCase();
      const at = ofFault.map((set) => amountText(set.done, rung.unit)).join(' and ');
      if (shortenOn.has(faultId))
        return make(
          'shorter',
          shorter(from),
          `${ofFault.length} sets lost to ${name} (at ${at}): 30 % shorter next time.`,
        );
      return make(
        'back',
        stepBack(),
        `${ofFault.length} sets lost to ${name} (at ${at}), a fault of control: back to ${backName}.`,
      );
    }
    if (latest.effort >= 9)
      return make(
        'less',
        shorter(from),
        `Effort ${latest.effort} of 10: the same rung at 70 % of the amount.`,
      );
    if (lost.length > 0) {
      const held = Math.max(1, Math.min(...lost.map((set) => set.done)));
      const faults = [...byFault.keys()].map((id) => input.trade.fault(id).name.toLowerCase());
      const many = lost.length === 1 ? 'One set' : `${lost.length} sets`;
      const at = lost.map((set) => amountText(set.done, rung.unit)).join(' and ');
      const gone = `${many} lost${faults.length > 0 ? ` to ${faults.join(' and ')}` : ''}`;
      if (held < from.amount)
        return make(
          'shorter',
          { ...from, amount: held },
          `${gone} at ${at}: plan what was clean, ${amountText(held, rung.unit)}.`,
        );
      return make('stay', from, `${gone}: the same again.`);
    }

    const earlier = input.outcomes.slice(0, -1).filter((outcome) => setsOf(outcome, rungId).length > 0);
    const before = earlier.at(-1);
    const beforeSets = before ? setsOf(before, rungId) : [];
    const meets = meetsCriterion(sets, rung);
    if (meets && before && meetsCriterion(beforeSets, rung)) {
      const next = neighbourRung(rungId, 1, input);
      if (next) {
        return make(
          'next_rung',
          { ladderId, rungId: next.id, sets: next.start.sets, amount: next.start.amount },
          `${rung.name} met its mark clean on ${before.onDate} and ${latest.onDate}${rung.sided ? ', both sides equal' : ''}: owned. Next is ${next.name}.`,
          rungId,
        );
      }
      return make(
        'stay',
        from,
        `${rung.name} is owned and is the last rung of ${input.trade.ladderOf(rungId).name.toLowerCase()} open here: keep it.`,
        rungId,
      );
    }
    if (meets)
      return make('stay', from, 'The mark is met clean once; a second session in a row confirms it.');
    const sameBefore =
      beforeSets.length > 0 &&
      beforeSets.every(isClean) &&
      Math.max(...beforeSets.map((set) => set.planned)) >= planned;
    const more = bitMore(from, latest.effort <= 5 ? limit : limit / 2, rung);
    if (sameBefore && more)
      return make(
        'more',
        more,
        `Clean twice at ${amountText(planned, rung.unit)}, effort ${latest.effort}: a little more${latest.effort <= 5 ? `, within the ramp of ${Math.round(limit * 100)} %` : ''}.`,
      );
    return make(
      'stay',
      from,
      `Clean at ${amountText(planned, rung.unit)}: once more the same, then a little more.`,
    );
  });
}
