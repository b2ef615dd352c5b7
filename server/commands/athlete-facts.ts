import type { AthleteRow } from '~/db/queries/athletes';
import { newId } from '~/db/queries/practice';
import type { Principal } from '../principal/principal';

type Dated = Pick<AthleteRow, 'disciplineId' | 'level' | 'massKg' | 'statureM' | 'kit' | 'schoolId'> &
  Partial<Pick<AthleteRow, 'secondDisciplineId' | 'secondPercent'>>;

/** What an athlete is from today on, as it is written down. */
export const factRow = (principal: Principal, athleteId: string, values: Dated) => ({
  id: newId(),
  practiceId: principal.practiceId,
  athleteId,
  onDate: principal.today,
  createdAt: principal.now,
  disciplineId: values.disciplineId,
  secondDisciplineId: values.secondDisciplineId ?? null,
  secondPercent: values.secondPercent ?? null,
  level: values.level,
  massKg: values.massKg,
  statureM: values.statureM,
  kit: [...values.kit],
  schoolId: values.schoolId,
  staffId: principal.staffId,
});

const keys = [
  'disciplineId',
  'secondDisciplineId',
  'secondPercent',
  'level',
  'massKg',
  'statureM',
  'kit',
  'schoolId',
] as const;

/** Does a save change what a ranking or a plan was made from? */
export const factsChanged = (before: Dated, after: Dated): boolean =>
  keys.some((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]));
