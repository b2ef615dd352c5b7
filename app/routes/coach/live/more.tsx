import clsx from 'clsx';
import type { ReactNode } from 'react';
import type { useGymTheme } from '~/app/lib/gym-theme';
import type { LiveSettings, LiveState } from '~/core/coach/live/state';
import { isOpen } from '~/core/coach/live/turns';

/** What is wanted now and then: a step back, sounds, the pace, the light. */
export function More({
  shown,
  muted,
  onMute,
  onSettings,
  onBack,
  gym,
  leave,
}: {
  shown: LiveState | undefined;
  muted: boolean;
  onMute: () => void;
  onSettings: (change: Partial<LiveSettings>) => void;
  onBack: () => void;
  gym: ReturnType<typeof useGymTheme>;
  leave: ReactNode;
}) {
  const line = 'flex min-h-11 w-full items-center gap-2 text-left';
  return (
    <details className="relative">
      <summary className="flex min-h-11 cursor-pointer items-center underline">More</summary>
      <div className="absolute right-0 z-20 w-72 border border-night-3 bg-night-2 px-3 py-1">
        {shown && shown.phase !== 'sent' ? (
          <button
            type="button"
            className={clsx(line, 'underline disabled:opacity-40')}
            disabled={shown.turns.every(isOpen)}
            onClick={onBack}
          >
            Back to the last set
          </button>
        ) : null}
        <button type="button" className={clsx(line, 'underline')} aria-pressed={muted} onClick={onMute}>
          {muted ? 'Sounds are off' : 'Sounds are on'}
        </button>
        <button type="button" className={clsx(line, 'underline')} onClick={gym.toggle}>
          {gym.says}
        </button>
        {shown ? (
          <>
            <label className={line}>
              <input
                type="checkbox"
                className="size-5"
                checked={shown.handsFree}
                onChange={(event) => onSettings({ handsFree: event.target.checked })}
              />
              Sets begin by themselves after the rest
            </label>
            <label className={line}>
              <input
                type="checkbox"
                className="size-5"
                checked={shown.byPace}
                onChange={(event) => onSettings({ byPace: event.target.checked })}
              />
              Reps are counted at their tempo
            </label>
            <label className={line}>
              <select
                className="min-h-11 border border-night-3 bg-night px-2"
                value={shown.leadS}
                onChange={(event) => onSettings({ leadS: Number(event.target.value) })}
              >
                {[0, 3, 5, 10].map((seconds) => (
                  <option key={seconds} value={seconds}>
                    {seconds} s
                  </option>
                ))}
              </select>
              to get into position
            </label>
          </>
        ) : null}
        {leave}
      </div>
    </details>
  );
}
