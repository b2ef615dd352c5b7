import clsx from 'clsx';
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { FlagLine } from '~/app/components/flag-line';
import { KeysDialog } from '~/app/components/keys-dialog';
import { EditionLine } from '~/app/lib/edition';
import { useGymTheme } from '~/app/lib/gym-theme';
import { KeysProvider, useViewKeys } from '~/app/lib/keys';
import { keptHere } from '~/app/lib/live-store';
import { isMuted, readySounds, setMuted, sound } from '~/app/lib/sounds';
import { useWakeLock } from '~/app/lib/wake-lock';
import type { LiveCard } from '~/core/coach/live/card';
import { mostInGroup } from '~/core/coach/live/group';
import { atHand, isOpenEnded, type LiveState } from '~/core/coach/live/state';
import { secondsLeft } from '~/core/coach/live/turns';
import { Lane } from './lane';
import { Late } from './late';
import { mainDeed } from './main-deed';
import { More } from './more';
import { Tiles } from './tiles';
import { type CardAnswer, type Deed, type LivePerson, type LoadCard, now, useLive } from './use-live';

/** Sessions on the mat: of one athlete, or of a few side by side. */
export function LivePage(props: LivePageProps) {
  return (
    <KeysProvider>
      <Sessions {...props} />
      <KeysDialog />
    </KeysProvider>
  );
}

interface LivePageProps {
  /** Whose device this is: what is under way is kept under it. */
  readonly owner: string;
  readonly loadCard: LoadCard;
  /** Sessions the address names. */
  readonly asked: readonly string[];
  /** Who else may come: nobody on an athlete's own phone. */
  readonly people: readonly LivePerson[];
  readonly leave: ReactNode;
  /** Where a log is read; nothing where it is not. */
  readonly logAt?: ((card: LiveCard) => string) | undefined;
  /** What waits on this device, as it is said to whom it belongs. */
  readonly lines: ReactNode;
  /** What stands where nobody has begun. */
  readonly empty: ReactNode;
}

function Sessions({ owner, loadCard, asked, people, leave, logAt, lines, empty }: LivePageProps) {
  const gym = useGymTheme();
  const { group, state, restored, running, join, settings } = useLive(owner, loadCard);
  const [muted, setMutedHere] = useState(false);
  useEffect(() => {
    setMutedHere(isMuted());
    readySounds();
  }, []);
  const mute = () => {
    setMuted(!muted);
    setMutedHere(!muted);
    sound('go', !muted);
  };
  const [missing, setMissing] = useState<readonly string[]>([]);
  const [logged, setLogged] = useState<readonly CardAnswer[]>([]);
  const loading = useRef(new Set<string>());
  const add = useCallback(
    async (sessionId: string, minutes?: number) => {
      if (loading.current.has(sessionId)) return;
      loading.current.add(sessionId);
      const found = await loadCard(sessionId);
      const kept = keptHere(owner).includes(sessionId);
      loading.current.delete(sessionId);
      // What is logged is not done twice; a session under way here that was logged elsewhere goes on.
      if (found && (kept || found.logId))
        setLogged((was) => [...was.filter(({ card }) => card.sessionId !== sessionId), found]);
      else if (found) join(found, minutes);
      setMissing((was) => [...was.filter((id) => id !== sessionId), ...(found ? [] : [sessionId])]);
    },
    [owner, loadCard, join],
  );
  const wanted = asked.join();
  useEffect(() => {
    if (restored === undefined) return;
    const here = new Set(group.read().lanes.map(({ card }) => card.sessionId));
    // One after the other, so that they stand in the order they were named.
    const addAll = async () => {
      for (const sessionId of wanted.split(',').filter(Boolean))
        if (!here.has(sessionId)) await add(sessionId);
    };
    void addAll();
  }, [restored, wanted, group, add]);
  useWakeLock(running && state.lanes.length > 0);

  const { lanes } = state;
  const shown = lanes.find(({ card }) => card.sessionId === state.shown) ?? lanes[0];
  const tell = useCallback(
    (sessionId: string, deed: Deed) => group.send({ type: 'lane', sessionId, event: now(deed) }),
    [group],
  );
  const shownId = shown?.card.sessionId ?? '';
  const { onDeed, onFinish } = useMemo(
    () => ({ onDeed: (deed: Deed) => tell(shownId, deed), onFinish: () => group.finish(shownId) }),
    [tell, group, shownId],
  );
  const onShow = useCallback((sessionId: string) => group.send({ type: 'show', sessionId }), [group]);
  const hand = shown && atHand(shown);
  const look = (by: 1 | -1) => {
    const at = shown ? lanes.indexOf(shown) : 0;
    const next = lanes[(at + by + lanes.length) % lanes.length];
    if (next) group.send({ type: 'show', sessionId: next.card.sessionId });
  };
  const main = shown && hand ? mainDeed(shown, hand) : undefined;
  useViewKeys([
    {
      key: 'Space',
      on: 'Space',
      says: 'Start, stop, back in place',
      does: (event) => {
        event.preventDefault();
        if (main) onDeed(main.deed);
      },
    },
    {
      key: '1 to 9',
      on: '([1-9])',
      says: 'What gave way',
      does: ({ key }) => {
        const fault = hand?.form.faults[Number(key) - 1];
        if (fault) onDeed({ type: 'fault', fault: { id: fault.id, action: fault.action } });
      },
    },
    { key: 'C', on: 'c', says: 'Count one', does: () => onDeed({ type: 'tap' }) },
    { key: 'P', on: 'p', says: 'Stop: pain', does: () => onDeed({ type: 'pain' }) },
    {
      key: 'S',
      on: 's',
      says: 'Pause, go on',
      does: () => onDeed(shown?.pausedAtMs === undefined ? { type: 'pause' } : { type: 'resume' }),
    },
    { key: 'E', on: 'e', says: 'Easier', does: () => onDeed({ type: 'step', by: -1 }) },
    { key: 'H', on: 'h', says: 'Harder', does: () => onDeed({ type: 'step', by: 1 }) },
    { key: 'B', on: 'b', says: 'Back to the last set', does: () => onDeed({ type: 'back' }) },
    { key: 'U', on: 'u', says: 'Undo', does: () => onDeed({ type: 'undo' }) },
    { key: 'M', on: 'm', says: 'Sounds on and off', does: mute },
    { key: 'A', on: 'a', says: 'Start everybody', does: () => startAll(lanes, tell) },
    { key: '←', on: 'ArrowLeft', says: 'The athlete before', does: () => look(-1) },
    { key: '→', on: 'ArrowRight', says: 'The next athlete', does: () => look(1) },
  ]);

  const here = new Set(lanes.map(({ card }) => card.sessionId));
  const late = people.filter(({ sessionId }) => !here.has(sessionId));
  const waiting = lanes.filter(({ phase }) => phase === 'ready' || phase === 'rest').length;
  const idle = lanes.length === 0;
  return (
    <main className={clsx(gym.theme, 'min-h-dvh bg-night px-4 pt-3 text-chalk sm:px-6')}>
      <header className="mb-2 flex flex-wrap items-center justify-between gap-x-5 gap-y-1">
        <h1 className="text-xl">
          {lanes.length === 1 && shown
            ? shown.card.name
            : idle
              ? 'On the mat'
              : `On the mat, ${lanes.length}`}
        </h1>
        <div className="flex items-center gap-x-5 text-aside">
          {shown && shown.phase !== 'sent' ? (
            <button
              type="button"
              className="min-h-11 underline disabled:opacity-40"
              disabled={!shown.before}
              onClick={() => onDeed({ type: 'undo' })}
            >
              Undo
            </button>
          ) : null}
          <span className="max-sm:hidden">{leave}</span>
          <More
            shown={shown}
            muted={muted}
            onMute={mute}
            onSettings={settings}
            onBack={() => onDeed({ type: 'back' })}
            gym={gym}
            leave={<span className="sm:hidden">{leave}</span>}
          />
        </div>
      </header>
      <EditionLine busy={lanes.some(isOpenEnded)} />
      {/* Pain that was told here is on the screen already. */}
      <FlagLine
        isKnown={(athleteId) =>
          lanes.some(({ card, pain }) => card.athleteId === athleteId && pain !== undefined)
        }
      />
      {lines}
      {group.isStored() ? null : (
        <p role="alert" className="mb-3 border-2 border-chalk p-3">
          This device has no room to keep what is under way. The session goes on; do not close or reload this
          page before it is kept.
        </p>
      )}
      {shown && shown.card.cautions.length > 0 ? (
        <p className="mb-2 text-aside">△ {shown.card.cautions.join(' · ')}</p>
      ) : null}
      {lanes.length > 1 ? (
        <>
          <Tiles lanes={lanes} shown={shown?.card.sessionId} onShow={onShow} onDeed={tell} />
          {waiting > 1 ? (
            <p className="mb-4">
              <button
                type="button"
                onClick={() => startAll(lanes, tell)}
                className="stone min-h-12 bg-zest px-5 font-bold text-night"
              >
                Start all {waiting}
              </button>
            </p>
          ) : null}
        </>
      ) : null}
      {shown ? (
        <Lane
          key={shown.card.sessionId}
          state={shown}
          muted={muted}
          elsewhere={group.isLoggedElsewhere(shown.card.sessionId)}
          onDeed={onDeed}
          onFinish={onFinish}
        />
      ) : restored === undefined || (wanted !== '' && missing.length === 0 && logged.length === 0) ? (
        <p role="status" className="h-96 animate-pulse bg-night-2 text-transparent">
          Fetching the card
        </p>
      ) : logged.length > 0 ? null : (
        empty
      )}
      {logged.map(({ card, logId }) => (
        <p key={card.sessionId} className="mt-2 text-2xl">
          {card.name}: this session is logged already.{' '}
          {logAt ? <Link to={logAt(card)}>Open the log</Link> : null}
          <button
            type="button"
            className="ml-5 min-h-11 text-base underline"
            onClick={() => {
              setLogged((was) => was.filter((one) => one.card.sessionId !== card.sessionId));
              join({ card, logId });
            }}
          >
            Do more of it
          </button>
        </p>
      ))}
      {missing.length > 0 ? (
        <p role="alert" className="mt-4 border-2 border-chalk p-3">
          {missing.length === 1 ? 'A card' : `${missing.length} cards`} could not be fetched: the server does
          not answer, or the session is not here any more.{' '}
          <button
            type="button"
            className="min-h-11 underline"
            onClick={() => {
              for (const id of missing) void add(id);
            }}
          >
            Try again
          </button>
        </p>
      ) : null}
      {late.length > 0 && lanes.length < mostInGroup && lanes.length > 0 ? (
        <Late
          people={late}
          minutes={Math.max(...lanes.map((lane) => secondsLeft(lane.card, lane.turns, lane.steps))) / 60}
          onAdd={add}
        />
      ) : null}
      {lanes.some(({ phase }) => phase === 'sent') && lanes.length > 1 ? (
        <p className="mt-4">
          <button
            type="button"
            className="min-h-11 underline"
            onClick={() => {
              for (const { card, phase } of lanes)
                if (phase === 'sent') group.send({ type: 'leave', sessionId: card.sessionId });
            }}
          >
            Take who is done off this screen
          </button>
        </p>
      ) : null}
      <div className="h-6" />
    </main>
  );
}

function startAll(lanes: readonly LiveState[], tell: (sessionId: string, deed: Deed) => void) {
  for (const { card, phase } of lanes)
    if (phase === 'ready' || phase === 'rest') tell(card.sessionId, { type: 'start' });
}
