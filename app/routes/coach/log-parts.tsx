import { Button } from '~/app/components/button';
import { Folded } from '~/app/components/folded';
import { barsText, issueText } from '~/app/words/issue-text';
import { qualityName, type SideKey } from '~/core/catalogue/qualities';
import { inField } from '~/core/catalogue/rung-load';
import { type DraftExercise, type DraftSet, oneFewer, oneMore } from '~/core/coach/log-draft';
import { type Reserve, reserves } from '~/core/dose/logged';
import type { Issue } from '~/core/result';
import { counted } from '~/core/words/counted';
import type { LogView } from '~/server/views/log';

export type LogExercise = LogView['exercises'][number];

const reserveWords: Readonly<Record<Reserve, string>> = {
  none: 'nothing',
  little: 'a little',
  planned: 'as planned',
  lots: 'lots',
};

const pill =
  'grid min-h-11 place-items-center border border-mortar bg-chalk px-3 peer-checked:border-ink peer-checked:bg-ink peer-checked:text-chalk peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-ink';

/** What was left after the last set: one tap, never asked twice, and nothing when nobody says. */
function ReserveTap({ exercise, onChange }: { exercise: LogExercise; onChange: (reserve: Reserve) => void }) {
  const { key, about, reserve: said } = exercise;
  return (
    <fieldset className="mt-2.5 flex flex-wrap items-center gap-2">
      <legend className="contents">
        <span className="mr-1 text-aside text-quiet">
          Left after the last set{about.inHand ? ` (asked: ${about.inHand})` : ''}
        </span>
      </legend>
      {reserves.map((reserve) => (
        <label key={reserve} className="relative">
          <input
            type="radio"
            name={`reserve.${key}`}
            checked={said === reserve}
            onChange={() => onChange(reserve)}
            className="peer absolute inset-0 size-full cursor-pointer opacity-0"
          />
          <span className={pill}>{reserveWords[reserve]}</span>
        </label>
      ))}
    </fieldset>
  );
}

const unitAsked: Readonly<Record<DraftExercise['unit'], string>> = {
  hold_s: 'seconds',
  reps: 'reps',
  reps_in_60s: 'reps',
  breaths: 'breaths',
  metres: 'metres',
};

/** A set as it was: how much of it was clean, and what ended it. */
function OneSet({
  exercise,
  set,
  faults,
  wrong,
  onChange,
}: {
  exercise: LogExercise;
  set: DraftSet;
  faults: readonly { id: string; name: string }[];
  wrong: boolean;
  onChange: (set: DraftSet) => void;
}) {
  const name = `${set.side === 'both' ? '' : `${set.side} `}set ${set.setNo}`;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3 border-l-4 border-ink pl-3">
      <label className="flex items-center gap-2">
        <span>
          {name}, {unitAsked[exercise.unit]}
        </span>
        <input
          inputMode="decimal"
          value={set.amount}
          aria-invalid={wrong || undefined}
          onChange={(event) => onChange({ ...set, amount: event.target.value })}
          className="field-input figures !w-24"
        />
      </label>
      <label className="flex items-center gap-2">
        <span className="whitespace-nowrap">ended by</span>
        <select
          className="field-input"
          value={set.faultId}
          onChange={(event) => onChange({ ...set, faultId: event.target.value })}
        >
          <option value="">nothing in particular</option>
          {faults.map((fault) => (
            <option key={fault.id} value={fault.id}>
              {fault.name}
            </option>
          ))}
          <option value="pain">Pain</option>
        </select>
      </label>
    </div>
  );
}

/** Every exercise there is, by ladder, to choose one. */
export function RungChoice({
  label,
  choices,
  onChoose,
}: {
  label: string;
  choices: LogView['choices'];
  onChoose: (rungId: string) => void;
}) {
  return (
    <label className="block max-w-md">
      <span className="mb-1 block font-bold">{label}</span>
      <select className="field-input" value="" onChange={(event) => onChoose(event.target.value)}>
        <option value="">Choose …</option>
        {choices.map((ladder) => (
          <optgroup key={ladder.id} label={ladder.name}>
            {ladder.rungs.map((rung) => (
              <option key={rung.rungId} value={rung.rungId}>
                {rung.name}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
    </label>
  );
}

const sideOf = (exercise: LogExercise, side: SideKey): string =>
  side === 'both' ? '' : `${exercise.about.sideWords?.[side] ?? side} `;

/** One exercise as done: as asked until a set, a load or the exercise itself is said to have been another. */
export function LoggedItem({
  exercise,
  choices,
  faults,
  issues,
  onChange,
  onInstead,
  onRemove,
}: {
  exercise: LogExercise;
  choices: LogView['choices'];
  faults: readonly { id: string; name: string }[];
  issues: readonly Issue[];
  onChange: (exercise: LogExercise) => void;
  onInstead: (rungId: string) => void;
  /** Takes off what was not laid out. */
  onRemove: () => void;
}) {
  const { about, notDone, asked, sets } = exercise;
  const change = (over: Partial<LogExercise>) => onChange({ ...exercise, ...over });
  const changeSet = (set: DraftSet) =>
    change({
      sets: sets.map((one) => (one.setNo === set.setNo && one.side === set.side ? set : one)),
    });
  const mine = issues.filter((found) => found.path[0] === exercise.key);
  const wrongAt = (field: string) => mine.some((found) => found.path[1] === field);
  const setCount = new Set(sets.map((set) => set.setNo)).size;
  const amountField = (
    <label className="block">
      <span className="mb-1 block">
        {asked ? `All other sets, ${unitAsked[exercise.unit]}` : `Each set, ${unitAsked[exercise.unit]}`}
      </span>
      <input
        inputMode="decimal"
        value={exercise.amount}
        placeholder={asked ? `${asked.amount} asked` : ''}
        aria-invalid={wrongAt('amount') || undefined}
        onChange={(event) => change({ amount: event.target.value })}
        className="field-input figures !w-32"
      />
    </label>
  );
  const loadField =
    exercise.loadField === null ? null : (
      <label className="block">
        <span className="mb-1 block">Load, {exercise.loadField.label}</span>
        <input
          inputMode="decimal"
          value={exercise.load}
          placeholder={asked?.load ? `${inField(asked.load.value, exercise.loadField)} asked` : 'none'}
          aria-invalid={wrongAt('load') || undefined}
          onChange={(event) => change({ load: event.target.value })}
          className="field-input figures !w-32"
        />
      </label>
    );
  const setButtons = (
    <p className="flex flex-wrap gap-2">
      <Button type="button" onClick={() => onChange({ ...exercise, ...oneMore(exercise) })}>
        One more set
      </Button>
      {setCount > 1 ? (
        <Button type="button" look="quiet" onClick={() => onChange({ ...exercise, ...oneFewer(exercise) })}>
          One fewer
        </Button>
      ) : null}
    </p>
  );
  return (
    <li className="py-3.5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <p>
          <strong>{exercise.name}</strong> <span className="text-quiet">{qualityName(about.quality)}</span>
          {exercise.instead ? <span className="text-quiet">, instead of {exercise.instead}</span> : null}
          {!asked && !exercise.instead ? <span className="text-quiet">, not planned</span> : null}
        </p>
        <p className="head figures text-xl">
          {about.work ?? counted(setCount, 'set')}
          {about.load ? <span className="ml-2 font-text text-base font-normal">{about.load}</span> : null}
        </p>
      </div>
      {about.lastSet ? <p className="text-aside font-bold">{about.lastSet}.</p> : null}
      {about.bars.length > 0 ? <p className="font-bold">▨ Withheld: {barsText(about.bars)}</p> : null}
      <div className="mt-1.5 flex flex-wrap gap-2">
        {sets.map((set) => (
          <label
            key={`${set.setNo}.${set.side}`}
            className={`flex min-h-11 cursor-pointer items-center gap-2 border px-3 ${set.otherwise ? 'border-ink bg-sand font-bold' : 'border-mortar bg-chalk'} ${notDone ? 'opacity-50' : ''}`}
          >
            <input
              type="checkbox"
              disabled={notDone}
              checked={set.otherwise}
              onChange={(event) => changeSet({ ...set, otherwise: event.target.checked })}
              className="size-5 accent-ink"
            />
            <span>
              {sideOf(exercise, set.side)}
              {set.setNo} otherwise
            </span>
          </label>
        ))}
        {asked ? (
          <label className="flex min-h-11 cursor-pointer items-center gap-2 px-2 text-quiet">
            <input
              type="checkbox"
              checked={notDone}
              onChange={(event) => change({ notDone: event.target.checked })}
              className="size-5 accent-ink"
            />
            not done
          </label>
        ) : (
          <Button type="button" look="quiet" onClick={onRemove}>
            Take off
          </Button>
        )}
      </div>
      {notDone
        ? null
        : sets
            .filter((set) => set.otherwise)
            .map((set) => (
              <OneSet
                key={`${set.setNo}.${set.side}`}
                exercise={exercise}
                set={set}
                faults={faults}
                wrong={wrongAt(`${set.setNo}.${set.side}`)}
                onChange={changeSet}
              />
            ))}
      {notDone ? null : asked ? (
        <Folded
          summary="More sets, another load, another exercise"
          asked={mine.length > 0 || exercise.load !== ''}
        >
          <div className="mt-1 flex flex-wrap items-end gap-4 border-l-2 border-mortar pl-4">
            {amountField}
            {loadField}
            {setButtons}
            <RungChoice label="Another exercise instead" choices={choices} onChoose={onInstead} />
          </div>
        </Folded>
      ) : (
        <div className="mt-2 flex flex-wrap items-end gap-4">
          {amountField}
          {loadField}
          {setButtons}
        </div>
      )}
      {mine.length > 0 ? (
        <p className="mt-1 flex gap-2 text-aside font-bold">
          <span aria-hidden="true">▲</span>
          {mine.map(issueText).join(' ')}
        </p>
      ) : null}
      {notDone || about.opener ? null : (
        <ReserveTap exercise={exercise} onChange={(reserve) => change({ reserve })} />
      )}
    </li>
  );
}

/** A row of figures to tap; the picked one is filled. */
export function Scale({
  name,
  from,
  low,
  high,
  value: said,
  onChange,
}: {
  name: string;
  from: number;
  low: string;
  high: string;
  value?: number | undefined;
  onChange?: (value: number) => void;
}) {
  const values = Array.from({ length: 11 - from }, (_, i) => from + i);
  return (
    <div className="mt-2">
      <div className="grid grid-cols-6 gap-1.5 sm:flex sm:flex-wrap">
        {values.map((value) => (
          <label key={value} className="relative">
            <input
              type="radio"
              name={name}
              value={value}
              defaultChecked={value === said}
              onChange={() => onChange?.(value)}
              className="peer absolute inset-0 size-full cursor-pointer opacity-0"
            />
            <span className="head figures grid min-h-12 min-w-12 place-items-center border border-mortar bg-chalk text-xl peer-checked:border-ink peer-checked:bg-ink peer-checked:text-chalk peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-ink">
              {value}
            </span>
          </label>
        ))}
      </div>
      <p className="mt-1 flex max-w-[36rem] justify-between text-note text-quiet">
        <span>{low}</span>
        <span>{high}</span>
      </p>
    </div>
  );
}
