import { Form, href, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { Folded } from '~/app/components/folded';
import { dayText } from '~/app/lib/format';
import { issuesText } from '~/app/words/issue-text';
import { markText } from '~/app/words/marks';
import type { Issue } from '~/core/result';
import type { TrialMark } from '~/core/screen/trial/trial';

export interface ShownHistory {
  readonly id: string;
  readonly onDate: string;
  readonly side: string;
  readonly text: string;
  readonly notes: string;
  readonly marks: readonly TrialMark[];
  readonly answered: boolean;
  readonly simulated: boolean;
  readonly by: string | undefined;
  readonly counts: boolean;
  readonly graded: boolean;
  readonly figured: boolean;
  readonly unit: string;
  readonly traceId: string | null;
  readonly stillId: string | null;
  readonly before: readonly { readonly id: string; readonly text: string; readonly reason: string }[];
}

const box = 'min-h-11 border border-mortar bg-paper px-2';

/** What a coach may do to a trial: another figure or grade, or out of the count, always with the reason. */
function CorrectForm({
  line,
  correctionId,
  issues,
}: {
  line: ShownHistory;
  correctionId: string;
  issues: readonly Issue[] | undefined;
}) {
  return (
    <Folded summary="Correct it" asked={issues !== undefined}>
      <Form
        method="post"
        preventScrollReset
        key={correctionId}
        className="flex flex-wrap items-end gap-3 py-1"
      >
        <input type="hidden" name="id" value={correctionId} />
        <input type="hidden" name="trialId" value={line.id} />
        {line.figured ? (
          <label>
            <span className="block text-aside">Figure, {line.unit}</span>
            <input name="value" inputMode="decimal" className={`${box} w-28`} />
          </label>
        ) : null}
        {line.graded ? (
          <label>
            <span className="block text-aside">Grade</span>
            <select name="grade" className={box} defaultValue="">
              <option value="">as it is</option>
              <option value="owned">owned</option>
              <option value="cued">cued</option>
              <option value="faulted">faulted</option>
              <option value="not_yet">not yet</option>
            </select>
          </label>
        ) : null}
        <label className="grow">
          <span className="block text-aside">Why</span>
          <input name="reason" maxLength={300} className={`${box} w-full min-w-48`} />
        </label>
        <Button>Keep the correction</Button>
        <Button name="takeOut" value="yes" look="quiet">
          Do not count it
        </Button>
        {issues ? (
          <p role="alert" className="w-full font-bold">
            ▲ {issuesText(issues)}
          </p>
        ) : null}
      </Form>
    </Folded>
  );
}

/** Every trial of a test with what it was before, and a form to correct it. Nothing is overwritten. */
export function TrialHistory({
  lines,
  athleteId,
  today,
  correctionId,
  failed,
  mayCorrect,
}: {
  lines: readonly ShownHistory[];
  athleteId: string;
  today: string;
  correctionId: string;
  failed: { trialId: string; issues: readonly Issue[] } | undefined;
  mayCorrect: boolean;
}) {
  return (
    <ul className="rule-list figures">
      {lines.map((line) => (
        <li key={line.id} className="py-1.5">
          <div className="flex flex-wrap items-baseline gap-x-4">
            <span className="w-24 text-quiet">{dayText(line.onDate, today)}</span>
            <span>
              {line.side} <strong className={line.counts ? undefined : 'line-through'}>{line.text}</strong>
              {[
                line.notes,
                ...line.marks.map(markText),
                line.answered ? '' : 'questions not answered',
                line.simulated ? 'simulated, not counted' : '',
              ]
                .filter(Boolean)
                .map((note) => `, ${note}`)
                .join('')}
            </span>
            <span className="text-quiet">{line.by ? `by ${line.by}` : ''}</span>
            {line.traceId ? (
              <Link to={href('/athletes/:athleteId/traces/:traceId', { athleteId, traceId: line.traceId })}>
                trace
              </Link>
            ) : null}
            {line.stillId ? (
              <Link to={href('/athletes/:athleteId/stills/:stillId', { athleteId, stillId: line.stillId })}>
                still
              </Link>
            ) : null}
          </div>
          {line.before.map((older) => (
            <p key={older.id} className="text-aside text-quiet">
              was <s>{older.text}</s>: {older.reason}
            </p>
          ))}
          {mayCorrect ? (
            <CorrectForm
              line={line}
              correctionId={correctionId}
              issues={failed?.trialId === line.id ? failed.issues : undefined}
            />
          ) : null}
        </li>
      ))}
    </ul>
  );
}
