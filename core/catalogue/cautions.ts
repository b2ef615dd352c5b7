import cautionData from './data/cautions.json';

/** What a caution is called, for views in the browser: light, without the rest of the catalogue. */
const named: ReadonlyMap<string, { readonly id: string; readonly name: string }> = new Map(
  cautionData.map(({ id, name }) => [id, { id, name }]),
);

export const caution = (id: string): { readonly id: string; readonly name: string } | undefined =>
  named.get(id);
