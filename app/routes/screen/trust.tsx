import { data, Form, Link, redirect, useNavigation } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { Scroller } from '~/app/components/scroller';
import { screenTest } from '~/core/catalogue';
import type { TestPatch } from '~/core/catalogue/edits';
import { realChangeOf } from '~/core/screen/assess/score';
import {
  compareTesters,
  errorByTester,
  ownPercentiles,
  percentileAthletes,
  repeatAthletes,
  repeatDays,
  repeatPairs,
  typicalErrorOf,
  usedResults,
} from '~/core/screen/trust/trust';
import { newId } from '~/db/queries/coach';
import { type SignedIn, staffNames } from '~/db/queries/practice';
import { trialsOfTest } from '~/db/queries/screen';
import { keepEdit } from '~/server/catalogue.server';
import { who } from '~/server/principal/principal.server';
import { tradeFor } from '~/server/principal/trade.server';
import { isUuid, toTrial } from '~/server/views/standing.server';
import type { Route } from './+types/trust';

export const meta: Route.MetaFunction = () => [{ title: 'Trust · Zest Pillar' }];

const oneDecimal = (value: number) => Math.round(value * 10) / 10;

/** Repeats and percentiles of one test, from every standing trial of the practice. */
async function evidence(person: SignedIn, testId: string) {
  const test = tradeFor(person).test(testId);
  const rows = await trialsOfTest(person.practiceId, testId);
  const results = usedResults(
    test,
    rows.map((row) => ({ ...toTrial(row), athleteId: row.athleteId })),
  );
  const pairs = repeatPairs(results);
  return {
    test,
    pairs,
    found: typicalErrorOf(pairs),
    athletes: new Set(pairs.map((pair) => pair.first.athleteId)).size,
    percentiles: ownPercentiles(test, results),
    tested: new Set(results.map((each) => each.athleteId)).size,
  };
}

function testIdOf(person: SignedIn, request: Request): string {
  const id = new URL(request.url).searchParams.get('test') ?? 'side_plank';
  return tradeFor(person).hasTest(id) ? id : 'side_plank';
}

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = who(context);
  const trade = tradeFor(person);
  const testId = testIdOf(person, request);
  const [{ test, pairs, found, athletes, percentiles, tested }, names] = await Promise.all([
    evidence(person, testId),
    staffNames(person.practiceId),
  ]);
  const nameOf = (id: string) => names.get(id) ?? 'somebody who has left';
  const shipped = screenTest(testId).typicalError;
  return {
    tests: trade.tests.filter((each) => each.kind !== 'grade').map(({ id, name }) => ({ id, name })),
    test: { id: test.id, name: test.name, unit: test.unit, lower: test.lowerIsBetter },
    inUse: test.typicalError,
    ownError: trade.ownTest(testId).typicalError ?? undefined,
    shipped,
    realFrom: oneDecimal(realChangeOf(test.typicalError)),
    found,
    athletes,
    pairs: pairs.length,
    byTester: errorByTester(pairs).map(({ staffId, estimate }) => ({ name: nameOf(staffId), estimate })),
    between: compareTesters(pairs).map((each) => ({ ...each, aName: nameOf(each.a), bName: nameOf(each.b) })),
    percentiles,
    tested,
    ownTarget: trade.ownTest(testId).target ?? undefined,
    mayEdit: person.role !== 'assistant',
    edit: { editId: newId(), revision: person.catalogue.revision },
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const person = who(context);
  if (person.role === 'assistant')
    throw data({ message: 'Errors and targets are set by the owner or a coach.' }, { status: 403 });
  const testId = testIdOf(person, request);
  const form = await request.formData();
  const editId = String(form.get('editId'));
  const refuse = (error: string, status = 400) => data({ error }, { status });
  if (!isUuid(editId)) return refuse('This could not be read. Open the page again.');
  // The figures are found anew, so that nobody can put others in their place.
  const { found, percentiles } = await evidence(person, testId);
  const intent = form.get('intent');
  let patch: TestPatch;
  let reason: string;
  if (intent === 'error') {
    if (!found) return refuse(`There are not yet repeats of ${repeatAthletes} athletes.`);
    patch = { typicalError: Math.round(found.typicalError * 100) / 100 };
    reason = `From ${found.pairs} repeats of ${found.athletes} athletes, 95 % limits ${found.low.toFixed(1)} to ${found.high.toFixed(1)}.`;
  } else if (intent === 'default-error') {
    patch = { typicalError: null };
    reason = 'Back to the default error.';
  } else if (intent === 'target') {
    const percent = Number(form.get('percent'));
    if (!percentiles || (percent !== 25 && percent !== 50 && percent !== 75))
      return refuse(`There are not yet results of ${percentileAthletes} athletes.`);
    patch = { target: oneDecimal(percentiles.at[percent]) };
    reason = `The ${percent} % point of ${percentiles.athletes} of our own athletes.`;
  } else return refuse('This could not be read. Open the page again.');
  const kept = await keepEdit(person, editId, Number(form.get('revision')), {
    edit: { op: 'change', kind: 'test', entryId: testId, patch },
    reason,
  });
  return kept.ok ? redirect(`/screen/trust?test=${testId}`) : refuse(kept.why, 409);
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
        <Link to="/screen" className="inline-block py-2">
          Who is to be screened
        </Link>
      </p>
      <h1 className="text-4xl sm:text-5xl">How far to trust a figure</h1>
      <p className="mt-1 max-w-2xl text-quiet">
        Repeat a test on {repeatAthletes} athletes or more within {repeatDays} days: the spread of the
        differences is the typical error, and only a change beyond 1.96 × √2 of it is called real.
      </p>
      <Form method="get" className="mt-4 flex flex-wrap items-end gap-3">
        <label className="grow sm:max-w-sm">
          <span className="mb-1 block font-bold">Test</span>
          <select name="test" defaultValue={test.id} key={test.id} className="field-input">
            {tests.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name}
              </option>
            ))}
          </select>
        </label>
        <Button>Show it</Button>
      </Form>
      <FormError>{actionData?.error}</FormError>
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
              Repeats of {loaderData.athletes} {loaderData.athletes === 1 ? 'athlete' : 'athletes'} so far,{' '}
              {repeatAthletes} are needed.
            </p>
          )}
          {mayEdit ? (
            <Form method="post" className="mt-3 flex flex-wrap gap-3">
              {hidden}
              {found ? (
                <Button name="intent" value="error" disabled={busy}>
                  Use {found.typicalError.toFixed(1)} as our own
                </Button>
              ) : null}
              {loaderData.ownError === undefined ? null : (
                <Button look="quiet" name="intent" value="default-error" disabled={busy}>
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
                  {byTester.map((each) => (
                    <tr key={each.name} className="border-b border-mortar">
                      <th scope="row" className={`${cell} font-normal`}>
                        {each.name}
                      </th>
                      <td className={cell}>{each.estimate.typicalError.toFixed(1)}</td>
                      <td className={cell}>
                        {each.estimate.low.toFixed(1)} to {each.estimate.high.toFixed(1)}
                      </td>
                      <td className={cell}>{each.estimate.pairs}</td>
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
            {between.map((each) => (
              <p key={each.a + each.b} className="mt-2">
                <strong>{each.bName}</strong> reads{' '}
                <strong className="figures">
                  {Math.abs(each.bias).toFixed(1)} {test.unit} {each.bias >= 0 ? 'more' : 'less'}
                </strong>{' '}
                than <strong>{each.aName}</strong>{' '}
                <span className="figures">
                  (95 %: {each.low.toFixed(1)} to {each.high.toFixed(1)}, {each.pairs} pairs)
                </span>
                . {each.differ ? '▲ They read differently.' : 'That may be chance.'} Single figures lie within
                ± <span className="figures">{each.agreement.toFixed(1)}</span>.
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
                    <Button name="intent" value="target" disabled={busy}>
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
                <Link to={`/library/tests#${test.id}`}>By sex, age, sport and level</Link>
              </p>
            ) : null}
          </section>
        </div>
      </div>
    </>
  );
}
