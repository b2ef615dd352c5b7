import { useEffect, useState } from 'react';
import { href, useNavigation, useRevalidator } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { Blocked, Empty } from '~/app/components/notice';
import { answer, refusal, requireMay } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { type Draft, onTopOf } from '~/core/plan/hand/draft';
import { issue } from '~/core/result';
import { keepSeason } from '~/server/commands/keep-season';
import { restoreSeason } from '~/server/commands/restore-season';
import { principalIn, standingIn, subjectIn } from '~/server/principal/middleware.server';
import { blockOf } from '~/server/views/athlete';
import { seasonHandView } from '~/server/views/season-hand';
import type { Route } from './+types/hand';
import { HandDesk } from './hand/hand-desk';
import { forgetDraft } from './hand/use-desk';
import { Versions } from './hand/versions';

export const meta = athleteTitle('The season by hand');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  requireMay(principal, keepSeason.action);
  const asking = { params, context };
  const [subject, standing] = await Promise.all([subjectIn(asking), standingIn(asking)]);
  const beside = new URL(request.url).searchParams.get('beside');
  const blocked = blockOf(subject.gate);
  return { blocked, view: blocked ? null : await seasonHandView(principal, subject, standing, beside) };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const { athleteId } = params;
  const form = await request.formData();
  const to = href('/athletes/:athleteId/plan', { athleteId });
  if (form.get('intent') === 'restore')
    return answer(
      await restoreSeason(principal, { athleteId, id: form.get('id'), versionId: form.get('versionId') }),
      to,
    );
  requireMay(principal, keepSeason.action);
  let draft: unknown;
  try {
    draft = JSON.parse(String(form.get('draft')));
  } catch {
    return refusal([issue('input.invalid')]);
  }
  return answer(
    await keepSeason(principal, {
      athleteId,
      id: form.get('id'),
      parentId: form.get('parentId'),
      aside: form.get('intent') === 'aside',
      draft,
    }),
    to,
  );
}

type View = NonNullable<Route.ComponentProps['loaderData']['view']>;

export default function HandPage({ loaderData, actionData, params }: Route.ComponentProps) {
  const { blocked, view } = loaderData;
  const { athleteId } = params;
  if (blocked) return <Blocked title="Not to be planned" {...blocked} athleteId={athleteId} />;
  if (!view)
    return (
      <Empty title="Nothing to move yet">
        <p>The season is planned by the rules first; then it can be moved by hand.</p>
        <p className="mt-4">
          <ButtonLink look="next" to={href('/athletes/:athleteId/plan', { athleteId })}>
            Plan the season
          </ButtonLink>
        </p>
      </Empty>
    );
  return <Hand view={view} issues={actionData?.issues} />;
}

/** The desk over the version it was opened from; when another is kept meanwhile, it says so and changes nothing by itself. */
function Hand({
  view,
  issues,
}: {
  readonly view: View;
  readonly issues: NonNullable<Route.ComponentProps['actionData']>['issues'] | undefined;
}) {
  const [held, setHeld] = useState<{ view: View; first: Draft | undefined }>({ view, first: undefined });
  const { revalidate } = useRevalidator();
  const busy = useNavigation().state !== 'idle';
  const stale = issues?.some(({ code }) => code === 'season.stale') ?? false;
  // What a refusal tells of is looked at at once.
  useEffect(() => {
    if (stale) void revalidate();
  }, [stale, revalidate]);
  const other = view.base.id === held.view.base.id ? undefined : view;
  const { input, base, athleteId, today, plannedAt, ends } = held.view;
  return (
    <>
      <HandDesk
        key={base.id}
        athleteId={athleteId}
        today={today}
        base={base}
        input={input}
        plannedAt={plannedAt}
        ends={ends}
        first={held.first}
        beside={view.beside?.weeks}
        newId={view.newId}
        busy={busy}
        error={issues && !stale ? issuesText(issues) : undefined}
        other={
          other && {
            at: other.plannedAt,
            by: other.versions.find(({ stands }) => stands)?.by ?? null,
            onTop: (mine) => {
              forgetDraft(base.id);
              setHeld({ view: other, first: onTopOf(base.draft, mine, other.base.draft) });
            },
          }
        }
      />
      <section aria-labelledby="versions" className="mt-12">
        <h2 id="versions" className="mb-1 text-2xl">
          Versions
        </h2>
        <Versions
          athleteId={athleteId}
          versions={view.versions}
          besideId={view.beside?.id}
          newId={view.newId}
        />
      </section>
    </>
  );
}
