import { lazy, Suspense, useEffect, useState } from 'react';
import { href, Link, useFetcher } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { weekdayText } from '~/app/lib/format';
import { barsText, issuesText, issueText } from '~/app/words/issue-text';
import { sessionSays } from '~/app/words/session-says';
import { sessionText } from '~/app/words/training';
import type { RiskClose, SportSession } from '~/core/plan/training/training';
import type { Issue } from '~/core/result';
import type { HandView } from '~/server/views/hand';
import type { SessionView } from '~/server/views/session';
import { SessionItems } from './session-items';
import { DraggableItems, SessionHandle } from './week-drag';

const HandEditor = lazy(() => import('./hand-editor'));

interface Props {
  readonly session: SessionView & {
    /** Training of the sport on its day. */
    readonly sport: readonly Pick<SportSession, 'id' | 'name' | 'minutes' | 'startsAt' | 'hardness'>[];
    /** A sport session of risk that it lies too close to. */
    readonly risk: RiskClose | null;
  };
  readonly athleteId: string;
  readonly today: string;
  /** Hours before a session of risk that are kept free. */
  readonly riskHours: number;
  /** May this person change sessions by hand? */
  readonly mayChange: boolean;
  /** The one to log next. */
  readonly isNext: boolean;
}

/** A session of the week: what is asked, what was done, and the coach's hand on it in place. */
export function WeekSession({ session, athleteId, today, riskHours, mayChange, isNext }: Props) {
  const [byHand, setByHand] = useState<string | undefined>();
  const { passedOver } = session;
  const open = mayChange && !session.log && !passedOver && session.onDate >= today && !session.begun;
  return (
    <section aria-labelledby={session.id}>
      <header className="flex flex-wrap items-center justify-between gap-3 border-b-2 border-ink pb-1.5">
        <div className="flex items-center">
          {open && !byHand ? <SessionHandle session={session} /> : null}
          <h3 id={session.id} className="text-2xl">
            {weekdayText(session.onDate)}
            <span className="figures ml-3 font-text text-base font-normal text-quiet">
              {sessionSays(session)}
            </span>
          </h3>
        </div>
        <State
          session={session}
          athleteId={athleteId}
          today={today}
          mayChange={mayChange}
          isNext={isNext}
          hand={
            open ? (
              <Button
                type="button"
                look="quiet"
                aria-expanded={byHand !== undefined}
                aria-label={
                  byHand
                    ? `Done with ${weekdayText(session.onDate)}`
                    : `Change ${weekdayText(session.onDate)} by hand`
                }
                onClick={() => setByHand(byHand ? undefined : session.id)}
              >
                {byHand ? 'Done' : 'Change by hand'}
              </Button>
            ) : null
          }
        />
      </header>
      {session.sport.length > 0 ? (
        <p className="mt-1 text-aside text-quiet">
          Sport that day: {session.sport.map((one) => `${one.name} (${sessionText(one)})`).join('; ')}.
        </p>
      ) : null}
      {session.risk && open ? (
        <p className="mt-1 font-bold">
          ▲ Too close to {session.risk.name},{' '}
          {session.risk.onDate === session.onDate ? 'on this day' : weekdayText(session.risk.onDate)}
          {session.risk.startsAt ? ` at ${session.risk.startsAt}` : ''}: no trunk session on that day, nor in
          the {riskHours} hours before. Move it, or lay the week out anew.
        </p>
      ) : null}
      {session.changes.length > 0 && !byHand ? (
        <details className="mt-2 border-l-4 border-ink pl-3" open={session.calledOff}>
          <summary className="cursor-pointer py-1.5 font-bold">Changed since it was laid out</summary>
          <ul>
            {session.changes.map(({ at, what }) => (
              <li key={`${at} ${what.code} ${what.values.name ?? ''}`}>{issueText(what)}</li>
            ))}
          </ul>
        </details>
      ) : null}
      {session.log ? <Logged log={session.log} onDate={session.onDate} /> : null}
      {byHand ? (
        <InPlace athleteId={athleteId} sessionId={byHand} onBecame={setByHand} />
      ) : open ? (
        <DraggableItems session={session} />
      ) : (
        <SessionItems items={session.items} />
      )}
      {session.planB && !byHand ? (
        <p className="mt-1 text-aside">
          <strong>Ten minutes only:</strong> {session.planB}.
        </p>
      ) : null}
      {session.withheld.length > 0 ? (
        <ul className="hatched mt-2 border border-ink px-3 py-2 text-mortar">
          {session.withheld.map((item) => (
            <li key={item.id}>
              <span className="bg-paper px-1 text-ink">
                <strong>{item.name}, withheld:</strong> {barsText(item.bars)}
              </span>
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}

/** The hand on a session without leaving the week. */
function InPlace({
  athleteId,
  sessionId,
  onBecame,
}: {
  athleteId: string;
  sessionId: string;
  onBecame: (sessionId: string) => void;
}) {
  const { load, data } = useFetcher<HandView>();
  const address = href('/athletes/:athleteId/coach/:sessionId/hand', { athleteId, sessionId });
  useEffect(() => {
    void load(address);
  }, [load, address]);
  const wait = <p className="py-3 text-quiet">One moment …</p>;
  if (!data || (data.gone && data.sessionId !== sessionId)) return wait;
  return (
    <Suspense fallback={wait}>
      <HandEditor key={data.sessionId} view={data} onBecame={onBecame} />
    </Suspense>
  );
}

/** What is known of a session, and what may be done with it. */
function State({
  session,
  athleteId,
  today,
  mayChange,
  isNext,
  hand,
}: Omit<Props, 'riskHours'> & { hand: React.ReactNode }) {
  const params = { athleteId, sessionId: session.id };
  const log = href('/athletes/:athleteId/coach/:sessionId/log', params);
  const day = weekdayText(session.onDate);
  if (session.log)
    return (
      <p className="flex flex-wrap items-center gap-x-4 text-quiet">
        <span>
          ■ {session.state === 'unplanned' ? 'not planned, ' : ''}logged, effort {session.log.effort} of 10
          {session.log.painScore > 0
            ? `, pain ${session.log.painScore}${session.log.painWhere ? ` (${session.log.painWhere})` : ''}`
            : ''}
          {session.log.sleepHours === null ? '' : `, slept ${session.log.sleepHours} h`}
          {session.log.readiness === null ? '' : `, readiness ${session.log.readiness} of 5`}
        </span>
        <Link className="py-2" to={log} aria-label={`Open the log of ${day}`}>
          Open the log
        </Link>
      </p>
    );
  if (session.calledOff) return <p className="font-bold">▨ Called off</p>;
  return (
    <div className="flex flex-wrap items-center gap-x-4">
      {session.passedOver || session.missed ? (
        <p className="font-bold">▨ {session.state === 'skipped' ? 'Skipped' : 'Missed'}</p>
      ) : null}
      {mayChange ? (
        <StandForm
          action={href('/athletes/:athleteId/coach/:sessionId/hand', params)}
          session={session}
          today={today}
        />
      ) : null}
      {hand}
      <Link className="py-2" to={log} aria-label={`Log this session, ${day}`}>
        Log this session
      </Link>
      <ButtonLink
        look={isNext ? 'next' : 'plain'}
        to={`${href('/live')}?session=${session.id}`}
        aria-label={`Take it to the mat, ${day}`}
      >
        Take it to the mat
      </ButtonLink>
    </div>
  );
}

/** Skips a session, says it was missed, or puts it on again. */
function StandForm({ action, session, today }: { action: string; session: SessionView; today: string }) {
  const fetcher = useFetcher<{ issues?: readonly Issue[] }>();
  const [asked, setAsked] = useState(false);
  const { passedOver } = session;
  const next = passedOver ? 'planned' : session.onDate < today ? 'missed' : 'skipped';
  const words = { planned: 'Put it on again', missed: 'Say why', skipped: 'Skip' };
  const day = weekdayText(session.onDate);
  return (
    <fetcher.Form
      method="post"
      action={action}
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        // A word why is asked for first, and may be left out.
        if (passedOver || asked) return setAsked(false);
        event.preventDefault();
        setAsked(true);
      }}
    >
      <input type="hidden" name="op" value="stand" />
      <input type="hidden" name="stay" value="1" />
      <input type="hidden" name="state" value={next} />
      <input type="hidden" name="revision" value={session.revision} />
      {asked ? (
        <input
          name="reason"
          maxLength={200}
          aria-label={`Why ${day} is ${next}`}
          placeholder="why, if you like"
          className="field-input !w-44"
        />
      ) : null}
      <Button look="quiet" disabled={fetcher.state !== 'idle'} aria-label={`${words[next]}, ${day}`}>
        {words[next]}
      </Button>
      {fetcher.data?.issues ? <FormError>{issuesText(fetcher.data.issues)}</FormError> : null}
    </fetcher.Form>
  );
}

/** What a log says beside its figures: its note, another day, exercises that were not planned. */
function Logged({ log, onDate }: { log: NonNullable<SessionView['log']>; onDate: string }) {
  if (!log.note && log.onDate === onDate && log.besides.length === 0) return null;
  return (
    <div className="mt-2 border-l-4 border-ink pl-3">
      {log.onDate !== onDate ? <p>Done on {weekdayText(log.onDate)}.</p> : null}
      {log.note ? <p className="whitespace-pre-line">“{log.note}”</p> : null}
      {log.besides.length > 0 ? (
        <>
          <p className="text-quiet">Not planned, and done:</p>
          <ul className="list-inside list-['–_']">
            {log.besides.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </>
      ) : null}
    </div>
  );
}
