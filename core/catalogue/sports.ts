import type { QualityId } from './qualities';

/** What a sport asks, 0-5, in the order of the profile table. Expert-judgement defaults. */
const order: readonly QualityId[] = [
  'breath_brace',
  'anti_extension',
  'anti_lateral',
  'anti_rotation',
  'extension_endurance',
  'hip_extension',
  'pelvic_level',
  'trunk_flexion_control',
  'reactive',
];

export type DemandProfile = Readonly<Record<QualityId, number>>;

export interface Discipline {
  readonly id: string;
  /** Sport id of the ladders. */
  readonly sport: string;
  readonly sportName: string;
  readonly name: string;
  readonly profile: DemandProfile;
  readonly asks: string;
  readonly exposure: ExposureDefaults;
}

/** Default figures of the event; the coach replaces them by the event's own. */
export interface ExposureDefaults {
  readonly kind: 'steps' | 'strokes' | 'strides' | 'cycles' | 'routines';
  /** Event time in minutes. */
  readonly minutes: number;
  /** Steps, pedal strokes, strides or poling cycles per minute; shapes and landings per routine. */
  readonly perMinute: number;
}

type Row = readonly [
  sport: string,
  sportName: string,
  name: string,
  profile: string,
  asks: string,
  kind: ExposureDefaults['kind'],
  minutes: number,
  perMinute: number,
];

const rows: readonly Row[] = [
  [
    'running',
    'Running',
    'sprint and hurdles',
    '2 4 3 4 2 5 5 2 4',
    'transfer of hip drive without pelvic drop or twist',
    'steps',
    0.3,
    260,
  ],
  [
    'running',
    'Running',
    'middle distance',
    '4 3 4 4 2 4 5 1 3',
    'pelvis level while breathing near maximum',
    'steps',
    2.2,
    196,
  ],
  [
    'running',
    'Running',
    'road 5 km to half',
    '4 3 4 3 2 4 5 1 2',
    'thousands of single-leg supports',
    'steps',
    50,
    174,
  ],
  [
    'running',
    'Running',
    'marathon',
    '4 3 4 3 3 4 5 1 2',
    'thousands of single-leg supports, late and tired',
    'steps',
    220,
    174,
  ],
  [
    'running',
    'Running',
    'trail, fell, ultra',
    '4 4 5 4 4 4 5 1 5',
    'uneven ground, descents, a pack',
    'steps',
    140,
    170,
  ],
  [
    'cycling',
    'Cycling',
    'road endurance',
    '4 3 2 3 5 4 3 2 1',
    'hours in a hinge, quiet pelvis on the saddle',
    'strokes',
    240,
    88,
  ],
  [
    'cycling',
    'Cycling',
    'time trial',
    '5 3 2 3 5 5 3 2 1',
    'deep hinge, closed hip, breathing into the back',
    'strokes',
    54,
    92,
  ],
  [
    'cycling',
    'Cycling',
    'track sprint',
    '3 4 3 5 4 5 3 3 2',
    'pulling and pushing against a fixed pelvis',
    'strokes',
    1,
    130,
  ],
  [
    'cycling',
    'Cycling',
    'cross-country mountain',
    '4 3 4 4 5 4 3 2 4',
    'seated power plus balance',
    'strokes',
    85,
    80,
  ],
  ['cycling', 'Cycling', 'gravity', '3 4 4 4 5 3 2 2 5', 'standing hinge and impacts', 'strokes', 4, 60],
  [
    'riding',
    'Riding',
    'dressage',
    '4 4 4 4 4 2 4 1 3',
    'even seat, independent legs and hands',
    'strides',
    8,
    80,
  ],
  [
    'riding',
    'Riding',
    'show jumping',
    '3 3 4 3 5 4 3 1 5',
    'folding and absorbing on landing',
    'strides',
    2,
    100,
  ],
  [
    'riding',
    'Riding',
    'cross-country eventing',
    '4 3 4 4 5 4 3 1 5',
    'minutes in light seat',
    'strides',
    6,
    100,
  ],
  [
    'riding',
    'Riding',
    'endurance',
    '4 3 4 3 5 3 4 1 3',
    "hours, and symmetry for the horse's back",
    'strides',
    300,
    80,
  ],
  [
    'skiing',
    'Skiing',
    'cross-country classic',
    '5 5 3 4 4 5 4 5 2',
    'poling by trunk flexion from a firm pelvis',
    'cycles',
    35,
    52,
  ],
  [
    'skiing',
    'Skiing',
    'cross-country skate',
    '5 4 4 5 4 5 5 4 2',
    'one-leg glide and weight shift',
    'cycles',
    30,
    48,
  ],
  [
    'skiing',
    'Skiing',
    'alpine technical',
    '3 4 5 5 5 4 4 2 5',
    'legs turn under a quiet trunk',
    'cycles',
    1,
    60,
  ],
  ['skiing', 'Skiing', 'alpine speed', '3 4 4 4 5 4 3 2 5', 'tuck, compression and landing', 'cycles', 2, 30],
  ['skiing', 'Skiing', 'mountaineering', '5 3 4 3 4 5 5 2 3', 'long climbs with a load', 'cycles', 120, 56],
  [
    'gymnastics',
    'Gymnastics',
    'artistic',
    '3 5 4 4 4 4 4 5 5',
    'hollow and arch at speed, landings',
    'routines',
    1.5,
    12,
  ],
  [
    'gymnastics',
    'Gymnastics',
    'rhythmic',
    '3 4 4 3 5 4 5 4 3',
    'extreme range from a controlled pelvis',
    'routines',
    1.5,
    14,
  ],
  [
    'gymnastics',
    'Gymnastics',
    'trampoline and tumbling',
    '3 5 4 4 4 4 3 5 5',
    'shape in the air and a stiff take-off',
    'routines',
    0.5,
    20,
  ],
  [
    'gymnastics',
    'Gymnastics',
    'acrobatic',
    '3 5 5 4 4 4 4 5 4',
    'base and top under load',
    'routines',
    2.5,
    8,
  ],
  [
    'gymnastics',
    'Gymnastics',
    'stage and display',
    '3 4 3 3 4 4 5 4 2',
    'straight-leg raises, turn-out, level hips',
    'routines',
    5,
    10,
  ],
  [
    'field_court',
    'Other',
    'field and court',
    '3 4 4 5 3 4 5 2 5',
    'cutting, jumping and contact',
    'steps',
    70,
    120,
  ],
  [
    'dance',
    'Other',
    'partner dance',
    '4 3 3 4 3 3 5 2 3',
    'neutral centre, light effort, connection',
    'steps',
    12,
    110,
  ],
];

/** Discipline ids that do not follow sport.kebab-name. */
const fixedIds: Readonly<Record<string, string>> = {
  'field and court': 'field_court',
  'partner dance': 'dance',
};

function kebab(name: string): string {
  return name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
}

export const disciplines: readonly Discipline[] = rows.map(
  ([sport, sportName, name, profile, asks, kind, minutes, perMinute]) => {
    const cells = profile.split(' ').map(Number);
    return {
      id: fixedIds[name] ?? `${sport}.${kebab(name)}`,
      sport,
      sportName,
      name,
      asks,
      exposure: { kind, minutes, perMinute },
      profile: Object.fromEntries(order.map((q, i) => [q, cells[i] ?? 0])) as Record<QualityId, number>,
    };
  },
);

const byId = new Map(disciplines.map((each) => [each.id, each]));

/** The discipline with this id; throws on an unknown id. */
export function discipline(id: string): Discipline {
  const found = byId.get(id);
  if (!found) throw new Error(`unknown discipline ${id}`);
  return found;
}

export const hasDiscipline = (id: string): boolean => byId.has(id);

/** "Running, trail, fell, ultra" as one label. */
export function disciplineLabel(id: string): string {
  const { sportName, name } = discipline(id);
  return sportName === 'Other' ? `${name.charAt(0).toUpperCase()}${name.slice(1)}` : `${sportName}: ${name}`;
}
