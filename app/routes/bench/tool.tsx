import { useEffect, useRef, useState } from 'react';
import { data, href, Link, useNavigation, useSearchParams } from 'react-router';
import { BodyBar } from '~/app/components/body-bar';
import { Figure } from '~/app/components/figure';
import { Disclaimer } from '~/app/components/notice';
import { RungSelect } from '~/app/components/rung-select';
import { statusOf } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { AnswerView } from '~/app/routes/bench/parts/answer';
import { Controls } from '~/app/routes/bench/parts/controls';
import { PlotView } from '~/app/routes/bench/parts/plot';
import { SendForm } from '~/app/routes/bench/parts/send-form';
import { toolById, tools } from '~/core/bench';
import { readValues } from '~/core/bench/tool';
import { disclaimer } from '~/core/clear/signs';
import type { Issue } from '~/core/result';
import { setPrescription } from '~/server/commands/set-prescription';
import { can } from '~/server/principal/can';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { benchContext, openCards } from '~/server/views/bench';
import { bodyChoices, chosenBody } from '~/server/views/body';
import { rungChoices } from '~/server/views/library';
import type { Route } from './+types/tool';

export const meta: Route.MetaFunction = ({ params }) => pageTitle(toolById(params.toolId)?.name, 'Bench');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const { trade } = principal;
  const tool = toolById(params.toolId);
  if (!tool) throw notFound('This instrument');
  const query = new URL(request.url).searchParams;
  const [chosen, choices] = await Promise.all([chosenBody(principal, query), bodyChoices(principal)]);
  const maySend = can(principal, 'prescription.set');
  const [bench, cards] = await Promise.all([
    benchContext(principal, query, chosen, tool.usesLogs ?? false),
    chosen.athlete && maySend ? openCards(principal, chosen.athlete.id) : [],
  ]);
  return {
    ...bench,
    choices,
    athlete: chosen.athlete && {
      id: chosen.athlete.id,
      name: chosen.athlete.name,
      rungs: chosen.athlete.states
        .filter((state) => trade.hasRung(state.rungId))
        .map((state) => ({ id: state.rungId, name: trade.rung(state.rungId).name })),
      cards,
    },
    maySend,
    form: chosen.form,
    problems: chosen.problems,
    rungs: tool.usesRung ? rungChoices(trade) : [],
    disclaimer,
  };
}

/** Words of the address that decide what the server sends. */
const asksTheServer: readonly string[] = ['athlete', 'mass', 'stature', 'sex', 'rung', 'test'];

/** Sliders change the address without asking the server; a body or a rung does. */
export function shouldRevalidate({
  currentUrl,
  nextUrl,
  formMethod,
}: {
  currentUrl: URL;
  nextUrl: URL;
  formMethod?: string | undefined;
}) {
  if (formMethod && formMethod !== 'GET') return true;
  const asked = (url: URL) =>
    `${url.pathname}${[...asksTheServer].map((key) => url.searchParams.get(key) ?? '').join('|')}`;
  return asked(currentUrl) !== asked(nextUrl);
}

const typedNumber = (value: FormDataEntryValue | null) =>
  typeof value === 'string' && value !== '' ? Number(value) : undefined;

/** Puts the answer on an athlete's prescription, through the gate. */
export async function action({ request, context }: Route.ActionArgs) {
  const form = await request.formData();
  const set = await setPrescription(principalIn(context), {
    athleteId: form.get('athleteId'),
    rungId: form.get('rungId'),
    load: typedNumber(form.get('load')),
    lever: typedNumber(form.get('lever')),
    amount: typedNumber(form.get('amount')),
    setting: form.get('setting') || undefined,
    on: form.get('on') || undefined,
    anyway: form.get('anyway') === 'on',
  });
  return set.ok
    ? { issues: [] as readonly Issue[], done: { name: set.value.name, days: set.value.days } }
    : data({ issues: set.issues, done: undefined }, { status: statusOf(set.issues) });
}

export default function ToolView({ loaderData, params, actionData }: Route.ComponentProps) {
  const { athlete, choices, context, form, problems, rungs } = loaderData;
  const tool = toolById(params.toolId) ?? tools[0];
  const [query, setQuery] = useSearchParams();
  const busy = useNavigation().state !== 'idle';
  const controls = tool ? tool.controls(context) : [];
  const key = `${tool?.id} ${context.rung.id} ${context.pair?.testId ?? ''}`;
  const [typed, setTyped] = useState<{ key: string; values: Readonly<Record<string, string>> }>({
    key,
    values: {},
  });
  const texts = typed.key === key ? typed.values : {};
  const { values, problems: wrong } = readValues(controls, (name) => texts[name] ?? query.get(name));
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  if (!tool) return null;
  const change = (name: string, text: string) => {
    const next = { ...texts, [name]: text };
    setTyped({ key, values: next });
    clearTimeout(timer.current);
    // The address follows when the hand rests, so that it can be shared as it stands.
    timer.current = setTimeout(() => {
      setQuery(
        (before) => {
          for (const [word, value] of Object.entries(next)) before.set(word, value);
          return before;
        },
        { replace: true, preventScrollReset: true },
      );
    }, 250);
  };
  const answer = tool.answer(values, context);
  const drawn = tool.draw?.(values, context);
  const kept = new URLSearchParams([...query].filter(([name]) => asksTheServer.includes(name)));
  return (
    <>
      <p className="flex flex-wrap gap-x-5">
        <Link to={`${href('/bench')}?${kept}`} className="inline-block py-2">
          All instruments
        </Link>
      </p>
      <h1 className="text-4xl sm:text-5xl">{tool.name}</h1>
      <p className="mt-1 text-quiet">{tool.question}</p>
      <div className="mt-4 flex flex-wrap items-end gap-x-6 gap-y-3">
        <BodyBar {...choices} athleteId={athlete?.id} form={form} problems={problems} />
        {tool.usesRung ? (
          <RungSelect
            label="Exercise"
            groups={rungs}
            value={context.rung.id}
            onChange={(id) => {
              const next = new URLSearchParams(kept);
              next.set('rung', id);
              setQuery(next, { replace: true, preventScrollReset: true });
            }}
            className="min-w-60 max-w-md max-sm:w-full"
          />
        ) : null}
        {tool.usesPair && loaderData.pairs.length > 0 ? (
          <label className="min-w-60 max-w-md max-sm:w-full">
            <span className="block text-aside text-quiet">Newest results of</span>
            <select
              className="field-input"
              value={context.pair?.testId}
              onChange={(event) => {
                const next = new URLSearchParams(kept);
                next.set('test', event.target.value);
                setQuery(next, { replace: true, preventScrollReset: true });
              }}
            >
              {loaderData.pairs.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        ) : null}
      </div>
      {loaderData.problem ? (
        <p role="alert" className="mt-3 font-bold">
          <span aria-hidden="true">▲ </span>
          {loaderData.problem}
        </p>
      ) : null}
      <div className="mt-6 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
        <div>
          {drawn ? (
            <Figure
              posture={drawn.posture}
              needs={drawn.needs}
              load={drawn.load}
              body={context.body}
              label={drawn.label}
              className="mb-4 h-56 w-full"
            />
          ) : null}
          {answer.plot ? <PlotView plot={answer.plot} /> : null}
          <Controls controls={controls} values={values} texts={texts} problems={wrong} onChange={change} />
        </div>
        <div className="space-y-8">
          <AnswerView answer={answer} />
          {loaderData.maySend ? (
            <SendForm
              answer={answer}
              athlete={athlete}
              rung={tool.usesRung ? { id: context.rung.id, name: context.rung.name } : undefined}
              busy={busy}
              result={actionData}
            />
          ) : null}
        </div>
      </div>
      <Disclaimer text={loaderData.disclaimer} className="mt-10" />
    </>
  );
}
