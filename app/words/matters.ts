import { awayText } from '~/app/lib/format';
import type { Matter } from '~/core/today/matters';
import { counted } from '~/core/words/counted';
import { issueText } from './issue-text';

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
