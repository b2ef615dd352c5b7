import type { LiveCard } from './card';
import { type LiveSettings, type LiveState, readyLive } from './state';
import { type LiveEvent, stepLive } from './step';

/** A small group on one screen: each has a session of their own, with their own rung and clock. */

/** As many as one pair of eyes can follow. */
export const mostInGroup = 6;

export interface GroupState {
  /** In the order they came. */
  readonly lanes: readonly LiveState[];
  /** Who is looked at, by session. */
  readonly shown: string | undefined;
}

export type GroupEvent =
  | { readonly type: 'lane'; readonly sessionId: string; readonly event: LiveEvent }
  /** The same for everybody it makes sense for. */
  | { readonly type: 'all'; readonly event: LiveEvent }
  /** Somebody comes late; with the minutes that are left for them, when those are fewer than their session takes. */
  | {
      readonly type: 'join';
      readonly card: LiveCard;
      readonly atMs: number;
      readonly wallMs: number;
      readonly settings: LiveSettings;
      readonly minutes?: number | undefined;
    }
  | { readonly type: 'leave'; readonly sessionId: string }
  | { readonly type: 'show'; readonly sessionId: string };

/** One step of a group. Events for one lane touch no other. */
export function stepGroup(state: GroupState, event: GroupEvent): GroupState {
  switch (event.type) {
    case 'lane': {
      const lanes = state.lanes.map((lane) =>
        lane.card.sessionId === event.sessionId ? stepLive(lane, event.event) : lane,
      );
      return lanes.every((lane, i) => lane === state.lanes[i]) ? state : { ...state, lanes };
    }
    case 'all': {
      const lanes = state.lanes.map((lane) => stepLive(lane, event.event));
      return lanes.every((lane, i) => lane === state.lanes[i]) ? state : { ...state, lanes };
    }
    case 'join': {
      const { card, atMs, wallMs, settings, minutes } = event;
      const known = state.lanes.some((lane) => lane.card.athleteId === card.athleteId);
      if (known || state.lanes.length >= mostInGroup) return state;
      const ready = readyLive(card, atMs, wallMs, settings);
      const lane = minutes === undefined ? ready : stepLive(ready, { type: 'short', minutes });
      return { lanes: [...state.lanes, lane], shown: state.shown ?? card.sessionId };
    }
    case 'leave': {
      const lanes = state.lanes.filter((lane) => lane.card.sessionId !== event.sessionId);
      const shown = state.shown === event.sessionId ? lanes[0]?.card.sessionId : state.shown;
      return lanes.length === state.lanes.length ? state : { lanes, shown };
    }
    case 'show':
      return state.lanes.some((lane) => lane.card.sessionId === event.sessionId)
        ? { ...state, shown: event.sessionId }
        : state;
  }
}
