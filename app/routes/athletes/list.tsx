import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import { useEffect } from 'react';
import { Form, href, Link, useSearchParams, useSubmit } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { Empty } from '~/app/components/notice';
import { SmallPillar } from '~/app/components/pillar';
import { Scroller } from '~/app/components/scroller';
import { awayText, dayText } from '~/app/lib/format';
import { pageTitle } from '~/app/lib/title';
import { counted } from '~/core/words/counted';
import { can } from '~/server/principal/can';
import { principalIn } from '~/server/principal/middleware.server';
import { type RosterRow, roster, shownRow } from '~/server/principal/roster';
import type { Route } from './+types/list';

export const meta: Route.MetaFunction = () => pageTitle('Athletes');

const sorts = {
  name: (a: RosterRow, b: RosterRow) => a.familyName.localeCompare(b.familyName),
  sport: (a: RosterRow, b: RosterRow) => a.discipline.localeCompare(b.discipline),
  step: (a: RosterRow, b: RosterRow) => a.step.localeCompare(b.step),
  event: (a: RosterRow, b: RosterRow) => (a.event?.onDate ?? '9999').localeCompare(b.event?.onDate ?? '9999'),
  seen: (a: RosterRow, b: RosterRow) => (b.lastSeen ?? '').localeCompare(a.lastSeen ?? ''),
} as const;
type Sort = keyof typeof sorts;
const isSort = (text: string): text is Sort => Object.hasOwn(sorts, text);

const shows = {
  all: 'Everybody',
  blocked: 'Not cleared',
  flagged: 'With a flag',
  deciding: 'Proposals open',
} as const;
type Show = keyof typeof shows;
const isShow = (text: string): text is Show => Object.hasOwn(shows, text);
const showTests: Readonly<Record<Show, (row: RosterRow) => boolean>> = {
  all: () => true,
  blocked: (row) => row.clearState !== 'cleared',
  flagged: (row) => row.flags.length > 0,
  deciding: (row) => row.openProposals > 0,
};

export async function loader({ request, context }: Route.LoaderArgs) {
  const params = new URL(request.url).searchParams;
  const q = (params.get('q') ?? '').trim().toLowerCase();
  const sort = params.get('sort') ?? 'name';
  const show = params.get('show') ?? 'all';
  const principal = principalIn(context);
  const { today, rows } = await roster(principal);
  const found = rows.filter(
    (row) =>
      (q === '' || `${row.name} ${row.discipline}`.toLowerCase().includes(q)) &&
      showTests[isShow(show) ? show : 'all'](row),
  );
  const sorted = found.sort(sorts[isSort(sort) ? sort : 'name']);
  if (params.get('dir') === 'down') sorted.reverse();
  return {
    today,
    total: rows.length,
    rows: sorted.map(shownRow),
    mayImport: can(principal, 'athlete.import'),
  };
}

const remembered = 'zest-pillar.athletes';

export default function Athletes({ loaderData }: Route.ComponentProps) {
  const { rows, today, total, mayImport } = loaderData;
  const [params, setParams] = useSearchParams();
  const submit = useSubmit();
  // A list remembers how it was last sorted and filtered; the address always holds it.
  useEffect(() => {
    const text = params.toString();
    if (text) sessionStorage.setItem(remembered, text);
    else {
      const before = sessionStorage.getItem(remembered);
      if (before) setParams(new URLSearchParams(before), { replace: true });
    }
  }, [params, setParams]);
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-4xl sm:text-5xl">Athletes</h1>
        <p className="flex gap-3">
          {mayImport ? <ButtonLink to={href('/athletes/import')}>Import a roster</ButtonLink> : null}
          <ButtonLink to={href('/athletes/new')}>Add an athlete</ButtonLink>
        </p>
      </header>
      <Form
        className="mt-6 flex flex-wrap items-end gap-3"
        onChange={(event) => void submit(event.currentTarget, { replace: true })}
      >
        <label className="grow sm:max-w-72">
          <span className="sr-only">Find by name or sport</span>
          <input
            type="search"
            name="q"
            defaultValue={params.get('q') ?? ''}
            placeholder="Name or sport"
            className="field-input"
          />
        </label>
        <label>
          <span className="sr-only">Show</span>
          <select name="show" defaultValue={params.get('show') ?? 'all'} className="field-input">
            {Object.entries(shows).map(([id, label]) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </select>
        </label>
        <input type="hidden" name="sort" value={params.get('sort') ?? 'name'} />
        <input type="hidden" name="dir" value={params.get('dir') ?? 'up'} />
        <p className="figures py-2 text-quiet" aria-live="polite">
          {rows.length === total ? counted(total, 'athlete') : `${rows.length} of ${total}`}
        </p>
      </Form>
      {total === 0 ? (
        <div className="mt-8">
          <Empty title="Nobody here yet">
            <p>Add the first athlete, or import your roster from a CSV file.</p>
          </Empty>
        </div>
      ) : rows.length === 0 ? (
        <div className="mt-8">
          <Empty title="Nobody by that">
            <p>
              <Link
                to={`${href('/athletes')}?show=all`}
                onClick={() => sessionStorage.removeItem(remembered)}
              >
                Show everybody
              </Link>
            </p>
          </Empty>
        </div>
      ) : (
        <Scroller label="Athletes" className="mt-5">
          <table className="w-full min-w-[46rem] text-left">
            <thead>
              <tr className="border-b-2 border-ink">
                <th scope="col" className="w-14 py-2">
                  <span className="sr-only">Pillar</span>
                </th>
                <SortHead id="name" label="Athlete" />
                <SortHead id="sport" label="Sport" />
                <SortHead id="step" label="On the path" />
                <SortHead id="event" label="Next event" />
                <SortHead id="seen" label="Last seen" />
              </tr>
            </thead>
            <tbody className="rule-list">
              {rows.map((row) => (
                <tr key={row.id} className="hover:bg-chalk">
                  <td className="py-1.5">
                    <SmallPillar parts={row.pillar} next={row.top} />
                  </td>
                  <th scope="row" className="py-1.5 pr-3 font-bold">
                    <Link
                      to={href('/athletes/:athleteId', { athleteId: row.id })}
                      className="inline-block py-2 no-underline hover:underline"
                    >
                      {row.name}
                    </Link>
                    {row.flags.length > 0 ? (
                      <span className="ml-2 whitespace-nowrap border border-ink px-1.5 text-fine font-normal">
                        ⚑ pain flag
                      </span>
                    ) : null}
                  </th>
                  <td className="py-1.5 pr-3">{row.discipline}</td>
                  <td className="py-1.5 pr-3">
                    {row.clearState === 'cleared' || row.clearState === 'ask_first' ? (
                      row.step
                    ) : (
                      <span className="hatched bg-sand px-1.5 py-0.5 text-quiet">
                        <span className="bg-sand px-1 text-ink">{row.step}</span>
                      </span>
                    )}
                  </td>
                  <td className="py-1.5 pr-3">
                    {row.event ? (
                      <>
                        {row.event.name}
                        <span className="block text-aside text-quiet">
                          {row.event.priority}, {awayText(row.event.onDate, today)}
                        </span>
                      </>
                    ) : (
                      <span className="text-quiet">none</span>
                    )}
                  </td>
                  <td className="figures py-1.5 whitespace-nowrap">
                    {row.lastSeen ? dayText(row.lastSeen, today) : <span className="text-quiet">never</span>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Scroller>
      )}
    </>
  );
}

function SortHead({ id, label }: { id: Sort; label: string }) {
  const [params] = useSearchParams();
  const current = params.get('sort') ?? 'name';
  const down = params.get('dir') === 'down';
  const active = current === id;
  const next = new URLSearchParams(params);
  next.set('sort', id);
  next.set('dir', active && !down ? 'down' : 'up');
  return (
    <th
      scope="col"
      aria-sort={active ? (down ? 'descending' : 'ascending') : 'none'}
      className="py-2 pr-3 font-bold"
    >
      <Link
        to={`?${next}`}
        className="inline-flex items-center gap-1 py-1 no-underline hover:underline"
        replace
      >
        {label}
        {active ? (
          down ? (
            <ArrowDown aria-hidden="true" className="size-4" />
          ) : (
            <ArrowUp aria-hidden="true" className="size-4" />
          )
        ) : null}
      </Link>
    </th>
  );
}
