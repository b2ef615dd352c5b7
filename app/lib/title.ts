/** What a tab is called: the view, then the program. */
export const pageTitle = (...parts: readonly (string | undefined)[]) => [
  { title: [...parts.filter(Boolean), 'Zest Pillar'].join(' · ') },
];

/** The title of a view inside an athlete's frame: who, what. */
export const athleteTitle =
  (view?: string) =>
  ({ matches }: { matches: readonly ({ id: string; loaderData?: unknown } | undefined)[] }) => {
    const frame = matches.find((match) => match?.id === 'routes/athletes/frame');
    return pageTitle((frame?.loaderData as { name?: string } | undefined)?.name ?? 'Athlete', view);
  };
