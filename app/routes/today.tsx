import { useRef, useState } from 'react';
import { data, href, Link, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { Empty, Notice } from '~/app/components/notice';
import { dayText, longDayText } from '~/app/lib/format';
import { useFresh } from '~/app/lib/news';
import { requireMay, statusOf } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { Decided } from '~/app/routes/coach/decided';
import { issuesText } from '~/app/words/issue-text';
import { matterWords } from '~/app/words/matters';
import { addDays } from '~/core/body/dates';
import type { Issue } from '~/core/result';
import { counted, listed, numbered } from '~/core/words/counted';
import { decideProposals } from '~/server/commands/decide-proposals';
import { decideSeveral } from '~/server/commands/decide-several';
import { bringBack, putOffMatters } from '~/server/commands/put-off';
import { takeBackSeveral } from '~/server/commands/take-back-decision';
import { principalIn } from '~/server/principal/middleware.server';
import { practiceProposalsView } from '~/server/views/proposals';
import { todayView } from '~/server/views/today';
import type { Route } from './+types/today';
import { readDeed, type TodayDeed, type TodayDone } from './today/deeds';
import { PersonRow } from './today/row';
import { Side } from './today/side';
import { useListKeys } from './today/use-list-keys';

export const meta: Route.MetaFunction = () => pageTitle('Today');

export const loader = ({ context }: Route.LoaderArgs) => todayView(principalIn(context));

/** Takes what stays inside the rules, puts off, and undoes either. What is neither stays open. */
export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const deed = await readDeed(request);
  switch (deed.what) {
    case 'take': {
      requireMay(principal, decideProposals.action);
      const { groups } = await practiceProposalsView(principal);
      const done = await decideSeveral(
        principal,
        groups
          .flatMap(({ proposals }) => proposals)
          .filter(
            ({ athleteId, inRamp, bars }) =>
              deed.athleteIds.includes(athleteId) && inRamp && bars.length === 0,
          ),
      );
      return data<TodayDone>(
        { what: 'taken', ...done },
        { status: done.refused.length > 0 && done.taken === 0 ? 409 : 200 },
      );
    }
    case 'later': {
      const { athleteIds, until } = deed;
      const result = await putOffMatters(principal, { athleteIds, until });
      return result.ok
        ? data<TodayDone>({ what: 'put_off', athleteIds, until, ...result.value })
        : refusedDeed(result.issues);
    }
    case 'bring_back': {
      const result = await bringBack(principal, { athleteIds: deed.athleteIds });
      return result.ok ? data<TodayDone>({ what: 'back' }) : refusedDeed(result.issues);
    }
    case 'take_back': {
      requireMay(principal, decideProposals.action);
      const issues = await takeBackSeveral(principal, deed.decided);
      return issues.length === 0 ? data<TodayDone>({ what: 'back' }) : refusedDeed(issues);
    }
  }
}

const refusedDeed = (issues: readonly Issue[]) =>
  data<TodayDone>({ what: 'refused', issues }, { status: statusOf(issues) });

const waits = [
  [1, 'until tomorrow'],
  [3, 'for three days'],
  [7, 'for a week'],
] as const;

export default function Today({ loaderData }: Route.ComponentProps) {
  const { people, later, today, nobody, mayDecide } = loaderData;
  const fetcher = useFetcher<typeof action>();
  const busy = fetcher.state !== 'idle';
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const list = useRef<HTMLOListElement>(null);
  useFresh(() => true);
  const ticked = chosen.filter((id) => people.some(({ athleteId }) => athleteId === id));
  const takers = people.filter(({ matters }) => matters.some(({ kind }) => kind === 'proposals'));
  const takes = ticked.length === 0 ? takers : takers.filter(({ athleteId }) => ticked.includes(athleteId));
  const send = (deed: TodayDeed) => {
    if (busy) return;
    setChosen([]);
    void fetcher.submit(deed, { method: 'post', action: '/?index', encType: 'application/json' });
  };
  const tick = (athleteId: string, on = !ticked.includes(athleteId)) =>
    setChosen([...ticked.filter((id) => id !== athleteId), ...(on ? [athleteId] : [])]);
  const take = (athleteIds: readonly string[]) => {
    const theirs = athleteIds.filter((id) => takers.some(({ athleteId }) => athleteId === id));
    if (mayDecide && theirs.length > 0) send({ what: 'take', athleteIds: theirs });
  };
  const putOff = (athleteIds: readonly string[], days = 1) => {
    if (athleteIds.length > 0)
      send({ what: 'later', athleteIds: [...athleteIds], until: addDays(today, days) });
  };
  const undo = () => {
    const done = fetcher.data;
    if (done?.what === 'put_off') send({ what: 'bring_back', athleteIds: [...done.athleteIds] });
    else if (done?.what === 'taken' && done.decided.length > 0)
      send({
        what: 'take_back',
        decided: done.decided.map(({ athleteId, ids }) => ({ athleteId, ids: [...ids] })),
      });
  };
  useListKeys(list, ticked, people.length, { take, later: putOff, tick, undo });
  return (
    <>
      <p className="text-quiet">{longDayText(today)}</p>
      <h1 className="mt-1 text-4xl sm:text-5xl">
        {people.length === 0
          ? 'Nothing waits for you'
          : `${counted(people.length, 'athlete')} ${numbered(people.length, 'needs', 'need')} you`}
      </h1>
      {nobody ? (
        <div className="mt-8">
          <Empty title="Start with the people">
            <p>
              <Link to={href('/athletes/new')}>Add an athlete</Link> or{' '}
              <Link to={href('/athletes/import')}>import a roster</Link>.
            </p>
          </Empty>
        </div>
      ) : null}
      {people.length > 0 ? (
        <div className="mt-4 flex min-h-12 flex-wrap items-center gap-x-5 gap-y-2">
          {mayDecide && takes.length > 0 ? (
            <Button
              type="button"
              disabled={busy}
              onClick={() => take(takes.map(({ athleteId }) => athleteId))}
            >
              {busy ? 'One moment …' : 'Take what is inside the rules'}
            </Button>
          ) : null}
          {ticked.length > 0 ? (
            <>
              <span className="text-aside">{counted(ticked.length, 'athlete')} ticked. Later:</span>
              {waits.map(([days, says]) => (
                <Button
                  key={days}
                  look="quiet"
                  type="button"
                  disabled={busy}
                  onClick={() => putOff(ticked, days)}
                >
                  {says}
                </Button>
              ))}
              <Button look="quiet" type="button" onClick={() => setChosen([])}>
                untick
              </Button>
            </>
          ) : mayDecide && takers.length > 0 ? (
            <>
              <span className="text-aside text-quiet">
                for {counted(takers.length, 'athlete')}, or for those you tick; the rest stays open.
              </span>
              <Link to={href('/proposals')} className="py-2">
                Look at all of them first
              </Link>
            </>
          ) : null}
        </div>
      ) : null}
      {fetcher.data ? <Done done={fetcher.data} today={today} busy={busy} onUndo={undo} /> : null}
      <div className="mt-5 grid gap-x-14 gap-y-10 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <div>
          <ol ref={list} className="rule-list border-y border-mortar">
            {people.map((person, i) => (
              <PersonRow
                key={person.athleteId}
                person={person}
                today={today}
                first={i === 0}
                ticked={ticked.includes(person.athleteId)}
                onTick={(on) => tick(person.athleteId, on)}
                onLater={() => putOff([person.athleteId])}
              />
            ))}
          </ol>
          {later.length > 0 ? (
            <section aria-labelledby="put-off" className="mt-8">
              <h2 id="put-off" className="border-b border-mortar pb-1 text-xl">
                Put off
              </h2>
              <ul className="rule-list text-aside">
                {later.map(({ athleteId, name, matters, until }) => (
                  <li key={athleteId} className="flex min-h-11 items-center justify-between gap-4">
                    <span>
                      {name}: {listed(matters.map((matter) => matterWords(matter, today).what))}, until{' '}
                      {dayText(until, today)}
                    </span>
                    <button
                      type="button"
                      aria-label={`Bring ${name} back`}
                      className="min-h-11 whitespace-nowrap underline decoration-mortar underline-offset-4"
                      onClick={() => send({ what: 'bring_back', athleteIds: [athleteId] })}
                    >
                      bring back
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          ) : null}
        </div>
        <Side {...loaderData} />
      </div>
    </>
  );
}

/** What was just done, and its undoing. */
function Done({
  done,
  today,
  busy,
  onUndo,
}: {
  done: TodayDone;
  today: string;
  busy: boolean;
  onUndo: () => void;
}) {
  const undo = (
    <Button look="quiet" type="button" disabled={busy} onClick={onUndo}>
      Undo
    </Button>
  );
  switch (done.what) {
    case 'taken':
      return (
        <div className="flex flex-wrap items-end gap-x-3">
          <Decided {...done} />
          {done.decided.length > 0 ? undo : null}
        </div>
      );
    case 'put_off':
      return (
        <p role="status" className="mt-4">
          {counted(done.athletes, 'athlete')} put off until {dayText(done.until, today)}.
          {done.stay > 0 ? ' Flags and referrals stay.' : ''} {undo}
        </p>
      );
    case 'back':
      return (
        <p role="status" className="mt-4">
          Undone: it is as it was.
        </p>
      );
    case 'refused':
      return (
        <Notice word="Not done" className="mt-4">
          {issuesText(done.issues)}
        </Notice>
      );
  }
}
