const { readdirSync } = require('node:fs');
const { join } = require('node:path');

/**
 * All tests of the room that is mutated, in one file: what they share (the catalogue above all) is loaded once for each
 * mutant and not once for each file.
 */
const room = join(__dirname, 'core', process.env.PILLAR_MUTATED ?? 'clear');
for (const file of readdirSync(room, { recursive: true }))
  if (file.endsWith('.test.ts')) require(join(room, file));
