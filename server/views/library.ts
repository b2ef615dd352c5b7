import type { Archetype } from '~/core/body/posture';
import { cautions, equipment, type Ladder, type Rung } from '~/core/catalogue';
import { ladderNm } from '~/core/catalogue/lever-table';
import type { Trade } from '~/core/catalogue/trade';
import { findRungs, type RungSearch } from '~/core/coach/find-rungs';
import type { ChosenBody } from './body';

/**
 * What the library is narrowed to, from the address; an athlete's own school, cautions and kit unless said otherwise.
 * A word that names nothing asks for nothing.
 */
export function searchOf(trade: Trade, params: URLSearchParams, chosen: ChosenBody): RungSearch {
  const given = (name: string) => params.get(name) || undefined;
  const known = (name: string, rows: readonly { readonly id: string }[]) =>
    rows.some(({ id }) => id === given(name)) ? given(name) : undefined;
  const own = chosen.athlete;
  const kit = known('kit', equipment);
  const caution = known('caution', cautions);
  return {
    text: given('q'),
    quality: given('quality'),
    sport: given('sport'),
    school: given('school') === 'any' ? undefined : (known('school', trade.schools) ?? own?.schoolId),
    cautions: given('caution') === 'any' ? [] : caution ? [caution] : (own?.cautions ?? []),
    kit: given('kit') === 'any' ? undefined : given('kit') === 'bare' ? [] : kit ? [kit] : own?.kit,
    archetype: given('posture') as Archetype | undefined,
  };
}

/** Kit that can be asked for; a mat is always there. */
export const kitChoices = equipment
  .filter(({ id }) => id !== 'none' && id !== 'mat')
  .map(({ id, name }) => ({ id, name }));

export type RungState = 'owned' | 'stands' | 'open';

/** Where an athlete is on a rung: behind, on it, or still to come. */
export function rungState(ladder: Ladder, rungId: string, chosen: ChosenBody): RungState {
  const state = chosen.athlete?.states.find((state) => state.ladderId === ladder.id);
  if (!state) return 'open';
  if (state.rungId === rungId) return 'stands';
  return state.owned.includes(rungId) ? 'owned' : 'open';
}

/** Ladders with what fits the search, slim enough for a wall of them. */
export function ladderWall(trade: Trade, search: RungSearch, chosen: ChosenBody) {
  return findRungs(trade, search).map(({ ladder, rungs, fitting, loose }) => {
    const moments = ladderNm(ladder, chosen.body, chosen.under16).filter((nm) => nm > 1);
    const stands = chosen.athlete?.states.find((state) => state.ladderId === ladder.id)?.rungId;
    const shown = ladder.rungs.find((rung) => rung.id === stands) ?? (ladder.rungs.at(-1) as Rung);
    return {
      id: ladder.id,
      figure: { posture: shown.posture, needs: shown.needs },
      name: ladder.name,
      quality: ladder.quality,
      purpose: ladder.purpose,
      fitting,
      loose,
      /** What was looked for by name, to be opened at once. */
      named: search.text?.trim()
        ? rungs.filter(({ out }) => !out).map(({ rung }) => ({ id: rung.id, name: rung.name }))
        : [],
      from: moments.length > 0 ? Math.round(Math.min(...moments)) : undefined,
      to: moments.length > 0 ? Math.round(Math.max(...moments)) : undefined,
      rungs: rungs.map(({ rung, out }) => ({
        id: rung.id,
        name: rung.name,
        out: out !== undefined,
        state: rungState(ladder, rung.id, chosen),
      })),
    };
  });
}

/** Rungs of other ladders that this ladder, or one of its rungs, opens. */
export function followers(trade: Trade, ladder: Ladder): { id: string; name: string; by: string }[] {
  const own = new Map(ladder.rungs.map((rung) => [rung.id, rung.name]));
  return trade.ladders.flatMap((follower) =>
    follower.id === ladder.id
      ? []
      : follower.prerequisites.flatMap((need) => {
          const by = own.get(need.rung);
          return by ? [{ id: follower.id, name: follower.name, by }] : [];
        }),
  );
}

/** Every rung by ladder, for a choice. */
export const rungChoices = (trade: Trade) =>
  trade.ladders.map((ladder) => ({
    name: ladder.name,
    rungs: ladder.rungs.map(({ id, name }) => ({ id, name })),
  }));
