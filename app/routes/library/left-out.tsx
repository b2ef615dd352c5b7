import { href, Link } from 'react-router';
import { barText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';
import { counted } from '~/core/words/counted';

/** The rungs a school leaves out, each with why; folded, for there are many. */
export function LeftOut({
  rungs,
}: {
  readonly rungs: readonly {
    readonly id: string;
    readonly name: string;
    readonly ladderId: string;
    readonly bar: Issue;
  }[];
}) {
  return (
    <details className="mt-1">
      <summary className="cursor-pointer py-1.5">Leaves out {counted(rungs.length, 'rung')}, and why</summary>
      <ul className="border-l-2 border-mortar pl-4 text-aside">
        {rungs.map(({ id, name, ladderId, bar }) => (
          <li key={id}>
            <Link to={`${href('/library/:ladderId', { ladderId })}?rung=${id}&school=any`}>{name}</Link>
            <span className="text-quiet">: {barText(bar)}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
