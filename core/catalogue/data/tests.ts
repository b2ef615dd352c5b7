/**
 * The tests of a screen. Targets are defaults with a source kind: `cohort` figures are as remembered from the
 * literature on healthy adults (check against your own source), `standard` ones are working standards among
 * practitioners. Reliability: holds, reps and counts 0.8, grades and levels 0.6, degrees by eye 0.5.
 */
type Feed = readonly [quality: string, worksSide?: 'same' | 'opposite'];

interface Short {
  id: string;
  name: string;
  stage: number;
  kind: string;
  unit: string;
  target: object;
  te: number;
  reliability?: number;
  max: number;
  min?: number;
  lower?: { worst: number };
  withGrade?: boolean;
  stopAt?: number;
  levels?: string[];
  side?: string;
  trials?: number;
  feeds: Feed[];
  needs?: string[];
  minutes: number;
  restS?: number;
  maximal?: boolean;
  spotter?: boolean;
  faults: string[];
  setUp: string;
  stand: string;
  tell: string;
  stop: string;
}

/** The first quality under feeds is tested directly (weight 3); the rest in part (weight 1). */
const test = (s: Short) => ({
  id: s.id,
  name: s.name,
  stage: s.stage,
  kind: s.kind,
  withGrade: s.withGrade ?? false,
  unit: s.unit,
  lowerIsBetter: s.lower !== undefined,
  worst: s.lower?.worst,
  min: s.min ?? 0,
  max: s.max,
  stopAt: s.stopAt,
  levels: s.levels,
  sided: s.side !== undefined,
  sideMeans: s.side,
  trials: s.trials ?? 2,
  typicalError: s.te,
  reliability: s.reliability ?? 0.8,
  target: s.target,
  feeds: s.feeds.map(([quality, worksSide], i) => ({
    quality,
    weight: i === 0 ? 3 : 1,
    worksSide: worksSide ?? 'same',
  })),
  needs: s.needs ?? [],
  minutes: s.minutes,
  restS: s.restS ?? 60,
  maximal: s.maximal ?? false,
  spotter: s.spotter ?? false,
  faults: s.faults,
  setUp: s.setUp,
  stand: s.stand,
  tell: s.tell,
  stopRule: s.stop,
});

const lossStop = 'First loss after one correction of at most 3 s. Pain, dizziness, cramp or a breath held over two cycles ends it at once.';

/** Score 0-100 of the grade words, the same everywhere. */
export const gradeScores = { owned: 100, cued: 70, faulted: 35, not_yet: 0 } as const;

export const testData: readonly unknown[] = [
  test({
    id: 'breath_prone', name: 'Face-down breathing', stage: 1, kind: 'breaths', withGrade: true, unit: 'clean breaths',
    target: { any: 5, source: 'standard' }, te: 1, reliability: 0.6, max: 5, stopAt: 5, trials: 2,
    feeds: [['breath_brace']], minutes: 2, restS: 30,
    faults: ['chest_breath', 'neck_strain', 'shoulder_shrug'],
    setUp: 'Face down, forehead on hands. Count five breaths.',
    stand: 'Beside the hips, eyes level with the low back.',
    tell: 'Breathe as you always do. Let the floor push back.',
    stop: 'Five breaths, or dizziness, tingling or pain.',
  }),
  test({
    id: 'brace_on', name: 'Switch the brace on', stage: 1, kind: 'grade', unit: 'grade',
    target: { any: 100, source: 'standard' }, te: 0.5, reliability: 0.6, max: 100,
    feeds: [['breath_brace']], minutes: 2, restS: 30,
    faults: ['belly_dome', 'breath_hold', 'rib_flare'],
    setUp: 'Standing, fingers pushed into both flanks. Stiffen the whole wall to about half, then hinge 10 to 15 degrees.',
    stand: 'Behind, thumbs on the low back muscles.',
    tell: 'Push my fingers out all the way round, and keep talking.',
    stop: 'Breath held over two cycles, doming or pain.',
  }),
  test({
    id: 'brace_breathing', name: 'Brace and keep breathing', stage: 1, kind: 'breaths', unit: 'clean breaths',
    target: { any: 8, source: 'standard' }, te: 1, max: 10, stopAt: 10, trials: 2,
    feeds: [['breath_brace']], minutes: 2, restS: 30,
    faults: ['breath_hold', 'rib_flare', 'chest_breath'],
    setUp: 'Lying or standing, half brace. Count breaths until the brace or the breath goes.',
    stand: 'Beside, one hand on the flank.',
    tell: 'Keep the belt on and breathe under it.',
    stop: 'Ten breaths, or the brace lets go.',
  }),
  test({
    id: 'low_back_contact', name: 'Low back contact', stage: 2, kind: 'level', unit: 'level', withGrade: true,
    target: { any: 2, source: 'standard' }, te: 0.5, reliability: 0.6, max: 2,
    levels: ['Not yet', 'Legs straight', 'Knees up'], trials: 2,
    feeds: [['anti_extension']], needs: ['towel'], minutes: 3,
    faults: ['lumbar_arch', 'leg_push_cheat', 'hip_flexor_takeover'],
    setUp: 'On the back, strap or towel under the low back. Press it down without using the legs: legs straight, then knees up.',
    stand: 'Beside the waist, a hand on the strap.',
    tell: 'Breathe out and keep my strap where it is.',
    stop: 'Strap slides, breath held, or pain.',
  }),
  test({
    id: 'heel_tap_level', name: 'Heel tap ladder', stage: 2, kind: 'level', unit: 'level',
    target: { any: 3, novice: 2, source: 'standard' }, te: 0.5, reliability: 0.6, min: -1, max: 5,
    levels: ['0 Bent-knee slide', '1 Single lift', '2 Tabletop heel tap', '3 Tap with a long leg', '4 Both legs to 45°', '5 Both legs to the floor'],
    feeds: [['anti_extension']], minutes: 5,
    faults: ['lumbar_arch', 'breath_hold', 'neck_strain', 'rib_flare'],
    setUp: 'On the back, a finger under the low back. Five reps at each level; contact kept.',
    stand: 'Beside the waist, a finger under the low back.',
    tell: 'Slowly. Stop as soon as my finger is free.',
    stop: 'Contact lost twice at one level, breath held, or pain. The last clean level counts.',
  }),
  test({
    id: 'leg_lowering_angle', name: 'Leg lowering angle', stage: 2, kind: 'degrees', unit: '° above floor',
    target: { any: 30, source: 'standard' }, te: 6, reliability: 0.5, max: 90, lower: { worst: 90 }, trials: 2,
    feeds: [['anti_extension']], minutes: 4,
    faults: ['lumbar_arch', 'hip_flexor_takeover', 'breath_hold'],
    setUp: 'On the back, both legs up to 90°, lowered over 10 s. Read the angle where contact is lost.',
    stand: 'At the side with the goniometer at hip height, a finger under the low back.',
    tell: 'Lower for a count of ten. I call the angle.',
    stop: 'First loss of contact, or pain.',
  }),
  test({
    id: 'dead_bug_breaths', name: 'Dead bug by breath', stage: 2, kind: 'breaths', unit: 'breaths', side: 'Leg reaching out',
    target: { any: 6, source: 'standard' }, te: 1, max: 10, stopAt: 10, trials: 2,
    feeds: [['anti_extension'], ['anti_rotation', 'opposite']], minutes: 4,
    faults: ['rib_flare', 'lumbar_arch', 'breath_hold', 'pelvis_rotate'],
    setUp: 'On the back, hips and knees square. Opposite arm and leg long; full breaths before contact or ribs are lost.',
    stand: 'Beside the ribs.',
    tell: 'Reach long and empty the breath.',
    stop: 'Contact or ribs lost, breath held over two cycles, or pain.',
  }),
  test({
    id: 'hollow_stage', name: 'Staged hollow', stage: 4, kind: 'hold', unit: 's',
    target: { any: 60, bySport: { gymnastics: 120 }, source: 'standard' }, te: 12, max: 180, stopAt: 180, trials: 1,
    feeds: [['trunk_flexion_control'], ['anti_extension']], minutes: 4, restS: 300, maximal: true,
    faults: ['lumbar_arch', 'neck_strain', 'breath_hold'],
    setUp: 'Hollow: 30 s each tucked, quarter, half, three-quarter, straight, straight with arms overhead. Seconds in all.',
    stand: 'At the side, a hand ready under the low back.',
    tell: 'Low back heavy. I call the next shape every thirty.',
    stop: lossStop,
  }),
  test({
    id: 'front_plank', name: 'Front plank', stage: 5, kind: 'hold', unit: 's',
    target: { male: 110, female: 72, any: 91, timesBySport: { gymnastics: 1.2, skiing: 1.2 }, source: 'cohort' },
    te: 12, max: 600, trials: 1, feeds: [['anti_extension']], minutes: 3, restS: 300, maximal: true,
    faults: ['hip_sag', 'hip_pike', 'shoulder_shrug', 'breath_hold'],
    setUp: 'Forearms and toes, elbows under shoulders. One line from ear to heel.',
    stand: 'Kneel at the side, eyes level with the hips.',
    tell: 'Stay long and breathe. I stop you, not the clock.',
    stop: lossStop,
  }),
  test({
    id: 'side_plank', name: 'Side plank', stage: 5, kind: 'hold', unit: 's', side: 'Forearm down',
    target: { male: 95, female: 74, any: 85, source: 'cohort' }, te: 9, max: 600, trials: 1,
    feeds: [['anti_lateral']], minutes: 5, restS: 300, maximal: true,
    faults: ['hip_sag', 'pelvis_rotate', 'shoulder_collapse', 'breath_hold'],
    setUp: 'Forearm under the shoulder, feet stacked or heel to toe, top arm on the body.',
    stand: 'Behind the back, eyes level with the hip.',
    tell: 'Hips up and forward. Breathe.',
    stop: lossStop,
  }),
  test({
    id: 'trunk_extensor_hold', name: 'Back extensor hold', stage: 5, kind: 'hold', unit: 's',
    target: { male: 146, female: 189, any: 168, source: 'cohort' }, te: 15, max: 240, stopAt: 240, trials: 1,
    feeds: [['extension_endurance']], needs: ['box'], minutes: 5, restS: 300, maximal: true, spotter: true,
    faults: ['lumbar_arch', 'felt_low_back', 'breath_hold'],
    setUp: 'Face down over the bench edge, hip bones on the edge, pelvis strapped, arms crossed.',
    stand: 'At the side, a hand ready under the chest.',
    tell: 'Level with the bench. Breathe.',
    stop: lossStop,
  }),
  test({
    id: 'trunk_flexor_hold', name: 'Seated lean-back hold', stage: 5, kind: 'hold', unit: 's',
    target: { male: 144, female: 149, any: 147, source: 'cohort' }, te: 18, max: 240, stopAt: 240, trials: 1,
    feeds: [['trunk_flexion_control']], minutes: 5, restS: 300, maximal: true,
    faults: ['lumbar_round', 'neck_strain', 'breath_hold'],
    setUp: 'Seated, knees square, trunk 60° from the floor, arms crossed, nothing behind.',
    stand: 'At the side with the wedge or goniometer.',
    tell: 'Tall, ribs down. Keep the angle.',
    stop: lossStop,
  }),
  test({
    id: 'bridge_foot_float', name: 'Bridge, one foot floats', stage: 2, kind: 'grade', unit: 'grade', side: 'Foot lifted',
    target: { any: 100, source: 'standard' }, te: 0.5, reliability: 0.6, max: 100,
    feeds: [['hip_extension', 'opposite'], ['anti_rotation', 'opposite']], minutes: 4,
    faults: ['pelvis_drop', 'pelvis_rotate', 'hamstring_cramp', 'partial_range'],
    setUp: 'Bridge on both feet, lighten one foot, then float it for two breaths.',
    stand: 'At the feet, thumbs on both front hip bones.',
    tell: 'Both hip bones stay level while the foot leaves.',
    stop: 'Cramp, pain, or the pelvis drops twice.',
  }),
  test({
    id: 'single_leg_bridge', name: 'Single-leg bridge hold', stage: 4, kind: 'hold', unit: 's', side: 'Working leg',
    target: { any: 45, source: 'standard' }, te: 6, max: 300, trials: 1,
    feeds: [['hip_extension'], ['pelvic_level']], minutes: 4, restS: 120, maximal: true,
    faults: ['partial_range', 'felt_low_back', 'pelvis_drop', 'hamstring_cramp'],
    setUp: 'Bridge to full hip extension on one foot, free thigh level with the working one.',
    stand: 'At the side, eyes level with the hip.',
    tell: 'Hip long. Push the heel down.',
    stop: lossStop,
  }),
  test({
    id: 'bird_dog_hold', name: 'Bird dog hold', stage: 3, kind: 'hold', unit: 's', side: 'Support knee',
    target: { any: 45, source: 'standard' }, te: 6, max: 60, stopAt: 60, trials: 2,
    feeds: [['extension_endurance'], ['anti_rotation']], minutes: 5,
    faults: ['pelvis_rotate', 'lumbar_arch', 'hip_hike', 'breath_hold'],
    setUp: 'All fours, opposite arm and leg long, a stick or towel level across the back.',
    stand: 'Behind the feet, eyes level with the pelvis.',
    tell: 'Long, not high. Keep the stick level.',
    stop: lossStop,
  }),
  test({
    id: 'pelvic_drop_stance', name: 'Pelvic drop in stance', stage: 3, kind: 'degrees', unit: '°', side: 'Stance leg',
    target: { any: 5, source: 'standard' }, te: 1.5, reliability: 0.5, max: 30, lower: { worst: 15 }, trials: 2,
    feeds: [['pelvic_level']], minutes: 3,
    faults: ['pelvis_drop', 'trunk_lean', 'hip_hike', 'balance_lost'],
    setUp: 'Stand on one leg for 30 s. Largest drop of the free-side hip bone from level.',
    stand: 'In front, thumbs on the hip bones; a wall within reach.',
    tell: 'Stand tall on this leg until I say.',
    stop: '30 s, lost balance, or pain.',
  }),
  test({
    id: 'step_down', name: 'Slow step-down', stage: 3, kind: 'count', unit: 'faults of 25', side: 'Stance leg',
    target: { any: 4, source: 'standard' }, te: 2, max: 25, lower: { worst: 25 }, trials: 2,
    feeds: [['pelvic_level']], needs: ['box'], minutes: 4,
    faults: ['pelvis_drop', 'trunk_lean', 'knee_in', 'balance_lost'],
    setUp: 'Five slow step-downs from mid-shin height. Count drop, lean, knee in, turn and lost balance in each.',
    stand: 'In front, two metres off.',
    tell: 'Heel down softly, five times, slowly.',
    stop: 'Knee pain, a fall, or pain anywhere.',
  }),
  test({
    id: 'press_out_hold', name: 'Press-out hold', stage: 4, kind: 'hold', unit: 's', side: 'Pull comes from',
    target: { any: 45, source: 'standard' }, te: 6, max: 60, stopAt: 60, trials: 2,
    feeds: [['anti_rotation']], needs: ['band'], minutes: 5,
    faults: ['pelvis_rotate', 'trunk_lean', 'shoulder_shrug', 'breath_hold'],
    setUp: 'Half-kneeling, band at chest height pulling from one side at 10 % of body weight, arms long.',
    stand: 'In front, eyes level with the hands.',
    tell: 'Hands stay on the midline. Breathe.',
    stop: lossStop,
  }),
  test({
    id: 'suitcase_hold', name: 'Suitcase hold', stage: 4, kind: 'hold', unit: 's', side: 'Loaded hand',
    target: { any: 60, source: 'standard' }, te: 8, max: 90, stopAt: 90, trials: 1,
    feeds: [['anti_lateral', 'opposite']], needs: ['dumbbell'], minutes: 4, restS: 120,
    faults: ['trunk_lean', 'hip_hike', 'grip_lost', 'shoulder_shrug'],
    setUp: 'Stand tall, 30 % of body mass in one hand.',
    stand: 'In front, two metres off.',
    tell: 'As tall as without the weight.',
    stop: lossStop,
  }),
  test({
    id: 'hop_stick', name: 'Hop and stick', stage: 4, kind: 'count', unit: 'sticks of 3', side: 'Landing leg',
    target: { any: 3, source: 'standard' }, te: 0.7, max: 3, trials: 1,
    feeds: [['reactive'], ['pelvic_level']], minutes: 4, spotter: true,
    faults: ['trunk_lean', 'knee_in', 'loud_landing', 'pelvis_drop'],
    setUp: 'Hop forward about one foot-length more than a step and hold the landing 3 s. Three tries.',
    stand: 'In front and to the side, clear floor.',
    tell: 'Land quiet and stay.',
    stop: 'A fall, pain, or two drifting landings.',
  }),
  test({
    id: 'perturbed_brace', name: 'Unexpected pushes', stage: 4, kind: 'count', unit: 'losses of 10',
    target: { any: 1, source: 'standard' }, te: 1, max: 10, lower: { worst: 10 }, trials: 1,
    feeds: [['reactive']], minutes: 3, spotter: true,
    faults: ['breath_hold', 'trunk_lean', 'balance_lost'],
    setUp: 'Standing, half brace, eyes closed or ahead. Ten light pushes at the shoulders, uneven in time and side.',
    stand: 'Within arm’s reach; clear floor behind.',
    tell: 'Stay where you are. I push when you do not expect it.',
    stop: 'A fall, dizziness or pain.',
  }),
  test({
    id: 'hinge_hold', name: 'Hinge hold', stage: 4, kind: 'hold', unit: 's',
    target: { any: 90, source: 'standard' }, te: 20, max: 300, stopAt: 300, trials: 1,
    feeds: [['extension_endurance']], minutes: 5, restS: 120, maximal: true,
    faults: ['lumbar_round', 'felt_low_back', 'breath_hold'],
    setUp: 'Trunk at the angle of the event, hands light on a bar or free, hips only.',
    stand: 'At the side, eyes level with the low back.',
    tell: 'Hinge from the hip and breathe into the back.',
    stop: lossStop,
  }),
  test({
    id: 'ball_seat_lift', name: 'Ball seat, one foot lifts', stage: 3, kind: 'grade', unit: 'grade', side: 'Foot lifted',
    target: { any: 100, source: 'standard' }, te: 0.5, reliability: 0.6, max: 100,
    feeds: [['anti_lateral', 'opposite'], ['pelvic_level', 'opposite']], needs: ['ball'], minutes: 3, spotter: true,
    faults: ['trunk_lean', 'pelvis_drop', 'balance_lost'],
    setUp: 'Seated tall on the ball, lift one foot for 10 s, hands free.',
    stand: 'Behind, hands ready at the hips.',
    tell: 'Both seat bones stay heavy.',
    stop: 'The ball rolls, lost balance, or pain.',
  }),
  test({
    id: 'arch_hold', name: 'Arch hold', stage: 4, kind: 'hold', unit: 's',
    target: { any: 30, bySport: { gymnastics: 60 }, source: 'standard' }, te: 8, max: 90, stopAt: 90, trials: 1,
    feeds: [['extension_endurance']], minutes: 3, restS: 120, maximal: true,
    faults: ['felt_low_back', 'knee_out', 'breath_hold'],
    setUp: 'Face down, chest and legs off, one long line.',
    stand: 'At the side.',
    tell: 'Long before high.',
    stop: lossStop,
  }),
  test({
    id: 'two_leg_press_timing', name: 'Two-leg press timing', stage: 2, kind: 'grade', unit: 'grade', side: 'Leg judged',
    target: { any: 100, source: 'standard' }, te: 0.5, reliability: 0.6, max: 100,
    feeds: [['hip_extension'], ['pelvic_level']], needs: ['band'], minutes: 4,
    faults: ['one_leg_leads', 'knee_in', 'knee_out'],
    setUp: 'On the back, both legs press out and in against a light band, five slow reps.',
    stand: 'At the feet, looking along the shins.',
    tell: 'Both legs arrive together.',
    stop: 'Five reps, or pain.',
  }),
];
