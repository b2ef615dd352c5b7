import { readFileSync } from 'node:fs';
import { loadTable } from './load-table';

it('the printed table of all rungs is current: `npm run load-table` makes it', () => {
  expect(readFileSync('docs/load-table.md', 'utf8')).toBe(loadTable());
});
