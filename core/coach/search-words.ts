import { z } from 'zod';
import { disputes, equipment, type Ladder, type Rung } from '~/core/catalogue';
import data from '~/core/catalogue/data/aliases.json';

/**
 * Finding an exercise by whatever a coach calls it. Words are compared without case, accents, hyphens and plurals; names that
 * mean the same are one; a typing slip in a long word is forgiven.
 */

const aliases = z
  .strictObject({
    /** Wordings of one thing; the first stands for all. */
    same: z.array(z.array(z.string()).min(2)),
    ladders: z.record(z.string(), z.array(z.string())),
    rungs: z.record(z.string(), z.array(z.string())),
  })
  .parse(data);

export const aliasedIds = { ladders: Object.keys(aliases.ladders), rungs: Object.keys(aliases.rungs) };

/** Words that ask for nothing. */
const idle = new Set([
  'a',
  'an',
  'the',
  'with',
  'on',
  'of',
  'in',
  'to',
  'and',
  'for',
  'from',
  'at',
  'by',
  'exercise',
  'exercises',
  'drill',
]);

const bare = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}|['’]/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** "planks" and "plank", "bridges" and "bridge", "carries" and "carry" are one; "press" keeps its s. */
function singular(word: string): string {
  if (word.length < 4 || word.endsWith('ss')) return word;
  if (word.endsWith('ies')) return `${word.slice(0, -3)}y`;
  return word.endsWith('s') ? word.slice(0, -1) : word;
}

const wordsIn = (text: string): string[] => bare(text).split(' ').filter(Boolean).map(singular);
const plain = (text: string): string => wordsIn(text).join(' ');

/** Longer wordings first, so that "swiss ball" is not read as "ball". */
const meanings = aliases.same
  .flatMap(([stands = '', ...others]) => others.map((other) => [plain(other), plain(stands)] as const))
  .filter(([from, to]) => from !== to)
  .sort(([a], [b]) => b.length - a.length);

/** The text with every wording replaced by the one that stands for it. */
function meant(text: string): string {
  let out = ` ${plain(text)} `;
  for (const [from, to] of meanings) out = out.replaceAll(` ${from} `, ` ${to} `);
  return out.trim();
}

interface Texts {
  readonly names: readonly string[];
  readonly aliases: readonly string[];
  readonly ladder: readonly string[];
  readonly rest: string;
}

const kept = new WeakMap<Rung, Texts>();

function textsOf(ladder: Ladder, rung: Rung): Texts {
  const known = kept.get(rung);
  if (known) return known;
  const kitName = (id: string) => equipment.find((one) => one.id === id)?.name ?? '';
  const texts: Texts = {
    names: [meant(rung.name)],
    aliases: (aliases.rungs[rung.id] ?? []).map(meant),
    // What practitioners dispute is asked for by the dispute's own wording too.
    ladder: [
      ladder.name,
      ...(aliases.ladders[ladder.id] ?? []),
      ...disputes.filter((dispute) => dispute.rungs.includes(rung.id)).map((dispute) => dispute.exercise),
    ].map(meant),
    rest: meant([ladder.purpose, rung.note, ...rung.cues, ...rung.needs.map(kitName)].join(' ')),
  };
  kept.set(rung, texts);
  return texts;
}

/** One letter more, less or other; only in words long enough to be sure of. */
function slips(word: string, other: string): boolean {
  if (word.length < 5 || Math.abs(word.length - other.length) > 1 || word[0] !== other[0]) return false;
  const [short, long] = word.length <= other.length ? [word, other] : [other, word];
  let i = 0;
  while (i < short.length && short[i] === long[i]) i += 1;
  return short.length === long.length
    ? short.slice(i + 1) === long.slice(i + 1) ||
        (short[i] === long[i + 1] && short[i + 1] === long[i] && short.slice(i + 2) === long.slice(i + 2))
    : short.slice(i) === long.slice(i + 1);
}

/** Is the word the beginning of one in the text, or one with a slip? */
const hasWord = (text: string, word: string): boolean =>
  text
    .split(' ')
    .some((one) => one === word || (word.length >= 3 && one.startsWith(word)) || slips(word, one));

/** Weights of where a word was found; a name or another name for it counts above all, a cue hardly. */
const weights = { name: 10, alias: 9, ladder: 6, rest: 1 } as const;

/** From this on something is called by what was typed, not only mentioned. */
export const calledSo = 5;

/**
 * How well a rung answers what was typed: 0 not at all; every word must be found somewhere.
 *
 * @param loose one word of two or more may be missing, the others stand in names
 * @returns the mean weight of the words, and more where the whole wording stands in a name
 */
export function searchScore(ladder: Ladder, rung: Rung, typed: string, loose = false): number {
  const asked = meant(typed);
  const words = asked.split(' ').filter((word) => word !== '' && !idle.has(word));
  if (words.length === 0) return 0;
  const texts = textsOf(ladder, rung);
  const phrase = words.join(' ');
  const whole = (list: readonly string[]) => list.some((text) => withoutIdle(text) === phrase);
  const within = (list: readonly string[]) =>
    list.some((text) => ` ${withoutIdle(text)} `.includes(` ${phrase} `));
  const bonus = whole(texts.names)
    ? 30
    : whole(texts.aliases)
      ? 26
      : whole(texts.ladder)
        ? 16
        : within(texts.names)
          ? 8
          : within(texts.aliases)
            ? 6
            : within(texts.ladder)
              ? 4
              : 0;
  let missing = loose && words.length > 1 ? 1 : 0;
  let mentioned = false;
  let sum = 0;
  for (const word of words) {
    const weight = texts.names.some((text) => hasWord(text, word))
      ? weights.name
      : texts.aliases.some((text) => hasWord(text, word))
        ? weights.alias
        : texts.ladder.some((text) => hasWord(text, word))
          ? weights.ladder
          : !loose && hasWord(texts.rest, word)
            ? weights.rest
            : 0;
    if (weight === 0 && missing === 0) return 0;
    if (weight === 0) missing -= 1;
    if (weight === weights.rest) mentioned = true;
    sum += weight;
  }
  // What stands in a cue alone is mentioned, not called so, however many of the other words are.
  return mentioned ? Math.min(calledSo - 1, sum / words.length) : sum / words.length + bonus;
}

const withoutIdle = (text: string): string =>
  text
    .split(' ')
    .filter((word) => !idle.has(word))
    .join(' ');
