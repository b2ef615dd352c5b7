import type { ColumnField } from '~/core/formats/columns';

/** The columns a file of logged sessions may have, a line an exercise; light enough for the browser. */
export const logFields = [
  { id: 'onDate', label: 'Day', required: true, names: ['date', 'day', 'done on', 'on', 'datum'] },
  {
    id: 'exercise',
    label: 'Exercise',
    required: true,
    names: ['exercise', 'exercise name', 'movement', 'drill', 'name'],
  },
  { id: 'sets', label: 'Sets', required: false, names: ['sets', 'set', 'no of sets'] },
  {
    id: 'amount',
    label: 'Done in each set',
    required: true,
    names: [
      'done in each set',
      'amount',
      'reps',
      'seconds',
      'time',
      'duration',
      'hold',
      'breaths',
      'reps or seconds',
      'done',
    ],
  },
  { id: 'side', label: 'Side', required: false, names: ['side', 'leg', 'arm'] },
  { id: 'load', label: 'Load', required: false, names: ['load', 'weight', 'kg', 'lb', 'load kg', 'load lb'] },
  {
    id: 'effort',
    label: 'How hard, 1 to 10',
    required: true,
    names: ['how hard 1 to 10', 'effort', 'rpe', 'session rpe', 'how hard', 'hardness'],
  },
  { id: 'pain', label: 'Pain, 0 to 10', required: false, names: ['pain 0 to 10', 'pain', 'pain score'] },
  {
    id: 'where',
    label: 'Where it hurt',
    required: false,
    names: ['where it hurt', 'where', 'pain where', 'region', 'place'],
  },
  { id: 'sleep', label: 'Hours slept', required: false, names: ['hours slept', 'sleep', 'sleep hours'] },
  {
    id: 'readiness',
    label: 'Readiness, 1 to 5',
    required: false,
    names: ['readiness 1 to 5', 'readiness', 'ready'],
  },
  { id: 'note', label: 'Note', required: false, names: ['note', 'notes', 'comment', 'comments', 'remark'] },
] as const satisfies readonly ColumnField[];

export type LogField = (typeof logFields)[number]['id'];
