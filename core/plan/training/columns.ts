import type { ColumnField } from '~/core/formats/columns';

/** The columns a file of sport training may have, a line a session; light enough for the browser. */
export const trainingFields = [
  { id: 'onDate', label: 'Day', required: true, names: ['date', 'day', 'on', 'datum', 'start date'] },
  {
    id: 'startsAt',
    label: 'Starts at',
    required: false,
    names: ['starts at', 'start', 'start time', 'time', 'begin', 'from', 'beginn'],
  },
  {
    id: 'minutes',
    label: 'Minutes',
    required: true,
    names: ['minutes', 'duration', 'min', 'length', 'planned duration', 'dauer'],
  },
  {
    id: 'hardness',
    label: 'How hard, 1 to 10',
    required: false,
    names: ['how hard 1 to 10', 'hardness', 'how hard', 'rpe', 'effort', 'intensity'],
  },
  {
    id: 'risk',
    label: 'Of risk for a tired trunk',
    required: false,
    names: ['of risk for a tired trunk', 'risk', 'risk flag', 'high risk'],
  },
  {
    id: 'name',
    label: 'What it is',
    required: true,
    names: ['what it is', 'session', 'title', 'name', 'summary', 'workout', 'description', 'type'],
  },
] as const satisfies readonly ColumnField[];

export type TrainingField = (typeof trainingFields)[number]['id'];

/** What the entries of a calendar may be here. */
export const titleUses = ['training', 'A', 'B', 'C', 'off', 'out'] as const;
export type TitleUse = (typeof titleUses)[number];
