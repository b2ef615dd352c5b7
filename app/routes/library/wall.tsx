import { Form, href, Link, useSearchParams, useSubmit } from 'react-router';
import { BodyBar } from '~/app/components/body-bar';
import { Figure } from '~/app/components/figure';
import { Disclaimer, Empty } from '~/app/components/notice';
import { archetypeNames } from '~/app/lib/archetypes';
import { pageTitle } from '~/app/lib/title';
import { WallLadder } from '~/app/routes/library/wall-ladder';
import { cautions, qualities } from '~/core/catalogue';
import { disclaimer } from '~/core/clear/signs';
import { counted } from '~/core/words/counted';
import { principalIn } from '~/server/principal/middleware.server';
import { bodyChoices, chosenBody } from '~/server/views/body';
import { kitChoices, ladderWall, searchOf } from '~/server/views/library';
import { offeredSchools } from '~/server/views/schools';
import type { Route } from './+types/wall';

export const meta: Route.MetaFunction = () => pageTitle('Library');

export async function loader({ request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const { trade } = principal;
  const params = new URL(request.url).searchParams;
  const [chosen, choices] = await Promise.all([chosenBody(principal, params), bodyChoices(principal)]);
  const search = searchOf(principal.trade, params, chosen);
  const found = ladderWall(trade, search, chosen);
  const groups = [
    ...qualities.map(({ id, name, meaning }) => ({ id: id as string, name, meaning })),
    { id: 'neck_control', name: 'Neck control', meaning: 'Holding the head in line with the trunk.' },
  ];
  return {
    loose: found.some(({ loose }) => loose),
    groups: groups
      .map((group) => ({ ...group, ladders: found.filter((found) => found.quality === group.id) }))
      .filter((group) => group.ladders.length > 0)
      // Where something was looked for by name, what is called so stands first.
      .sort((a, b) =>
        search.text?.trim()
          ? found.indexOf(a.ladders[0] as (typeof found)[number]) -
            found.indexOf(b.ladders[0] as (typeof found)[number])
          : 0,
      ),
    rungs: found.reduce((sum, found) => sum + found.fitting, 0),
    choices,
    athlete: chosen.athlete && { id: chosen.athlete.id, name: chosen.athlete.name },
    form: chosen.form,
    problems: chosen.problems,
    orphans: trade.orphans.length,
    hiddenLadders: trade.ladders
      .filter((ladder) => ladder.rungs.every((rung) => trade.isHidden(rung.id)))
      .map(({ id, name }) => ({ id, name })),
    schools: offeredSchools(principal.trade, search.school),
    cautions: cautions.map(({ id, name }) => ({ id, name })),
    kit: kitChoices,
    qualities: groups.map(({ id, name }) => ({ id, name })),
    disclaimer,
  };
}

const sports: readonly (readonly [id: string, name: string])[] = [
  ['running', 'Running'],
  ['cycling', 'Cycling'],
  ['riding', 'Horse riding'],
  ['skiing', 'Skiing'],
  ['gymnastics', 'Gymnastics'],
  ['field_court', 'Field and court'],
  ['dance', 'Dance'],
];

function Choice({
  name,
  label,
  any,
  children,
}: {
  name: string;
  label: string;
  any: readonly (readonly [value: string, text: string])[];
  children?: React.ReactNode;
}) {
  const [params] = useSearchParams();
  const value = params.get(name) ?? '';
  return (
    <label className="min-w-36 max-sm:grow">
      <span className="block text-aside text-quiet">{label}</span>
      <select name={name} defaultValue={value} key={value} className="field-input">
        {any.map(([id, text]) => (
          <option key={id} value={id}>
            {text}
          </option>
        ))}
        {children}
      </select>
    </label>
  );
}

const options = (rows: readonly { id: string; name: string }[]) =>
  rows.map(({ id, name }) => (
    <option key={id} value={id}>
      {name}
    </option>
  ));

export default function LibraryWall({ loaderData }: Route.ComponentProps) {
  const { groups, athlete, choices, form, problems } = loaderData;
  const [params] = useSearchParams();
  const submit = useSubmit();
  const kept = [...params].filter(([key]) => ['athlete', 'mass', 'stature', 'sex'].includes(key));
  const narrowed = ['sport', 'school', 'caution', 'kit', 'posture'].some((key) => params.get(key));
  const query = params.toString();
  const own = athlete
    ? ([
        ['', `as ${athlete.name.split(' ')[0]}`],
        ['any', 'any'],
      ] as const)
    : ([['', 'any']] as const);
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-4xl sm:text-5xl">Library</h1>
        <p className="flex flex-wrap gap-x-5">
          <Link to={href('/library/tests')} className="inline-block py-2">
            Tests and targets
          </Link>
          <Link to={href('/library/sports')} className="inline-block py-2">
            What sports ask
          </Link>
          <Link to={href('/library/rules')} className="inline-block py-2">
            Schools and rules
          </Link>
        </p>
      </header>
      <div className="mt-5">
        <BodyBar {...choices} athleteId={athlete?.id} form={form} problems={problems} />
      </div>
      <Form
        className="mt-4 flex flex-wrap items-end gap-3 border-y border-mortar py-3"
        onChange={(event) => void submit(event.currentTarget, { replace: true })}
      >
        {kept.map(([key, value]) => (
          <input key={key} type="hidden" name={key} value={value} />
        ))}
        <label className="grow sm:max-w-64">
          <span className="block text-aside text-quiet">Find</span>
          <input
            type="search"
            name="q"
            defaultValue={params.get('q') ?? ''}
            placeholder="plank, side bend, tabletop ..."
            className="field-input"
          />
        </label>
        <Choice name="quality" label="Quality" any={[['', 'any']]}>
          {options(loaderData.qualities)}
        </Choice>
        <details open={narrowed} className="group max-sm:w-full">
          <summary className="flex min-h-11 cursor-pointer items-center px-2 underline decoration-mortar decoration-2 underline-offset-4">
            Sport, school, caution, kit, posture
          </summary>
          <div className="mt-2 flex flex-wrap gap-3">
            <Choice name="sport" label="Sport" any={[['', 'any']]}>
              {options(sports.map(([id, name]) => ({ id, name })))}
            </Choice>
            <Choice name="school" label="School" any={own}>
              {options(loaderData.schools)}
            </Choice>
            <Choice name="caution" label="Caution" any={own}>
              {options(loaderData.cautions)}
            </Choice>
            <Choice name="kit" label="Kit at hand" any={[...own, ['bare', 'nothing but a mat']]}>
              {options(loaderData.kit.map(({ id, name }) => ({ id, name: `only ${name.toLowerCase()}` })))}
            </Choice>
            <Choice name="posture" label="Posture" any={[['', 'any']]}>
              {options(Object.entries(archetypeNames).map(([id, name]) => ({ id, name })))}
            </Choice>
          </div>
        </details>
        <p className="figures py-2.5 text-quiet" aria-live="polite">
          {counted(loaderData.rungs, 'rung')}
        </p>
      </Form>
      {loaderData.loose ? <p className="mt-4">Nothing is called all of that; these come nearest.</p> : null}
      {groups.length === 0 ? (
        <div className="mt-8">
          <Empty title="No rung fits all of that">
            <p>
              <Link to={athlete ? `?athlete=${athlete.id}` : '?'}>Show every ladder</Link>
            </p>
          </Empty>
        </div>
      ) : null}
      <div className="mt-7 space-y-9">
        {groups.map((group) => (
          <section key={group.id} aria-labelledby={`g-${group.id}`}>
            <h2 id={`g-${group.id}`} className="border-b-2 border-ink pb-1 text-2xl">
              {group.name}
              <span className="ml-3 font-text text-base font-normal text-quiet">{group.meaning}</span>
            </h2>
            <ul className="mt-4 grid gap-x-8 gap-y-6 lg:grid-cols-2">
              {group.ladders.map((ladder) => {
                const stands = ladder.rungs.find((rung) => rung.state === 'stands');
                return (
                  <li key={ladder.id} className="flex items-end gap-4 border-b border-mortar">
                    <WallLadder rungs={ladder.rungs} />
                    <div className="min-w-0 grow pb-2">
                      <h3 className="text-xl">
                        <Link
                          to={`${href('/library/:ladderId', { ladderId: ladder.id })}${query ? `?${query}` : ''}`}
                          className="inline-block py-1"
                        >
                          {ladder.name}
                        </Link>
                      </h3>
                      <p className="figures text-aside">
                        {ladder.fitting === ladder.rungs.length
                          ? counted(ladder.rungs.length, 'rung')
                          : `${ladder.fitting} of ${ladder.rungs.length} rungs`}
                        {ladder.from === undefined ? '' : `, ${ladder.from} to ${ladder.to} N·m`}
                      </p>
                      {stands ? (
                        <p className="text-aside">
                          <span aria-hidden="true">◼ </span>on {stands.name}
                        </p>
                      ) : ladder.named.length > 0 ? null : (
                        <p className="text-aside leading-snug text-quiet">{ladder.purpose}</p>
                      )}
                      <Named ladderId={ladder.id} rungs={ladder.named} query={query} />
                    </div>
                    <Figure
                      posture={ladder.figure.posture}
                      needs={ladder.figure.needs}
                      label=""
                      plain
                      bare
                      className="h-16 w-24 shrink-0 max-xs:hidden"
                    />
                  </li>
                );
              })}
            </ul>
          </section>
        ))}
      </div>
      {loaderData.hiddenLadders.length > 0 ? (
        <p className="mt-10">
          Hidden by us:{' '}
          {loaderData.hiddenLadders.map((hidden, i) => (
            <span key={hidden.id}>
              {i > 0 ? ', ' : ''}
              <Link to={href('/library/:ladderId', { ladderId: hidden.id })}>{hidden.name}</Link>
            </span>
          ))}
          .
        </p>
      ) : null}
      {loaderData.orphans > 0 ? (
        <p className="mt-4">
          {loaderData.orphans} of our changes belong to entries that are not in the library any more. They are
          kept in the history and change nothing.
        </p>
      ) : null}
      <Disclaimer text={loaderData.disclaimer} className="mt-12" />
    </>
  );
}

/** The rungs that are called what was typed, each a link. */
function Named({
  ladderId,
  rungs,
  query,
}: {
  ladderId: string;
  rungs: readonly { id: string; name: string }[];
  query: string;
}) {
  if (rungs.length === 0) return null;
  const to = (id: string) => {
    const params = new URLSearchParams(query);
    params.set('rung', id);
    return `${href('/library/:ladderId', { ladderId })}?${params}`;
  };
  return (
    <ul className="mt-1">
      {rungs.slice(0, 4).map(({ id, name }) => (
        <li key={id}>
          <Link to={to(id)} className="inline-block py-1 leading-snug">
            {name}
          </Link>
        </li>
      ))}
      {rungs.length > 4 ? (
        <li className="text-quiet">and {counted(rungs.length - 4, 'more', 'more')}</li>
      ) : null}
    </ul>
  );
}
