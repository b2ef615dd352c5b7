import clsx from 'clsx';
import { judgePain, type PainSettings, painRegions, painVerdictText } from '~/core/clear/pain';
import type { StationEvent, StationState } from '~/core/screen/station/station';
import { feltPlaces, grades, gradeWords } from '~/core/screen/trial/words';

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

interface ChoiceKey<T extends string> {
  readonly id: T;
  readonly name: string;
  readonly help?: string;
}

/** One question with its answers as keys, numbered for the keyboard in their order. */
function ChoiceKeys<T extends string>({
  asks,
  keys,
  chosen,
  onChoose,
  className,
}: {
  asks: string;
  keys: readonly ChoiceKey<T>[];
  chosen: T | undefined;
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
            aria-pressed={chosen === id}
            onClick={() => onChoose(id)}
            className={clsx(choice, 'text-left', help && 'py-2')}
          >
            <span className={clsx(help && 'font-bold')}>
              <Key>{String(i + 1)}</Key>
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
      chosen={state.grade}
      onChoose={(grade) => send({ type: 'grade', grade })}
      className=""
    />
  );
}

export function FeltKeys({ state, send }: KeysProps) {
  return (
    <ChoiceKeys
      asks="Where was it felt?"
      keys={feltPlaces.map((id) => ({ id, name: id.charAt(0).toUpperCase() + id.slice(1) }))}
      chosen={state.feltIn}
      onChoose={(place) => send({ type: 'felt', place })}
      className="sm:grid-cols-3"
    />
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
