import { parseDecimal } from '~/core/body/units';
import {
  type DemandProfile,
  type Discipline,
  type QualityId,
  qualityIds,
  type SideKey,
} from '~/core/catalogue';
import { sideKeysOf } from '~/core/catalogue/qualities';
import { usualSecondPercent } from '~/core/catalogue/sports';
import type { Trade } from '~/core/catalogue/trade';
import { type Issue, issue } from '~/core/result';
import { type LinkResult, type LinkSettings, link, type Priority } from './link';
import type { EventFacts, Standing } from './standing';
import { type SportsOf, secondOf, sharedProfile } from './two-sports';

/** What would hold an athlete back if something were otherwise: the sport, two sports, the event, what the sport asks, a score. */

export interface WhatIfAsked {
  readonly disciplineId: string;
  /** A second sport, and its share of what is asked, 0 to 1. */
  readonly second: { readonly disciplineId: string; readonly share: number } | undefined;
  /** Of the event; left out its own, or the sport's default. */
  readonly minutes: number | undefined;
  readonly perMinute: number | undefined;
  /** What is asked of a quality, 0 to 5, in place of what the sport asks. */
  readonly demands: Readonly<Partial<Record<QualityId, number>>>;
  /** Scores in place of the measured ones, 0 to 120, by `quality|side`. */
  readonly scores: Readonly<Record<string, number>>;
}

/**
 * What an address asks: `as` and `as2` (`none` for one sport alone) with `share` (per cent), `minutes`, `rate`, `d.quality` and
 * `s.quality.side`. What cannot be is named by its field and left out; a second sport stays where nothing is said of it.
 *
 * @param own the athlete's own sports
 */
export function readWhatIf(
  trade: Pick<Trade, 'hasDiscipline'>,
  query: Readonly<Record<string, string>>,
  own: SportsOf,
): { readonly asked: WhatIfAsked; readonly issues: readonly Issue[] } {
  const issues: Issue[] = [];
  const figure = (name: string, from: number, to: number): number | undefined => {
    const text = query[name]?.trim() ?? '';
    if (text === '') return undefined;
    const value = parseDecimal(text);
    if (value !== undefined && value >= from && value <= to) return value;
    issues.push(issue('whatif.figure', { said: text.slice(0, 20), from, to }, [name]));
    return undefined;
  };
  const sport = (name: string) => {
    const id = query[name];
    return id && trade.hasDiscipline(id) ? id : undefined;
  };
  const disciplineId = sport('as') ?? own.disciplineId;
  const stays = secondOf(own);
  const secondId = query.as2 === 'none' ? undefined : (sport('as2') ?? stays?.disciplineId);
  const said = figure('share', 1, 99);
  const usual = secondId === stays?.disciplineId ? stays?.share : undefined;
  const share = said === undefined ? (usual ?? usualSecondPercent / 100) : said / 100;
  const demands: Partial<Record<QualityId, number>> = {};
  const scores: Record<string, number> = {};
  for (const id of qualityIds) {
    const demand = figure(`d.${id}`, 0, 5);
    if (demand !== undefined) demands[id] = demand;
    for (const side of sideKeysOf(id)) {
      const score = figure(`s.${id}.${side}`, 0, 120);
      if (score !== undefined) scores[`${id}|${side}`] = score;
    }
  }
  return {
    asked: {
      disciplineId,
      second: secondId && secondId !== disciplineId ? { disciplineId: secondId, share } : undefined,
      minutes: figure('minutes', 0.1, 2880),
      perMinute: figure('rate', 1, 400),
      demands,
      scores,
    },
    issues,
  };
}

/** What of an address is said of this, as it is said there. */
export const saidIn = (query: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(query).filter(
      ([name, text]) => text.trim() !== '' && /^(?:as2?|share|minutes|rate|[ds]\..+)$/.test(name),
    ),
  );

/** Is it of other sports, or of the same by another share? */
export function otherSports({ disciplineId, second }: WhatIfAsked, own: SportsOf): boolean {
  const its = secondOf(own);
  return (
    disciplineId !== own.disciplineId ||
    second?.disciplineId !== its?.disciplineId ||
    second?.share !== its?.share
  );
}

/** Is anything asked that is not so? */
export const isOtherwise = (asked: WhatIfAsked, own: SportsOf): boolean =>
  otherSports(asked, own) ||
  asked.minutes !== undefined ||
  asked.perMinute !== undefined ||
  Object.keys(asked.demands).length + Object.keys(asked.scores).length > 0;

/** What is asked of each quality: of two sports by their shares, then what was said of single ones. To a tenth. */
export function profileOf(
  trade: Pick<Trade, 'discipline'>,
  { disciplineId, second, demands }: WhatIfAsked,
): DemandProfile {
  const first = trade.discipline(disciplineId).profile;
  const both = second
    ? sharedProfile(first, trade.discipline(second.disciplineId).profile, second.share)
    : first;
  return { ...both, ...demands };
}

export interface WhatIfRow {
  readonly quality: QualityId;
  readonly side: SideKey;
  readonly now: WhatIfPlace;
  readonly would: WhatIfPlace;
}
export interface WhatIfPlace {
  /** 1 is before all others. */
  readonly rank: number;
  readonly priority: number;
  readonly demand: number;
  readonly capability: number | undefined;
  readonly verdict: Priority['verdict'];
}

export interface WhatIf {
  readonly linked: LinkResult;
  readonly discipline: Discipline;
  /** In the order they would have. */
  readonly rows: readonly WhatIfRow[];
}

const placesOf = (linked: LinkResult): Map<string, WhatIfPlace> =>
  new Map(
    linked.priorities.map(({ quality, side, priority, demand, capability, verdict }, i) => [
      `${quality}|${side}`,
      { rank: i + 1, priority, demand, capability, verdict },
    ]),
  );

/**
 * The ranking as it would be. An event's own figures hold for the athlete's own sport alone; a score that is supposed is certain, and
 * faults that were seen stay.
 */
export function whatIf(
  { trade, assessment, gate, athlete, event, linked: present }: Standing,
  asked: WhatIfAsked,
  settings: LinkSettings,
): WhatIf {
  const as = trade.discipline(asked.disciplineId);
  const own: Pick<EventFacts, 'minutes' | 'perMinute'> | undefined =
    asked.disciplineId === athlete.disciplineId ? event : undefined;
  const linked = link({
    trade,
    assessment: {
      ...assessment,
      capabilities: assessment.capabilities.map((capability) => {
        const score = asked.scores[`${capability.quality}|${capability.side}`];
        return score === undefined
          ? capability
          : { ...capability, capability: score, uncapped: score, confidence: 1, supposed: true };
      }),
    },
    discipline: as,
    profile: profileOf(trade, asked),
    gate,
    kit: athlete.kit,
    event: {
      minutes: asked.minutes ?? own?.minutes ?? null,
      perMinute: asked.perMinute ?? own?.perMinute ?? null,
    },
    settings,
  });
  const now = placesOf(present);
  return {
    linked,
    discipline: as,
    rows: [...placesOf(linked)].flatMap(([key, would]): WhatIfRow[] => {
      const its = now.get(key);
      const [quality, side] = key.split('|') as [QualityId, SideKey];
      return its ? [{ quality, side, now: its, would }] : [];
    }),
  };
}
