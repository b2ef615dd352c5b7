import clsx from 'clsx';
import { judgePain, type PainSettings, painRegions, painVerdictText } from '~/core/clear/pain';
import type { StationEvent, StationState } from '~/core/screen/station/station';
import {
  type Ending,
  endingWords,
  type FeltPlace,
  feltPlaces,
  grades,
  gradeWords,
  isEnding,
} from '~/core/screen/trial/words';
import { sentence } from '~/core/words/counted';

const choice =
  'min-h-12 border border-night-3 bg-night-2 px-4 text-lg hover:border-chalk aria-pressed:bg-chalk aria-pressed:text-night';

function Key({ children }: { children: string }) {
  return (
    <span aria-hidden="true" className="mr-2 text-[0.8em] opacity-70 max-sm:hidden">
      {children}
    </span>
  );
}

const gradeHelp = {
  owned: 'clean, breathing',
  cued: 'clean after a cue',
  faulted: 'done, name the fault',
  not_yet: 'could not',
} as const;

/** Keys of the places, none of them a digit: digits answer pain, so that no key means two things. */
export const feltLetters: Readonly<Record<FeltPlace, string>> = {
  trunk: 'T',
  hip: 'H',
  'low back': 'B',
  neck: 'K',
  'front of hip': 'O',
  arms: 'A',
};

interface ChoiceKey<T extends string> {
  readonly id: T;
  readonly name: string;
  readonly help?: string;
}

/** One question with its answers as keys, each with its key of the keyboard: digits in their order, or letters of its own. */
function ChoiceKeys<T extends string>({
  asks,
  keys,
  chosen,
  letters,
  onChoose,
  className,
}: {
  asks: string;
  keys: readonly ChoiceKey<T>[];
  chosen: readonly T[];
  letters?: Readonly<Record<T, string>> | undefined;
  onChoose: (id: T) => void;
  className: string;
}) {
  return (
    <fieldset>
      <legend className="mb-2 text-mortar">{asks}</legend>
      <div className={clsx('grid grid-cols-2 gap-2', className)}>
        {keys.map(({ id, name, help }, i) => (
          <button
            key={id}
            type="button"
            aria-pressed={chosen.includes(id)}
            onClick={() => onChoose(id)}
            className={clsx(choice, 'text-left', help && 'py-2')}
          >
            <span className={clsx(help && 'font-bold')}>
              <Key>{letters ? letters[id] : String(i + 1)}</Key>
              {name}
            </span>
            {help ? <span className="block text-note opacity-75">{help}</span> : null}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

interface KeysProps {
  readonly state: StationState;
  readonly send: (event: StationEvent) => void;
}

/** Grade keys: words, not numbers. */
export function GradeKeys({ state, send }: KeysProps) {
  return (
    <ChoiceKeys
      asks="How was it done?"
      keys={grades.map((id) => ({ id, name: gradeWords[id], help: gradeHelp[id] }))}
      chosen={state.grade ? [state.grade] : []}
      onChoose={(grade) => send({ type: 'grade', grade })}
      className=""
    />
  );
}

export function FeltKeys({ state, send }: KeysProps) {
  return (
    <ChoiceKeys
      asks="Where was it felt? Most of all first, then where else"
      keys={feltPlaces.map((id) => ({ id, name: sentence(id) }))}
      chosen={state.feltIn}
      letters={feltLetters}
      onChoose={(place) => send({ type: 'felt', place })}
      className="sm:grid-cols-3"
    />
  );
}

/** How the hold ended: only a lost position is a limit. */
export function EndingKeys({ state, send }: KeysProps) {
  const { endReason } = state;
  if (state.kind !== 'hold' || !isEnding(endReason)) return null;
  return (
    <fieldset>
      <legend className="mb-2 text-mortar">How did it end?</legend>
      <div className="flex flex-wrap gap-2">
        {(Object.keys(endingWords) as Ending[]).map((by) => (
          <button
            key={by}
            type="button"
            aria-pressed={endReason === by}
            onClick={() => send({ type: 'ended', by })}
            className={choice}
          >
            {endingWords[by]}
          </button>
        ))}
      </div>
      {endReason === 'loss' ? null : (
        <p className="mt-1.5 text-note text-mortar">Kept as “at least”: the position was not lost.</p>
      )}
    </fieldset>
  );
}

/** A tester's own words on this trial. */
export function TrialNote({ state, send }: KeysProps) {
  return (
    <label className="block">
      <span className="mb-2 block text-mortar">Note, if there is something to say</span>
      <input
        value={state.note}
        maxLength={300}
        autoComplete="off"
        onChange={(event) => send({ type: 'note', text: event.target.value })}
        className="min-h-12 w-full max-w-xl border border-night-3 bg-night-2 px-3 text-lg text-chalk"
      />
    </label>
  );
}

interface PainKeysProps extends KeysProps {
  readonly settings: PainSettings;
}

export function PainKeys({ state, send, settings }: PainKeysProps) {
  const score = state.painScore;
  const verdict = score === undefined ? undefined : judgePain(score, state.painRegion, settings);
  return (
    <fieldset>
      <legend className="mb-2 text-mortar">Any pain, 0 to 10?</legend>
      <div className="grid grid-cols-6 gap-2">
        <button
          type="button"
          aria-pressed={score === 0}
          onClick={() => send({ type: 'pain', score: 0 })}
          className={clsx(choice, 'col-span-6 font-bold sm:col-span-2')}
        >
          <Key>0</Key>
          No pain
        </button>
        {Array.from({ length: 10 }, (_, i) => i + 1).map((n) => (
          <button
            key={n}
            type="button"
            aria-pressed={score === n}
            onClick={() => send({ type: 'pain', score: n, region: state.painRegion })}
            className={clsx(choice, 'figures px-0')}
          >
            {n}
          </button>
        ))}
      </div>
      {score !== undefined && score > 0 ? (
        <>
          <p className="mb-2 mt-4 text-mortar">Where?</p>
          <div className="flex flex-wrap gap-2">
            {painRegions.map((region) => (
              <button
                key={region}
                type="button"
                aria-pressed={state.painRegion === region}
                onClick={() => send({ type: 'pain', score, region })}
                className={choice}
              >
                {region}
              </button>
            ))}
          </div>
        </>
      ) : null}
      {verdict && verdict !== 'go_on' ? (
        <p role="alert" className="mt-3 border-2 border-chalk p-3 font-bold">
          {painVerdictText[verdict]}
        </p>
      ) : null}
    </fieldset>
  );
}
