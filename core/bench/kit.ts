import { gravity } from '~/core/body/anthropometry';
import {
  type BandFit,
  type BandStand,
  cableForceN,
  fitBall,
  fitBand,
  footDistance,
  lighterSpringIs,
  mostStretchPercent,
  seatToHeelCm,
  springForceN,
  standFor,
} from '~/core/body/equipment';
import { momentsOf } from '~/core/body/moment';
import { cableReach } from '~/core/body/postures/cable';
import { counted } from '~/core/words/counted';
import { num, type Plot, range, round, type Tool, type Values, word } from './tool';

/** Bands, springs, cables, carries, balls and feet. */

export const band: Tool = {
  id: 'band',
  name: 'Band',
  question: 'Where to stand for this force?',
  usesRung: false,
  controls: () => [
    range('rest', 'Resting length', 'cm', [10, 300, 1], 60),
    range('s1', 'First stretch', 'cm', [0, 300, 1], 20),
    range('f1', 'First force', 'N', [0, 400, 1], 30),
    range('s2', 'Second stretch', 'cm', [0, 300, 1], 50),
    range('f2', 'Second force', 'N', [0, 400, 1], 62),
    range('s3', 'Third stretch', 'cm', [0, 300, 1], 0, '0 leaves it out.'),
    range('f3', 'Third force', 'N', [0, 400, 1], 0),
    range('wanted', 'Wanted force', 'N', [1, 300, 1], 50),
  ],
  answer: (values) => {
    const points = [1, 2, 3]
      .map((i) => ({ stretchCm: num(values, `s${i}`), forceN: num(values, `f${i}`) }))
      .filter((p, i) => i < 2 || p.stretchCm > 0 || p.forceN > 0);
    const inputs = [
      `resting ${num(values, 'rest')} cm`,
      ...points.map((p) => `${p.forceN} N at ${p.stretchCm} cm`),
      `wanted ${num(values, 'wanted')} N`,
    ];
    const base = {
      formula: 'A monotone curve through your points; stand at resting length + stretch',
      inputs,
      source:
        'Your own readings, from a luggage scale or a load cell. Curve: Fritsch and Carlson, 1980. 250 % is the usual limit of makers.',
    };
    const fit = fitBand(points);
    if (!fit.ok)
      return {
        ...base,
        figures: [],
        band: 'None: the readings do not make a curve.',
        warnings: fit.problems,
        text: `Band: ${fit.problems[0] ?? ''}`,
      };
    const stand = standFor(fit.value, num(values, 'rest'), num(values, 'wanted'));
    // A stretch that may tear the band is shown, and not offered as a place to stand.
    const tears = stand.stretchPercent > mostStretchPercent;
    return {
      ...base,
      figures: [
        ...(tears ? [] : [{ label: 'stand from the anchor', value: round(stand.distanceCm), unit: 'cm' }]),
        { label: 'stretch', value: round(stand.stretchCm), unit: 'cm' },
        {
          label: `of its length (at most ${mostStretchPercent})`,
          value: round(stand.stretchPercent),
          unit: '%',
        },
      ],
      band: `A step of 5 cm changes the force by ${round(fit.value.forceAt(stand.stretchCm + 5) - stand.forceN, 1)} N`,
      warnings: stand.warnings,
      plot: bandPlot(fit.value, stand),
      text: tears
        ? `Band at ${round(stand.forceN)} N: not with this one, it would stretch ${round(stand.stretchPercent)} %`
        : `Band at ${round(stand.forceN)} N: stand ${round(stand.distanceCm)} cm from the anchor`,
      ...(tears ? {} : { send: { load: Math.round(stand.forceN) } }),
    };
  },
};

/** Force against stretch, to a little beyond the readings and the answer. */
function bandPlot(fit: BandFit, stand: BandStand): Plot {
  const far = 1.12 * Math.max(fit.measuredTo.stretchCm, stand.stretchCm);
  return {
    label: 'Force of the band against its stretch',
    x: 'cm stretch',
    y: 'N',
    line: Array.from({ length: 33 }, (_, i) => {
      const cm = (far * i) / 32;
      return [cm, fit.forceAt(cm)] as const;
    }),
    readings: fit.points.map((p) => [p.stretchCm, p.forceN] as const),
    at: [stand.stretchCm, stand.forceN],
    solidTo: fit.measuredTo.stretchCm,
  };
}

const springTasks = ['press_out', 'bar_press', 'bar_bridge', 'bridge_press', 'high_bridge'] as const;
const springTask = (values: Values) =>
  springTasks.find((task) => task === word(values, 'task')) ?? 'press_out';

export const spring: Tool = {
  id: 'spring',
  name: 'Spring',
  question: 'How hard does the spring pull, and is lighter easier?',
  usesRung: false,
  controls: () => [
    range('rate', 'Rate', 'N/cm', [0.1, 10, 0.1], 1.2),
    range('travel', 'Travel', 'cm', [0, 120, 1], 40),
    range('preload', 'Preload', 'N', [0, 100, 1], 10),
    range('springs', 'Springs at once', '', [1, 4, 1], 1),
    {
      kind: 'choice',
      key: 'task',
      label: 'Task',
      options: [
        ['press_out', 'lying leg press in the loops'],
        ['bar_press', 'lying bar press'],
        ['bar_bridge', 'bar bridge rolled up and down'],
        ['bridge_press', 'bar bridge linked with press'],
        ['high_bridge', 'high bridge with bend and press'],
      ],
      initial: 'press_out',
    },
  ],
  draw: (values) => ({
    posture: {
      archetype: 'spring_leg',
      task: springTask(values),
      springs: 'light',
    },
    needs: [],
    load: { by: 'none', value: 0 },
    label: 'Work against springs',
  }),
  answer: (values) => {
    const springs = Math.max(1, Math.round(num(values, 'springs')));
    const newtons =
      springs * springForceN(num(values, 'rate'), num(values, 'travel'), num(values, 'preload'));
    const way = lighterSpringIs(springTask(values));
    return {
      figures: [
        { label: 'force at the end', value: round(newtons), unit: 'N' },
        { label: 'a lighter spring is', value: way, unit: '' },
      ],
      formula: 'F = springs × (preload + rate × travel)',
      inputs: [
        `${num(values, 'rate')} N/cm`,
        `${num(values, 'travel')} cm`,
        `preload ${num(values, 'preload')} N`,
        counted(springs, 'spring'),
      ],
      band: 'Springs tire: hang a known weight on them twice a year.',
      source: 'Hooke; the rate is the practice’s own calibration.',
      warnings:
        word(values, 'task') === 'press_out'
          ? []
          : ['The bar must be spotted or safety-strapped whenever feet are under it.'],
      text: `${counted(springs, 'spring')}, ${round(newtons)} N at ${num(values, 'travel')} cm; a lighter one is ${way}`,
      send: { load: Math.round(newtons) },
    };
  },
};

export const cable: Tool = {
  id: 'cable',
  name: 'Cable and pulley',
  question: 'What does the stack weigh at the handle?',
  usesRung: false,
  controls: () => [
    range('stack', 'Stack', 'kg', [0, 100, 0.5], 10),
    {
      kind: 'choice',
      key: 'ratio',
      label: 'Pulley',
      options: [
        ['1', '1 : 1'],
        ['2', '2 : 1, half the weight'],
        ['4', '4 : 1, a quarter'],
      ],
      initial: '1',
    },
    range(
      'reach',
      'Hands from the spine',
      'statures',
      [cableReach.near, cableReach.far, 0.01],
      cableReach.far,
    ),
  ],
  draw: (values) => ({
    posture: { archetype: 'upright_cable', stance: 'stand', action: 'press_out', direction: 'anti_rotation' },
    needs: [],
    load: { by: 'cable_N', value: cableForceN(num(values, 'stack'), Number(word(values, 'ratio'))) },
    label: 'Anti-rotation press',
  }),
  answer: (values, { body }) => {
    const newtons = cableForceN(num(values, 'stack'), Number(word(values, 'ratio')));
    const nm = newtons * num(values, 'reach') * body.statureM;
    return {
      figures: [
        { label: 'at the handle', value: round(newtons), unit: 'N' },
        { label: 'resisting rotation', value: round(nm), unit: 'N·m' },
        {
          label: 'of body weight',
          value: round((100 * newtons) / (body.massKg * gravity)),
          unit: '%',
        },
      ],
      formula: 'F = stack × 9.81 / ratio; M = F × reach',
      inputs: [
        `${num(values, 'stack')} kg through ${word(values, 'ratio')} : 1`,
        `reach ${round(num(values, 'reach') * body.statureM * 100)} cm`,
      ],
      band: 'Pulley friction takes or gives some 5 to 15 %.',
      source: 'Statics; reach runs from 0.10 to 0.40 of the stature.',
      warnings:
        newtons > sensible.cable * body.massKg * gravity
          ? [
              `${round(newtons)} N is ${round((100 * newtons) / (body.massKg * gravity))} % of body weight. Presses and chops usually end at a third: take less and reach further.`,
            ]
          : [],
      text: `Cable ${num(values, 'stack')} kg (${round(newtons)} N), hands ${round(num(values, 'reach') * body.statureM * 100)} cm out: ${round(nm)} N·m`,
      send: { load: Math.round(newtons / 5) * 5 },
    };
  },
};

/** Carries of one hand stay under this share of body mass, cables under this share of body weight, unless a coach knows why not. */
const sensible = { carry: 0.5, cable: 0.35 } as const;

const tooHeavy = (kg: number, massKg: number): string[] =>
  kg > sensible.carry * massKg
    ? [
        `${kg} kg is ${round((100 * kg) / massKg)} % of body mass in one hand. Over half of it is for few; the spine and the grip decide, not the side.`,
      ]
    : [];

export const carry: Tool = {
  id: 'carry',
  name: 'Carry',
  question: 'What does a weight in the hand ask of the side?',
  usesRung: false,
  controls: () => [
    range('right', 'Right hand', 'kg', [0, 60, 0.5], 16),
    range('left', 'Left hand', 'kg', [0, 60, 0.5], 0),
  ],
  draw: (values) => ({
    posture: { archetype: 'carry', sides: num(values, 'left') > 0 ? 'both' : 'one', moving: false },
    needs: [],
    load: { by: 'hand_kg', value: num(values, 'right') },
    label: 'Suitcase carry',
  }),
  answer: (values, { body }) => {
    const one = (kg: number) =>
      momentsOf({ archetype: 'carry', sides: 'one', moving: false }, body, { by: 'hand_kg', value: kg })?.nm
        .anti_lateral ?? 0;
    const right = one(num(values, 'right'));
    const left = one(num(values, 'left'));
    const net = right - left;
    const working = net === 0 ? 'neither' : net > 0 ? 'left' : 'right';
    const equal = num(values, 'left') > 0 && net === 0;
    return {
      figures: [
        { label: 'resisting side-bend', value: round(Math.abs(net)), unit: 'N·m' },
        { label: 'side that works', value: working === 'neither' ? 'none' : working, unit: '' },
        { label: 'carried in all', value: round(num(values, 'left') + num(values, 'right'), 1), unit: 'kg' },
      ],
      formula: 'M = (right − left) × 9.81 × (half the shoulders + 0.04 stature)',
      inputs: [
        `right ${num(values, 'right')} kg: ${round(right)} N·m`,
        `left ${num(values, 'left')} kg: ${round(left)} N·m`,
        `lever ${round((body.length.biacromial / 2 + 0.04 * body.statureM) * 100)} cm`,
      ],
      band: 'Two centimetres of lever are about 7 %.',
      source: 'Statics; shoulder breadth 0.259 of the stature (Drillis and Contini).',
      warnings: [
        ...tooHeavy(Math.max(num(values, 'right'), num(values, 'left')), body.massKg),
        ...(equal
          ? ['Two equal weights cancel: the grip works, the side of the trunk hardly does. Load one hand.']
          : left > 0 && net !== 0
            ? [`The ${working === 'left' ? 'left' : 'right'} weight takes off what the other asks.`]
            : []),
      ],
      text: `Carry ${num(values, 'right')} kg right, ${num(values, 'left')} kg left: ${round(Math.abs(net))} N·m${working === 'neither' ? ', no side works more' : ` for the ${working} side`}`,
      ...(num(values, 'left') === 0 ? { send: { load: num(values, 'right') } } : {}),
    };
  },
};

export const ball: Tool = {
  id: 'ball',
  name: 'Ball size',
  question: 'Which ball, and how much air?',
  usesRung: false,
  controls: () => [
    range('knee', 'Floor to back of the knee', 'cm', [0, 70, 0.5], 0, '0 goes by stature alone.'),
    range('give', 'It flattens by', '%', [0, 30, 1], 12),
  ],
  draw: () => ({
    posture: { archetype: 'seated_ball', feet: 'two', arms: 'any' },
    needs: ['ball'],
    load: { by: 'none', value: 0 },
    label: 'Seated on the ball, hips and knees square',
  }),
  answer: (values, { body }) => {
    const knee = num(values, 'knee');
    const fit = fitBall(body.statureM, knee > 0 ? knee : undefined, num(values, 'give') / 100);
    const to = fit.flattenTo === undefined ? '' : `, until it flattens by ${round(100 * fit.flattenTo)} %`;
    const air = {
      right: 'hips and knees are square: the air is right',
      more: `more air${to}`,
      less: `less air${to}`,
      unknown: 'measure the back of the knee: it decides the size and the air',
    }[fit.air];
    return {
      figures: [
        { label: 'diameter to buy', value: String(fit.diameterCm), unit: 'cm' },
        { label: 'seat height', value: round(fit.seatCm), unit: 'cm' },
      ],
      formula: 'seat = diameter × (1 − flattening); square when seat = back of the knee',
      inputs: [
        `stature ${round(body.statureM * 100)} cm`,
        knee > 0 ? `back of the knee ${knee} cm` : 'no knee height',
        `flattens ${num(values, 'give')} %`,
      ],
      band: 'Within 1.5 cm counts as square.',
      source: 'Stature bands balls are sold by: under 155 cm 45, to 170 55, to 185 65, to 200 75, above 85.',
      warnings: fit.air === 'right' ? [] : [`${air[0]?.toUpperCase()}${air.slice(1)}.`],
      text: `Ball ${fit.diameterCm} cm: ${air}`,
    };
  },
};

export const feet: Tool = {
  id: 'feet',
  name: 'Feet in a bridge',
  question: 'How far out do the heels go, and what does it shift?',
  usesRung: false,
  controls: ({ body }) => {
    const longest = Math.floor(100 * (body.length.thigh + body.length.shank) * 0.985);
    return [range('distance', 'Seat to heel', 'cm', [15, longest, 1], Math.round(seatToHeelCm(body, 95)))];
  },
  draw: (values, { body }) => {
    const found = footDistance(body, num(values, 'distance'));
    return (
      found && {
        posture: {
          archetype: 'supine_bridge',
          feet: 'floor',
          legs: 'both',
          free_leg: 'bent',
          knees_deg: Math.min(135, found.kneeDeg),
          curl: false,
          articulate: false,
        },
        needs: [],
        load: { by: 'none', value: 0 },
        label: 'Bridge',
      }
    );
  },
  answer: (values, { body }) => {
    const found = footDistance(body, num(values, 'distance'));
    const base = {
      formula: 'cosine rule with thigh and shank',
      inputs: [
        `seat to heel ${num(values, 'distance')} cm`,
        `thigh ${round(body.length.thigh * 100)} cm, shank ${round(body.length.shank * 100)} cm`,
      ],
      band: 'A hand’s breadth is about 15 degrees.',
      source:
        'Segment lengths by stature (Drillis and Contini). Further out, the hamstrings take more; closer in, the glutes.',
    };
    if (!found)
      return {
        ...base,
        figures: [],
        warnings: ['The legs do not reach that far.'],
        text: 'Feet: out of reach',
      };
    const shifts = {
      glutes: 'to the glutes',
      even: 'evenly',
      hamstrings: 'to the hamstrings',
    }[found.shifts];
    return {
      ...base,
      figures: [
        { label: 'knee angle', value: round(found.kneeDeg), unit: '°' },
        { label: 'the work goes', value: shifts, unit: '' },
      ],
      warnings:
        found.shifts === 'hamstrings'
          ? ['Cramp behind the thigh is likelier: bring the heels in first.']
          : [],
      text: `Heels ${num(values, 'distance')} cm from the seat: knees ${round(found.kneeDeg)}°, work ${shifts}`,
    };
  },
};
