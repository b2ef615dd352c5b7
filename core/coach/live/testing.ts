import { defaultPainSettings } from '~/core/clear/pain';
import type { LiveCard, LiveForm, LiveItem } from './card';
import { type LiveState, readyLive, usualLive } from './state';
import { type LiveEvent, stepLive } from './step';

/** Cards and hands for tests of the live session: exercises of the shipped catalogue, and a clock that is moved by hand. */

const posture = { archetype: 'plank_front' } as unknown as LiveForm['posture'];

export const form = (over: Partial<LiveForm> = {}): LiveForm => ({
  rungId: 'plank_full',
  name: 'Full plank',
  posture,
  needs: [],
  unit: 'hold_s',
  amount: 30,
  sided: false,
  sideWords: null,
  load: null,
  lever: null,
  setUp: null,
  restS: 45,
  tempo: null,
  breath: 'Breathe low and wide.',
  cues: ['Long from heel to crown'],
  endsSet: ['hip_sag'],
  faults: [
    { id: 'hip_sag', name: 'Sag', action: 'correct', look: 'The belly drops' },
    { id: 'hip_pike', name: 'Pike', action: 'correct', look: 'The seat rises' },
    { id: 'breath_hold', name: 'Breath held', action: 'stop', look: 'No breath for two cycles' },
    { id: 'tremor_ok', name: 'Shaking', action: 'allowed', look: 'A tremor' },
  ],
  inHand: null,
  minuteMark: null,
  effortMost: null,
  ...over,
});

export const item = (
  id: string,
  its: Partial<LiveForm> = {},
  over: Partial<Omit<LiveItem, 'form'>> = {},
): LiveItem => ({
  id,
  quality: 'anti_extension',
  role: 'main',
  pair: null,
  sets: 2,
  firstSide: null,
  extraSetSide: null,
  note: null,
  easier: [],
  harder: [],
  ...over,
  form: form({ rungId: id, name: id, ...its }),
});

export const card = (items: readonly LiveItem[], over: Partial<LiveCard> = {}): LiveCard => ({
  sessionId: '0190aaaa-0000-7000-8000-000000000001',
  athleteId: '0190aaaa-0000-7000-8000-000000000002',
  name: 'Wren Ashdown',
  onDate: '2026-11-27',
  focus: null,
  cautions: [],
  pain: defaultPainSettings,
  items,
  withheld: [],
  ...over,
});

type Told = LiveEvent extends infer E ? (E extends { atMs: number } ? Omit<E, 'atMs' | 'wallMs'> : E) : never;

/** A session under way with a clock: each event happens now, and time passes by ticks as on a page that is looked at. */
export class Mat {
  state: LiveState;
  nowMs = 1_000_000;
  wallMs = 1_700_000_000_000;
  constructor(card: LiveCard, settings: Partial<typeof usualLive> = {}) {
    this.state = readyLive(card, this.nowMs, this.wallMs, { ...usualLive, leadS: 0, ...settings });
  }
  does(...events: Told[]): this {
    for (const event of events)
      this.state = stepLive(this.state, { ...event, atMs: this.nowMs, wallMs: this.wallMs } as LiveEvent);
    return this;
  }
  /** Time passes, looked at every quarter of a second. */
  waits(seconds: number): this {
    const until = this.nowMs + seconds * 1000;
    while (this.nowMs < until) {
      const stepMs = Math.min(250, until - this.nowMs);
      this.nowMs += stepMs;
      this.wallMs += stepMs;
      this.does({ type: 'tick' });
    }
    return this;
  }
  /** Time passes unseen; some devices stop the steady clock meanwhile. */
  sleeps(seconds: number, steady = true): this {
    if (steady) this.nowMs += seconds * 1000;
    this.wallMs += seconds * 1000;
    return this.does({ type: 'tick' });
  }
  starts(): this {
    return this.does({ type: 'start' });
  }
  /** What is open, in order: "a1L a1R b1". */
  get order(): string {
    return this.state.turns
      .filter(({ result, skipped }) => !result && !skipped)
      .map(({ itemId, setNo, side }) => `${itemId}${setNo}${side === 'both' ? '' : side[0]?.toUpperCase()}`)
      .join(' ');
  }
  get results() {
    return this.state.turns.flatMap(({ result }) => (result ? [result] : []));
  }
  /** Every set done as it is asked, to the questions. */
  finishesSets(): this {
    for (let i = 0; i < 400 && this.state.phase !== 'closing'; i += 1)
      this.starts().waits(1).does({ type: 'stop' });
    return this;
  }
}
