import clsx from 'clsx';
import { memo, useEffect, useRef } from 'react';
import { FaultPair } from '~/app/components/fault-pair';
import { sound } from '~/app/lib/sounds';
import { barsText } from '~/app/words/issue-text';
import type { LiveChange } from '~/core/coach/live/state';
import { type AtHand, atHand, isRunning, type LiveState, nextUp } from '~/core/coach/live/state';
import { amountText, minuteText } from '~/core/dose/work';
import { useAfterPaint } from './after-paint';
import { BigFigure } from './big-figure';
import { chip } from './chips';
import { mainDeed } from './main-deed';
import { MovingFigure } from './moving-figure';
import { Asleep, ClosingQuestions, LastSet, PainQuestions, ReserveQuestion } from './questions';
import { SetWall } from './set-wall';
import { Tools } from './tools';
import type { Deed } from './use-live';
import { amountUnit, setText, sideName } from './words';

const changeWords: Readonly<Record<LiveChange['what'], string>> = {
  withheld: 'may not be done now',
  gone: 'was taken off',
  new: 'was added',
  other: 'was changed',
};

const phaseTitle: Readonly<Partial<Record<LiveState['phase'], string>>> = {
  rest: 'Rest',
  lead: 'Get into position',
  breathing: 'Breathe low and wide',
  correcting: 'Put it right',
};

/**
 * The session of one athlete: the exercise at hand, its clock, what to look for, what comes next. It is drawn anew when its
 * state moves, not when an entry is sent.
 */
export const Lane = memo(function Lane({
  state,
  muted,
  elsewhere,
  onDeed,
  onFinish,
}: {
  state: LiveState;
  muted: boolean;
  elsewhere: boolean;
  onDeed: (deed: Deed) => void;
  onFinish: () => void;
}) {
  const phase = useRef(state.phase);
  useEffect(() => {
    const was = phase.current;
    phase.current = state.phase;
    if (was === state.phase) return;
    if (state.phase === 'work' && was !== 'correcting') sound('go', muted);
    else if ((was === 'work' || was === 'correcting') && state.phase !== 'correcting') sound('end', muted);
    else if (was === 'rest' && state.phase === 'ready') sound('go', muted);
  }, [state.phase, muted]);
  const hand = atHand(state);
  const { changes, card } = state;
  return (
    <div>
      <SetWall state={state} className="mb-3" />
      {changes.length > 0 ? (
        <p role="alert" className="mb-3 border-2 border-chalk p-3">
          The card changed meanwhile:{' '}
          {changes.map(({ what, name }) => `${name} ${changeWords[what]}`).join('; ')}.{' '}
          <button
            type="button"
            className="min-h-11 underline"
            onClick={() => onDeed({ type: 'changes_read' })}
          >
            Read
          </button>
        </p>
      ) : null}
      {card.withheld.length > 0 && state.begunWallMs === undefined ? (
        <p className="mb-3 text-aside">
          Not today: {card.withheld.map(({ name, bars }) => `${name} (${barsText(bars)})`).join('; ')}.
        </p>
      ) : null}
      {state.phase === 'pain' ? (
        <PainQuestions state={state} onDeed={onDeed} />
      ) : state.phase === 'asleep' ? (
        <Asleep state={state} onDeed={onDeed} />
      ) : state.phase === 'sent' ? (
        <p className="text-2xl">Kept. {card.name} is done for today.</p>
      ) : state.phase === 'closing' || !hand ? (
        <ClosingQuestions state={state} elsewhere={elsewhere} onDeed={onDeed} onFinish={onFinish} />
      ) : (
        <AtWork state={state} hand={hand} muted={muted} onDeed={onDeed} />
      )}
    </div>
  );
});

function AtWork({
  state,
  hand,
  muted,
  onDeed,
}: {
  state: LiveState;
  hand: AtHand;
  muted: boolean;
  onDeed: (deed: Deed) => void;
}) {
  const { form, item, turn } = hand;
  // The clock and what is to be done next are there at the tap; what stands beside them follows in the next picture.
  const later = useAfterPaint(state);
  const running = isRunning(state);
  const paused = state.pausedAtMs !== undefined;
  const main = mainDeed(state, hand);
  const side = sideName(hand);
  const resting = state.phase === 'rest';
  const taps =
    state.phase === 'work' &&
    (hand.work.minute || form.unit === 'reps' || form.unit === 'reps_in_60s' || form.unit === 'breaths');
  const title = paused ? 'Paused' : phaseTitle[state.phase];
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_19rem]">
      <div className="min-w-0">
        <div className="flex flex-wrap items-baseline justify-between gap-x-6">
          <h2 className="text-3xl leading-tight sm:text-4xl">
            {item.pair ? <span className="mr-2">{item.pair}</span> : null}
            {form.name}
          </h2>
          <p className="text-xl">
            {[setText(state, hand), side].filter(Boolean).join(', ')}
            {turn.side === 'both' ? null : <SideMark side={turn.side} />}
          </p>
        </div>
        <p className="text-lg text-mortar">
          {[
            running || resting ? amountText(form.amount, form.unit) : null,
            form.setUp,
            form.tempo ? `tempo ${form.tempo}` : null,
            form.inHand,
            hand.work.minute ? minuteText(form.minuteMark) : null,
            form.effortMost ? `effort at most ${form.effortMost} of 10` : null,
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        <div className="mt-3 grid grid-cols-2 items-center gap-4">
          <div>
            <p className="h-7 text-xl font-bold">{title}</p>
            <BigFigure state={state} hand={hand} muted={muted} />
            {state.phase === 'ready' || state.phase === 'breathing' ? (
              <p className="-mt-5 text-2xl">{amountUnit(form)}</p>
            ) : null}
          </div>
          <MovingFigure
            key={form.rungId}
            form={form}
            fromMs={state.phase === 'work' ? state.workFromMs : undefined}
            className="h-auto max-h-72 w-full"
          />
        </div>
        {resting || state.phase === 'ready' ? (
          <div className="mt-2 space-y-3">
            <LastSet key={state.turns.filter(({ result }) => result).length} state={state} onDeed={onDeed} />
            <ReserveQuestion state={state} onDeed={onDeed} />
          </div>
        ) : null}
        <ul className={clsx('mt-2 flex flex-wrap gap-x-6 text-xl', running && 'max-sm:hidden')}>
          {form.cues.map((cue) => (
            <li key={cue}>{cue}</li>
          ))}
          <li className="text-mortar">{form.breath}</li>
        </ul>
        {item.note ? <p className="text-lg">Coach: {item.note}</p> : null}
        {/* The one thing to do next, and the way out, always in reach of a thumb. */}
        <div className="sticky bottom-0 z-10 -mx-4 mt-4 flex flex-wrap gap-2 bg-night px-4 py-3 sm:mx-0 sm:px-0">
          {taps ? (
            <button
              type="button"
              onClick={() => onDeed({ type: 'tap' })}
              className="min-h-16 grow border-2 border-chalk px-4 text-xl max-sm:order-2"
            >
              Count one{state.taps > 0 ? `: ${state.taps}` : ''}
            </button>
          ) : null}
          {state.broken !== undefined && state.phase === 'ready' ? (
            <button
              type="button"
              onClick={() => onDeed({ type: 'count_broken' })}
              className="min-h-16 border-2 border-chalk px-6 text-xl"
            >
              Count {amountText(state.broken, form.unit)}
            </button>
          ) : null}
          <button
            type="button"
            data-main
            onClick={() => onDeed(main.deed)}
            className="stone min-h-16 grow-[3] bg-zest px-6 text-2xl font-bold text-night max-sm:order-1 max-sm:basis-full"
          >
            {main.says}
          </button>
          <button
            type="button"
            onClick={() => onDeed(paused ? { type: 'resume' } : { type: 'pause' })}
            className="min-h-16 grow border border-night-3 px-4 max-sm:order-2"
          >
            {paused ? 'Go on' : 'Pause'}
          </button>
          <button
            type="button"
            onClick={() => onDeed({ type: 'pain' })}
            className="min-h-16 grow border-2 border-chalk px-4 font-bold max-sm:order-2"
          >
            Stop: pain
          </button>
        </div>
      </div>
      <Beside state={later} onDeed={onDeed} />
    </div>
  );
}

/** What stands beside the exercise: what gave way while it runs; before and after it what to watch for and what can be changed. */
const Beside = memo(function Beside({ state, onDeed }: { state: LiveState; onDeed: (deed: Deed) => void }) {
  const hand = atHand(state);
  if (!hand) return null;
  const { item } = hand;
  const next = nextUp(state);
  return (
    <aside className="min-w-0">
      {isRunning(state) ? (
        <Faults hand={hand} state={state} onDeed={onDeed} />
      ) : (
        <>
          <Watch hand={hand} />
          <Tools state={state} hand={hand} onDeed={onDeed} />
          {state.begunWallMs === undefined && state.phase === 'ready' && item.role !== 'opener' ? (
            <button type="button" className={clsx(chip, 'mt-2')} onClick={() => onDeed({ type: 'breathe' })}>
              Breathe first, a minute
            </button>
          ) : null}
        </>
      )}
      {next ? (
        <p className="mt-4 border-t border-night-3 pt-3 text-lg">
          <span className="text-mortar">Next </span>
          {next.item.id === item.id
            ? [setText(state, next), sideName(next)].filter(Boolean).join(', ') || 'the same again'
            : `${next.form.name}, ${amountText(next.form.amount, next.form.unit)}${sideName(next) ? ` ${sideName(next)}` : ''}`}
        </p>
      ) : (
        <p className="mt-4 border-t border-night-3 pt-3 text-lg text-mortar">The last set</p>
      )}
    </aside>
  );
});

/** Which side, to be seen from the floor. */
function SideMark({ side }: { side: 'left' | 'right' }) {
  return (
    <span aria-hidden="true" className="ml-2 inline-flex gap-1 align-middle">
      {(['left', 'right'] as const).map((one) => (
        <span
          key={one}
          className={clsx('inline-block size-5', one === side ? 'bg-chalk' : 'border border-mortar')}
        />
      ))}
    </span>
  );
}

/** Right and wrong of what is looked for first. */
function Watch({ hand }: { hand: AtHand }) {
  const fault = hand.form.faults.find(({ action }) => action !== 'allowed');
  if (!fault) return null;
  return (
    <section aria-label="Watch for" className="mb-4">
      <FaultPair fault={fault} posture={hand.form.posture} needs={hand.form.needs} className="h-28" />
      <p className="text-aside">
        <strong>{fault.name}.</strong> {fault.look}
      </p>
    </section>
  );
}

function Faults({ hand, state, onDeed }: { hand: AtHand; state: LiveState; onDeed: (deed: Deed) => void }) {
  return (
    <section aria-label="Lost, and why">
      <h3 className="mb-2 font-text text-base font-normal tracking-normal text-mortar">
        {state.phase === 'correcting' ? 'Lost again' : 'Lost, and why'}
      </h3>
      <div className="grid grid-cols-2 gap-2 lg:grid-cols-1">
        {hand.form.faults.map((fault, i) => (
          <button
            key={fault.id}
            type="button"
            title={fault.look}
            onClick={() => onDeed({ type: 'fault', fault: { id: fault.id, action: fault.action } })}
            className={clsx(
              'flex min-h-12 items-center gap-2.5 border bg-night-2 px-3 py-1.5 text-left leading-tight',
              state.lost?.faultId === fault.id ? 'border-chalk' : 'border-night-3 hover:border-chalk',
            )}
          >
            <span aria-hidden="true" className="shrink-0 text-fine opacity-70 max-sm:hidden">
              {i + 1}
            </span>
            <span className="grow">{fault.name}</span>
            {state.corrected.includes(fault.id) ? <span className="text-fine">put right</span> : null}
          </button>
        ))}
      </div>
    </section>
  );
}
