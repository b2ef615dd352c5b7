import { useEffect, useRef, useState } from 'react';
import { data, Link, redirect, useNavigation, useSearchParams } from 'react-router';
import { z } from 'zod';
import { AnswerView } from '~/app/components/bench/answer';
import { Controls } from '~/app/components/bench/controls';
import { PlotView } from '~/app/components/bench/plot';
import { SendForm } from '~/app/components/bench/send-form';
import { BodyBar } from '~/app/components/body-bar';
import { Figure } from '~/app/components/figure';
import { Disclaimer } from '~/app/components/notice';
import { RungSelect } from '~/app/components/rung-select';
import { toolById, tools } from '~/core/bench';
import { readValues } from '~/core/bench/tool';
import { mostLoad } from '~/core/catalogue/rung-load';
import { disclaimer } from '~/core/clear/signs';
import { rungBar } from '~/core/coach/choose-rung';
import { sendToLadder } from '~/db/queries/coach';
import { writeAudit } from '~/db/queries/practice';
import { layOutWeeks, rungContext } from '~/server/plan.server';
import { who } from '~/server/principal/principal.server';
import { tradeFor } from '~/server/principal/trade.server';
import { benchContext } from '~/server/views/bench.server';
import { bodyChoices, chosenBody } from '~/server/views/body.server';
import { rungChoices } from '~/server/views/library.server';
import { isUuid, notFound, pictureOf, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/tool';

export const meta: Route.MetaFunction = ({ params }) => [
  { title: `${toolById(params.toolId)?.name ?? 'Bench'} · Zest Pillar` },
];

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const person = who(context);
  const trade = tradeFor(person);
  const tool = toolById(params.toolId);
  if (!tool) throw notFound('This instrument');
  const query = new URL(request.url).searchParams;
  const [chosen, choices] = await Promise.all([chosenBody(person, query), bodyChoices(person)]);
  const bench = benchContext(person, query, chosen);
  return {
    ...bench,
    choices,
    athlete: chosen.athlete && {
      id: chosen.athlete.id,
      name: chosen.athlete.name,
      rungs: chosen.athlete.states
        .filter((state) => trade.hasRung(state.rungId))
        .map((state) => ({ id: state.rungId, name: trade.rung(state.rungId).name })),
    },
    form: chosen.form,
    problems: chosen.problems,
    rungs: tool.usesRung ? rungChoices(trade) : [],
    disclaimer,
  };
}

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
    `${url.pathname}${['athlete', 'mass', 'stature', 'sex', 'rung'].map((key) => url.searchParams.get(key) ?? '').join('|')}`;
  return asked(currentUrl) !== asked(nextUrl);
}

const sent = z.object({
  athleteId: z.string().refine(isUuid),
  rungId: z.string(),
  load: z.coerce.number().positive().max(500).optional(),
  amount: z.coerce.number().positive().max(600).optional(),
  setting: z.string().trim().max(200).optional(),
});

export async function action({ request, context }: Route.ActionArgs) {
  const person = who(context);
  const form = Object.fromEntries([...(await request.formData())].filter(([, value]) => value !== ''));
  const parsed = sent.safeParse(form);
  if (!parsed.success)
    return data(
      { error: parsed.error.issues[0]?.message ?? 'This could not be read.', done: undefined },
      { status: 400 },
    );
  const { athleteId, rungId, load, amount, setting } = parsed.data;
  const trade = tradeFor(person);
  if (!trade.hasRung(rungId))
    return data({ error: 'Choose the exercise it belongs to.', done: undefined }, { status: 400 });
  const athlete = await requireAthlete(person, athleteId);
  const picture = await pictureOf(person, athlete);
  if (picture.clearance.allows === 'nothing')
    return data({ error: `Not cleared: ${picture.clearance.liftedBy}`, done: undefined }, { status: 409 });
  const each = trade.rung(rungId);
  const refuse = (error: string, status = 400) => data({ error, done: undefined }, { status });
  const bar = rungBar(trade.ladderOf(rungId), each, rungContext(person, picture, []));
  if (bar) return refuse(`${each.name} is not for ${athlete.givenName}: ${bar}.`, 409);
  if (load !== undefined) {
    const most = mostLoad(each, athlete.massKg, picture.age < 16);
    if (most === undefined) return refuse(`${each.name} takes no load.`);
    if (load > most)
      return refuse(
        `${load} is over the ${Math.round(most * 10) / 10} that suit ${each.name} at ${athlete.massKg} kg${picture.age < 16 ? ' under 16' : ''}.`,
      );
  }
  await sendToLadder(
    athlete.id,
    { ladderId: trade.ladderOf(rungId).id, rungId, sets: each.start.sets, amount, load, setting },
    each.start.amount,
  );
  await writeAudit({
    practiceId: person.practiceId,
    staffId: person.staffId,
    action: 'change',
    subject: 'prescription',
    subjectId: athlete.id,
  });
  await layOutWeeks(person, picture);
  if (new URL(request.url).searchParams.has('open')) return redirect(`/athletes/${athlete.id}/coach`);
  return { error: undefined, done: `${each.name} of ${athlete.givenName} ${athlete.familyName} is set.` };
}

export default function ToolView({ loaderData, params, actionData }: Route.ComponentProps) {
  const { athlete, choices, context, form, problems, rungs } = loaderData;
  const tool = toolById(params.toolId) ?? tools[0];
  const [query, setQuery] = useSearchParams();
  const busy = useNavigation().state !== 'idle';
  const controls = tool ? tool.controls(context) : [];
  const key = `${tool?.id} ${context.rung.id}`;
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
          for (const [each, value] of Object.entries(next)) before.set(each, value);
          return before;
        },
        { replace: true, preventScrollReset: true },
      );
    }, 250);
  };
  const answer = tool.answer(values, context);
  const drawn = tool.draw?.(values, context);
  const kept = new URLSearchParams(
    [...query].filter(([name]) => ['athlete', 'mass', 'stature', 'sex', 'rung'].includes(name)),
  );
  return (
    <>
      <p className="flex flex-wrap gap-x-5">
        <Link to={`/bench?${kept}`} className="inline-block py-2">
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
          <SendForm
            answer={answer}
            athlete={athlete}
            rung={tool.usesRung ? { id: context.rung.id, name: context.rung.name } : undefined}
            busy={busy}
            result={actionData}
          />
        </div>
      </div>
      <Disclaimer text={loaderData.disclaimer} className="mt-10" />
    </>
  );
}
