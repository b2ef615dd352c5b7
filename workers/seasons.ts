import { expose } from 'comlink';
import wasmUrl from 'highs/runtime?url';
import { highsSolver } from '~/core/plan/lp/highs';
import { remembering } from '~/core/plan/lp/remembered';
import { type SolvedSeason, solveSeason } from '~/core/plan/periodise';
import type { PeriodiseInput } from '~/core/plan/season';

/** Solves seasons beside the page while they are moved by hand; the next one starts from the last answer. */

const solver = highsSolver(wasmUrl).then(remembering);

const seasons = {
  solve: async (input: PeriodiseInput): Promise<SolvedSeason> => solveSeason(input, await solver),
};
export type SeasonWorker = typeof seasons;

expose(seasons);
