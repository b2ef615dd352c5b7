import { Form, href, Link, redirect, useNavigation } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { Scroller } from '~/app/components/scroller';
import { refusal, requireMay } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { issue } from '~/core/result';
import { percentileAthletes, repeatAthletes, repeatDays } from '~/core/screen/trust/needs';
import { counted } from '~/core/words/counted';
import { editCatalogue } from '~/server/commands/edit-catalogue';
import { principalIn } from '~/server/principal/middleware.server';
import { offeredEdit, type TrustOffer, trustTest, trustView } from '~/server/views/trust';
import type { Route } from './+types/trust';

export const meta: Route.MetaFunction = () => pageTitle('Trust');

const oneDecimal = (value: number) => Math.round(value * 10) / 10;

export function loader({ request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  return trustView(principal, trustTest(principal, new URL(request.url).searchParams));
}

/** What the form takes over; undefined when it asks for nothing there is. */
function offerOf(form: FormData): TrustOffer | undefined {
  const take = form.get('take');
  if (take === 'error' || take === 'default_error') return { take };
  const percent = Number(form.get('percent'));
  return take === 'target' && (percent === 25 || percent === 50 || percent === 75)
    ? { take, percent }
    : undefined;
}

export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'catalogue.edit');
  const testId = trustTest(principal, new URL(request.url).searchParams);
  const form = await request.formData();
  const offer = offerOf(form);
  if (!offer) return refusal([issue('input.id')]);
  const offered = await offeredEdit(principal, testId, offer);
  if (!offered.ok) return refusal(offered.issues);
  const kept = await editCatalogue(principal, {
    id: form.get('editId'),
    revision: Number(form.get('revision')),
    reason: offered.value.reason,
    edit: { op: 'change', kind: 'test', entryId: testId, patch: offered.value.patch },
  });
  return kept.ok ? redirect(`${href('/screen/trust')}?test=${testId}`) : refusal(kept.issues);
}

export default function Trust({ loaderData, actionData }: Route.ComponentProps) {
  const { test, tests, found, byTester, between, percentiles, edit, mayEdit } = loaderData;
  const busy = useNavigation().state !== 'idle';
  const hidden = (
    <>
      <input type="hidden" name="editId" value={edit.editId} />
      <input type="hidden" name="revision" value={edit.revision} />
    </>
  );
  const cell = 'py-1.5 pr-5';
  return (
    <>
      <p>
        <Link to={href('/screen')} className="inline-block py-2">
          Screens due
        </Link>
      </p>
      <h1 className="text-4xl sm:text-5xl">How well our tests repeat</h1>
      <p className="mt-1 max-w-2xl text-quiet">
        Repeat a test on {repeatAthletes} athletes or more within {repeatDays} days: the spread of the
        differences is the typical error, and only a change beyond 1.96 × √2 of it is called real.
      </p>
      <Form method="get" className="mt-4 flex flex-wrap items-end gap-3">
        <label className="grow sm:max-w-sm">
          <span className="mb-1 block font-bold">Test</span>
          <select name="test" defaultValue={test.id} key={test.id} className="field-input">
            {tests.map((choice) => (
              <option key={choice.id} value={choice.id}>
                {choice.name}
              </option>
            ))}
          </select>
        </label>
        <Button>Show it</Button>
      </Form>
      <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
      <div className="mt-8 grid gap-x-14 gap-y-10 lg:grid-cols-2">
        <section aria-labelledby="error">
          <h2 id="error" className="text-2xl">
            Typical error: {oneDecimal(loaderData.inUse)} {test.unit}{' '}
            <span className="font-text text-base font-normal text-quiet">
              {loaderData.ownError === undefined ? 'default' : `our own; default ${loaderData.shipped}`}
            </span>
          </h2>
          <p className="mt-1">
            A change of one trial counts as real from {loaderData.realFrom} {test.unit}.
          </p>
          {found ? (
            <p className="mt-3 text-lg">
              Our repeats say <strong className="figures">{found.typicalError.toFixed(1)}</strong> {test.unit}{' '}
              <span className="figures">
                (95 %: {found.low.toFixed(1)} to {found.high.toFixed(1)})
              </span>
              , from {found.pairs} pairs of {found.athletes} athletes. The second time was{' '}
              <span className="figures">
                {found.shift >= 0 ? '+' : ''}
                {found.shift.toFixed(1)}
              </span>{' '}
              on average.
            </p>
          ) : (
            <p className="mt-3">
              Repeats of {counted(loaderData.athletes, 'athlete')} so far, {repeatAthletes} are needed.
            </p>
          )}
          {mayEdit ? (
            <Form method="post" className="mt-3 flex flex-wrap gap-3">
              {hidden}
              {found ? (
                <Button name="take" value="error" disabled={busy}>
                  Use {found.typicalError.toFixed(1)} as our own
                </Button>
              ) : null}
              {loaderData.ownError === undefined ? null : (
                <Button look="quiet" name="take" value="default_error" disabled={busy}>
                  Back to the default
                </Button>
              )}
            </Form>
          ) : null}
          {byTester.length > 0 ? (
            <Scroller label="Typical error by tester" className="mt-5">
              <table className="figures text-left">
                <thead>
                  <tr className="border-b border-ink">
                    <th scope="col" className={cell}>
                      Tester
                    </th>
                    <th scope="col" className={cell}>
                      Error
                    </th>
                    <th scope="col" className={cell}>
                      95 %
                    </th>
                    <th scope="col" className={cell}>
                      Pairs
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {byTester.map((tester) => (
                    <tr key={tester.name} className="border-b border-mortar">
                      <th scope="row" className={`${cell} font-normal`}>
                        {tester.name}
                      </th>
                      <td className={cell}>{tester.estimate.typicalError.toFixed(1)}</td>
                      <td className={cell}>
                        {tester.estimate.low.toFixed(1)} to {tester.estimate.high.toFixed(1)}
                      </td>
                      <td className={cell}>{tester.estimate.pairs}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </Scroller>
          ) : (
            <p className="mt-3 text-quiet">No tester has repeated this test on three athletes yet.</p>
          )}
        </section>
        <div className="space-y-10">
          <section aria-labelledby="testers">
            <h2 id="testers" className="text-2xl">
              Between testers
            </h2>
            {between.length === 0 ? (
              <p className="mt-2 text-quiet">
                Five athletes seen by two testers within {repeatDays} days are needed.
              </p>
            ) : null}
            {between.map((pair) => (
              <p key={pair.a + pair.b} className="mt-2">
                <strong>{pair.bName}</strong> reads{' '}
                <strong className="figures">
                  {Math.abs(pair.bias).toFixed(1)} {test.unit} {pair.bias >= 0 ? 'more' : 'less'}
                </strong>{' '}
                than <strong>{pair.aName}</strong>{' '}
                <span className="figures">
                  (95 %: {pair.low.toFixed(1)} to {pair.high.toFixed(1)}, {pair.pairs} pairs)
                </span>
                . {pair.differ ? '▲ They read differently.' : 'That may be chance.'} Single figures lie within
                ± <span className="figures">{pair.agreement.toFixed(1)}</span>.
              </p>
            ))}
          </section>
          <section aria-labelledby="own">
            <h2 id="own" className="text-2xl">
              Our own athletes
            </h2>
            {percentiles ? (
              <>
                <dl className="figures mt-2 grid max-w-sm grid-cols-3 gap-2">
                  {([25, 50, 75] as const).map((percent) => (
                    <div key={percent}>
                      <dt className="text-quiet">{percent} % point</dt>
                      <dd className="head text-3xl">{oneDecimal(percentiles.at[percent])}</dd>
                    </div>
                  ))}
                </dl>
                <p className="text-quiet">
                  {test.unit}, {percentiles.athletes} athletes, newest result of each
                  {test.lower ? '; lower is better, so 75 % is the better end' : ''}.
                </p>
                {mayEdit ? (
                  <Form method="post" className="mt-2 flex flex-wrap items-center gap-3">
                    {hidden}
                    <label>
                      Our target is the{' '}
                      <select
                        name="percent"
                        defaultValue="50"
                        className="min-h-11 border border-mortar bg-paper px-2"
                      >
                        <option value="25">25 %</option>
                        <option value="50">50 %</option>
                        <option value="75">75 %</option>
                      </select>{' '}
                      point
                    </label>
                    <Button name="take" value="target" disabled={busy}>
                      Use it as our own target
                    </Button>
                  </Form>
                ) : null}
              </>
            ) : (
              <p className="mt-2 text-quiet">
                Results of {loaderData.tested} athletes so far; from {percentileAthletes} on their percentiles
                may be our own target.
              </p>
            )}
            {loaderData.ownTarget ? (
              <p className="mt-2">
                Our own target now: <strong className="figures">{loaderData.ownTarget}</strong> {test.unit}.{' '}
                <Link to={`${href('/library/tests')}#${test.id}`}>By sex, age, sport and level</Link>
              </p>
            ) : null}
          </section>
        </div>
      </div>
    </>
  );
}
