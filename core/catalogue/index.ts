import { z } from 'zod';
import cautionData from './data/cautions.json';
import disputeData from './data/disputes.json';
import equipmentData from './data/equipment.json';
import faultData from './data/faults.json';
import { ladderFiles } from './data/ladders';
import principleData from './data/principles.json';
import schoolData from './data/schools.json';
import testData from './data/tests.json';
import {
  cautionSchema,
  disputeSchema,
  equipmentSchema,
  faultSchema,
  type Ladder,
  ladderSchema,
  type Rung,
  rulesOfTheTradeSchema,
  schoolSchema,
  testSchema,
} from './schema';

export * from './qualities';
export type * from './schema';
export * from './sports';

/** Version of the shipped trade data; stored with plans and priorities. */
export const catalogueVersion = '2026.11.3';

export const cautions = z.array(cautionSchema).parse(cautionData);
export const disputes = z.array(disputeSchema).parse(disputeData);
export const equipment = z.array(equipmentSchema).parse(equipmentData);
export const faults = z.array(faultSchema).parse(faultData);
export const schools = z.array(schoolSchema).parse(schoolData);
export const ladders = z.array(ladderSchema).parse(ladderFiles);
/**
 * Targets are defaults with a source kind: `cohort` figures are as remembered from the literature on healthy adults (check
 * against your own source), `standard` ones are working standards among practitioners. Reliability: holds, reps and counts
 * 0.8, grades and levels 0.6, degrees by eye 0.5. The first quality under `feeds` is tested directly (weight 3), the
 * rest in part (weight 1).
 */
export const screenTests = z.array(testSchema).parse(testData);
/** Dose rules, principles and progression levers, as the trade words them. */
export const rulesOfTheTrade = rulesOfTheTradeSchema.parse(principleData);

function index<T extends { id: string }>(what: string, rows: readonly T[]): (id: string) => T {
  const map = new Map(rows.map((row) => [row.id, row]));
  return (id) => {
    const found = map.get(id);
    if (!found) throw new Error(`unknown ${what} ${id}`);
    return found;
  };
}

export const caution = index('caution', cautions);
export const fault = index('fault', faults);
export const school = index('school', schools);
export const ladder = index('ladder', ladders);
export const screenTest = index('test', screenTests);

const ladderByRung = new Map<string, Ladder>();
const rungById = new Map<string, Rung>();
for (const ladder of ladders) {
  for (const rung of ladder.rungs) {
    ladderByRung.set(rung.id, ladder);
    rungById.set(rung.id, rung);
  }
}

/** The rung with this id; throws on an unknown id (a broken reference is a bug in the data). */
export function rung(id: string): Rung {
  const found = rungById.get(id);
  if (!found) throw new Error(`unknown rung ${id}`);
  return found;
}

export const hasRung = (id: string): boolean => rungById.has(id);

/** The ladder a rung stands on. */
export function ladderOf(rungId: string): Ladder {
  const found = ladderByRung.get(rungId);
  if (!found) throw new Error(`unknown rung ${rungId}`);
  return found;
}
