import { sportLabel } from '~/core/catalogue';
import type { CatalogueEdit } from '~/core/catalogue/edits';
import { dayInWords } from '~/core/words/days';
import { editHistory } from '~/db/queries/catalogue';
import type { Principal } from '../principal/principal';
import { dayIn } from '../principal/today';

const patchWords: Readonly<Record<string, string>> = {
  rest_s: 'rest',
  note: 'how',
  do: 'cues',
  avoid: 'what not to do',
  tell: 'what to say',
  setUp: 'set-up',
  doses: 'what it prescribes',
  chooses: 'what it chooses',
  rejects: 'what it rejects',
  counts: 'what it counts in',
  words: 'its cues',
  avoid_lumbar: 'movements of the low back',
  fits: 'ladders',
  uses: 'disputes',
  profile: 'what is asked',
  asks: 'what it asks in a line',
  minutes: 'minutes of the event',
  perMinute: 'its rate',
};

function whatWasDone(edit: CatalogueEdit, name: string): string {
  switch (edit.op) {
    case 'hide':
      return `Hid ${name}`;
    case 'restore':
      return `Restored ${name}`;
    case 'add':
      if (edit.kind === 'school') return `Wrote ${edit.school.name}`;
      return `Added ${edit.kind === 'sport' ? edit.sport.name : edit.rung.name}`;
    case 'change':
      return `Changed ${Object.keys(edit.patch)
        .map((key) => patchWords[key] ?? key)
        .join(', ')} of ${name}`;
  }
}

/** The history of some entries as lines, the newest first. */
export async function historyOf(principal: Principal, entryIds: readonly string[]) {
  const { trade } = principal;
  const rows = await editHistory(principal.practiceId, entryIds);
  const name = (id: string) => {
    if (trade.hasRung(id)) return trade.rung(id).name;
    if (trade.hasLadder(id)) return trade.ladder(id).name;
    if (trade.hasSchool(id)) return trade.school(id).name;
    if (trade.hasDiscipline(id)) return sportLabel(trade.discipline(id));
    return trade.hasTest(id) ? trade.test(id).name : 'an entry that is gone';
  };
  return rows.map((row) => ({
    id: row.id,
    entryId: row.entryId,
    on: dayInWords(dayIn(principal.timeZone, row.at)),
    by: row.by,
    what: whatWasDone(row.edit, name(row.entryId)),
    reason: row.reason,
  }));
}
