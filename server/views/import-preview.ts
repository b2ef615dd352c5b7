import { sportLabel } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { athletesOf, draftById } from '~/db/queries/athletes';
import { inWorker } from '../long/run.server';
import type { RosterFound } from '../long/works';
import type { Principal } from '../principal/principal';
import { isUuid } from '../principal/subject';

/** What a kept file would do: confirmed already, or what was found in it; undefined when it is not here. */
export async function rosterFound(
  principal: Principal,
  draftId: string | undefined,
  asked: URLSearchParams,
  whole: boolean,
): Promise<
  { readonly id: string; readonly fileName: string; readonly found: RosterFound | undefined } | undefined
> {
  const draft = isUuid(draftId) ? await draftById(principal.practiceId, draftId) : undefined;
  if (!draft || draft.athleteId !== null) return undefined;
  if (draft.confirmedAt) return { id: draft.id, fileName: draft.fileName, found: undefined };
  const athletes = await athletesOf(principal.practiceId);
  const found = await inWorker('roster', {
    content: draft.content,
    asked: Object.fromEntries(asked),
    known: athletes.map(
      ({ id, givenName, familyName, birthDate, disciplineId, sex, massKg, statureM, level }) => ({
        id,
        givenName,
        familyName,
        birthDate,
        disciplineId,
        sex,
        massKg,
        statureM,
        level,
      }),
    ),
    sports: principal.trade.disciplines
      .filter(({ hidden }) => !hidden)
      .toSorted((a, b) => Number(b.from !== null) - Number(a.from !== null))
      .map(({ id, sportName, name }) => ({ id, sportName, name })),
    today: principal.today,
    whole,
  });
  return found && { id: draft.id, fileName: draft.fileName, found };
}

/** The preview as its page shows it. */
export const shownRoster = (trade: Trade, fileName: string, { writes: _, rows, ...found }: RosterFound) => ({
  ...found,
  fileName,
  rows: rows.map(({ person, ...row }) => ({
    ...row,
    name: `${person.givenName} ${person.familyName}`,
    birthDate: person.birthDate,
    discipline: sportLabel(trade.discipline(person.disciplineId)),
    body: `${Math.round(person.massKg * 10) / 10} kg, ${person.statureM.toFixed(2)} m`,
  })),
});
