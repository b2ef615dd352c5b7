import { counted } from '~/core/words/counted';
import { Fold } from './hand-fields';

/** What was done, by whom and why, the newest first. */
export function EditHistory({
  rows,
}: {
  rows: readonly { id: string; on: string; by: string; what: string; reason: string }[];
}) {
  if (rows.length === 0) return null;
  return (
    <Fold title={`History, ${counted(rows.length, 'change')}`} open={false}>
      <ul className="rule-list text-aside">
        {rows.map((row) => (
          <li key={row.id} className="py-2">
            <strong>{row.what}</strong>{' '}
            <span className="figures text-quiet">
              {row.on}, {row.by}
            </span>
            <span className="block">{row.reason}</span>
          </li>
        ))}
      </ul>
    </Fold>
  );
}
