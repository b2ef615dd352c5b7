import { equivalentHoldS, parseTempo, tempoS, usualBreathS } from '~/core/body/dose';
import { limitS, maxNm, smallestShare } from '~/core/body/endurance';
import { mainMomentNm } from '~/core/body/moment';
import { secondsText } from '~/core/body/units';
import { counted } from '~/core/words/counted';
import { dayInWords } from '~/core/words/days';
import {
  type BenchRung,
  bestHold,
  capacityIn,
  num,
  type Pair,
  range,
  round,
  setting,
  type Tool,
} from './tool';

/** Side gaps, doses, time under tension and the ledger of bends. */

/** 95 % limits of a difference between two single results. */
const realFactor = 1.96;

/** Results of a made-up athlete, seconds. */
const example: Pair = {
  testId: '',
  name: '',
  unit: 's',
  left: 46,
  right: 58,
  typicalError: 9,
};

export const ratio: Tool = {
  id: 'ratio',
  name: 'Ratios and side gap',
  question: 'Is the difference real?',
  usesRung: false,
  usesPair: true,
  controls: ({ pair = example }) => {
    const { unit, left, right, typicalError, against } = pair;
    const most = Math.max(300, Math.ceil(Math.max(left, right)));
    return [
      range('left', 'Left', unit, [0, most, 0.5], left),
      range('right', 'Right', unit, [0, most, 0.5], right),
      range('error', 'Typical error of one result', unit, [0, Math.max(30, typicalError), 0.1], typicalError),
      ...(unit === 's'
        ? [
            range(
              'other',
              `Against ${against?.name.toLowerCase() ?? '(back hold, say)'}`,
              's',
              [0, 400, 1],
              against?.value ?? 0,
              '0 leaves the ratio out.',
            ),
            range('otherError', 'its typical error', 's', [0, 40, 0.5], against?.typicalError ?? 15),
          ]
        : []),
    ];
  },
  answer: (values, { pair = example }) => {
    const { unit } = pair;
    const left = num(values, 'left');
    const right = num(values, 'right');
    const error = num(values, 'error');
    const other = num(values, 'other');
    const better = Math.max(left, right);
    const weaker = Math.min(left, right);
    const base = {
      formula:
        'gap = 100 × (better − weaker) / better; error of a ratio = root of the summed squared relative errors',
      inputs: [
        ...(pair.name ? [`${pair.name}, the newest results`] : []),
        `left ${left} ${unit}, right ${right} ${unit}`,
        `typical error ${error} ${unit}`,
        ...(other > 0 ? [`against ${other} s, typical error ${num(values, 'otherError')} s`] : []),
      ],
      source:
        'A change or difference is real beyond 1.96 × √2 × typical error. Up to 5 % is ideal, over 10 % acts.',
    };
    if (better <= 0)
      return {
        ...base,
        figures: [],
        band: 'Two results are needed.',
        warnings: ['Both sides are 0: nothing to compare.'],
        text: 'Side gap: no results',
      };
    const gap = (100 * (better - weaker)) / better;
    const real = better - weaker > realFactor * Math.SQRT2 * error;
    const side = left === right ? 'neither' : left < right ? 'left' : 'right';
    const figures = [
      { label: 'side gap', value: round(gap), unit: '%' },
      { label: 'weaker side', value: side, unit: '' },
    ];
    const warnings: string[] = [];
    if (!real && gap > 10)
      warnings.push(
        `Within the error: a difference under ${round(realFactor * Math.SQRT2 * error, 1)} ${unit} may be chance. Test again before acting.`,
      );
    if (real && gap > 10)
      warnings.push('Beyond the error and over 10 %: weaker side first, with one more set.');
    if (other > 0) {
      const value = weaker / other;
      const spread = value * Math.hypot(error / Math.max(weaker, 1), num(values, 'otherError') / other);
      figures.push({
        label: 'weaker side : other',
        value: `${value.toFixed(2)} ± ${spread.toFixed(2)}`,
        unit: '',
      });
    }
    return {
      ...base,
      figures,
      band: `Smallest real difference ${round(realFactor * Math.SQRT2 * error, 1)} ${unit}`,
      warnings,
      text: `Side gap ${round(gap)} %, weaker ${side}${real ? '' : ' (within the error)'}`,
    };
  },
};

/** How an amount is asked for, in the rung's own unit. */
const amountWords: Readonly<Record<BenchRung['unit'], { readonly label: string; readonly unit: string }>> = {
  reps: { label: 'Reps', unit: 'reps' },
  reps_in_60s: { label: 'Reps', unit: 'reps' },
  hold_s: { label: 'Seconds', unit: 's' },
  breaths: { label: 'Breaths', unit: 'breaths' },
  metres: { label: 'Metres', unit: 'm' },
};

export const dose: Tool = {
  id: 'dose',
  name: 'Dose converter',
  question: 'How many reps, seconds or breaths are the same work?',
  usesRung: true,
  controls: ({ rung }) => [
    range('amount', amountWords[rung.unit].label, amountWords[rung.unit].unit, [1, 120, 1], rung.goalAmount),
    range(
      'breath',
      'One breath',
      's',
      [2, 12, 0.5],
      usualBreathS,
      '5 s when the athlete’s own is not known.',
    ),
    bestHold,
  ],
  draw: (_, { rung }) => ({
    posture: rung.posture,
    needs: rung.needs,
    load: { by: 'none', value: 0 },
    label: rung.name,
  }),
  answer: (values, context) => {
    const { rung, body } = context;
    const reps = rung.unit === 'reps' || rung.unit === 'reps_in_60s';
    const tempo = parseTempo(rung.tempo) ?? { outS: 2, holdS: 0, backS: 2 };
    const at = (phase: number) =>
      mainMomentNm(rung.posture, body, { by: 'none', value: 0 }, phase, setting(rung)) ?? 0;
    const nm = rung.hasMoment ? at(1) : 0;
    const perRep = nm > 0 ? equivalentHoldS(at, tempo) : tempoS(tempo);
    const amount = num(values, 'amount');
    const breath = num(values, 'breath');
    // Metres count as seconds at a walk of 1 m/s.
    const seconds = reps ? amount * perRep : rung.unit === 'breaths' ? amount * breath : amount;
    const found = capacityIn(values, context);
    const share = found && nm > 0 ? nm / maxNm(found.capacity) : undefined;
    const limit = share && share >= smallestShare ? limitS(share) : undefined;
    const best = limit ? seconds / limit : amount / rung.goalAmount;
    return {
      figures: [
        { label: reps ? 'as a hold at the top' : 'seconds', value: round(seconds), unit: 's' },
        { label: 'as breaths', value: round(seconds / breath, 1), unit: '' },
        {
          label: `as reps (${rung.tempo ?? '2-0-2'})`,
          value: round(seconds / Math.max(perRep, 0.5), 1),
          unit: '',
        },
        {
          label: limit ? 'dose (1 = to failure)' : 'dose (by the goal amount)',
          value: best.toFixed(2),
          unit: '',
        },
      ],
      formula: limit
        ? 'dose = ∫ dt / T_lim(M(t) / M_max) over the tempo, eight points'
        : 'dose = amount / goal amount, until a hold is known',
      inputs: [
        rung.name,
        `${amount} ${amountWords[rung.unit].unit}`,
        nm > 0 ? `${round(nm)} N·m at the top; a rep costs ${round(perRep, 1)} s of it` : 'no moment',
        ...(found ? [`M_max ${round(maxNm(found.capacity))} N·m from: ${found.source}`] : []),
      ],
      band: limit
        ? `limit ${secondsText(limit)}; a 5 % error in the moment is about 11 % in the dose`
        : 'By the goal amount it is a rough count only.',
      source: 'Dose 1.0 is one effort to failure; doses of one direction add up.',
      warnings:
        best > 0.85 && limit
          ? ['Over 0.8 of the limit belongs to tests, not to sets.']
          : share !== undefined && share < smallestShare
            ? [`Under ${smallestShare * 100} % of the greatest moment: prescribed by amount.`]
            : [],
      text: `${rung.name}: ${amount} ${amountWords[rung.unit].unit} = ${round(seconds)} s at the top = ${round(seconds / breath, 1)} breaths`,
      send: { amount },
    };
  },
};

export const tension: Tool = {
  id: 'tension',
  name: 'Time under tension',
  question: 'How long does the set, and the session, take?',
  usesRung: false,
  controls: () => [
    range('sets', 'Sets', '', [1, 8, 1], 3),
    range('reps', 'Reps', '', [1, 40, 1], 10),
    range('out', 'Out', 's', [0, 10, 1], 3),
    range('hold', 'Hold', 's', [0, 30, 1], 2),
    range('back', 'Back', 's', [0, 10, 1], 3),
    range('sides', 'Sides', '', [1, 2, 1], 2),
    range('rest', 'Rest between sets', 's', [0, 300, 5], 45),
  ],
  answer: (values) => {
    const rep = num(values, 'out') + num(values, 'hold') + num(values, 'back');
    const set = rep * num(values, 'reps');
    const sets = num(values, 'sets');
    const total = set * sets * num(values, 'sides');
    const clock = total + num(values, 'rest') * Math.max(0, sets - 1);
    return {
      figures: [
        { label: 'one set, one side', value: secondsText(set), unit: '' },
        { label: 'under tension', value: secondsText(total), unit: '' },
        { label: 'on the clock, with rests', value: secondsText(clock), unit: '' },
      ],
      formula: 'sets × reps × (out + hold + back) × sides; rests between sets',
      inputs: [
        `${sets} × ${num(values, 'reps')} at ${num(values, 'out')}-${num(values, 'hold')}-${num(values, 'back')}`,
        `${counted(num(values, 'sides'), 'side')}, rest ${num(values, 'rest')} s`,
      ],
      band: 'A second of tempo is rarely kept closer than a fifth.',
      source: 'Arithmetic.',
      warnings: rep === 0 ? ['A rep of no time: give it a tempo.'] : [],
      text: `${sets} × ${num(values, 'reps')} at ${num(values, 'out')}-${num(values, 'hold')}-${num(values, 'back')}: ${secondsText(total)} under tension, ${secondsText(clock)} on the clock`,
    };
  },
};

export const ledger: Tool = {
  id: 'ledger',
  name: 'Flexion ledger',
  question: 'How often is the low back bent under load this week?',
  usesRung: true,
  usesLogs: true,
  controls: ({ rung }) => [
    range(
      'cycles',
      'Bends in a rep',
      '',
      [0, 2, 1],
      rung.flexionCyclesPerRep,
      '1 when the low back bends and straightens under load.',
    ),
    range('reps', 'Reps', '', [0, 60, 1], 10),
    range('sets', 'Sets', '', [0, 10, 1], 3),
    range('sessions', 'Sessions a week', '', [0, 14, 1], 3),
    range(
      'most',
      'Own limit a week',
      '',
      [0, 1000, 10],
      0,
      '0 sets none. Published lifetime limits are claims, not doses.',
    ),
  ],
  draw: (_, { rung }) => ({
    posture: rung.posture,
    needs: rung.needs,
    load: { by: 'none', value: 0 },
    label: rung.name,
  }),
  answer: (values, { rung, flexionWeeks }) => {
    const planned =
      num(values, 'cycles') * num(values, 'reps') * num(values, 'sets') * num(values, 'sessions');
    const last = flexionWeeks.at(-1)?.cycles ?? 0;
    const most = num(values, 'most');
    return {
      figures: [
        { label: 'bends this week, planned', value: String(planned), unit: '' },
        ...flexionWeeks.map((week) => ({
          label: `logged, week of ${dayInWords(week.weekStart)}`,
          value: String(week.cycles),
          unit: '',
        })),
      ],
      formula: 'bends = cycles per rep × reps × sets × sessions',
      inputs: [
        `${rung.name}: ${num(values, 'cycles')} in a rep`,
        `${num(values, 'sets')} × ${num(values, 'reps')}, ${num(values, 'sessions')} times`,
      ],
      band: 'The count is exact; what a bend costs a back is not known.',
      source: 'Cycles per rep from the catalogue; logged weeks from the session logs.',
      warnings: [
        ...(most > 0 && planned > most ? [`Over the own limit of ${most}.`] : []),
        ...(last > 0 && planned > last * 1.5
          ? ['More than half as much again as the last logged week: build up.']
          : []),
      ],
      text: `${planned} bends a week planned`,
    };
  },
};
