import clsx from 'clsx';
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { Link, redirect, useNavigate } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { KeysDialog } from '~/app/components/keys-dialog';
import { ClockTile } from '~/app/components/squad/clock-tile';
import { Reasons } from '~/app/components/squad/reasons';
import { OutboxLine } from '~/app/components/station/outbox-line';
import { useGymTheme } from '~/app/lib/gym-theme';
import { KeysProvider, useViewKeys } from '~/app/lib/keys';
import { useOutbox } from '~/app/lib/outbox';
import { clearSquad, loadSquad, saveSquad } from '~/app/lib/squad-store';
import { fault } from '~/core/catalogue';
import {
  freeLetter,
  isAnswered,
  mostClocks,
  readySquad,
  type SquadAthlete,
  type SquadClock,
  type SquadEvent,
  type SquadState,
  squadTrial,
  stepSquad,
} from '~/core/screen/station/squad';
import { who } from '~/server/principal/principal.server';
import { tradeFor } from '~/server/principal/trade.server';
import { squadFor } from '~/server/squad.server';
import type { Route } from './+types/clocks';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.test.name ?? 'Clocks'}, squad clocks · Zest Pillar` },
];

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = who(context);
  const query = new URL(request.url).searchParams;
  const trade = tradeFor(person);
  const testId = query.get('test') ?? '';
  if (!trade.hasTest(testId) || trade.test(testId).kind !== 'hold') throw redirect('/screen/squad');
  const test = trade.test(testId);
  const { today, people } = await squadFor(person, testId);
  const wanted = new Set(query.getAll('with'));
  return {
    today,
    warmUpDone: query.get('warmUp') !== 'no',
    test: {
      id: test.id,
      name: test.name,
      sided: test.sided,
      sideMeans: test.sideMeans,
      setUp: test.setUp,
      tell: test.tell,
      stopRule: test.stopRule,
      spotter: test.spotter,
      faults: test.faults.map((id) => ({ id, name: fault(id).name })),
    },
    people: people.filter((each) => each.why === undefined),
    chosen: people.filter((each) => wanted.has(each.id) && each.why === undefined).map((each) => each.id),
    barred: people
      .filter((each) => wanted.has(each.id) && each.why !== undefined)
      .map(({ name, why }) => ({ name, why })),
  };
}

const help = [
  { key: 'Space', says: 'Start all that are ready' },
  { key: 'A to X', says: 'Start or stop that clock' },
  { key: 'Z', says: 'Undo' },
  { key: 'Y', says: 'False start: all back' },
];

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
  const outbox = useOutbox(useCallback(() => {}, []));
  const athleteOf = useCallback(
    (id: string, place: number): SquadAthlete[] => {
      const person = people.find((each) => each.id === id);
      return person
        ? [
            {
              athleteId: person.id,
              name: person.name,
              // The side that starts alternates along the list, so that order favours none.
              firstSide: place % 2 === 0 ? 'left' : 'right',
              stopAtS: person.stopAtS,
              capS: person.capS,
            },
          ]
        : [];
    },
    [people],
  );
  const [state, send] = useReducer(
    (was: SquadState, event: SquadEvent | { type: 'restore'; state: SquadState }) =>
      event.type === 'restore' ? event.state : stepSquad(was, event),
    undefined,
    () =>
      readySquad(
        loaderData.chosen.flatMap((id, i) => athleteOf(id, i)),
        test.sided,
      ),
  );
  const screenings = useRef<Record<string, string>>({});
  const [restored, setRestored] = useState(false);
  const ready = useRef(false);
  useEffect(() => {
    const stored = loadSquad(today, test.id);
    if (stored) {
      screenings.current = { ...stored.screenings };
      send({ type: 'restore', state: stored.state });
      setRestored(stored.state.clocks.some((each) => each.phase === 'running'));
    }
    ready.current = true;
  }, [today, test.id]);
  useEffect(() => {
    if (ready.current) saveSquad(today, test.id, { state, screenings: screenings.current });
  }, [state, today, test.id]);

  const anyRunning = state.clocks.some((each) => each.phase === 'running');
  useEffect(() => {
    if (!anyRunning) return;
    const timer = setInterval(() => send({ type: 'tick', atMs: performance.now() }), 50);
    return () => clearInterval(timer);
  }, [anyRunning]);

  // An answered clock is kept after a moment in which the last tap may be taken back.
  const answered = state.clocks.filter(isAnswered);
  const keeping = JSON.stringify(
    answered.map((each) => [each.letter, each.faults, each.feltIn, each.painScore, each.painRegion]),
  );
  const latest = useRef(answered);
  latest.current = answered;
  const { keep, openScreening } = outbox;
  useEffect(() => {
    if (keeping === '[]') return;
    const timer = setTimeout(async () => {
      for (const clock of latest.current) {
        send({ type: 'kept', letter: clock.letter });
        let screeningId = screenings.current[clock.athleteId];
        if (!screeningId) {
          screeningId = uuidv7();
          screenings.current[clock.athleteId] = screeningId;
          await openScreening({
            id: screeningId,
            athleteId: clock.athleteId,
            testId: test.id,
            onDate: today,
            firstSide: clock.firstSide,
            warmUpDone,
          });
        }
        await keep(
          squadTrial(clock, {
            id: uuidv7(),
            screeningId,
            testId: test.id,
            onDate: today,
            recordedAt: new Date().toISOString(),
          }),
        );
      }
    }, 900);
    return () => clearTimeout(timer);
  }, [keeping, keep, openScreening, test.id, today, warmUpDone]);

  const press = (clock: SquadClock, atMs: number) => {
    if (clock.phase === 'running') send({ type: 'stop', letter: clock.letter, atMs });
    else if (clock.phase === 'waiting') send({ type: 'start', letter: clock.letter, atMs });
  };
  useViewKeys(help, (event) => {
    const key = event.key.toUpperCase();
    if (key === ' ') {
      event.preventDefault();
      send({ type: 'start_all', atMs: event.timeStamp });
    } else if (key === 'Z') send({ type: 'undo' });
    else if (key === 'Y') send({ type: 'false_start' });
    else {
      const clock = state.clocks.find((each) => each.letter === key);
      if (clock) press(clock, event.timeStamp);
    }
  });

  const waiting = state.clocks.filter((each) => each.phase === 'waiting');
  const stopped = state.clocks.filter((each) => each.phase === 'stopped');
  const kept = state.clocks.filter((each) => each.phase === 'kept');
  const here = new Set(state.clocks.map((each) => each.athleteId));
  const late = people.filter((each) => !here.has(each.id));
  const roundOver = !anyRunning && stopped.length === 0 && kept.length > 0;
  const mayTurn = test.sided && state.round === 0 && roundOver;
  const notices = useMemo(
    () => people.filter((each) => here.has(each.id) && (each.capS !== undefined || each.notes.length > 0)),
    [people, here],
  );
  const finish = async () => {
    for (const id of Object.values(screenings.current)) await outbox.closeScreening(id);
    clearSquad(today, test.id);
    void navigate('/screen');
  };
  return (
    <main className={clsx(gym.theme, 'min-h-dvh bg-night px-4 pb-10 pt-4 text-chalk sm:px-6')}>
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2">
        <div className="max-w-3xl">
          <h1 className="text-3xl">
            {test.name}
            {test.sided ? `, ${state.round === 0 ? 'first' : 'other'} side` : ''}
          </h1>
          <p className={clsx('text-[0.98rem]', anyRunning && 'max-sm:hidden')}>
            {test.setUp} Say: “{test.tell}” <strong>Stops at</strong> {test.stopRule}
          </p>
          {test.spotter ? (
            <p className="font-bold">△ Spotter or wall within reach before the start.</p>
          ) : null}
        </div>
        <p className="flex gap-5">
          <Link to="/screen/squad" className="py-2">
            Squad day
          </Link>
          <Link to="/screen" className="py-2">
            Leave, keep all
          </Link>
          <button type="button" onClick={gym.toggle} className="py-2 underline">
            {gym.says}
          </button>
        </p>
      </div>
      <OutboxLine outbox={outbox} back={`/screen/clocks?test=${test.id}`} />
      {restored ? (
        <p role="status" className="mt-2 border-l-4 border-dashed border-chalk pl-3">
          △ This page was opened again: running clocks went on by the time of day of this device.
        </p>
      ) : null}
      {barred.map((each) => (
        <p key={each.name} className="mt-1">
          Left out: <strong>{each.name}</strong>, {each.why}.
        </p>
      ))}
      {notices.length > 0 ? (
        <p className="mt-1">
          {notices
            .map(
              (each) =>
                `${each.name}: ${[each.capS ? `stops at ${each.capS} s` : '', ...each.notes].filter(Boolean).join('. ')}`,
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
            onClick={() => void finish()}
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
              {late.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </select>
          </label>
        ) : null}
      </div>
      {state.clocks.length === 0 ? (
        <p className="mt-6 text-lg">
          Nobody is here yet. Add somebody, or <Link to="/screen/squad">choose the squad</Link>. Up to{' '}
          {mostClocks}.
        </p>
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
                className="min-h-11 border-2 border-t-0 border-chalk text-[0.95rem]"
              >
                Stop {clock.letter}: pain
              </button>
            ) : clock.phase === 'waiting' ? (
              <button
                type="button"
                onClick={() => send({ type: 'leave', letter: clock.letter })}
                className="min-h-11 text-[0.95rem] text-mortar underline"
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
