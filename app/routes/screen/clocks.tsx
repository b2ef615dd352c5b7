import clsx from 'clsx';
import { useCallback, useMemo } from 'react';
import { href, Link, redirect, useNavigate } from 'react-router';
import { WholePageError } from '~/app/components/error-page';
import { KeysDialog } from '~/app/components/keys-dialog';
import { EditionLine } from '~/app/lib/edition';
import { useGymTheme } from '~/app/lib/gym-theme';
import { KeysProvider, useViewKeys } from '~/app/lib/keys';
import { OutboxLine } from '~/app/lib/outbox/outbox-line';
import { pageTitle } from '~/app/lib/title';
import { ClockTile } from '~/app/routes/screen/squad/clock-tile';
import { Reasons } from '~/app/routes/screen/squad/reasons';
import { useSquad } from '~/app/routes/screen/squad/use-squad';
import { StageStrip } from '~/app/routes/screen/station/stage-strip';
import { barsText } from '~/app/words/issue-text';
import {
  clockS,
  freeLetter,
  mostClocks,
  type SquadAthlete,
  type SquadClock,
} from '~/core/screen/station/squad';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { clocksView } from '~/server/views/rotation';
import type { Route } from './+types/clocks';

export const meta: Route.MetaFunction = ({ loaderData }) => pageTitle(loaderData?.test.name, 'Squad clocks');

export async function loader({ request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const query = new URL(request.url).searchParams;
  const testId = query.get('test');
  if (testId === null) throw redirect(href('/screen/squad'));
  const { trade } = principal;
  if (!trade.hasTest(testId)) throw notFound('This test');
  if (trade.test(testId).kind !== 'hold') throw redirect(href('/screen/squad'));
  return clocksView(principal, testId, query);
}

export function ErrorBoundary() {
  return <WholePageError />;
}

export default function ClocksView(props: Route.ComponentProps) {
  return (
    <KeysProvider>
      <Clocks key={props.loaderData.test.id} {...props} />
      <KeysDialog />
    </KeysProvider>
  );
}

function Clocks({ loaderData }: Route.ComponentProps) {
  const { test, today, people, barred, warmUpDone } = loaderData;
  const gym = useGymTheme();
  const navigate = useNavigate();
  const athleteOf = useCallback(
    (id: string, place: number): SquadAthlete[] => {
      const person = people.find((somebody) => somebody.id === id);
      return person
        ? [
            {
              athleteId: person.id,
              name: person.name,
              // The side that starts alternates along the list, so that order favours none.
              firstSide: place % 2 === 0 ? 'left' : 'right',
              stopAtS: person.stopAtS,
              capS: person.capS,
              load: person.load,
            },
          ]
        : [];
    },
    [people],
  );
  const { state, send, restored, anyRunning, finish } = useSquad(
    test,
    today,
    warmUpDone,
    loaderData.chosen.flatMap((id, i) => athleteOf(id, i)),
  );

  const press = (clock: SquadClock, atMs: number) => {
    if (clock.phase === 'running') send({ type: 'stop', letter: clock.letter, atMs });
    else if (clock.phase === 'waiting') send({ type: 'start', letter: clock.letter, atMs });
  };
  useViewKeys([
    {
      key: 'Space',
      on: 'Space',
      says: 'Start all that are ready',
      does: (event) => {
        event.preventDefault();
        send({ type: 'start_all', atMs: event.timeStamp });
      },
    },
    {
      key: 'A to X',
      on: '([a-x])',
      says: 'Start or stop that clock',
      does: ({ key, timeStamp }) => {
        const clock = state.clocks.find(({ letter }) => letter === key.toUpperCase());
        if (clock) press(clock, timeStamp);
      },
    },
    { key: 'Z', on: 'z', says: 'Undo', does: () => send({ type: 'undo' }) },
    { key: 'Y', on: 'y', says: 'False start: all back', does: () => send({ type: 'false_start' }) },
  ]);

  const waiting = state.clocks.filter((clock) => clock.phase === 'waiting');
  const stopped = state.clocks.filter((clock) => clock.phase === 'stopped');
  const kept = state.clocks.filter((clock) => clock.phase === 'kept');
  const here = new Set(state.clocks.map((clock) => clock.athleteId));
  const late = people.filter((person) => !here.has(person.id));
  const roundOver = !anyRunning && stopped.length === 0 && kept.length > 0;
  const mayTurn = test.sided && state.round === 0 && roundOver;
  const notices = useMemo(
    () =>
      people.filter(
        (person) => here.has(person.id) && (person.capS !== undefined || person.notes.length > 0),
      ),
    [people, here],
  );
  const leave = async () => {
    await finish();
    void navigate(href('/screen'));
  };
  return (
    <main className={clsx(gym.theme, 'min-h-dvh bg-night px-4 pb-10 pt-4 text-chalk sm:px-6')}>
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2">
        <div className="max-w-3xl">
          <h1 className="text-3xl">
            {test.name}
            {test.sided ? `, ${state.round === 0 ? 'first' : 'other'} side` : ''}
          </h1>
          <p className={clsx('text-body', anyRunning && 'max-sm:hidden')}>
            {test.setUp} Say: “{test.tell}” <strong>Stops at</strong> {test.stopRule}
          </p>
          {test.spotter ? (
            <p className="font-bold">△ Spotter or wall within reach before the start.</p>
          ) : null}
        </div>
        <p className="flex gap-5">
          <Link to={href('/screen/squad')} className="py-2">
            Squad day
          </Link>
          <Link to={href('/screen')} className="py-2">
            Leave, keep all
          </Link>
          <button type="button" onClick={gym.toggle} className="py-2 underline">
            {gym.says}
          </button>
        </p>
      </div>
      <EditionLine busy={anyRunning} />
      <OutboxLine />
      {restored ? (
        <p role="status" className="mt-2 border-l-4 border-dashed border-chalk pl-3">
          △ This page was opened again: running clocks went on by the time of day of this device.
        </p>
      ) : null}
      {barred.map((out) => (
        <p key={out.name} className="mt-1">
          Left out: <strong>{out.name}</strong>, {barsText(out.bars)}.
        </p>
      ))}
      {notices.length > 0 ? (
        <p className="mt-1">
          {notices
            .map(
              (person) =>
                `${person.name}: ${[person.capS ? `stops at ${person.capS} s` : '', ...person.notes].filter(Boolean).join('. ')}`,
            )
            .join(' · ')}
        </p>
      ) : null}
      <div className="sticky top-0 z-10 -mx-4 mt-2 flex flex-wrap items-center gap-3 bg-night px-4 py-2 sm:-mx-6 sm:px-6">
        <button
          type="button"
          disabled={waiting.length === 0}
          onClick={(event) => send({ type: 'start_all', atMs: event.timeStamp })}
          className="stone min-h-14 grow bg-zest px-6 text-xl font-bold text-night disabled:bg-night-3 disabled:text-chalk sm:max-w-md"
        >
          {waiting.length > 0 ? `Start all ${waiting.length}` : anyRunning ? 'Running' : 'All stopped'}
        </button>
        <button
          type="button"
          disabled={!state.before}
          onClick={() => send({ type: 'undo' })}
          className="min-h-12 border border-night-3 px-4 disabled:opacity-50"
        >
          Undo
        </button>
        <button
          type="button"
          disabled={!anyRunning}
          onClick={() => send({ type: 'false_start' })}
          className="min-h-12 border border-night-3 px-4 disabled:opacity-50"
        >
          False start
        </button>
        {mayTurn ? (
          <button
            type="button"
            onClick={() => send({ type: 'other_side' })}
            className="stone min-h-12 bg-zest px-5 font-bold text-night"
          >
            Turn to the other side
          </button>
        ) : null}
        {roundOver && !mayTurn ? (
          <button
            type="button"
            onClick={() => void leave()}
            className="stone min-h-12 bg-zest px-5 font-bold text-night"
          >
            Finish and rank {kept.length}
          </button>
        ) : null}
        {late.length > 0 && freeLetter(state) ? (
          <label className="flex items-center gap-2">
            <span className="text-mortar">Late</span>
            <select
              value=""
              onChange={(event) => {
                const [athlete] = athleteOf(event.target.value, state.clocks.length);
                if (athlete) send({ type: 'join', athlete });
              }}
              className="min-h-12 border border-night-3 bg-night-2 px-2 text-chalk"
            >
              <option value="">add somebody</option>
              {late.map((person) => (
                <option key={person.id} value={person.id}>
                  {person.name}
                </option>
              ))}
            </select>
          </label>
        ) : null}
      </div>
      {state.clocks.length === 0 ? (
        <p className="mt-6 text-lg">
          Nobody is here yet. Add somebody, or <Link to={href('/screen/squad')}>choose the squad</Link>. Up to{' '}
          {mostClocks}.
        </p>
      ) : null}
      {test.stages ? (
        <StageStrip
          stages={test.stages}
          needs={test.needs}
          running={state.clocks.some(({ phase }) => phase === 'running')}
          readS={() =>
            Math.max(
              0,
              ...state.clocks
                .filter(({ phase }) => phase === 'running')
                .map((clock) => clockS(clock, performance.now())),
            )
          }
          from={0}
          onFrom={undefined}
        />
      ) : null}
      <ul className="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-3 lg:grid-cols-4 xl:grid-cols-6">
        {state.clocks.map((clock) => (
          <li key={clock.letter} className="grid">
            <ClockTile clock={clock} onPress={(atMs) => press(clock, atMs)} />
            {clock.phase === 'running' ? (
              <button
                type="button"
                onClick={(event) =>
                  send({ type: 'stop', letter: clock.letter, atMs: event.timeStamp, pain: true })
                }
                className="min-h-11 border-2 border-t-0 border-chalk text-aside"
              >
                Stop {clock.letter}: pain
              </button>
            ) : clock.phase === 'waiting' ? (
              <button
                type="button"
                onClick={() => send({ type: 'leave', letter: clock.letter })}
                className="min-h-11 text-aside text-mortar underline"
              >
                Not here
              </button>
            ) : null}
          </li>
        ))}
      </ul>
      {stopped.length > 0 ? (
        <section aria-labelledby="reasons" className="mt-6">
          <h2 id="reasons" className="text-2xl">
            Stopped, and why
          </h2>
          <ul>
            {stopped.map((clock) => (
              <Reasons
                key={clock.letter}
                clock={clock}
                faults={test.faults}
                pain={loaderData.pain}
                onAnswer={(answers) => send({ type: 'answer', letter: clock.letter, answers })}
                onFalseStart={() => send({ type: 'false_start', letter: clock.letter })}
              />
            ))}
          </ul>
        </section>
      ) : null}
    </main>
  );
}
