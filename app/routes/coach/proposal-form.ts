import { parseDecimal } from '~/core/body/units';

/** Proposals as a page sends them, to look at or to decide: what is ticked, and what the coach changed of it. */
export interface ProposalsSent {
  readonly asked: string[];
  readonly accept: string[];
  /** By proposal; read and judged by the command. */
  readonly changes: Record<string, Record<string, string | number | null>>;
}

const fields = { rung: 'rungId', load: 'load', sets: 'sets', amount: 'amount' } as const;

/** A figure as typed; what cannot be read stays a text, for the command to say so. */
const figure = (typed: string): string | number => parseDecimal(typed) ?? typed;

/** Reads proposals of a form or a query: `accept`, and `rung.ID`, `load.ID`, `sets.ID`, `amount.ID` where something was changed. */
export function proposalsSent(form: FormData | URLSearchParams): ProposalsSent {
  const asked = form.getAll('proposal').map(String);
  const accept = form
    .getAll('accept')
    .map(String)
    .filter((id) => asked.includes(id));
  const changes: ProposalsSent['changes'] = {};
  for (const id of accept) {
    const change: Record<string, string | number | null> = {};
    for (const [name, field] of Object.entries(fields)) {
      const typed = form.get(`${name}.${id}`);
      if (typed === null || String(typed).trim() === '') continue;
      const value = field === 'rungId' ? String(typed) : figure(String(typed));
      // A field of loads says what one of its units is, in kg or N.
      const per = field === 'load' ? Number(form.get(`per.${id}`) ?? 1) || 1 : 1;
      change[field] = typeof value === 'number' ? Math.round(value * per * 1000) / 1000 : value;
    }
    if (Object.keys(change).length > 0) changes[id] = change;
  }
  return { asked, accept, changes };
}
