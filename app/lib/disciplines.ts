import { disciplines } from '~/core/catalogue/sports';

/** Disciplines under their sport, for choosing from. */
export const disciplineGroups = [...new Set(disciplines.map((discipline) => discipline.sportName))].map(
  (sportName) => ({
    sportName,
    items: disciplines
      .filter((discipline) => discipline.sportName === sportName)
      .map(({ id, name }) => ({ id, name })),
  }),
);
