import { disciplines } from '~/core/catalogue/sports';

/** Disciplines under their sport, for choosing from. */
export const disciplineGroups = [...new Set(disciplines.map((each) => each.sportName))].map((sportName) => ({
  sportName,
  items: disciplines.filter((each) => each.sportName === sportName).map(({ id, name }) => ({ id, name })),
}));
