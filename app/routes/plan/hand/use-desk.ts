import { type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import {
  begin,
  changesIn,
  type Draft,
  inputWith,
  redo,
  type Steps,
  step,
  undo,
} from '~/core/plan/hand/draft';
import type { Colliding } from '~/core/plan/lp/colliding';
import type { PeriodiseInput, PlanWeek } from '~/core/plan/season';
import type { SeasonWorker } from '~/workers/seasons';

/** The plan that is moved from. */
export interface Base {
  readonly id: string;
  readonly weeks: readonly PlanWeek[];
  readonly draft: Draft;
}

export interface Desk {
  readonly draft: Draft;
  readonly weeks: readonly PlanWeek[];
  /** What cannot all be kept; the weeks are the last that could. */
  readonly colliding: Colliding | undefined;
  readonly solving: boolean;
  /** It takes more than a second. */
  readonly slow: boolean;
  /** Milliseconds the last solution took. */
  readonly tookMs: number | undefined;
  readonly failed: boolean;
  readonly changes: number;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** Shows a draft while something is dragged, without a step of its own. */
  readonly show: (draft: Draft) => void;
  /** What was dragged is where it was. */
  readonly putBack: () => void;
  /** Makes a draft the next step. */
  readonly make: (draft: Draft) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Gives up the solution under way, and the step that asked for it. */
  readonly stop: () => void;
}

const slowMs = 1000;
const keyOf = (id: string) => `zest-pillar.season-draft.${id}`;

/** A draft of this version that was left in this tab. */
function leftDraft(id: string): Draft | undefined {
  try {
    return JSON.parse(sessionStorage.getItem(keyOf(id)) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

/**
 * The desk a season is moved on: steps of the draft, and a worker that solves the newest one. The page never waits for it: while
 * it solves, the last plan stays.
 *
 * @param base and `input` stay the same for as long as the desk stands
 * @param first what is put on it at once, as a step
 */
export function useDesk(base: Base, input: PeriodiseInput, first?: Draft): Desk {
  const [steps, setSteps] = useState<Steps>(() => step(begin(base.draft), first ?? base.draft));
  const [shown, setShown] = useState<Draft>();
  const [plan, setPlan] = useState<readonly PlanWeek[]>(base.weeks);
  const [colliding, setColliding] = useState<Colliding>();
  /** What collides in the plan that stands, since it was planned: a caution, a day off. */
  const [standing, setStanding] = useState<Colliding>();
  const [state, setState] = useState<'idle' | 'solving' | 'slow' | 'failed'>('idle');
  const [tookMs, setTookMs] = useState<number>();
  const worker = useRef<{ readonly end: () => void; readonly remote: Remote<SeasonWorker> } | undefined>(
    undefined,
  );
  const wanted = useRef<Draft | undefined>(undefined);
  const busy = useRef(0);
  const draft = shown ?? steps.now;
  const changes = changesIn(base.draft, draft);

  const remote = useCallback(() => {
    if (!worker.current) {
      const made = new Worker(new URL('../../../../workers/seasons.ts', import.meta.url), { type: 'module' });
      worker.current = { end: () => made.terminate(), remote: wrap<SeasonWorker>(made) };
    }
    return worker.current.remote;
  }, []);

  const ask = useCallback(async () => {
    if (busy.current > 0) return;
    busy.current += 1;
    const turn = busy.current;
    // One at a time and only the newest: what was asked for meanwhile has passed.
    while (wanted.current && busy.current === turn) {
      const next = wanted.current;
      wanted.current = undefined;
      const began = performance.now();
      setState('solving');
      const late = setTimeout(() => setState('slow'), slowMs);
      try {
        const solved = await remote().solve(inputWith(input, next));
        if (solved.ok) setPlan(solved.plan.weeks);
        setColliding(solved.ok ? undefined : solved.colliding);
        setTookMs(performance.now() - began);
        setState('idle');
      } catch {
        setState('failed');
      } finally {
        clearTimeout(late);
      }
    }
    busy.current = 0;
  }, [remote, input]);

  const end = useCallback(() => {
    worker.current?.end();
    worker.current = undefined;
    busy.current = 0;
    wanted.current = undefined;
  }, []);

  // The solver warms up while the plan is looked at, so that the first move is answered at once.
  useEffect(() => {
    void remote()
      .solve(input)
      .then((solved) => setStanding(solved.ok ? undefined : solved.colliding));
    const left = leftDraft(base.id);
    if (left) setSteps((was) => step(was, left));
    return end;
  }, [remote, input, base.id, end]);

  useEffect(() => {
    if (changesIn(base.draft, draft) === 0) {
      setPlan(base.weeks);
      setColliding(undefined);
      return;
    }
    wanted.current = draft;
    void ask();
  }, [draft, base, ask]);

  useEffect(() => {
    try {
      if (changesIn(base.draft, steps.now) === 0) sessionStorage.removeItem(keyOf(base.id));
      else sessionStorage.setItem(keyOf(base.id), JSON.stringify(steps.now));
    } catch {
      // Without room to keep it the draft lives as long as the page.
    }
  }, [steps.now, base]);

  return {
    draft,
    weeks: plan,
    colliding: changes === 0 ? standing : colliding,
    solving: state === 'solving' || state === 'slow',
    slow: state === 'slow',
    failed: state === 'failed',
    tookMs,
    changes,
    canUndo: steps.past.length > 0,
    canRedo: steps.future.length > 0,
    show: setShown,
    putBack: () => setShown(undefined),
    make: (next) => {
      setShown(undefined);
      setSteps((was) => step(was, next));
    },
    undo: () => setSteps(undo),
    redo: () => setSteps(redo),
    stop: () => {
      end();
      setState('idle');
      setSteps(undo);
    },
  };
}

/** Forgets what was left in this tab of a version: it is kept, or put on top of another. */
export const forgetDraft = (id: string): void => {
  try {
    sessionStorage.removeItem(keyOf(id));
  } catch {
    // Nothing was kept.
  }
};
