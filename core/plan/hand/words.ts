import { quality } from '~/core/catalogue/qualities';
import type { LadderQuality } from '~/core/dose/choose';
import { counted, listed, numbered, sentence } from '~/core/words/counted';
import { dayInWords } from '~/core/words/days';
import type { Because, Colliding, WayOut } from '../lp/colliding';
import { isTrunkQuality } from '../tiers';
import type { ByHand, Giving, GivingRule, Lock, LockBar } from './by-hand';

/** What collides in a season, and the ways out, in words. */

export const qualityWord = (id: LadderQuality): string =>
  isTrunkQuality(id) ? quality(id).name.toLowerCase() : 'neck control';

const setsOf = ({ sets, weaker }: Pick<Lock, 'sets' | 'weaker'>): string =>
  sets === 0
    ? 'left out'
    : weaker === undefined
      ? counted(sets, 'set')
      : `${sets} and ${counted(weaker, 'set')}`;

const lockText = (lock: Lock): string => `${qualityWord(lock.quality)}, locked at ${setsOf(lock)}`;

const bars: Readonly<Record<LockBar, string>> = {
  no_days: 'no day of the week is left for it',
  no_rung: 'cautions, school and kit leave no exercise for it',
  cap: 'it is more than the most of one quality for this level',
  gate: 'the phase does not open it so far',
  caution: 'a caution does not allow it',
  ramp: 'it grows too fast',
  tier: 'it is only kept in this block',
  set_cap: 'it is more than fits well into the sessions of a week',
  flexion: 'it bends the trunk more than a week may',
};

const rules: Readonly<Record<string, (name: string) => string>> = {
  minutes: () => 'the minutes of the week',
  entry: () => 'the entry, which opens the minutes step by step',
  ramp_total: () => 'the ramp in all',
  ramp: (name) => `the ramp of ${name}`,
  low_week: (name) => (name ? `the low week, for ${name}` : 'the low week'),
  total_cap: () => 'the most in all for this level',
  flexion: () => 'the ledger of bending',
  sides: (name) => `the weaker side leads, by half at most, for ${name}`,
  cap: (name) => `the most of ${name}`,
};

/** What of a week takes part in a collision, week by week: "Week of 4 Jan 2027: side wall, locked at 8 sets; the ramp of side wall". */
export function becauseTexts(because: Colliding['because']): string[] {
  const byWeek = new Map<string, string[]>();
  const startOf = (one: Because) => (one.kind === 'rule' ? one.startsOn : one.lock.startsOn);
  const textOf = (one: Because): string => {
    if (one.kind === 'lock') return lockText(one.lock);
    if (one.kind === 'bar') return `${lockText(one.lock)}: ${bars[one.bar]}`;
    return (rules[one.rule] ?? (() => 'the rules'))(one.quality ? qualityWord(one.quality) : '');
  };
  // Week by week, and what was set by hand before the rules it meets.
  const order = (one: Because) => `${startOf(one)}${one.kind === 'rule' ? 1 : 0}`;
  for (const one of [...because].sort((a, b) => order(a).localeCompare(order(b))))
    byWeek.set(startOf(one), [...(byWeek.get(startOf(one)) ?? []), textOf(one)]);
  return [...byWeek].map(([startsOn, texts]) => `Week of ${dayInWords(startsOn)}: ${texts.join('; ')}`);
}

const givingUnit: Readonly<Record<GivingRule, 'minutes' | 'efforts'>> = {
  minutes: 'minutes',
  entry: 'minutes',
  ramp_total: 'minutes',
  ramp: 'efforts',
  low_week: 'efforts',
  total_cap: 'efforts',
  flexion: 'efforts',
};

const givingRule: Readonly<Record<GivingRule, string>> = {
  minutes: 'than the week has',
  entry: 'than the entry opens',
  ramp_total: 'than the ramp in all lets it grow',
  ramp: 'than its ramp lets it grow',
  low_week: 'than a low week has',
  total_cap: 'than the most in all for this level',
  flexion: 'of bending than the ledger has',
};

/** By how much a rule gives: "Week of 4 Jan 2027: 3.5 minutes more than the week has". */
export function givingText({ rule, quality: id, by, startsOn }: Giving): string {
  // A low week gives minutes where it is about the whole week.
  const unit = rule === 'low_week' && !id ? 'minutes' : givingUnit[rule];
  const amount = by === 1 ? `1 ${unit.slice(0, -1)}` : `${by} ${unit}`;
  return `Week of ${dayInWords(startsOn)}: ${amount} more ${id ? `of ${qualityWord(id)} ` : ''}${givingRule[rule]}`;
}

/** What of a season is set by hand: "3 doses, where phases begin and 1 rule that gives"; empty for nothing. */
export const byHandText = ({ locks = [], phaseStarts, giving = [] }: ByHand): string =>
  listed([
    ...(locks.length > 0 ? [counted(locks.length, 'dose')] : []),
    ...(phaseStarts && phaseStarts.length > 0 ? ['where phases begin'] : []),
    ...(giving.length > 0
      ? [`${counted(giving.length, 'rule')} that ${numbered(giving.length, 'gives', 'give')}`]
      : []),
  ]);

const mostListed = 4;
const some = (texts: readonly string[]): string =>
  texts.length <= mostListed
    ? listed(texts)
    : `${texts.slice(0, mostListed).join(', ')} and ${texts.length - mostListed} more`;

/** A way out, as what to do: "Lower side wall to 6 sets in the week of 4 Jan 2027". */
export function wayText(way: WayOut): string {
  if (way.kind === 'rule') return some(way.giving.map(givingText));
  return sentence(
    some(
      way.changes.map(({ lock, to }) =>
        to.sets === 0
          ? `let go of ${qualityWord(lock.quality)} in the week of ${dayInWords(lock.startsOn)}`
          : `${to.sets < lock.sets || (to.weaker ?? 0) < (lock.weaker ?? 0) ? 'lower' : 'raise'} ${qualityWord(lock.quality)} to ${setsOf(to)} in the week of ${dayInWords(lock.startsOn)}`,
      ),
    ),
  );
}
