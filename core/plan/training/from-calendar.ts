import { addDays } from '~/core/body/dates';
import type { CalendarOccurrence } from '~/core/formats/calendar-read';
import { type TitleUse, titleUses } from './columns';
import { type Filed, longestSession, soundsRisky } from './filed';

/** A calendar's entries as training, events and days off: by their titles, as a coach says. Writes nothing. */

/** A title as it is told from others: in any script, without its capitals. */
const wordOf = (title: string): string => title.normalize('NFKC').toLowerCase().replace(/\s+/g, ' ').trim();

/** Entries of one title, and what they are taken for. */
export interface Titled {
  readonly title: string;
  /** The title as it stands in the address of what is chosen. */
  readonly word: string;
  readonly times: number;
  readonly firstOn: string;
  /** Minutes of the first that says how long it is. */
  readonly minutes: number | undefined;
  readonly use: TitleUse;
  readonly hardness: number | null;
  readonly risk: boolean;
}

const offWords = /\b(holidays?|vacation|leave|exams?|travel(ling)?|off|away|urlaub|ferien)\b/i;

/** What entries of a title seem to be: training where they say how long they take; whole days are days off by their name, else nothing. */
function guessUse(title: string, its: readonly CalendarOccurrence[]): TitleUse {
  const first = its[0];
  if (!first) return 'out';
  if (first.startsAt === null) return offWords.test(title) ? 'off' : 'out';
  return its.some(({ minutes }) => minutes !== undefined && minutes <= longestSession) ? 'training' : 'out';
}

/** The titles of a calendar, the commonest first, each with what it seems to be and what was asked for over it. */
export function titlesOf(
  occurrences: readonly CalendarOccurrence[],
  asked: Readonly<Record<string, string>>,
): Titled[] {
  const byTitle = new Map<string, CalendarOccurrence[]>();
  for (const one of occurrences) {
    const word = wordOf(one.title);
    const known = byTitle.get(word);
    if (known) known.push(one);
    else byTitle.set(word, [one]);
  }
  return [...byTitle]
    .map(([word, its]): Titled => {
      const title = its[0]?.title ?? '';
      const use = titleUses.find((one) => one === asked[`use.${word}`]);
      const hard = Number(asked[`hard.${word}`]);
      const risk = asked[`risk.${word}`];
      return {
        title,
        word,
        times: its.length,
        firstOn: its[0]?.onDate ?? '',
        minutes: its.find(({ minutes }) => minutes !== undefined)?.minutes,
        use: use ?? guessUse(title, its),
        hardness: Number.isInteger(hard) && hard >= 1 && hard <= 10 ? hard : null,
        risk: risk === undefined ? soundsRisky(title) : risk === 'yes',
      };
    })
    .sort((a, b) => b.times - a.times || a.word.localeCompare(b.word));
}

export interface FiledCalendar extends Filed {
  /** Entries taken for training that do not say how long they take. */
  readonly withoutMinutes: number;
}

/** A calendar's entries as what their titles are taken for. */
export function filedCalendar(
  occurrences: readonly CalendarOccurrence[],
  titles: readonly Titled[],
): FiledCalendar {
  const chosen = new Map(titles.map((one) => [one.word, one]));
  const sessions: Filed['sessions'][number][] = [];
  const events: Filed['events'][number][] = [];
  const daysOff: Filed['daysOff'][number][] = [];
  let withoutMinutes = 0;
  for (const { key, title, onDate, startsAt, minutes, days } of occurrences) {
    const as = chosen.get(wordOf(title));
    const name = title || 'Without a name';
    if (!as || as.use === 'out') continue;
    if (as.use === 'off')
      daysOff.push({ key, from: onDate, to: addDays(onDate, days - 1), reason: name.slice(0, 80) });
    else if (as.use !== 'training') events.push({ key, name: name.slice(0, 100), onDate, priority: as.use });
    else if (minutes === undefined || minutes < 1 || minutes > longestSession) withoutMinutes += 1;
    else sessions.push({ key, onDate, startsAt, minutes, hardness: as.hardness, risk: as.risk, name });
  }
  return { sessions, events, daysOff, withoutMinutes };
}
