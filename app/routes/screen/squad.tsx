import { Form, href, Link, useNavigation } from 'react-router';
import { Button, buttonClass } from '~/app/components/button';
import { pageTitle } from '~/app/lib/title';
import { RotationTable } from '~/app/routes/screen/squad/rotation-table';
import { barsText, issueText } from '~/app/words/issue-text';
import { mostClocks } from '~/core/screen/station/squad';
import { numbered } from '~/core/words/counted';
import { principalIn } from '~/server/principal/middleware.server';
import { squadView } from '~/server/views/rotation';
import type { Route } from './+types/squad';

export const meta: Route.MetaFunction = () => pageTitle('Squad day');

export const loader = ({ request, context }: Route.LoaderArgs) =>
  squadView(principalIn(context), new URL(request.url).searchParams);

export default function Squad({ loaderData }: Route.ComponentProps) {
  const { asked, saved, stages, day } = loaderData;
  const busy = useNavigation().state !== 'idle';
  const chosen = day.people.filter((person) => person.chosen);
  const clocksLink = (testId: string) =>
    `${href('/screen/clocks')}?${new URLSearchParams([['test', testId], ...chosen.map((person) => ['with', person.id] as [string, string])])}`;
  const number = 'figures ml-2 min-h-11 w-20 border border-mortar bg-paper px-2';
  return (
    <>
      <p className="no-print">
        <Link to={href('/screen')} className="inline-block py-2">
          Screens due
        </Link>
      </p>
      <h1 className="text-4xl sm:text-5xl">Squad day</h1>
      {chosen.length > 0 && day.stations.length > 0 ? (
        <section aria-labelledby="rotation" className="mt-6">
          <h2 id="rotation" className="text-2xl">
            {chosen.length} athletes, {day.stations.length} stations, {asked.testers}{' '}
            {numbered(asked.testers, 'tester', 'testers')}: done after{' '}
            <span className="figures">{Math.round(day.plan.finishMin)} min</span>
          </h2>
          <p className="mt-1 text-quiet">
            5 min warm-up together. No plan could take less than {Math.ceil(day.plan.boundMin)} min. Maximal
            holds come last for everybody, with their rest before them.
          </p>
          <div className="mt-3">
            <RotationTable plan={day.plan} stations={day.stations} people={chosen} late={asked.late} />
          </div>
          {day.leftOut.length > 0 ? (
            <ul className="mt-3">
              {day.leftOut.map((out) => (
                <li key={`${out.name}${out.test}`}>
                  <strong>{out.name}</strong> does not do {out.test.toLowerCase()}: {barsText(out.bars)}.
                </li>
              ))}
            </ul>
          ) : null}
          {day.clocked.length > 0 ? (
            <p className="no-print mt-5 flex flex-wrap items-center gap-3">
              <span>All on the clock at once, up to {mostClocks}:</span>
              {day.clocked.map((test, i) => (
                <Link
                  key={test.id}
                  to={clocksLink(test.id)}
                  className={buttonClass(i === 0 ? 'next' : 'plain')}
                >
                  {test.name}
                </Link>
              ))}
            </p>
          ) : null}
        </section>
      ) : (
        <p className="mt-3 max-w-2xl text-lg">
          Choose who is there and what is tested: the rotation says who is where when, and the clocks time a
          hold of all at once.
        </p>
      )}
      <Form method="get" className="no-print mt-8" preventScrollReset>
        <div className="grid gap-x-12 gap-y-6 lg:grid-cols-2">
          <fieldset>
            <legend className="text-2xl font-bold">Who is there</legend>
            <ul className="mt-2 sm:columns-2">
              {day.people.map((person) => (
                <li key={person.id} className="break-inside-avoid">
                  <label className="flex min-h-11 items-start gap-2 py-2 leading-snug">
                    <input
                      type="checkbox"
                      name="with"
                      value={person.id}
                      defaultChecked={person.chosen}
                      disabled={person.withheld.length > 0}
                      className="mt-0.5 size-5 shrink-0"
                    />
                    <span>
                      {person.name}
                      {person.withheld.map((issue) => (
                        <span key={issue.code} className="block text-aside text-quiet">
                          {issueText(issue)}
                        </span>
                      ))}
                    </span>
                  </label>
                </li>
              ))}
            </ul>
          </fieldset>
          <div>
            <fieldset>
              <legend className="text-2xl font-bold">What is tested</legend>
              {saved.length > 0 ? (
                <p className="flex flex-wrap gap-4">
                  {saved.map((battery) => (
                    <Link key={battery.id} to={`?battery=${battery.id}`} className="py-2">
                      {battery.name}
                    </Link>
                  ))}
                </p>
              ) : null}
              {stages.map((stage) => (
                <div key={stage.name} className="mt-2">
                  <p className="text-quiet">{stage.name}</p>
                  <div className="flex flex-wrap gap-x-5">
                    {stage.tests.map((test) => (
                      <label key={test.id} className="flex min-h-11 items-center gap-2">
                        <input
                          type="checkbox"
                          name="tests"
                          value={test.id}
                          defaultChecked={asked.testIds.includes(test.id)}
                          className="size-6"
                        />
                        {test.name} <span className="figures text-quiet">{test.minutes}</span>
                      </label>
                    ))}
                  </div>
                </div>
              ))}
            </fieldset>
            <p className="mt-4 flex flex-wrap gap-6">
              <label>
                Testers
                <input
                  type="number"
                  name="testers"
                  min={1}
                  max={12}
                  defaultValue={asked.testers}
                  className={number}
                />
              </label>
              <label>
                Stations
                <input
                  type="number"
                  name="stations"
                  min={1}
                  max={12}
                  defaultValue={asked.stations}
                  className={number}
                />
              </label>
            </p>
          </div>
        </div>
        <p className="mt-6">
          <Button look={chosen.length === 0 ? 'next' : 'plain'} disabled={busy}>
            Plan the rotation
          </Button>
        </p>
      </Form>
    </>
  );
}
