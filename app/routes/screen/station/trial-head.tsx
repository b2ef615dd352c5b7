import clsx from 'clsx';
import { useState } from 'react';
import { Figure } from '~/app/components/figure';
import { barsText } from '~/app/words/issue-text';
import { parseDecimal } from '~/core/body/units';
import { inField } from '~/core/catalogue/rung-load';
import { type StationTest, sideName, type TestLoad } from '~/core/screen/station/shown';

/**
 * What the tester reads before the start: set-up, where to stand, what to say, target, last time, stop rule. On a phone the
 * set-up makes room for the clock while it runs.
 */
export function TrialHead({
  test,
  running,
  rungChoice,
  load,
}: {
  test: StationTest;
  running: boolean;
  rungChoice: React.ReactNode;
  load: React.ReactNode;
}) {
  const before = clsx(running && 'max-sm:hidden');
  return (
    <>
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-3">
        <div className="max-w-2xl">
          <Figure
            posture={test.posture}
            needs={test.needs}
            label={`Set-up of ${test.name}, drawn`}
            plain
            className={clsx(
              'float-right ml-4 h-20 w-32 [--fig-ground:var(--color-night)] max-sm:h-16 max-sm:w-24',
              before,
            )}
          />
          <h2 className="text-title-small sm:text-title">{test.name}</h2>
          <p className={clsx('mt-1 text-lg leading-snug', before)}>{test.setUp}</p>
          <p className={clsx('mt-1 text-mortar', before)}>
            {test.stand} Say: “{test.tell}” {test.notes.join(' ')}
          </p>
          {test.spotter ? (
            <p className="mt-1 font-bold">△ Spotter or wall within reach before the start.</p>
          ) : null}
          <div className={before}>
            {rungChoice}
            {load}
          </div>
        </div>
        <dl className="figures grid grid-cols-[auto_auto] gap-x-4 text-body">
          <dt className="text-mortar">Target</dt>
          <dd>
            <strong>{test.target}</strong>{' '}
            <span title={test.targetNote} className="border-b border-dotted border-mortar">
              {test.targetSource}
            </span>
          </dd>
          {test.last.map((result) => (
            <div key={`${result.side} ${result.text}`} className="contents">
              <dt className="text-mortar">Last {sideName(result.side)}</dt>
              <dd>{result.text}</dd>
            </div>
          ))}
        </dl>
      </div>
      <p className={clsx('mt-3 border-l-4 border-chalk pl-3 text-body', before)}>
        <strong>Stops at</strong> {test.stopRule}
        {test.capS ? ` The clock stops at ${test.capS} s: a caution.` : ''}
      </p>
    </>
  );
}

/** What the test asks to be held, and what is held: another weight than the rack's nearest is written down here. */
export function LoadTaken({
  load,
  value,
  onLoad,
}: {
  load: TestLoad;
  value: number | undefined;
  onLoad: (value: number) => void;
}) {
  const [typed, setTyped] = useState(String(inField(value ?? load.value, load.field)));
  const figure = parseDecimal(typed);
  const wrong = figure === undefined || !(figure > 0);
  return (
    <label className="mt-3 flex flex-wrap items-center gap-x-3 gap-y-1">
      <span className="text-lg">{load.asks}. Taken</span>
      <input
        inputMode="decimal"
        value={typed}
        aria-invalid={wrong}
        onChange={(event) => {
          setTyped(event.target.value);
          const next = parseDecimal(event.target.value);
          if (next !== undefined && next > 0) onLoad(Math.round(next * load.field.per * 1000) / 1000);
        }}
        className="figures min-h-12 w-20 border border-night-3 bg-night-2 px-3 text-lg text-chalk"
      />
      <span>{load.field.label}</span>
      {wrong ? <span role="alert">A load above 0, as a number.</span> : null}
    </label>
  );
}

/** The rung a minute of reps is done on; those a caution or the kit bars say why. */
export function RungChoice({
  test,
  rungId,
  onRung,
}: {
  test: StationTest;
  rungId: string | undefined;
  onRung: (rungId: string) => void;
}) {
  if (test.rungs.length === 0) return null;
  return (
    <label className="mt-3 block max-w-lg">
      <span className="block text-mortar">Rung that is owned already</span>
      <select
        value={rungId ?? ''}
        onChange={(event) => onRung(event.target.value)}
        className="mt-1 min-h-12 w-full border border-night-3 bg-night-2 px-3 text-lg text-chalk"
      >
        <option value="" disabled>
          Choose a rung
        </option>
        {test.rungs.map((rung) => (
          <option key={rung.id} value={rung.id} disabled={rung.bars.length > 0}>
            {rung.ladder}: {rung.name}, {rung.target} in 60 s
            {rung.bars.length > 0 ? ` (not: ${barsText(rung.bars)})` : ''}
          </option>
        ))}
      </select>
    </label>
  );
}
