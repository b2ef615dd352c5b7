import { hash32 } from '~/core/signals/random';

/** A UUID (version 8, made by our own rule) that is the same for the same text. */
export function stableUuid(text: string): string {
  const hex = [1, 2, 3, 4]
    .map((seed) =>
      hash32(text, seed * 0x9e3779b1)
        .toString(16)
        .padStart(8, '0'),
    )
    .join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
