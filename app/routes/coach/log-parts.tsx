import { useState } from 'react';
import { barsText } from '~/app/words/issue-text';
import { qualityName } from '~/core/catalogue/qualities';
import { type Reserve, reserves } from '~/core/dose/logged';
import type { ItemView } from '~/server/views/session';

export type LoggableItem = ItemView & {
  planned: {
    key: string;
    setNo: number;
    side: 'left' | 'right' | 'both';
    /** Sent already while the session was under way. */
    sent: number | undefined;
  }[];
};

const reserveWords: Readonly<Record<Reserve, string>> = {
  none: 'nothing',
  little: 'a little',
  planned: 'as planned',
  lots: 'lots',
};

/** What was left after the last set: one tap, never asked twice, and nothing when nobody says. */
function ReserveTap({ rungId, inHand }: { rungId: string; inHand: string | null }) {
  return (
    <fieldset className="mt-2.5 flex flex-wrap items-center gap-2">
      <legend className="contents">
        <span className="mr-1 text-aside text-quiet">
          Left after the last set{inHand ? ` (asked: ${inHand})` : ''}
        </span>
      </legend>
      {reserves.map((reserve) => (
        <label key={reserve} className="relative">
          <input
            type="radio"
            name={`reserve.${rungId}`}
            value={reserve}
            className="peer absolute inset-0 size-full cursor-pointer opacity-0"
          />
          <span className="grid min-h-11 place-items-center border border-mortar bg-chalk px-3 peer-checked:border-ink peer-checked:bg-ink peer-checked:text-chalk peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-ink">
            {reserveWords[reserve]}
          </span>
        </label>
      ))}
    </fieldset>
  );
}

/** One exercise as done: as planned until a set is marked lost, with where and why. */
export function LoggedItem({ item, onCount }: { item: LoggableItem; onCount: (exceptions: number) => void }) {
  const barred = item.bars.length > 0;
  const [skipped, setSkipped] = useState(barred);
  const [lost, setLost] = useState<ReadonlySet<string>>(
    () =>
      new Set(
        item.planned.flatMap((set) => (set.sent !== undefined && set.sent < item.amount ? [set.key] : [])),
      ),
  );
  const toggle = (key: string, on: boolean) => {
    const next = new Set(lost);
    if (on) next.add(key);
    else next.delete(key);
    setLost(next);
    onCount(next.size);
  };
  return (
    <li className="py-3.5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <p>
          <strong>{item.name}</strong> <span className="text-quiet">{qualityName(item.quality)}</span>
        </p>
        <p className="head figures text-xl">{item.work}</p>
      </div>
      {barred ? <p className="font-bold">▨ Withheld: {barsText(item.bars)}</p> : null}
      <div className="mt-1.5 flex flex-wrap gap-2">
        {item.planned.map((set) => (
          <label
            key={set.key}
            className={`flex min-h-11 cursor-pointer items-center gap-2 border px-3 ${lost.has(set.key) ? 'border-ink bg-sand font-bold' : 'border-mortar bg-chalk'} ${skipped ? 'opacity-50' : ''}`}
          >
            <input
              type="checkbox"
              name={`lost.${set.key}`}
              disabled={skipped}
              defaultChecked={lost.has(set.key)}
              onChange={(event) => toggle(set.key, event.target.checked)}
              className="size-5 accent-ink"
            />
            <span>
              {set.side === 'both' ? '' : `${set.side} `}
              {set.setNo} lost
            </span>
          </label>
        ))}
        <label className="flex min-h-11 cursor-pointer items-center gap-2 px-2 text-quiet">
          <input
            type="checkbox"
            name={`skip.${item.rungId}`}
            defaultChecked={barred}
            onChange={(event) => {
              setSkipped(event.target.checked);
              onCount(event.target.checked ? 1 : lost.size);
            }}
            className="size-5 accent-ink"
          />
          not done
        </label>
      </div>
      {skipped
        ? null
        : item.planned
            .filter((set) => lost.has(set.key))
            .map((set) => (
              <div
                key={set.key}
                className="mt-2 flex flex-wrap items-center gap-3 border-l-4 border-ink pl-3"
              >
                <label className="flex items-center gap-2">
                  <span>
                    {set.side === 'both' ? '' : `${set.side} `}set {set.setNo}, lost at{' '}
                    {item.unit === 'hold_s'
                      ? 'second'
                      : item.unit === 'reps' || item.unit === 'reps_in_60s'
                        ? 'rep'
                        : item.unit === 'breaths'
                          ? 'breath'
                          : 'metre'}
                  </span>
                  <input
                    name={`at.${set.key}`}
                    inputMode="decimal"
                    defaultValue={set.sent ?? Math.max(0, Math.floor(item.amount * 0.7))}
                    className="field-input figures !w-24"
                  />
                </label>
                <label className="flex items-center gap-2">
                  <span>because</span>
                  <select name={`fault.${set.key}`} className="field-input" defaultValue={item.faults[0]?.id}>
                    {item.faults.map((fault) => (
                      <option key={fault.id} value={fault.id}>
                        {fault.name}
                      </option>
                    ))}
                    <option value="pain">Pain</option>
                  </select>
                </label>
              </div>
            ))}
      {skipped || item.role === 'opener' ? null : <ReserveTap rungId={item.rungId} inHand={item.inHand} />}
    </li>
  );
}

/** A row of figures to tap; the picked one is filled. */
export function Scale({
  name,
  from,
  low,
  high,
  onChange,
}: {
  name: string;
  from: number;
  low: string;
  high: string;
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
