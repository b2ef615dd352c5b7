import type { QualityId } from '~/core/catalogue';
import type { StopSignId } from '~/core/clear/signs';

/** A made-up athlete of the demo practice. Nobody here is a real person. */
export interface DemoPerson {
  readonly given: string;
  readonly family: string;
  readonly sex: 'female' | 'male';
  readonly age: number;
  readonly disciplineId: string;
  readonly level: 'novice' | 'trained' | 'advanced';
  readonly massKg: number;
  readonly statureM: number;
  readonly kit?: readonly string[];
  readonly cautions?: readonly string[];
  readonly stop?: StopSignId;
  /** A practitioner's word on the form. */
  readonly agreed?: { readonly role: string; readonly lifts: 'stop_and_refer' | 'ask_first' };
  readonly guardian?: string;
  /** Score in percent of the target at the newest screen, by quality or quality|side; 88 where not given. */
  readonly has?: Readonly<Partial<Record<QualityId | `${QualityId}|left` | `${QualityId}|right`, number>>>;
  readonly faults?: Readonly<Record<string, string>>;
  /** Days before today of each screen; the last is the newest. */
  readonly screens: readonly number[];
  readonly event?: { readonly name: string; readonly inDays: number; readonly priority: 'A' | 'B' | 'C'; readonly minutes?: number; readonly perMinute?: number };
  readonly second?: { readonly name: string; readonly inDays: number; readonly priority: 'B' | 'C' };
  /** Weeks of logged work behind; 0 for a plan that starts now; missing for no plan. */
  readonly weeksDone?: number;
  /** Weeks before today that were missed. */
  readonly missedWeeks?: readonly number[];
  readonly painFlag?: boolean;
  readonly note?: string;
  readonly perWeek?: number;
  readonly minutes?: number;
}

export const demoPeople: readonly DemoPerson[] = [
  {
    given: 'Ysolde', family: 'Marrick', sex: 'female', age: 31, disciplineId: 'running.trail-fell-ultra', level: 'trained', massKg: 58, statureM: 1.67, screens: [74, 11],
    has: { 'pelvic_level|left': 52, 'pelvic_level|right': 88, 'anti_lateral|left': 62, 'anti_lateral|right': 92, 'hip_extension|left': 78, reactive: 67, breath_brace: 95, extension_endurance: 93 },
    faults: { pelvic_drop_stance: 'trunk_lean', step_down: 'pelvis_drop', side_plank: 'hip_sag' },
    event: { name: 'Corvel Edge fell race', inDays: 77, priority: 'A', minutes: 140, perMinute: 170 }, second: { name: 'Harrow Tarn relay', inDays: 38, priority: 'B' }, weeksDone: 7,
    note: 'Right hip bone drops in left stance, worse downhill.',
  },
  {
    given: 'Tobin', family: 'Aske', sex: 'male', age: 36, disciplineId: 'cycling.time-trial', level: 'advanced', massKg: 74, statureM: 1.81, screens: [70, 14],
    has: { extension_endurance: 58, breath_brace: 74, anti_extension: 96, trunk_flexion_control: 98 }, faults: { hinge_hold: 'lumbar_round', trunk_extensor_hold: 'felt_low_back' },
    event: { name: 'Reservoir 40 km time trial', inDays: 96, priority: 'A', minutes: 54, perMinute: 92 }, weeksDone: 8, note: 'Folds in the last third.',
  },
  {
    given: 'Perrin', family: 'Lowther', sex: 'male', age: 27, disciplineId: 'riding.cross-country-eventing', level: 'trained', massKg: 70, statureM: 1.77, stop: 'recent_fall',
    agreed: { role: 'physiotherapist', lifts: 'stop_and_refer' }, cautions: ['extension_sensitive'], screens: [66, 9], has: { anti_lateral: 76, 'pelvic_level|right': 70, reactive: 60 },
    event: { name: 'Dunmere one-day event', inDays: 58, priority: 'A', minutes: 6 }, weeksDone: 5, note: 'Cleared after the September fall.',
  },
  {
    given: 'Ingrith', family: 'Solvane', sex: 'female', age: 24, disciplineId: 'skiing.cross-country-skate', level: 'advanced', massKg: 62, statureM: 1.71, screens: [80, 20],
    has: { 'anti_rotation|left': 92, 'anti_rotation|right': 60, 'hip_extension|right': 74 }, faults: { press_out_hold: 'pelvis_rotate', bird_dog_hold: 'pelvis_rotate' },
    event: { name: 'Long Fen 15 km skate', inDays: 68, priority: 'A', minutes: 44 }, weeksDone: 9, missedWeeks: [4, 3], note: 'Two weeks lost to a cold in November.',
  },
  {
    given: 'Odessa', family: 'Penhale', sex: 'female', age: 14, disciplineId: 'gymnastics.rhythmic', level: 'trained', massKg: 44, statureM: 1.56, guardian: 'Ruth Penhale', screens: [60, 16],
    has: { 'pelvic_level|left': 72, trunk_flexion_control: 64, extension_endurance: 96 }, event: { name: 'Three Valleys cup', inDays: 84, priority: 'A', minutes: 1.5 }, weeksDone: 6, minutes: 20,
  },
  {
    given: 'Brannoch', family: 'Teal', sex: 'female', age: 33, disciplineId: 'running.middle-distance', level: 'trained', massKg: 57, statureM: 1.69, cautions: ['postpartum', 'pelvic_floor_symptoms'],
    agreed: { role: 'pelvic health physiotherapist', lifts: 'ask_first' }, screens: [40, 8], has: { breath_brace: 62, anti_extension: 55, pelvic_level: 74 },
    event: { name: 'Larkmoor 800 m open', inDays: 140, priority: 'A', minutes: 2.3, perMinute: 194 }, weeksDone: 3, minutes: 20, note: 'Eight months after birth.',
  },
  {
    given: 'Halvard', family: 'Grise', sex: 'male', age: 52, disciplineId: 'cycling.gravity', level: 'trained', massKg: 83, statureM: 1.79, cautions: ['hypertension'], screens: [58, 13],
    has: { extension_endurance: 80, reactive: 58, 'anti_rotation|left': 70 }, event: { name: 'Quarry Line downhill', inDays: 47, priority: 'A', minutes: 4 }, weeksDone: 6,
  },
  {
    given: 'Calla', family: 'Wintour', sex: 'female', age: 41, disciplineId: 'running.road-5-km-to-half', level: 'novice', massKg: 66, statureM: 1.64, screens: [6],
    has: { breath_brace: 58, pelvic_level: 60, anti_extension: 52, reactive: 40 }, event: { name: 'Embankment 10 km', inDays: 63, priority: 'A', minutes: 62, perMinute: 168 }, weeksDone: 1, perWeek: 2, minutes: 20,
  },
  {
    given: 'Rafferty', family: 'Dunnock', sex: 'male', age: 29, disciplineId: 'running.marathon', level: 'trained', massKg: 68, statureM: 1.78, screens: [90, 30], has: { 'anti_lateral|right': 66, hip_extension: 72 },
    event: { name: 'Cobble Bay marathon', inDays: 130, priority: 'A', minutes: 220, perMinute: 174 }, weeksDone: 8, painFlag: true, note: 'Watch the left groin.',
  },
  {
    given: 'Linnea', family: 'Harrowgate', sex: 'female', age: 22, disciplineId: 'gymnastics.artistic', level: 'advanced', massKg: 54, statureM: 1.59, screens: [75, 47], has: { trunk_flexion_control: 90, reactive: 76 },
    event: { name: 'Northern apparatus final', inDays: 30, priority: 'A', minutes: 1.5 }, weeksDone: 10,
  },
  {
    given: 'Dov', family: 'Kestle', sex: 'male', age: 19, disciplineId: 'running.sprint-and-hurdles', level: 'advanced', massKg: 77, statureM: 1.84, screens: [55, 12], has: { 'hip_extension|left': 68, 'hip_extension|right': 92, anti_rotation: 80 },
    faults: { single_leg_bridge: 'hamstring_cramp' }, event: { name: 'Indoor hurdles meeting', inDays: 52, priority: 'A' }, weeksDone: 6,
  },
  { given: 'Maren', family: 'Stroud', sex: 'female', age: 38, disciplineId: 'riding.dressage', level: 'trained', massKg: 61, statureM: 1.7, screens: [100, 52], has: { 'pelvic_level|left': 82, 'pelvic_level|right': 60 }, event: { name: 'Winter dressage series', inDays: 44, priority: 'B' }, weeksDone: 7 },
  { given: 'Ewan', family: 'Tarrant', sex: 'male', age: 45, disciplineId: 'cycling.road-endurance', level: 'trained', massKg: 79, statureM: 1.83, screens: [33], has: { extension_endurance: 66 }, event: { name: 'Moor Circuit 160 km', inDays: 160, priority: 'A', minutes: 330 }, weeksDone: 4 },
  { given: 'Sunniva', family: 'Brede', sex: 'female', age: 27, disciplineId: 'skiing.cross-country-classic', level: 'trained', massKg: 60, statureM: 1.68, screens: [21], has: { trunk_flexion_control: 62, anti_extension: 74 }, event: { name: 'Fen Marsh 30 km', inDays: 80, priority: 'A', minutes: 110 }, weeksDone: 2 },
  { given: 'Corin', family: 'Aldous', sex: 'male', age: 34, disciplineId: 'skiing.alpine-technical', level: 'trained', massKg: 81, statureM: 1.82, kit: ['band', 'box', 'dumbbell', 'towel'], screens: [18], has: { anti_lateral: 70 }, event: { name: 'Club slalom', inDays: 70, priority: 'A' } },
  { given: 'Tamsin', family: 'Vere', sex: 'female', age: 30, disciplineId: 'dance', level: 'trained', massKg: 56, statureM: 1.66, screens: [25], has: { 'pelvic_level|right': 74 }, event: { name: 'Spring ballroom open', inDays: 115, priority: 'B' }, weeksDone: 2 },
  { given: 'Jorah', family: 'Finch', sex: 'male', age: 25, disciplineId: 'field_court', level: 'trained', massKg: 85, statureM: 1.88, stop: 'leg_numbness', screens: [], note: 'Referred; waiting for word.' },
  { given: 'Wren', family: 'Oakshott', sex: 'female', age: 35, disciplineId: 'running.marathon', level: 'novice', massKg: 71, statureM: 1.72, cautions: ['pregnancy'], screens: [] },
  { given: 'Pascal', family: 'Ridding', sex: 'male', age: 17, disciplineId: 'cycling.cross-country-mountain', level: 'trained', massKg: 63, statureM: 1.75, screens: [], note: 'Guardian has not signed yet.' },
  { given: 'Isaura', family: 'Bell', sex: 'female', age: 28, disciplineId: 'skiing.mountaineering', level: 'advanced', massKg: 59, statureM: 1.65, screens: [], event: { name: 'Stone Ladder vertical', inDays: 120, priority: 'A', minutes: 65 } },
];
