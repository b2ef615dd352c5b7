import { dayText, timeText } from '~/app/lib/format';
import type { Waiting } from './store';

const ops: Readonly<Record<Waiting['entry']['op'], string>> = {
  trial: 'A trial',
  amend: 'The answers to a trial',
  void: 'A trial taken back',
  open: 'A screen opened',
  close: 'A screen closed',
  warm_up: 'The warm-up of a screen',
  log: 'A session log',
  set: 'A set',
  unset: 'A set taken back',
  pain: 'A pain that ended a session',
  still: 'A still',
  trace: 'A recording',
};

/** "A trial of 18:02", for people to tell entries apart. */
export const waitingText = ({ entry, at }: Waiting, today: string): string =>
  `${ops[entry.op]} of ${at.slice(0, 10) === today ? timeText(at) : `${dayText(at.slice(0, 10))}, ${timeText(at)}`}`;
