import type { MeasureKind } from '~/core/catalogue';
import type { Pace } from '~/core/catalogue/schema';
import type { Analysis, Watched } from '~/core/signals/analyse';
import { unheard } from '~/core/signals/heard';
import { type InstrumentId, instruments } from '~/core/signals/instruments';
import type { Unheard } from '~/core/signals/loss';
import type { Play } from '~/core/signals/simulate';
import { cycleS } from './pace';

/** What the finding must know of the test. */
export interface TracedTest {
  readonly id: string;
  readonly kind: MeasureKind;
  readonly max: number;
  readonly pace?: Pace | undefined;
  readonly figures: readonly { readonly id: string; readonly max: number }[];
}

/** What a trace says of a trial; the tester accepts or overrules it. */
export interface Finding {
  readonly t1S?: number | undefined;
  readonly t2S?: number | undefined;
  /** The first loss lies in here and has no exact time: the signal was away. */
  readonly lossBetween?: Unheard | undefined;
  /** May the trace be taken for the time of a hold? Not when its sensor was away or its loss began unheard. */
  readonly timed: boolean;
  readonly faultId?: string | undefined;
  /** The figure of the trial, in the test's unit. */
  readonly value?: number | undefined;
  readonly parts: Readonly<Record<string, number>>;
  /** In words, with where it comes from. */
  readonly says: readonly string[];
}

/** What the instrument is asked to watch in a test. */
export function watchedIn(testId: string, instrument: InstrumentId): Watched {
  if (instrument === 'belt') return 'breath';
  return testId === 'perturbed_brace' ? 'push' : 'hold';
}

/** What a simulated athlete does in a test. */
export function playIn(testId: string, instrument: InstrumentId): Play {
  if (instrument === 'belt') return 'breath';
  if (testId === 'perturbed_brace') return 'push';
  return testId === 'ball_seat_lift' || testId === 'pelvic_drop_stance' ? 'sway' : 'hold';
}

/** A loss nobody heard begin, in words. */
export const unheardText = ({ fromS, toS, kind }: Unheard): string =>
  `between ${fromS.toFixed(1)} and ${toS.toFixed(1)} s: ${kind === 'gap' ? 'the signal was away' : 'the sensor was not to be read'}`;

const tenth = (value: number) => Math.round(value * 10) / 10;

/** Angle above the floor from the time of a loss in a lowering of even speed from 90 degrees. */
export function loweringAngleDeg(lossS: number, sweepS: number): number {
  return Math.max(0, Math.round(2 * 90 * (1 - Math.min(1, lossS / sweepS))) / 2);
}

/**
 * The figure a trace proposes for its test: first loss and end of a hold; full breaths before the loss or the held breath;
 * the angle of a lowering; the largest drop; drop, turn, sway, excursion and force measured beside a grade. A sensor that was
 * stuck, silent or out of range gives no figure and is named; a loss that nobody heard begin is given as an interval.
 */
export function findingOf(test: TracedTest, analysis: Analysis): Finding {
  const { marks, faultId, breath } = analysis;
  const greatest = (channel: string) => analysis.channels.find((its) => its.channel === channel)?.greatest;
  const says: string[] = [];
  const parts: Record<string, number> = {};
  const channels = instruments[analysis.instrument].channels.map((channel) => channel.id);
  /** Are these channels fit for a figure? When not, it is said, once. */
  const heard = (needed: readonly string[]): boolean => {
    const why = unheard(analysis, needed);
    if (why !== undefined && !says.includes(why)) says.push(why);
    return why === undefined;
  };
  const { between } = marks;
  /** May a figure be read off the time of the first loss, or off there being none? */
  const timed = (): boolean => {
    if (!between) return heard(channels);
    says.push(`First loss ${unheardText(between)}. No exact time from it`);
    return false;
  };
  const part = (id: string, needed: readonly string[], value: number | undefined, words: string) => {
    const figure = test.figures.find((figure) => figure.id === id);
    if (!figure || value === undefined || !heard(needed)) return;
    parts[id] = Math.min(figure.max, tenth(value));
    says.push(`${words} ${parts[id]}`);
  };
  part('cuff_mmhg', ['cuff'], greatest('cuff'), 'Greatest change of the cuff, mmHg:');
  part('drop_deg', ['pelvis_drop'], greatest('pelvis_drop'), 'Greatest drop, °:');
  part('turn_deg', ['pelvis_turn'], greatest('pelvis_turn'), 'Greatest turn, °:');
  part(
    'sway_deg',
    ['trunk_tilt', 'trunk_drop'],
    analysis.sway?.radiusDeg,
    'Sway that holds 95 % of the time, °:',
  );
  part(
    'excursion_cm',
    ['chest', 'belly'],
    breath && breath.excursionCm > 0 ? breath.excursionCm : undefined,
    'Excursion, cm:',
  );
  if (analysis.pushes.length > 0) {
    const mean = analysis.pushes.reduce((sum, push) => sum + push.newtons, 0) / analysis.pushes.length;
    part('push_n', ['force'], mean, `Mean of ${analysis.pushes.length} pushes, N:`);
  }

  let value: number | undefined;
  if (test.kind === 'breaths') {
    if (breath && heard(['chest', 'belly'])) {
      const held = breath.holds[0]?.startS ?? Number.POSITIVE_INFINITY;
      value = Math.min(test.max, breath.breaths.filter((breath) => breath.endS <= held + 0.2).length);
      says.push(
        `${value} breaths, belly to chest ${breath.bellyToChest.toFixed(1)}, ${Math.round(breath.perMin)} a minute`,
      );
      if (breath.holds.length > 0) says.push(`Breath held from ${tenth(held)} s.`);
    } else if (!breath && test.pace && timed()) {
      const until = marks.t1S ?? analysis.durationS;
      value = Math.min(test.max, Math.floor(until / cycleS(test.pace)));
      says.push(
        `${value} paced breaths before ${marks.t1S === undefined ? 'the end' : `the loss at ${tenth(marks.t1S)} s`}`,
      );
    }
  } else if (test.kind === 'degrees' && test.pace?.by === 'sweep') {
    if (test.id === 'leg_lowering_angle') {
      if (timed()) {
        value = loweringAngleDeg(marks.t1S ?? test.pace.everyS, test.pace.everyS);
        says.push(
          `Contact lost ${marks.t1S === undefined ? 'never' : `at ${tenth(marks.t1S)} s`} of a ${test.pace.everyS} s lowering: ${value}°`,
        );
      }
    } else if (heard(['pelvis_drop'])) {
      const drop = greatest('pelvis_drop');
      value = drop === undefined ? undefined : Math.min(test.max, tenth(drop));
      if (value !== undefined) says.push(`Largest drop ${value}°`);
    }
  }
  const isTimed = test.kind === 'hold' && timed();
  if (isTimed && marks.t1S !== undefined) says.push(`First loss at ${tenth(marks.t1S)} s`);
  return {
    t1S: isTimed ? marks.t1S : undefined,
    t2S: isTimed ? marks.t2S : undefined,
    timed: isTimed,
    lossBetween: between,
    faultId,
    value,
    parts,
    says,
  };
}
