import type { Body } from '~/core/body/anthropometry';
import { prescribedHoldS } from '~/core/body/dose';
import { holdShares, maxNm, predictLimit, smallestShare } from '~/core/body/endurance';
import { angleKnob, type Knob, leverKnob, loadKnob, solveForLimit } from '~/core/body/inverse';
import { leverNamed, leverOf } from '~/core/body/lever';
import { directionNames, momentsOf, relativePercent } from '~/core/body/moment';
import type { Load, Posture } from '~/core/body/posture';
import { secondsText } from '~/core/body/units';
import {
  type BenchContext,
  bestHold,
  type Control,
  capacityIn,
  num,
  round,
  setting,
  type Tool,
  type Values,
  word,
} from './tool';

/** Lever and load of a rung: forward (what does it ask) and back (what makes it a hold of so many seconds). */

const loadUnit = (by: string) => (by.endsWith('_N') ? 'N' : 'kg');
const modelSource =
  'Static model of the body: segments by stature and mass (Drillis and Contini; adjusted Zatsiorsky set, 1996). Endurance: Frey Law and Avin, 2010.';

/** Load that a rung can carry: its own kind, else kilograms on the pelvis, at the ankles or in a vest. */
const loadOf = ({ rung }: BenchContext): { by: Load['by']; most: number } => {
  if (rung.loadBy !== 'none' && rung.loadBy !== 'spring_N')
    return { by: rung.loadBy, most: Math.max(1, rung.loadMost) };
  switch (rung.posture.archetype) {
    case 'prone_bridge':
    case 'supine_bridge':
      return { by: 'pelvis_kg', most: 40 };
    case 'supine_limbs':
    case 'prone_extension':
    case 'quadruped':
    case 'standing_leg':
      return { by: 'ankle_kg', most: 5 };
    case 'hinge_hold':
    case 'side_bridge':
    case 'rollout':
      return { by: 'vest_kg', most: 20 };
    case 'curl':
      return { by: 'hand_kg', most: 10 };
    default:
      return { by: 'none', most: 0 };
  }
};

const loadPlace: Readonly<Record<string, string>> = {
  pelvis_kg: 'on the pelvis',
  ankle_kg: 'at each moving ankle',
  vest_kg: 'in a vest',
  hand_kg: 'in the hand',
  cable_N: 'in the cable',
  band_N: 'in the band',
};

/** Centimetres in a stature. */
const cmOf = ({ statureM }: Body): number => statureM * 100;

/** A posture with its lever (cm) or angle as the sliders have it. */
function shaped(p: Posture, values: Values, body: Body): Posture {
  if (p.archetype === 'prone_bridge') return { ...p, lever_H: num(values, 'lever') / cmOf(body) };
  if (p.archetype === 'rollout') return { ...p, reach_H: num(values, 'lever') / cmOf(body) };
  if (p.archetype === 'hinge_hold') return { ...p, trunk_deg_from_vertical: num(values, 'angle') };
  if (p.archetype === 'supine_limbs' && !p.feet_down[0]) {
    const both = p.hips_deg[0] === p.hips_deg[1];
    const angle = num(values, 'angle');
    return { ...p, hips_deg: [angle, both ? angle : p.hips_deg[1]] };
  }
  return p;
}

/** The lever of a shape as it was turned, in the unit it is set in; undefined where it is the rung's own or none. */
function turnedLever(rung: BenchContext['rung'], body: Body, turned: Posture) {
  const its = leverOf(rung.posture, body);
  const named = leverNamed(rung.posture);
  if (!its || !named) return undefined;
  const scale = cmOf(body);
  const at =
    turned.archetype === 'prone_bridge'
      ? turned.lever_H * scale
      : turned.archetype === 'rollout'
        ? turned.reach_H * scale
        : turned.archetype === 'supine_limbs'
          ? turned.hips_deg[0]
          : turned.archetype === 'hinge_hold'
            ? turned.trunk_deg_from_vertical
            : its.own;
  const value = Math.round(at);
  return value === its.own
    ? undefined
    : { value, said: `${named.name.toLowerCase()} ${value}${its.unit === 'deg' ? '°' : ' cm'}` };
}

function shapeControls(p: Posture, body: Body): Control[] {
  if (p.archetype === 'prone_bridge' || p.archetype === 'rollout')
    return [
      {
        kind: 'range',
        key: 'lever',
        label: p.archetype === 'rollout' ? 'Reach' : 'Support ahead of the shoulder',
        unit: 'cm',
        min: 0,
        max: Math.round((p.archetype === 'rollout' ? 0.35 : 0.17) * cmOf(body)),
        step: 1,
        initial: Math.round((p.archetype === 'rollout' ? p.reach_H : Math.min(0.17, p.lever_H)) * cmOf(body)),
      },
    ];
  if (p.archetype === 'hinge_hold')
    return [
      {
        kind: 'range',
        key: 'angle',
        label: 'Trunk from upright',
        unit: '°',
        min: 0,
        max: 90,
        step: 1,
        initial: p.trunk_deg_from_vertical,
      },
    ];
  if (p.archetype === 'supine_limbs' && !p.feet_down[0])
    return [
      {
        kind: 'range',
        key: 'angle',
        label: 'Leg above the floor',
        unit: '°',
        min: 0,
        max: 110,
        step: 1,
        initial: p.hips_deg[0],
      },
    ];
  return [];
}

function loadControl(context: BenchContext): Control[] {
  const { by, most } = loadOf(context);
  if (by === 'none') return [];
  return [
    {
      kind: 'range',
      key: 'load',
      label: `Load ${loadPlace[by] ?? ''}`,
      unit: loadUnit(by),
      min: 0,
      max: most,
      step: by.endsWith('_N') ? 5 : 0.5,
      initial: 0,
    },
  ];
}

const noMoment = (name: string) => ({
  figures: [],
  formula: 'No moment: this rung is prescribed by breaths, time, reps and grade.',
  inputs: [name],
  band: 'None: there is no number.',
  source:
    'The load model speaks for planks, bridges, supine shapes, all fours, hinges, curls, carries, cables and leg raises.',
  warnings: ['Choose a rung with a moment.'],
  text: name,
});

export const lever: Tool = {
  id: 'lever',
  name: 'Lever and load',
  question: 'What does this position ask of the trunk?',
  usesRung: true,
  controls: (context) => [
    ...shapeControls(context.rung.posture, context.body),
    ...loadControl(context),
    bestHold,
  ],
  draw: (values, { rung, ...rest }) => ({
    posture: shaped(rung.posture, values, rest.body),
    needs: rung.needs,
    load: { by: loadOf({ rung, ...rest }).by, value: num(values, 'load') },
    label: rung.name,
  }),
  answer: (values, context) => {
    const { rung, body } = context;
    const { by } = loadOf(context);
    const load: Load = { by, value: num(values, 'load') };
    const moments = rung.hasMoment
      ? momentsOf(shaped(rung.posture, values, body), body, load, 1, setting(rung))
      : undefined;
    if (!moments) return noMoment(rung.name);
    const nm = moments.nm[moments.main] ?? 0;
    const found = capacityIn(values, context);
    const limit = found && nm > 0 ? predictLimit(nm, found.capacity) : undefined;
    const warnings: string[] = [];
    if (found && !limit && nm > 0)
      warnings.push(
        `Under ${smallestShare * 100} % of the greatest moment: no limit is predicted; prescribe it by amount.`,
      );
    if ((limit?.share ?? 0) > 1)
      warnings.push(
        'Beyond the capacity: the limit is under 22.7 s. Take load off, shorten the lever or choose an easier rung.',
      );
    const turned = turnedLever(rung, body, shaped(rung.posture, values, body));
    const others = Object.entries(moments.nm).filter(([direction]) => direction !== moments.main);
    return {
      figures: [
        { label: directionNames[moments.main], value: round(nm, nm < 10 ? 1 : 0), unit: 'N·m' },
        { label: 'of weight × stature', value: round(relativePercent(nm, body), 1), unit: '%' },
        ...(limit
          ? [
              { label: 'of the greatest moment', value: round(limit.share * 100), unit: '%' },
              {
                label: limit.lowerBound ? 'limit, or more' : 'limit',
                value: secondsText(limit.seconds),
                unit: '',
              },
            ]
          : []),
        ...others.map(([direction, value]) => ({
          label: directionNames[direction as keyof typeof directionNames],
          value: round(value ?? 0),
          unit: 'N·m',
        })),
      ],
      formula: limit
        ? `M about the ${moments.axis === 'lumbar' ? 'lumbar hinge' : moments.axis}; T = 22.69 s × (M / M_max)^−2.27`
        : `M about the ${moments.axis === 'lumbar' ? 'lumbar hinge' : moments.axis}: weights × distances, less what the supports carry`,
      inputs: [
        `${body.massKg} kg, ${round(body.statureM * 100)} cm`,
        rung.name,
        ...(turned ? [turned.said] : []),
        load.value > 0 ? `${load.value} ${loadUnit(by)} ${loadPlace[by] ?? ''}` : 'no load',
        ...(found ? [`M_max ${round(maxNm(found.capacity))} N·m from: ${found.source}`] : []),
      ],
      band: limit
        ? `80 % band ${secondsText(limit.fromS)} to ${secondsText(limit.toS)}${found?.prior ? ' (from another shape: wide)' : ''}`
        : 'A 5 % error in the moment is about 11 % in the time.',
      source: modelSource,
      warnings,
      text: `${rung.name}${turned ? `, ${turned.said}` : ''}${load.value > 0 ? ` with ${load.value} ${loadUnit(by)} ${loadPlace[by] ?? ''}` : ''}: ${round(nm)} N·m${limit ? `, limit ${secondsText(limit.seconds)}` : ''}`,
      send: {
        ...(load.value > 0 ? { load: load.value } : {}),
        ...(turned ? { lever: turned } : {}),
      },
    };
  },
};

const knobsOf = (context: BenchContext): readonly (readonly [string, string, Knob])[] => {
  const { rung, body } = context;
  const { by, most } = loadOf(context);
  const leverK = leverKnob(rung.posture, body, setting(rung));
  const angleK = angleKnob(rung.posture, body, setting(rung));
  return [
    ...(by === 'none'
      ? []
      : [
          [
            'load',
            `load ${loadPlace[by] ?? ''}`,
            loadKnob(rung.posture, body, by, most, setting(rung)),
          ] as const,
        ]),
    ...(leverK ? [['lever', 'lever', leverK] as const] : []),
    ...(angleK ? [['angle', 'angle', angleK] as const] : []),
  ];
};

export const hold: Tool = {
  id: 'hold',
  name: 'Load for a hold',
  question: 'What load, lever or angle makes this a hold of so many seconds?',
  usesRung: true,
  controls: (context) => {
    const knobs = knobsOf(context);
    return [
      {
        kind: 'range',
        key: 'wanted',
        label: 'Wanted limit',
        unit: 's',
        min: 5,
        max: 300,
        step: 1,
        initial: 45,
        hint: 'The most that could be held; a set is a share of it.',
      },
      ...(knobs.length > 0
        ? [
            {
              kind: 'choice' as const,
              key: 'knob',
              label: 'By changing the',
              options: knobs.map(([id, name]) => [id, name] as const),
              initial: knobs[0]?.[0] ?? '',
            },
          ]
        : []),
      bestHold,
    ];
  },
  draw: (values, context) => {
    const solved = solveHold(values, context);
    const { rung } = context;
    const { by } = loadOf(context);
    const value = solved?.result.ok ? solved.result.value : 0;
    const changed = {
      ...values,
      lever: value * cmOf(context.body),
      angle:
        word(values, 'knob') === 'angle' && rung.posture.archetype === 'supine_limbs' ? 90 - value : value,
    };
    return {
      posture:
        solved?.result.ok && word(values, 'knob') !== 'load'
          ? shaped(rung.posture, changed, context.body)
          : rung.posture,
      needs: rung.needs,
      load: { by, value: word(values, 'knob') === 'load' ? value : 0 },
      label: rung.name,
    };
  },
  answer: (values, context) => {
    const { rung, body } = context;
    const solved = solveHold(values, context);
    if (!solved) return noMoment(rung.name);
    const { result, knob, found } = solved;
    const wanted = num(values, 'wanted');
    const inputs = [
      `${body.massKg} kg, ${round(body.statureM * 100)} cm`,
      rung.name,
      `wanted limit ${wanted} s`,
      ...(found ? [`M_max ${round(maxNm(found.capacity))} N·m from: ${found.source}`] : []),
    ];
    const formula =
      'M = M_max × (T / 22.69 s)^(−1/2.27); then the load, lever or angle that asks for M, by root finding';
    if (!result.ok)
      return {
        figures: [],
        formula,
        inputs,
        band: 'None: there is no answer to put a band on.',
        source: modelSource,
        warnings: [result.why],
        text: `${rung.name}: ${result.why}`,
      };
    const kind = word(values, 'knob');
    const load = kind === 'load';
    const unit = load ? knob.unit : kind === 'lever' ? 'cm' : '°';
    const value = load
      ? round(result.value, knob.unit === 'N' ? 0 : 1)
      : kind === 'lever'
        ? round(result.value * body.statureM * 100)
        : round(rung.posture.archetype === 'supine_limbs' ? 90 - result.value : result.value);
    const label = load
      ? `load ${loadPlace[loadOf(context).by] ?? ''}`
      : kind === 'lever'
        ? 'support ahead of the shoulder'
        : rung.posture.archetype === 'supine_limbs'
          ? 'legs above the floor'
          : 'trunk from upright';
    const turned = turnedLever(
      rung,
      body,
      shaped(
        rung.posture,
        {
          ...values,
          lever: result.value * cmOf(body),
          angle: rung.posture.archetype === 'supine_limbs' ? 90 - result.value : result.value,
        },
        body,
      ),
    );
    const working = prescribedHoldS(result.limitS, holdShares.working);
    return {
      figures: [
        { label, value, unit },
        { label: 'moment', value: round(result.nm), unit: 'N·m' },
        {
          label: 'easy set (0.5)',
          value: String(prescribedHoldS(result.limitS, holdShares.easy)),
          unit: 's',
        },
        { label: 'working set (0.65)', value: String(working), unit: 's' },
        {
          label: 'hard set (0.8)',
          value: String(prescribedHoldS(result.limitS, holdShares.hard)),
          unit: 's',
        },
      ],
      formula,
      inputs,
      band: found ? bandText(result.nm, found) : 'None: no capacity is known.',
      source: modelSource,
      warnings: [],
      text: `${rung.name}, ${label} ${value} ${unit}: limit ${secondsText(result.limitS)}, working set ${working} s`,
      send: {
        ...(load ? { load: Number(value) } : turned ? { lever: turned } : {}),
        ...(rung.unit === 'hold_s' ? { amount: working } : {}),
      },
    };
  },
};

function bandText(nm: number, found: NonNullable<ReturnType<typeof capacityIn>>): string {
  const limit = predictLimit(nm, found.capacity);
  return limit
    ? `80 % band of the limit ${secondsText(limit.fromS)} to ${secondsText(limit.toS)}`
    : 'None: under 15 % of the greatest moment.';
}

function solveHold(values: Values, context: BenchContext) {
  if (!context.rung.hasMoment) return undefined;
  const knobs = knobsOf(context);
  const [, , knob] = knobs.find(([id]) => id === word(values, 'knob')) ?? knobs[0] ?? [];
  if (!knob) return undefined;
  const found = capacityIn(values, context);
  return {
    knob,
    found,
    result: solveForLimit(knob, found ? maxNm(found.capacity) : 0, num(values, 'wanted')),
  };
}
