import { Notice } from '~/app/components/notice';
import { issuesText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';
import { counted } from '~/core/words/counted';

/** What became of proposals taken for several athletes: how many, and who was refused why. */
export function Decided({
  taken,
  refused,
}: {
  readonly taken: number;
  readonly refused: readonly { name: string; athleteId: string; issues: readonly Issue[] }[];
}) {
  return (
    <div role="status" className="mt-4">
      <p>{taken === 0 ? 'Nothing was taken.' : `${counted(taken, 'change')} taken.`}</p>
      {refused.map((one) => (
        <Notice key={one.athleteId} word={one.name} className="mt-3">
          {issuesText(one.issues)}
        </Notice>
      ))}
    </div>
  );
}
