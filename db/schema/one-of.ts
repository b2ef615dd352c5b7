import { sql } from 'drizzle-orm';
import { check } from 'drizzle-orm/pg-core';

/** A check that a text column holds one of some words, so that the database refuses what the code never writes. */
export const oneOf = (table: string, column: string, words: readonly string[]) =>
  check(
    `${table}_${column}_known`,
    sql.raw(`"${column}" in (${words.map((word) => `'${word.replaceAll("'", "''")}'`).join(', ')})`),
  );

export const sideKeys = ['left', 'right', 'both'] as const;
export const sideWords = ['left', 'right'] as const;
export const loadKinds = [
  'none',
  'pelvis_kg',
  'vest_kg',
  'ankle_kg',
  'hand_kg',
  'cable_N',
  'band_N',
  'spring_N',
] as const;
export const loadUnits = ['kg', 'N'] as const;
export const amountUnits = ['reps', 'hold_s', 'breaths', 'metres', 'reps_in_60s'] as const;
