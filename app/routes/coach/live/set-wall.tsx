import clsx from 'clsx';
import type { LiveState } from '~/core/coach/live/state';
import { isOpen, type LiveTurn, turnKey } from '~/core/coach/live/turns';

const stateWord = (turn: LiveTurn, isAtHand: boolean): string => {
  if (turn.skipped) return 'left out';
  if (turn.result) return turn.result.faultId ? 'lost' : 'done';
  return isAtHand ? 'now' : 'to come';
};

/**
 * The session as a course of stones: one a set, laid when it is done, broken where it was lost, an outline while it is to come;
 * the one at hand carries the zest.
 */
export function SetWall({
  state,
  small,
  className,
}: {
  state: LiveState;
  /** In a tile beside others. */
  small?: boolean;
  className?: string;
}) {
  const { turns, at, card } = state;
  const done = turns.filter(({ result }) => result).length;
  const open = turns.filter(isOpen).length;
  return (
    <div className={className}>
      <p className="sr-only">
        {done} sets done, {open} to come
      </p>
      <ol aria-hidden="true" className={clsx('flex h-4', small ? 'gap-px' : 'gap-[3px]')}>
        {turns.map((turn, i) => {
          const word = stateWord(turn, i === at);
          const joins = turns[i - 1]?.itemId === turn.itemId;
          return (
            <li
              key={turnKey(turn)}
              title={`${card.items.find(({ id }) => id === turn.itemId)?.form.name ?? ''}: ${word}`}
              className={clsx(
                'grow rounded-[1px]',
                small ? 'min-w-[3px]' : 'min-w-1',
                !joins && i > 0 && (small ? 'ml-[3px]' : 'ml-1.5'),
                word === 'done' && 'bg-chalk',
                word === 'lost' && 'bg-chalk [clip-path:polygon(0_0,100%_0,60%_55%,0_100%)]',
                word === 'left out' && 'border border-dotted border-night-3',
                word === 'now' && 'bg-zest',
                word === 'to come' && 'border border-mortar',
              )}
            />
          );
        })}
      </ol>
    </div>
  );
}
