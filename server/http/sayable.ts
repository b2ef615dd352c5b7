/** What went wrong as it may stand in a log: without the parameters of a query, which are people's data. */
export function sayable(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  const said = error.stack ?? `${error.name}: ${error.message}`;
  return said.replace(/^params:.*$/gm, 'params: not shown').slice(0, 4000);
}
