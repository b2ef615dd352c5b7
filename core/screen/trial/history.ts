import type { Trial } from './trial';

/** A trial in the history of its test, with what became of it. */
export interface HistoryTrial extends Trial {
  readonly correctedBy: string | null;
  readonly voided: boolean;
}

export interface HistoryLine {
  /** The trial as it stands. */
  readonly stands: HistoryTrial;
  /** What it was before, the newest first. */
  readonly before: readonly HistoryTrial[];
}

/** Trials with their corrections folded under the one that stands; what was undone at once is left out. Oldest first. */
export function historyLines(trials: readonly HistoryTrial[]): HistoryLine[] {
  const byId = new Map(trials.map((trial) => [trial.id, trial]));
  return trials
    .filter((trial) => !trial.voided && trial.correctedBy === null)
    .map((stands) => {
      const before: HistoryTrial[] = [];
      for (let id = stands.supersedesId; id !== null; ) {
        const older = byId.get(id);
        if (!older || before.includes(older)) break;
        before.push(older);
        id = older.supersedesId;
      }
      return { stands, before };
    });
}
