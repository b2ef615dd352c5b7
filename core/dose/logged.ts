import type { IsoDay } from '~/core/body/dates';
import type { Side } from '~/core/catalogue';

/** What was left after the last set of an exercise, as the athlete says it. */
export const reserves = ['none', 'little', 'planned', 'lots'] as const;
export type Reserve = (typeof reserves)[number];

/** One set as it was done. */
export interface SetRecord {
  readonly ladderId: string;
  readonly rungId: string;
  readonly setNo: number;
  readonly side: Side | 'both';
  readonly planned: number;
  /** Amount done, clean up to the loss. */
  readonly done: number;
  readonly faultId: string | null;
  /** Outside load it was done with, kg or N by the rung's kind; undefined takes the rung's start. */
  readonly load?: number | null | undefined;
  /** Where its lever was set, cm or degrees; none for the rung's own. */
  readonly lever?: number | null | undefined;
}

/** One logged session. */
export interface SessionOutcome {
  readonly logId: string;
  readonly onDate: IsoDay;
  readonly sets: readonly SetRecord[];
  /** 0-10. */
  readonly effort: number;
  readonly painScore: number;
  readonly painRegion: string | null;
  /** Where it hurt on the map, where somebody pointed. */
  readonly painPlaces?: readonly string[] | undefined;
  /** Reserve after the last set, by rung; missing where nobody asked. */
  readonly reserve?: Readonly<Record<string, Reserve>> | undefined;
}

export const isClean = (set: Pick<SetRecord, 'faultId' | 'done' | 'planned'>): boolean =>
  set.faultId === null && set.done >= set.planned;
