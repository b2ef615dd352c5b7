import { writeFileSync } from 'node:fs';
import { loadTable } from '~/core/catalogue/load-table';

writeFileSync('docs/load-table.md', loadTable());
