import type { Fault, Ladder, Rung, School, ScreenTest } from './schema';

/**
 * What stands where an entry was that the catalogue does not hold any more: facts that name it stay readable, nothing is
 * made from it, and no page breaks. Unknown ids are refused where something is written.
 */

const gone = 'no longer in the library';

export const goneRung = (id: string): Rung => ({
  id,
  name: `An exercise ${gone}`,
  level: 1,
  posture: { archetype: 'brace_drill', position: 'standing' },
  unit: 'reps',
  sided: false,
  start: { sets: 1, amount: 1 },
  goal: { sets: 1, amount: 1 },
  rest_s: 0,
  advance_when: { clean: true },
  regress_on: [],
  lumbar: 'neutral',
  flexion_cycles_per_rep: 0,
  load: { by: 'none', start: 0, step: 0, max: 0 },
  sports: [],
  needs: ['none'],
  cues: [],
  note: '',
});

/** It serves the neck, which no sport's profile asks of, so that it enters no plan. */
export const goneLadder = (id: string): Ladder => ({
  id,
  name: `A ladder ${gone}`,
  quality: 'neck_control',
  also: [],
  purpose: '',
  equipment: [],
  prerequisites: [],
  breath: '',
  do: [],
  avoid: [],
  faults: [],
  cautions: [],
  schools: {},
  rungs: [goneRung(`${id}_gone`)],
});

/** Feeds no quality, so that nothing is scored from it. */
export const goneTest = (id: string): ScreenTest => ({
  id,
  name: `A test ${gone}`,
  stage: 2,
  kind: 'count',
  withGrade: false,
  unit: '',
  lowerIsBetter: false,
  min: 0,
  max: 10_000,
  sided: false,
  posture: { archetype: 'brace_drill', position: 'standing' },
  trials: 1,
  typicalError: 1,
  reliability: 0,
  target: { any: 1, source: 'standard' },
  feeds: [],
  needs: ['none'],
  minutes: 1,
  restS: 0,
  maximal: false,
  spotter: false,
  faults: [],
  setUp: '',
  stand: '',
  tell: '',
  stopRule: '',
});

export const goneFault = (id: string): Fault => ({
  id,
  name: `A fault ${gone}`,
  look_for: '',
  region: '',
  suggests: '',
  action: 'allowed',
});

/** Leaves nothing out and has no words of its own. */
export const goneSchool = (id: string): School => ({
  id,
  name: `A school ${gone}`,
  belief: '',
  instructions: '',
  doses: '',
  chooses: '',
  rejects: '',
  counts: 'seconds',
  words: { lying: '', front: '', side: '', bridge: '', back: '', upright: '' },
  avoid_lumbar: [],
});
