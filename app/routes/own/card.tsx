import { Form, href, Link, useNavigation } from 'react-router';
import { buttonClass } from '~/app/components/button';
import { figureMarkup } from '~/app/lib/figure-markup.server';
import { weekdayText } from '~/app/lib/format';
import { answer } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { sessionSays } from '~/app/words/session-says';
import { agreeLink } from '~/server/commands/links';
import { linkIn, linkSubjectIn, principalIn } from '~/server/principal/middleware.server';
import { ownCardView } from '~/server/views/own';
import type { Route } from './+types/card';

/** Only read: it wakes when something waits on the phone. */
export const handle = { still: true };

export const meta: Route.MetaFunction = () => pageTitle('Your card');

export async function loader({ request, context }: Route.LoaderArgs) {
  const view = await ownCardView(
    principalIn(context),
    linkIn(context),
    await linkSubjectIn(context),
    new URL(request.url).searchParams.get('session'),
  );
  const { session } = view;
  return {
    ...view,
    session: session && {
      ...session,
      items: session.items.map(({ posture, needs, still, ...item }) => ({
        ...item,
        // Its start, where it moves, and its end.
        figures: (still ? [1] : [0, 1]).map((phase) =>
          figureMarkup({
            posture,
            needs,
            plain: true,
            phase,
            label: `${item.name}, its ${phase === 0 ? 'start' : 'end'}`,
            className: 'h-24 w-full',
          }),
        ),
      })),
    },
  };
}

export async function action({ context, params }: Route.ActionArgs) {
  const agreed = await agreeLink(principalIn(context), {});
  return answer(agreed, href('/own/:token', { token: params.token }));
}

const stateWords = { done: '■ done', skipped: '▨ skipped', missed: '□ not done', open: '' } as const;

export default function OwnCard({ loaderData, params }: Route.ComponentProps) {
  const { session, days, today, held, stopped, name, agreed, disclaimer, holder } = loaderData;
  const { token } = params;
  if (!agreed) return <Agree holder={holder} name={name} disclaimer={disclaimer} />;
  return (
    <main>
      {stopped ? (
        <p role="alert" className="mb-4 border-2 border-ink p-3 text-lg">
          Nothing is to be done now: your coach has to see to something first. Ask them.
        </p>
      ) : held ? (
        <p role="alert" className="mb-4 border-2 border-ink p-3">
          Some of your work is held until your coach has looked at what you told them. What is left is on the
          card.
        </p>
      ) : null}
      {session ? (
        <>
          <h1 className="text-4xl">
            {session.onDate === today ? 'Today' : weekdayText(session.onDate)}
            <span className="ml-3 text-2xl text-quiet">{sessionSays(session)}</span>
          </h1>
          {session.logged ? <p className="mt-1 text-lg">■ Done and kept.</p> : null}
          {session.open ? (
            <p className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2">
              <Link
                to={`${href('/own/:token/live', { token })}?session=${session.id}`}
                className={buttonClass('next', 'min-h-14 grow text-xl')}
              >
                Begin
              </Link>
              <Link
                to={href('/own/:token/log/:sessionId', { token, sessionId: session.id })}
                className="py-3"
              >
                I have done it: log it
              </Link>
            </p>
          ) : null}
          <ol className="mt-2">
            {session.items.map((item) => (
              <li key={item.id} className="border-b border-mortar py-3">
                <p className="text-xl leading-tight">
                  {item.pair ? <span className="head mr-1.5">{item.pair}</span> : null}
                  <strong>{item.name}</strong>
                </p>
                <div className="mt-1 grid grid-cols-[1fr_auto] items-end gap-3">
                  <div>
                    <p className="head figures text-4xl leading-none">
                      {item.sets} × {item.amountText}
                    </p>
                    <p className="text-lg">{item.said}</p>
                  </div>
                  <div className="flex w-44 gap-1">
                    {item.figures.map((markup) => (
                      <div
                        key={markup.length + markup.slice(-80)}
                        className="min-w-0 flex-1"
                        // biome-ignore lint/security/noDangerouslySetInnerHtml: drawn by our own server from the exercise's angles
                        dangerouslySetInnerHTML={{ __html: markup }}
                      />
                    ))}
                  </div>
                </div>
                <p className="mt-1 leading-snug">{item.cues.map((cue) => `${cue}. `)}</p>
                <details>
                  <summary className="flex min-h-11 cursor-pointer items-center underline">
                    More on it
                  </summary>
                  <p>
                    <strong>Breath</strong> {item.breath} <strong>Ends</strong> {item.endsSet.join(', ')}.{' '}
                    {[
                      item.inHand,
                      item.tempo ? `tempo ${item.tempo}` : null,
                      `rest ${item.restS} s`,
                      item.lastSet,
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                    {item.coachNote ? ` Coach: ${item.coachNote}` : ''}
                  </p>
                </details>
              </li>
            ))}
          </ol>
          {session.planB ? (
            <p className="mt-2">
              <strong>Ten minutes only:</strong> {session.planB}.
            </p>
          ) : null}
          {session.withheld.length > 0 ? (
            <p className="mt-1">Not today: {session.withheld.join('; ')}.</p>
          ) : null}
        </>
      ) : stopped ? null : (
        <h1 className="text-4xl">No session is planned</h1>
      )}
      {days.length > 0 ? (
        <section aria-labelledby="days" className="mt-8">
          <h2 id="days" className="border-b-2 border-ink pb-1 text-2xl">
            These weeks
          </h2>
          <ul className="rule-list">
            {days.map((day) => (
              <li key={day.id} className="flex items-center justify-between gap-4">
                <Link
                  to={`?session=${day.id}`}
                  aria-current={day.id === session?.id ? 'true' : undefined}
                  className="inline-flex min-h-11 items-center no-underline aria-[current]:font-bold"
                >
                  {weekdayText(day.onDate)}
                </Link>
                <span className="figures text-quiet">{stateWords[day.state] || sessionSays(day)}</span>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <p className="mt-6 text-aside text-quiet">{disclaimer}</p>
    </main>
  );
}

/** What is agreed to before anything is shown. */
function Agree({ holder, name, disclaimer }: { holder: string; name: string; disclaimer: string }) {
  const busy = useNavigation().state !== 'idle';
  const whose = holder === 'guardian' ? `${name}’s` : 'your';
  return (
    <main>
      <h1 className="text-4xl">
        {holder === 'guardian' ? `For ${name}’s guardian` : `${name}, before you begin`}
      </h1>
      <div className="mt-3 space-y-3 text-lg">
        <p>{disclaimer}</p>
        <p>
          Stop at the first loss of position after one correction, at pain, dizziness, tingling, or when the
          breath has been held over two cycles. The stop button is always on the screen.
        </p>
        <p>
          This link shows {whose} card, log and progress, and nothing else. What is told here goes to {whose}{' '}
          coach: sets, effort, pain and notes. Whoever has the address can open it, so keep it to yourself.
          The coach sees when it was opened and can end it at any time.
        </p>
      </div>
      <Form method="post" className="mt-5">
        <button type="submit" disabled={busy} className={buttonClass('next', 'min-h-14 text-xl')}>
          {holder === 'guardian' ? 'I have read this and agree for them' : 'I have read this and agree'}
        </button>
      </Form>
    </main>
  );
}
