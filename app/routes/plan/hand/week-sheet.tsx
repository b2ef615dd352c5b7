import Minus from 'lucide-react/icons/minus';
import Plus from 'lucide-react/icons/plus';
import { href, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { kindWords } from '~/app/components/season-wall';
import { weekText } from '~/app/lib/format';
import type { LadderQuality } from '~/core/dose/choose';
import { phaseNames } from '~/core/dose/phases';
import type { Giving, Lock } from '~/core/plan/hand/by-hand';
import { lockOfCells } from '~/core/plan/hand/draft';
import { givingText, qualityWord } from '~/core/plan/hand/words';
import type { PlanWeek } from '~/core/plan/season';
import { counted, sentence } from '~/core/words/counted';
import { boardRows, type Picked } from './dose-board';

/** One week of the season: its sets to be made more or fewer, what holds it, what of it is locked. */

interface SheetProps {
  readonly athleteId: string;
  readonly weeks: readonly PlanWeek[];
  readonly picked: Picked;
  readonly locks: readonly Lock[];
  readonly giving: readonly Giving[];
  readonly onGo: (week: number) => void;
  readonly onSet: (lock: Lock) => void;
  readonly onLock: (at: Picked) => void;
  readonly onLockWeek: () => void;
  readonly onLetGoWeek: () => void;
  readonly onLockBlock: () => void;
  readonly onLetGoBlock: () => void;
  readonly onGiveBack: (giving: Giving) => void;
}

const round =
  'grid size-11 shrink-0 place-items-center border border-mortar hover:bg-chalk disabled:text-quiet';

/** Fewer, the figure, more. */
function Stepper({
  name,
  sets,
  onSet,
}: {
  readonly name: string;
  readonly sets: number;
  readonly onSet: (sets: number) => void;
}) {
  return (
    <span className="flex items-center">
      <button
        type="button"
        className={round}
        aria-label={`Fewer sets of ${name}`}
        disabled={sets === 0}
        onClick={() => onSet(sets - 1)}
      >
        <Minus aria-hidden="true" className="size-4" />
      </button>
      <span className="figures w-9 text-center text-lg font-bold">{sets}</span>
      <button
        type="button"
        className={round}
        aria-label={`More sets of ${name}`}
        onClick={() => onSet(sets + 1)}
      >
        <Plus aria-hidden="true" className="size-4" />
      </button>
    </span>
  );
}

function Row({
  id,
  week,
  lock,
  onSet,
  onLock,
}: {
  readonly id: LadderQuality;
  readonly week: PlanWeek;
  readonly lock: Lock | undefined;
  readonly onSet: (lock: Lock) => void;
  readonly onLock: () => void;
}) {
  const name = qualityWord(id);
  // What is locked is shown as it was asked for, also while it collides.
  const now = lock ?? lockOfCells(week.startsOn, id, week.cells);
  const planned = lockOfCells(week.startsOn, id, week.cells);
  const weaker = week.cells.find((cell) => cell.quality === id && cell.sets === planned.weaker)?.side;
  const led = now.weaker ?? planned.weaker;
  const main = week.cells.some((cell) => cell.quality === id && cell.tier === 'main');
  return (
    <li className="py-1.5">
      <div className="flex items-center justify-between gap-2">
        <span>
          {main ? <strong>{sentence(name)}</strong> : sentence(name)}
          {week.waiting.includes(id) ? <span className="text-aside text-quiet"> waits</span> : null}
        </span>
        <span className="flex items-center">
          <Stepper
            name={name}
            sets={now.sets}
            onSet={(sets) => onSet({ startsOn: week.startsOn, quality: id, sets })}
          />
          <button
            type="button"
            className={`${round} border-l-0`}
            aria-pressed={lock !== undefined}
            aria-label={`Lock ${name} in this week`}
            title={lock ? 'Locked: let go' : 'Lock as it is'}
            onClick={onLock}
          >
            <span aria-hidden="true" className={lock ? 'hand-peg-mark' : 'hand-peg-mark hollow'} />
          </button>
        </span>
      </div>
      {led !== undefined && weaker !== undefined ? (
        <div className="flex items-center justify-between gap-2">
          <span className="pl-4 text-aside text-quiet">{weaker}, the weaker side</span>
          <span className="flex items-center pr-11">
            <Stepper
              name={`${name}, ${weaker}`}
              sets={led}
              onSet={(sets) => onSet({ ...now, weaker: sets })}
            />
          </span>
        </div>
      ) : null}
    </li>
  );
}

export function WeekSheet({
  athleteId,
  weeks,
  picked,
  locks,
  giving,
  onGo,
  onSet,
  onLock,
  onLockWeek,
  onLetGoWeek,
  onLockBlock,
  onLetGoBlock,
  onGiveBack,
}: SheetProps) {
  const week = weeks[picked.week];
  if (!week) return null;
  const phase = phaseNames[week.phase];
  const locked = locks.filter(({ startsOn }) => startsOn === week.startsOn);
  const blockWeeks = new Set(weeks.filter((one) => one.phase === week.phase).map(({ startsOn }) => startsOn));
  const lockedInBlock = locks.filter(({ startsOn }) => blockWeeks.has(startsOn)).length;
  return (
    <section aria-label="The picked week">
      <div className="flex items-center justify-between gap-2 border-b-2 border-ink pb-1">
        <h3 className="text-xl">{weekText(week.startsOn)}</h3>
        <span className="flex">
          <button
            type="button"
            className={round}
            aria-label="The week before"
            disabled={picked.week === 0}
            onClick={() => onGo(picked.week - 1)}
          >
            ←
          </button>
          <button
            type="button"
            className={`${round} border-l-0`}
            aria-label="The week after"
            disabled={picked.week === weeks.length - 1}
            onClick={() => onGo(picked.week + 1)}
          >
            →
          </button>
        </span>
      </div>
      <p className="figures mt-1">
        {phase}, {kindWords[week.kind] ?? week.kind}: {week.minutes} of {week.minutesAvailable} min in{' '}
        {counted(week.sessions, 'session')}
        {week.retest ? ', retest' : ''}.{' '}
        <Link to={`${href('/athletes/:athleteId/coach', { athleteId })}?week=${week.startsOn}`}>
          Its sessions
        </Link>
      </p>
      {week.reasons.map((reason) => (
        <p key={reason} className="text-aside text-quiet">
          {reason}
        </p>
      ))}
      {week.sessions === 0 ? null : (
        <ul className="rule-list mt-2 border-y border-mortar">
          {boardRows(weeks).map((id) => (
            <Row
              key={id}
              id={id}
              week={week}
              lock={locked.find((lock) => lock.quality === id)}
              onSet={onSet}
              onLock={() => onLock({ week: picked.week, quality: id })}
            />
          ))}
        </ul>
      )}
      <p className="mt-2 flex flex-wrap gap-x-4">
        <Button type="button" look="quiet" onClick={locked.length > 0 ? onLetGoWeek : onLockWeek}>
          {locked.length > 0 ? 'Let go of this week' : 'Lock this week'}
        </Button>
        <Button type="button" look="quiet" onClick={lockedInBlock > 0 ? onLetGoBlock : onLockBlock}>
          {lockedInBlock > 0 ? `Let go of all of ${phase}` : `Lock all of ${phase}`}
        </Button>
      </p>
      {giving
        .filter(({ startsOn }) => startsOn === week.startsOn)
        .map((given) => (
          <p key={`${given.rule}${given.quality ?? ''}`} className="mt-1 text-aside">
            {givingText(given)}, by hand.{' '}
            <button type="button" className="underline" onClick={() => onGiveBack(given)}>
              Take it back
            </button>
          </p>
        ))}
    </section>
  );
}
