/** 32-bit hash of a text (FNV-1a). */
function hash32(text: string, seed: number): number {
  let h = 0x811c9dc5 ^ seed;
  for (let i = 0; i < text.length; i += 1) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  return h >>> 0;
}

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

/** A small seeded generator of numbers in 0..1 (mulberry32), so that the demo is the same everywhere. */
export function mulberry32(seedText: string): () => number {
  let a = hash32(seedText, 7);
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
