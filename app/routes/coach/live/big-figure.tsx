import { useEffect, useRef } from 'react';
import { sound, type Tone } from '~/app/lib/sounds';
import { paceOf } from '~/core/coach/live/pacing';
import { type AtHand, doneSoFar, type LiveState, secondsToGo, workedS } from '~/core/coach/live/state';
import { paceAt } from '~/core/screen/station/pace';

const clockText = (seconds: number) => {
  const whole = Math.max(0, Math.ceil(seconds - 1e-6));
  return whole >= 60 ? `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}` : String(whole);
};

/** What stands largest: the seconds held, the reps done, the seconds of rest that are left. */
function figureOf(state: LiveState, hand: AtHand, atMs: number): string {
  if (state.phase === 'rest' || state.phase === 'lead') return clockText(secondsToGo(state, atMs));
  if (state.phase !== 'work' && state.phase !== 'correcting') return String(hand.form.amount);
  if (hand.form.unit === 'metres' || (hand.work.minute && state.taps === 0))
    return clockText(Math.floor(workedS(state, atMs)));
  return String(doneSoFar(state, atMs));
}

/** Text that has not changed is left alone: to write it lays the whole page out again, sixty times a second. */
function write(where: HTMLElement | null, text: string): void {
  if (where && where.textContent !== text) where.textContent = text;
}

/**
 * The clock of a session. It reads the steady clock at every frame and writes the page itself, so that nothing else is drawn
 * anew; its tones are those of the moment it shows.
 */
export function BigFigure({ state, hand, muted }: { state: LiveState; hand: AtHand; muted: boolean }) {
  const figure = useRef<HTMLSpanElement>(null);
  const word = useRef<HTMLSpanElement>(null);
  const fill = useRef<HTMLSpanElement>(null);
  const latest = useRef({ state, hand, muted });
  latest.current = { state, hand, muted };
  const moves =
    state.pausedAtMs === undefined &&
    ['lead', 'work', 'correcting', 'rest', 'breathing'].includes(state.phase);
  useEffect(() => {
    let told = '';
    const show = () => {
      const { state, hand, muted } = latest.current;
      const atMs = performance.now();
      write(figure.current, figureOf(state, hand, atMs));
      const running = state.phase === 'work' || state.phase === 'correcting';
      const pace = running && !(hand.form.unit === 'reps' && !state.byPace) ? paceOf(hand.work) : null;
      const moment = pace ? paceAt(pace, workedS(state, atMs)) : undefined;
      const breath = moment && (moment.phase === 'in' || moment.phase === 'out') ? moment.phase : undefined;
      write(word.current, breath ? (breath === 'in' ? 'breathe in' : 'breathe out') : '');
      const share = moment ? (moment.phase === 'out' ? 1 - moment.share : moment.share) : 0;
      if (fill.current) fill.current.style.transform = `scaleY(${share.toFixed(3)})`;
      const toGo = Math.ceil(secondsToGo(state, atMs));
      const now = running
        ? `${moment?.phase ?? 'on'} ${moment?.done ?? 0}`
        : state.phase === 'rest' || state.phase === 'lead'
          ? `${state.phase} ${Math.min(4, toGo)}`
          : state.phase;
      if (told !== '' && now !== told) {
        let tone: Tone | undefined;
        if (running) tone = moment?.phase === 'beat' ? 'beat' : breath;
        else if (toGo > 0 && toGo <= 3) tone = 'tick';
        if (tone) sound(tone, muted);
      }
      told = now;
    };
    show();
    if (!moves) return;
    let frame = requestAnimationFrame(function draw() {
      show();
      frame = requestAnimationFrame(draw);
    });
    return () => cancelAnimationFrame(frame);
  });
  const running = state.phase === 'work' || state.phase === 'correcting';
  const paced = paceOf(hand.work) !== null && !(hand.form.unit === 'reps' && !state.byPace);
  return (
    <div className="flex items-stretch gap-4">
      {running && paced ? (
        <span aria-hidden="true" className="relative block w-9 shrink-0 bg-night-3 sm:w-14">
          <span
            ref={fill}
            className="absolute inset-0 block origin-bottom bg-chalk"
            style={{ transform: 'scaleY(0)' }}
          />
          {/* Joints of the masonry, so that it is read as a height. */}
          <span className="absolute inset-0 bg-[repeating-linear-gradient(to_bottom,transparent_0_18%,var(--color-night)_18%_20%)]" />
        </span>
      ) : null}
      <p className="min-w-0 leading-none">
        <span
          ref={figure}
          role="timer"
          aria-live="off"
          aria-label={running ? 'Done so far' : state.phase === 'rest' ? 'Rest left' : 'Amount'}
          className="head figures block text-[clamp(6rem,26vw,13rem)] leading-[0.82] tracking-tight lg:text-[clamp(6rem,15vw,13rem)]"
        />
        <span ref={word} aria-hidden="true" className="mt-2 block h-6 text-lg text-mortar" />
      </p>
    </div>
  );
}
