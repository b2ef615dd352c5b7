import { data, href, Link, redirect, useNavigate } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { Empty } from '~/app/components/notice';
import { weekdayText } from '~/app/lib/format';
import { requireMay, statusOf } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { parseDecimal } from '~/core/body/units';
import { editSession } from '~/server/commands/edit-session';
import { notFound, principalIn, standingIn, subjectIn } from '~/server/principal/middleware.server';
import { handView } from '~/server/views/hand';
import type { Route } from './+types/hand';
import HandEditor from './hand-editor';

export const meta = athleteTitle('Change a session');

export async function loader({ params, context }: Route.LoaderArgs) {
  const asking = { params, context };
  const view = await handView(
    principalIn(context),
    await subjectIn(asking),
    await standingIn(asking),
    params.sessionId,
  );
  if (!view) throw notFound('This session');
  return view;
}

/** A load as typed, in kg or N: a field says what one of its units is. */
const inKgOrN = (value: number, per: string): number => Math.round(value * (Number(per) || 1) * 1000) / 1000;

/** What the form says, for the command to read. */
function editIn(form: FormData): unknown {
  const text = (name: string) => String(form.get(name) ?? '').trim();
  const figure = (name: string) => parseDecimal(text(name)) ?? Number.NaN;
  const op = text('op');
  const itemId = text('itemId');
  switch (op) {
    case 'change':
      return {
        op,
        itemId,
        figures: {
          sets: figure('sets'),
          amount: figure('amount'),
          load: text('load') === '' ? null : inKgOrN(figure('load'), text('loadPer')),
          lever: text('lever') === '' ? null : figure('lever'),
          restS: figure('restS'),
          firstSide: text('firstSide') || null,
          oneMore: form.has('oneMore'),
          note: text('note'),
        },
      };
    case 'swap':
      return { op, itemId, rungId: text('rungId'), lasting: form.has('lasting') };
    case 'add':
      return { op, rungId: text('rungId') };
    case 'add_set':
      return { op, setId: text('setId'), inRounds: form.has('inRounds') };
    case 'place':
      return { op, itemId, at: figure('at') };
    case 'to_session':
      return {
        op,
        itemId,
        toSessionId: text('toSessionId'),
        at: text('at') === '' ? null : figure('at'),
      };
    case 'to_day':
      return { op, onDate: text('onDate') };
    case 'stand':
      return { op, state: text('state'), reason: text('reason') };
    default:
      return { op, itemId };
  }
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, editSession.action);
  const form = await request.formData();
  const made = await editSession(principal, {
    athleteId: params.athleteId,
    sessionId: params.sessionId,
    revision: Number(form.get('revision')),
    edit: editIn(form),
  });
  if (!made.ok) {
    return data(
      { issues: made.issues, itemId: String(form.get('itemId') ?? '') },
      { status: statusOf(made.issues) },
    );
  }
  // Asked for from within the week: the page stays where it is.
  if (form.has('stay')) return { sessionId: made.value.sessionId };
  return redirect(
    href('/athletes/:athleteId/coach/:sessionId/hand', {
      athleteId: params.athleteId,
      sessionId: made.value.sessionId,
    }),
  );
}

export default function HandPage({ loaderData: view }: Route.ComponentProps) {
  const navigate = useNavigate();
  const back = `${href('/athletes/:athleteId/coach', { athleteId: view.athleteId })}?week=${view.weekStart}`;
  if (view.gone || view.begun || !view.mayEdit)
    return (
      <Empty title="Not to be changed">
        <p>
          {view.gone
            ? 'This session was made anew since this page was opened.'
            : view.begun
              ? 'This session is begun or logged: what was done stays as it was.'
              : 'Sessions are changed by coaches.'}
        </p>
        <p className="mt-3">
          <Link to={back}>To the week</Link>
        </p>
      </Empty>
    );
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-4">
        <h2 className="text-3xl">{weekdayText(view.onDate)}, by hand</h2>
        <ButtonLink look="next" to={back}>
          Done
        </ButtonLink>
      </div>
      <HandEditor
        key={view.sessionId}
        view={view}
        onBecame={(sessionId) =>
          void navigate(
            href('/athletes/:athleteId/coach/:sessionId/hand', { athleteId: view.athleteId, sessionId }),
            { replace: true, preventScrollReset: true },
          )
        }
      />
    </>
  );
}
