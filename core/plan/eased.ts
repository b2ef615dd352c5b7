/** What a season would bring if a rule that holds it were eased a little. */

/** Rules a coach may ease; a caution is not among them. */
export const easedRules = [
  'minutes',
  'ramp_total',
  'ramp',
  'cap',
  'set_cap',
  'tier',
  'gate',
  'total_cap',
  'flexion',
] as const;
export type EasedRule = (typeof easedRules)[number];

/** By how much: minutes a week, sets of each quality, or dose in all. */
export const easedBy: Readonly<Record<EasedRule, number>> = {
  minutes: 10,
  ramp_total: 3,
  ramp: 1,
  cap: 1,
  set_cap: 1,
  tier: 1,
  gate: 1,
  total_cap: 2,
  flexion: 1,
};

export interface Eased {
  readonly rule: EasedRule;
  /** What the season brings then, as a share of what it brings now, less one. */
  readonly more: number;
}

const words: Readonly<Record<EasedRule, string>> = {
  minutes: 'Ten minutes more a week',
  ramp_total: 'Three minutes more of growth from week to week',
  ramp: 'One set more of growth for each quality',
  cap: 'One set more than the most of a quality for this level',
  set_cap: 'One set more a week of what is main',
  tier: 'One set more a week of what is only kept',
  gate: 'One set more a week of what a phase holds back',
  total_cap: 'Two efforts more a week than the most in all for this level',
  flexion: 'One effort more of bending a week',
};

/** Under this share nobody would see a difference. */
const leastSaid = 0.005;
const mostSaid = 4;

/** What easing rules would bring, in words, the dearest first; empty where none costs anything to speak of. */
export const easedTexts = (eased: readonly Eased[]): string[] =>
  eased
    .filter(({ more }) => more >= leastSaid)
    .slice(0, mostSaid)
    .map(({ rule, more }) => {
      const percent = 100 * more;
      return `${words[rule]}: ${percent < 10 ? percent.toFixed(1) : Math.round(percent)} % more.`;
    });

/** What was stored of it with a season; seasons from before have nothing. */
export const readEased = (stored: unknown): Eased[] =>
  Array.isArray(stored)
    ? stored.filter(
        (one): one is Eased =>
          typeof one === 'object' &&
          one !== null &&
          (easedRules as readonly unknown[]).includes((one as Eased).rule) &&
          typeof (one as Eased).more === 'number',
      )
    : [];
