import { Link } from 'react-router';
import { Figure } from '~/app/components/figure';
import type { Body } from '~/core/body/anthropometry';
import { directionNames } from '~/core/body/moment';
import { secondsText } from '~/core/body/units';
import { listed } from '~/core/words/counted';
import type { RungView } from '~/server/views/rung';
import { jumpText, nmText } from './numbers';

interface Row {
  readonly name: string;
  readonly of: (view: RungView) => string;
}

const rows: readonly Row[] = [
  { name: 'Ladder', of: (view) => view.ladder.name },
  { name: 'Moment', of: ({ row }) => (row?.nm === undefined ? 'none' : `${nmText(row.nm)} N·m`) },
  { name: 'Direction', of: ({ row }) => (row?.main ? directionNames[row.main] : 'by amount and grade') },
  { name: 'Limit', of: ({ row }) => (row?.limit ? secondsText(row.limit.seconds) : 'not known') },
  { name: 'Start', of: ({ start }) => start },
  { name: 'Goal', of: ({ goal }) => goal },
  { name: 'Sides', of: ({ sided }) => (sided ? 'each side' : 'both together') },
  { name: 'Tempo', of: ({ tempo }) => tempo ?? 'held' },
  { name: 'Rest', of: ({ restS }) => `${restS} s` },
  { name: 'Load', of: ({ loadText }) => loadText ?? 'body weight' },
  { name: 'Kit', of: ({ kit }) => (kit.length > 0 ? listed(kit) : 'none') },
  { name: 'Own first', of: ({ requires }) => (requires.length > 0 ? listed(requires) : 'nothing') },
  { name: 'Moves on when', of: ({ advance }) => advance },
  { name: 'Ends the set', of: ({ endsSet }) => listed(endsSet) },
  { name: 'Low back', of: ({ lumbar }) => lumbar },
  { name: 'Breath', of: ({ breath }) => breath },
  { name: 'Cautions', of: ({ cautions }) => (cautions.length > 0 ? listed(cautions) : 'none') },
];

/** Two rungs side by side, row by row; what differs is marked, what is the same stands back. */
export function Compare({
  one,
  other,
  body,
  away,
}: {
  readonly one: RungView;
  readonly other: RungView;
  readonly body: Body;
  /** Where the second one is taken away. */
  readonly away: string;
}) {
  const [a, b] = [one.row?.nm, other.row?.nm];
  const differing = rows.filter((row) => row.of(one) !== row.of(other)).length;
  return (
    <section aria-label="Side by side" className="mt-8 border-y-4 border-ink py-4">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h2 className="text-2xl">Side by side</h2>
        <p className="text-quiet">
          {a !== undefined && b ? `The first asks ${jumpText((100 * (a - b)) / b)} against the second. ` : ''}
          {differing} of {rows.length} lines differ.{' '}
          <Link to={away} preventScrollReset className="inline-block py-2">
            Take away
          </Link>
        </p>
      </div>
      <table className="mt-3 w-full table-fixed text-left align-top">
        <thead>
          <tr>
            <th scope="col" className="w-32 max-sm:w-24">
              <span className="sr-only">What</span>
            </th>
            {[one, other].map((view) => (
              <th key={view.id} scope="col" className="px-2 align-bottom">
                <Figure
                  posture={view.posture}
                  needs={view.needs}
                  body={body}
                  load={view.row?.load}
                  ghost={!view.still}
                  label={`${view.name}, drawn`}
                  className="h-36 w-full"
                />
                <span className="head mt-1 block text-lg leading-tight">{view.name}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="rule-list">
          {rows.map((row) => {
            const [left, right] = [row.of(one), row.of(other)];
            const differs = left !== right;
            return (
              <tr key={row.name} className={differs ? undefined : 'text-quiet'}>
                <th scope="row" className="py-1.5 pr-2 align-top font-normal">
                  <span aria-hidden="true" className="inline-block w-5">
                    {differs ? '◆' : ''}
                  </span>
                  {row.name}
                  {differs ? <span className="sr-only">, differs</span> : null}
                </th>
                {[left, right].map((text, i) => (
                  <td
                    // biome-ignore lint/suspicious/noArrayIndexKey: first and second
                    key={i}
                    className={`px-2 py-1.5 align-top ${differs ? 'font-bold' : ''}`}
                  >
                    {text}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
