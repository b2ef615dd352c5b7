import type { Body } from '~/core/body/anthropometry';
import type { KnownCapacity } from '~/core/body/capacity';
import { daysBetween } from '~/core/body/dates';
import { equivalentHoldS, parseTempo, usualBreathS } from '~/core/body/dose';
import { limitS, maxNm } from '~/core/body/endurance';
import { afterWeeks, observeSet } from '~/core/body/estimate';
import type { Ladder, Rung } from '~/core/catalogue';
import { mainNm, rungMoments, startLoad } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import type { SessionOutcome } from './progress';

/** Capacities after the sessions logged since they were screened. */

/** A rep without a written tempo: out and back in four seconds. */
const plainTempo = { outS: 2, holdS: 0, backS: 2 };

interface SetMoment {
  readonly nm: number;
  readonly direction: KnownCapacity['direction'];
  readonly archetype: KnownCapacity['archetype'];
  /** Seconds at the demanding moment that one unit (second, breath, metre, rep) costs. */
  readonly secondsPerUnit: number;
}

/** What a set of a rung asks of the trunk, under its starting load; undefined where the model does not speak. */
export function setMoment(ladder: Ladder, rung: Rung, body: Body, under16: boolean): SetMoment | undefined {
  const load = startLoad(rung, body.massKg, under16);
  const moments = rungMoments(ladder, rung, body, load);
  const nm = moments ? mainNm(moments) : 0;
  if (!moments || !(nm > 0)) return undefined;
  const perUnit = {
    hold_s: 1,
    metres: 1,
    breaths: usualBreathS,
    reps: 0,
    reps_in_60s: 0,
  }[rung.unit];
  const secondsPerUnit =
    perUnit ||
    equivalentHoldS((phase) => {
      const at = rungMoments(ladder, rung, body, load, phase);
      return at ? mainNm(at) : 0;
    }, parseTempo(rung.tempo) ?? plainTempo);
  return { nm, direction: moments.main, archetype: rung.posture.archetype, secondsPerUnit };
}

/**
 * Walks through logged sessions, oldest first, and lets each set speak for the capacity of its direction and archetype:
 * first sets directly, later ones after adding the dose already done. Sessions before the capacity's own day are its past
 * and are passed over.
 */
export function followLogs(
  known: readonly KnownCapacity[],
  outcomes: readonly SessionOutcome[],
  body: Body,
  under16: boolean,
  trade: Trade,
): KnownCapacity[] {
  const ordered = [...outcomes].sort((a, b) => a.onDate.localeCompare(b.onDate));
  // Each rung is asked once, however many sets of it were logged and capacities they speak for.
  const askedBy = new Map<string, SetMoment | undefined>();
  const askedOf = (rungId: string): SetMoment | undefined => {
    if (!askedBy.has(rungId) && trade.hasRung(rungId))
      askedBy.set(rungId, setMoment(trade.ladderOf(rungId), trade.rung(rungId), body, under16));
    return askedBy.get(rungId);
  };
  return known.map((start): KnownCapacity => {
    let now = start;
    for (const outcome of ordered) {
      if (outcome.onDate <= start.onDate) continue;
      let doseBefore = 0;
      let capacity = afterWeeks(now.capacity, daysBetween(now.onDate, outcome.onDate) / 7);
      let heard = 0;
      for (const set of outcome.sets) {
        if (start.side !== 'both' && set.side !== 'both' && set.side !== start.side) continue;
        const asked = askedOf(set.rungId);
        if (asked?.direction !== start.direction || asked.archetype !== start.archetype) continue;
        const heldS = set.done * asked.secondsPerUnit;
        const after = observeSet(capacity, {
          nm: asked.nm,
          heldS,
          plannedS: set.planned * asked.secondsPerUnit,
          endedBy: outcome.painScore > 3 ? 'pain' : set.faultId,
          first: doseBefore === 0,
          doseBefore,
        });
        if (after !== capacity) heard += 1;
        capacity = after;
        doseBefore += heldS / limitS(asked.nm / maxNm(capacity));
      }
      if (heard > 0)
        now = {
          ...now,
          capacity,
          onDate: outcome.onDate,
          source: `${start.source}; followed by the log of ${outcome.onDate}`,
        };
    }
    return now;
  });
}
