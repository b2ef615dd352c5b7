import { useEffect, useState } from 'react';
import { href } from 'react-router';
import { growingPart, type TestAhead } from '~/core/plan/block-ends';
import type { PlanWeek } from '~/core/plan/season';

/** What the desk says of the ends of blocks. */
export interface Ends {
  readonly tests: readonly (TestAhead & { readonly name: string; readonly unit: string })[];
  /** Exercises and sides at the end of each block. */
  readonly planned: readonly {
    readonly from: string;
    readonly to: string;
    readonly qualities: readonly {
      readonly quality: string;
      readonly exercise: string | null;
      readonly sides: string | null;
    }[];
  }[];
}

/** How long a hand must rest before the server is asked, milliseconds. */
const restsMs = 350;

/**
 * Exercises and sides at the ends of blocks as the weeks lie on the desk. They are chosen from the whole library with what the
 * athlete has done, so the server is asked, once the hand rests; until it answers those from before stay.
 *
 * @param moved something lies otherwise than planned
 * @returns `fresh` when they are those of these weeks
 */
export function useEnds(
  athleteId: string,
  weeks: readonly PlanWeek[],
  planned: Ends['planned'],
  moved: boolean,
): { readonly at: Ends['planned']; readonly fresh: boolean } {
  const [found, setFound] = useState<{ readonly of: readonly PlanWeek[]; readonly at: Ends['planned'] }>();
  useEffect(() => {
    if (!moved) return;
    const ended = new AbortController();
    const timer = setTimeout(async () => {
      try {
        const answer = await fetch(href('/athletes/:athleteId/plan/ends', { athleteId }), {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ weeks: weeks.map(growingPart) }),
          signal: ended.signal,
        });
        if (!answer.ok) return;
        const read = (await answer.json()) as Pick<Ends, 'planned'>;
        setFound({ of: weeks, at: read.planned });
      } catch {
        // Without an answer those from before stay, and are said to be from before.
      }
    }, restsMs);
    return () => {
      clearTimeout(timer);
      ended.abort();
    };
  }, [athleteId, weeks, moved]);
  if (!moved) return { at: planned, fresh: true };
  return { at: found?.at ?? planned, fresh: found?.of === weeks };
}
