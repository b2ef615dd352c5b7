/** Rests of a battery as its form sends them, "test:seconds"; what cannot be read is left to the tests' own. */
export const restsOf = (form: FormData): Record<string, number> =>
  Object.fromEntries(
    form.getAll('rests').flatMap((text): [string, number][] => {
      const [, testId, seconds] = /^([a-z0-9_]+):(\d{1,3})$/.exec(String(text)) ?? [];
      return testId ? [[testId, Number(seconds)]] : [];
    }),
  );
