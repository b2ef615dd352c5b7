import { data, Form, href, Link, redirect, useNavigation } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { Button } from '~/app/components/button';
import { TextField } from '~/app/components/field';
import { Figure } from '~/app/components/figure';
import { Folded } from '~/app/components/folded';
import { requireMay, statusOf } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { EditHistory } from '~/app/routes/library/edit-history';
import { ErrorField, TargetRows } from '~/app/routes/library/target-rows';
import { issuesText } from '~/app/words/issue-text';
import { quality, screenTest, sportNames } from '~/core/catalogue';
import { editCatalogue } from '~/server/commands/edit-catalogue';
import { can } from '~/server/principal/can';
import { principalIn } from '~/server/principal/middleware.server';
import { historyOf } from '~/server/views/catalogue';
import type { Route } from './+types/tests';
import { readEdit } from './edit-form.server';

export const meta: Route.MetaFunction = () => pageTitle('Tests');

const stages = [
  'Breath and brace',
  'Control',
  'Single leg and asymmetry',
  'Loaded and sport shapes',
  'Maximal holds',
] as const;

const sourceWords = {
  cohort: 'published healthy adults',
  standard: 'working standard',
  own: 'our own',
} as const;

export async function loader({ context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const { trade, catalogue } = principal;
  const edits = catalogue.edits.tests;
  const history = await historyOf(
    principal,
    trade.tests.map((test) => test.id),
  );
  return {
    stages: stages.map((name, i) => ({
      name,
      tests: trade.tests
        .filter((test) => test.stage === i + 1)
        .map((test) => {
          const mine = trade.ownTest(test.id);
          const own = mine.target ?? undefined;
          const { target } = test;
          const figures = [
            target.male === undefined ? '' : `men ${target.male}`,
            target.female === undefined ? '' : `women ${target.female}`,
          ].filter(Boolean);
          return {
            id: test.id,
            name: test.name,
            unit: test.unit,
            kind: test.kind,
            posture: test.posture,
            needs: test.needs,
            sided: test.sided,
            feeds: test.feeds.map((feed) =>
              feed.quality === 'neck_control' ? 'neck control' : quality(feed.quality).name.toLowerCase(),
            ),
            target:
              test.kind === 'grade'
                ? 'owned'
                : test.byRung
                  ? 'by the rung'
                  : test.directions
                    ? test.directions
                        .map((direction) => `${direction.name.toLowerCase()} ${direction.target}°`)
                        .join(', ')
                    : own !== undefined
                      ? String(own)
                      : figures.length > 0
                        ? figures.join(', ')
                        : String(target.any),
            source: sourceWords[own === undefined ? target.source : 'own'],
            lower: test.lowerIsBetter,
            typicalError: test.typicalError,
            setUp: test.setUp,
            stand: test.stand,
            tell: test.tell,
            stopRule: test.stopRule,
            own,
            ownTargets: mine.targets ?? [],
            ownError: mine.typicalError ?? undefined,
            shippedError: screenTest(test.id).typicalError,
            graded: test.kind === 'grade' || test.byRung || test.directions !== undefined,
            hidden: edits[test.id]?.hidden ?? false,
            changed: edits[test.id] !== undefined,
          };
        }),
    })),
    sports: sportNames,
    mayEdit: can(principal, 'catalogue.edit'),
    edit: { editId: uuidv7(), revision: catalogue.revision },
    history,
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'catalogue.edit');
  const form = await request.formData();
  const failed = String(form.get('entryId'));
  const refuse = (errors: Readonly<Record<string, string>>, status = 400) =>
    data({ errors, failed }, { status });
  const read = readEdit(form, principal.trade, '');
  if (!read.ok) return refuse(read.errors);
  const kept = await editCatalogue(principal, {
    id: form.get('editId'),
    revision: Number(form.get('revision')),
    reason: read.reason,
    edit: read.edit,
  });
  return kept.ok
    ? redirect(`${href('/library/tests')}#${failed}`)
    : refuse({ form: issuesText(kept.issues) }, statusOf(kept.issues));
}

export default function Tests({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle';
  const list = (error: string | undefined) => (error ? [error] : undefined);
  return (
    <>
      <p>
        <Link to={href('/library')} className="inline-block py-2">
          All ladders
        </Link>
      </p>
      <h1 className="text-4xl sm:text-5xl">Tests and targets</h1>
      <p className="mt-1 max-w-2xl text-quiet">
        Published figures are as remembered from the literature: check them against your own source. A target
        of your own comes before them.
      </p>
      {loaderData.stages.map((stage) => (
        <section key={stage.name} aria-labelledby={stage.name} className="mt-8">
          <h2 id={stage.name} className="border-b-2 border-ink pb-1 text-2xl">
            {stage.name}
          </h2>
          <ul className="rule-list">
            {stage.tests.map((test) => {
              const mine = actionData?.failed === test.id;
              const errors: Readonly<Record<string, string>> = mine ? (actionData?.errors ?? {}) : {};
              return (
                <li
                  key={test.id}
                  id={test.id}
                  className="grid scroll-mt-6 grid-cols-[7rem_1fr] gap-x-5 py-3 max-sm:grid-cols-1"
                >
                  <Figure
                    posture={test.posture}
                    needs={test.needs}
                    label={`${test.name}, drawn`}
                    plain
                    className="h-20 w-28"
                  />
                  <div className="min-w-0">
                    <div className="flex flex-wrap items-baseline justify-between gap-x-6">
                      <h3 className="text-xl">
                        {test.name}
                        {test.hidden ? (
                          <span className="ml-2 border border-ink px-1.5 text-sm">hidden by us</span>
                        ) : null}
                      </h3>
                      <p className="figures">
                        target <strong>{test.target}</strong> {test.graded ? '' : test.unit}
                        {test.lower ? ', lower is better' : ''}{' '}
                        <span className="text-quiet">
                          {test.source}, typical error {test.typicalError}
                        </span>
                      </p>
                    </div>
                    <p className="text-aside text-quiet">
                      For {test.feeds.join(', ') || 'the quality of its rung'}
                      {test.sided ? ', each side' : ''}. {test.setUp}
                    </p>
                    {loaderData.mayEdit ? (
                      <Folded
                        summary={test.changed ? 'Changed by us' : 'Words, stop rule, our own target'}
                        className="py-1.5"
                        asked={mine}
                      >
                        <Form
                          method="post"
                          preventScrollReset
                          key={loaderData.edit.revision}
                          className="space-y-3 border-l-2 border-mortar pl-4"
                        >
                          <input type="hidden" name="editId" value={loaderData.edit.editId} />
                          <input type="hidden" name="revision" value={loaderData.edit.revision} />
                          <input type="hidden" name="entryId" value={test.id} />
                          <input type="hidden" name="kind" value="test" />
                          <p className="text-aside">
                            {test.stand} <strong>Stops at:</strong> {test.stopRule}
                          </p>
                          {errors.form ? (
                            <p role="alert" className="font-bold">
                              ▲ {errors.form}
                            </p>
                          ) : null}
                          <div className="grid gap-3 sm:grid-cols-2">
                            {test.graded ? null : (
                              <TextField
                                label={`Our own target, ${test.unit}`}
                                name="target"
                                inputMode="decimal"
                                defaultValue={test.own ?? ''}
                                errors={list(errors.target)}
                              />
                            )}
                            <TextField
                              label="Say"
                              name="tell"
                              defaultValue={test.tell}
                              errors={list(errors.tell)}
                            />
                          </div>
                          {test.graded ? null : (
                            <TargetRows
                              targets={test.ownTargets}
                              unit={test.unit}
                              sports={loaderData.sports}
                              error={errors.targets}
                            />
                          )}
                          <ErrorField
                            own={test.ownError}
                            shipped={test.shippedError}
                            unit={test.kind === 'grade' ? 'grades' : test.unit}
                            errors={list(errors.typicalError)}
                          />
                          <TextField
                            label="Set-up"
                            name="setUp"
                            defaultValue={test.setUp}
                            errors={list(errors.setUp)}
                          />
                          <TextField
                            label="Why"
                            name="reason"
                            hint="Kept with the change."
                            errors={list(errors.reason)}
                          />
                          <p className="flex flex-wrap gap-3">
                            <Button name="intent" value="change-test" disabled={busy}>
                              Save
                            </Button>
                            {test.hidden ? null : (
                              <Button name="intent" value="hide" look="quiet" disabled={busy}>
                                Do not offer it
                              </Button>
                            )}
                            {test.changed ? (
                              <Button name="intent" value="restore" look="quiet" disabled={busy}>
                                Back to the shipped test
                              </Button>
                            ) : null}
                          </p>
                        </Form>
                      </Folded>
                    ) : null}
                  </div>
                </li>
              );
            })}
          </ul>
        </section>
      ))}
      <div className="mt-8">
        <EditHistory rows={loaderData.history} />
      </div>
    </>
  );
}
