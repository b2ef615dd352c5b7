import { awayText } from '~/app/lib/format';
import type { ReEntry } from '~/core/coach/re-entry';
import type { Matter } from '~/core/today/matters';
import { counted } from '~/core/words/counted';
import { issueText } from './issue-text';

const comeBackWhy: Readonly<Record<ReEntry, string>> = {
  go_on: '',
  repeat: 'A week was missed: it is repeated rather than skipped.',
  ease_back: 'Two weeks or more were missed: a step lower and 60 % of the dose in the first session.',
  rescreen: 'Four weeks or more were missed: measure again before going on.',
};

interface MatterWords {
  readonly what: string;
  readonly why: string;
  readonly action: string;
}

/** What matters, why, and the way on, in words. */
export function matterWords(matter: Matter, today: string): MatterWords {
  const why = matter.issue ? issueText(matter.issue) : '';
  switch (matter.kind) {
    case 'flag':
      return { what: 'pain flag open', why: matter.text ?? '', action: 'Look at the flag' };
    case 'referred':
      return { what: 'referred', why, action: 'Record the clearance' };
    case 'screening':
      return {
        what: 'screen under way',
        why: 'Some tests of the battery are still open.',
        action: 'Go on screening',
      };
    case 'changed':
      return {
        what: `${counted(matter.count, 'session')} changed`,
        why: 'A caution, a flag or a clearance changed what may be done.',
        action: 'See what changed',
      };
    case 'proposals':
      return {
        what: `${counted(matter.count, 'proposal')} to decide`,
        why: 'From the last logged session; the next card waits for them.',
        action: 'Decide',
      };
    case 'come_back':
      return {
        what: `back after ${counted(matter.count, 'day')}`,
        why: comeBackWhy[matter.reEntry ?? 'go_on'],
        action: matter.reEntry === 'rescreen' ? 'Screen again' : 'Plan the way back',
      };
    case 'ground':
      return { what: 'the plan of Ground', why, action: 'Plan again' };
    case 'retest':
      return {
        what: 'retest due',
        why: `Last screened ${awayText(matter.onDate ?? today, today)}.`,
        action: 'Screen again',
      };
    case 'not_cleared':
      return { what: 'not cleared', why, action: 'Open the form' };
    case 'first_screen':
      return { what: 'first screen', why: 'Cleared and not measured yet.', action: 'Choose the battery' };
    case 'no_season':
      return {
        what: 'no season yet',
        why:
          matter.event && matter.onDate
            ? `${matter.event} ${awayText(matter.onDate, today)}.`
            : 'Enter an event to plan back from.',
        action: 'Plan the season',
      };
  }
}
