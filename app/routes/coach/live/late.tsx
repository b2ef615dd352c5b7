import { useState } from 'react';
import type { LivePerson } from './use-live';

/** Somebody comes later: with the whole of their session, or with what fits the minutes the others have left. */
export function Late({
  people,
  minutes,
  onAdd,
}: {
  people: readonly LivePerson[];
  minutes: number;
  onAdd: (sessionId: string, minutes?: number) => Promise<void>;
}) {
  const [chosen, setChosen] = useState('');
  const left = Math.round(minutes);
  const person = people.find(({ sessionId }) => sessionId === chosen);
  return (
    <details className="mt-6 border-t border-night-3 pt-2">
      <summary className="flex min-h-11 cursor-pointer items-center underline">Somebody comes late</summary>
      <div className="flex flex-wrap items-center gap-2">
        <select
          aria-label="Who comes late"
          value={chosen}
          onChange={(event) => setChosen(event.target.value)}
          className="min-h-12 border border-night-3 bg-night-2 px-2"
        >
          <option value="">choose</option>
          {people.map(({ sessionId, name, minutes: its }) => (
            <option key={sessionId} value={sessionId}>
              {name}, {its} min
            </option>
          ))}
        </select>
        <button
          type="button"
          disabled={!person}
          className="min-h-12 border border-chalk px-4 disabled:opacity-40"
          onClick={() => person && void onAdd(person.sessionId)}
        >
          Add with the whole session
        </button>
        {person && left > 0 && left < person.minutes ? (
          <button
            type="button"
            className="min-h-12 border border-chalk px-4"
            onClick={() => void onAdd(person.sessionId, left)}
          >
            Add with what fits {left} min
          </button>
        ) : null}
      </div>
    </details>
  );
}
