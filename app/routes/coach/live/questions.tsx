import { PainMap } from '~/app/components/pain-map';
import { judgePain, type PainRegion, painRegions, painVerdictText } from '~/core/clear/pain';
import { regionsOf } from '~/core/clear/pain-map';
import { noteOf, skipWord, stillAsked } from '~/core/coach/live/outcome';
import { asksReserve, handOf, type LiveState, leftOut } from '~/core/coach/live/state';
import type { Reserve } from '~/core/dose/logged';
import { amountText } from '~/core/dose/work';
import { counted, listed } from '~/core/words/counted';
import { Chips, chip, oneToTen, zeroToTen } from './chips';
import type { Deed } from './use-live';

const regionOptions = painRegions.map((region) => [region, region] as const);
const sleepOptions = [4, 5, 6, 7, 8, 9, 10].map((hours) => [hours, hours] as const);
const readinessOptions = [1, 2, 3, 4, 5].map((value) => [value, value] as const);
const zest =
  'stone min-h-14 bg-zest px-6 text-xl font-bold text-night disabled:bg-night-3 disabled:text-chalk';

/** How much and where, the moment pain was named. Nothing goes on before it is answered. */
export function PainQuestions({ state, onDeed }: { state: LiveState; onDeed: (deed: Deed) => void }) {
  const { pain } = state;
  const score = pain?.score;
  const tell = (told: number, region: PainRegion | undefined) =>
    onDeed({ type: 'pain_told', score: told, region });
  return (
    <section aria-labelledby="pain" className="max-w-3xl">
      <h2 id="pain" className="text-4xl">
        Stopped. How much does it hurt?
      </h2>
      <p className="mt-1 text-mortar">
        This exercise is over for today. Stop altogether if it is sharp, spreading, or new tingling: choose
        below the knee, or 5 and more.
      </p>
      <div className="mt-4 space-y-4">
        <Chips
          wide
          legend="Pain, 0 to 10"
          options={zeroToTen}
          chosen={score}
          onChoose={(told) => tell(told, pain?.region)}
        />
        {score !== undefined && score > 0 ? (
          <Chips
            legend="Where"
            options={regionOptions}
            chosen={pain?.region}
            onChoose={(region) => tell(score, region)}
          />
        ) : null}
      </div>
      <p className="mt-5">
        <button type="button" className="min-h-11 underline" onClick={() => onDeed({ type: 'undo' })}>
          It was a slip of the finger
        </button>
      </p>
    </section>
  );
}

const reserves: readonly (readonly [Reserve, string])[] = [
  ['none', 'Nothing'],
  ['little', 'A little'],
  ['planned', 'As planned'],
  ['lots', 'Lots'],
];

/** What was left after the last set of an exercise: one tap, or none. */
export function ReserveQuestion({ state, onDeed }: { state: LiveState; onDeed: (deed: Deed) => void }) {
  const hand = asksReserve(state);
  const rungId = hand && state.turns.findLast(({ result }) => result)?.result?.rungId;
  if (!hand || !rungId) return null;
  return (
    <Chips
      legend={
        <>
          {hand.form.name}: what was left?
          {hand.form.inHand ? <span className="text-fine"> ({hand.form.inHand} was planned)</span> : null}
        </>
      }
      options={reserves}
      chosen={state.reserve[rungId]}
      onChoose={(left) =>
        onDeed({ type: 'reserve', rungId, left: state.reserve[rungId] === left ? undefined : left })
      }
    />
  );
}

/** The set that was done last, to be put right: how much, and what gave way. */
export function LastSet({ state, onDeed }: { state: LiveState; onDeed: (deed: Deed) => void }) {
  const last = state.turns.findLast(({ result }) => result !== undefined);
  const hand = handOf(state, last);
  if (!last?.result || !hand || last.result.faultId === 'pain') return null;
  const { done, asked, faultId, rungId } = last.result;
  const its = [hand.item.form, ...hand.item.easier, ...hand.item.harder].find(
    (form) => form.rungId === rungId,
  );
  if (!its) return null;
  const amend = (to: number, fault: string | null) =>
    onDeed({ type: 'amend', done: Math.max(0, to), faultId: fault });
  const step = its.unit === 'hold_s' && done > 20 ? 5 : 1;
  const unsaid = done === 0 && (hand.work.minute || its.unit === 'reps_in_60s');
  const short = faultId !== null || done < asked;
  const name = its.faults.find(({ id }) => id === faultId)?.name;
  return (
    <details open={short || unsaid} className="max-w-xl">
      <summary className="flex min-h-11 cursor-pointer items-center gap-2">
        <span>
          {last.side === 'both' ? 'Last set' : `Last set, ${its.sideWords?.[last.side] ?? last.side}`}:{' '}
          <strong className="figures">{unsaid ? 'how many?' : amountText(done, its.unit)}</strong>
          {short && !unsaid ? ` of ${asked}` : ''}
          {name ? `, ${name.toLowerCase()}` : ''}
        </span>
        <span className="text-mortar underline">change</span>
      </summary>
      <div className="flex flex-wrap items-center gap-2 pb-2">
        <button
          type="button"
          className={`${chip} min-w-14 text-2xl`}
          aria-label={`${step} less`}
          onClick={() => amend(done - step, faultId)}
        >
          −
        </button>
        <output className="head figures min-w-16 text-center text-3xl">{done}</output>
        <button
          type="button"
          className={`${chip} min-w-14 text-2xl`}
          aria-label={`${step} more`}
          onClick={() => amend(done + step, faultId)}
        >
          +
        </button>
      </div>
      <Chips
        legend="What gave way"
        options={[
          ['', 'Nothing'],
          ...its.faults
            .filter(({ action }) => action !== 'allowed')
            .slice(0, 6)
            .map(({ id, name: says }) => [id, says] as const),
        ]}
        chosen={faultId ?? ''}
        onChoose={(id) => amend(done, id === '' ? null : id)}
      />
    </details>
  );
}

/** The screen was off while a set ran. */
export function Asleep({ state, onDeed }: { state: LiveState; onDeed: (deed: Deed) => void }) {
  const hand = handOf(state, state.turns[state.at]);
  if (!hand) return null;
  const left = state.broken ?? 0;
  const answer = (was: 'held' | 'lost' | 'again') => onDeed({ type: 'asleep', was });
  return (
    <section aria-labelledby="asleep" className="max-w-2xl">
      <h2 id="asleep" className="text-4xl">
        Nobody was looking
      </h2>
      <p className="mt-1 text-lg">
        The screen was off while {hand.form.name.toLowerCase()} ran, from {amountText(left, hand.form.unit)}{' '}
        on. What came of it?
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        <button type="button" className={zest} onClick={() => answer('held')}>
          Done: {amountText(hand.form.amount, hand.form.unit)}
        </button>
        <button type="button" className={`${chip} min-h-14`} onClick={() => answer('lost')}>
          Count {amountText(left, hand.form.unit)}
        </button>
        <button type="button" className={`${chip} min-h-14`} onClick={() => answer('again')}>
          Do it again
        </button>
      </div>
    </section>
  );
}

/** The end: how hard, pain, a word. */
export function ClosingQuestions({
  state,
  elsewhere,
  onDeed,
  onFinish,
}: {
  state: LiveState;
  /** Another device has logged this session already. */
  elsewhere: boolean;
  onDeed: (deed: Deed) => void;
  onFinish: () => void;
}) {
  const { effort, painScore, painRegion, painPlaces = [], sleepHours, readiness, note } = state.closing;
  /** Where it was told while the session ran. */
  const told = state.pain?.region;
  const answer = (answers: object) => onDeed({ type: 'answer', answers });
  const asked = stillAsked(state);
  const verdict = painScore === undefined ? 'go_on' : judgePain(painScore, painRegion, state.card.pain);
  const done = state.turns.filter(({ result }) => result);
  const lost = done.filter(({ result }) => result?.faultId).length;
  const out = leftOut(state);
  const said = noteOf(state)
    .split('\n')
    .filter((line) => line !== note.trim() && line !== `${note.trim()}.`);
  return (
    <section aria-labelledby="closing" className="max-w-3xl">
      <h2 id="closing" className="text-4xl">
        {done.length === 0 ? 'Nothing was done' : `${counted(done.length, 'set')} done`}
      </h2>
      <p className="mt-1 text-lg text-mortar">
        {[
          lost > 0 ? `${lost} of them lost` : '',
          out.length > 0
            ? `left out: ${listed(out.map(({ item, reason }) => `${item.form.name} (${skipWord(reason)})`))}`
            : '',
        ]
          .filter(Boolean)
          .join('; ')}
      </p>
      <div className="mt-3 space-y-4">
        <LastSet state={state} onDeed={onDeed} />
        <ReserveQuestion state={state} onDeed={onDeed} />
        <Chips
          wide
          legend="How hard was the session, 1 to 10"
          options={oneToTen}
          chosen={effort}
          onChoose={(value) => answer({ effort: value })}
        />
        <Chips
          wide
          legend="Pain now or during it, 0 to 10"
          options={zeroToTen}
          chosen={painScore}
          onChoose={(value) => answer({ painScore: value })}
        />
        {painScore !== undefined && painScore > 0 ? (
          <div>
            <p className="text-mortar">
              Where{painRegion && painPlaces.length === 0 ? `: ${painRegion}, or point at it` : ''}
            </p>
            <PainMap
              chosen={painPlaces}
              onChange={(chosen) => answer({ painPlaces: chosen, painRegion: regionsOf(chosen)[0] ?? told })}
            />
          </div>
        ) : null}
        {verdict === 'go_on' ? null : (
          <p role="alert" className="border-2 border-chalk p-3 font-bold">
            {painVerdictText[verdict]}
          </p>
        )}
        <details open={sleepHours !== undefined || readiness !== undefined}>
          <summary className="flex min-h-11 cursor-pointer items-center underline">
            Sleep and readiness, if you like
          </summary>
          <div className="space-y-3">
            <Chips
              legend="Hours slept"
              options={sleepOptions}
              chosen={sleepHours}
              onChoose={(value) => answer({ sleepHours: value === sleepHours ? undefined : value })}
            />
            <Chips
              legend="Readiness before it, 1 empty to 5 fresh"
              options={readinessOptions}
              chosen={readiness}
              onChoose={(value) => answer({ readiness: value === readiness ? undefined : value })}
            />
          </div>
        </details>
        <label className="block">
          <span className="text-mortar">A word on it</span>
          <textarea
            value={note}
            maxLength={700}
            onChange={(event) => answer({ note: event.target.value })}
            className="mt-1 block min-h-20 w-full border border-night-3 bg-night-2 p-3 text-chalk"
          />
        </label>
        {said.length > 0 ? <p className="text-aside text-mortar">Kept with it: {said.join(' ')}</p> : null}
        {elsewhere ? (
          <p role="status" className="border-l-4 border-dashed border-chalk pl-3">
            This session was logged on another device too: the two are put together.
          </p>
        ) : null}
      </div>
      <p className="mt-5 flex flex-wrap items-center gap-x-6 gap-y-2">
        <button type="button" className={zest} disabled={asked.length > 0} onClick={onFinish}>
          Keep this session
        </button>
        <button type="button" className="min-h-11 underline" onClick={() => onDeed({ type: 'back' })}>
          Back to the last set
        </button>
        {asked.length > 0 ? (
          <span className="text-mortar">
            Still asked:{' '}
            {listed(asked.map((one) => ({ effort: 'how hard', pain: 'pain', region: 'where' })[one]))}
          </span>
        ) : null}
      </p>
    </section>
  );
}
