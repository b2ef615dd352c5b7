/**
 * Words for numbers: every sentence that is made from a number is put together here, so that nobody reads "1 breaths".
 */

/** "1 breath", "3 breaths". */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** The word alone: "is", "are". */
export const numbered = (n: number, one: string, many: string): string => (n === 1 ? one : many);

/** "a", "a and b", "a, b and c". */
export function listed(items: readonly string[], last = 'and'): string {
  if (items.length < 2) return items[0] ?? '';
  return `${items.slice(0, -1).join(', ')} ${last} ${items.at(-1)}`;
}

/** The first letter large, as a sentence begins. */
export const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
