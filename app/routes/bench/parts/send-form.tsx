import { Form, href, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { issuesText } from '~/app/words/issue-text';
import type { Answer } from '~/core/bench/tool';
import type { Issue } from '~/core/result';

/** Puts the answer on an athlete's prescription: a load or an amount where it has one, the line as set-up else. */
export function SendForm({
  answer,
  athlete,
  rung,
  busy,
  result,
}: {
  answer: Answer;
  athlete: { id: string; name: string; rungs: readonly { id: string; name: string }[] } | undefined;
  rung: { id: string; name: string } | undefined;
  busy: boolean;
  result: { issues: readonly Issue[]; done: string | undefined } | undefined;
}) {
  // Nothing is answered: there is nothing to send.
  if (answer.figures.length === 0) return null;
  if (!athlete)
    return (
      <p className="text-aside text-quiet">Choose an athlete above to put the answer on a prescription.</p>
    );
  const choices =
    rung && !athlete.rungs.some((its) => its.id === rung.id) ? [rung, ...athlete.rungs] : athlete.rungs;
  if (choices.length === 0)
    return (
      <p className="text-aside text-quiet">
        {athlete.name} stands on no ladder yet; lay out a week first.{' '}
        <Link to={href('/athletes/:athleteId/coach', { athleteId: athlete.id })}>Open the week</Link>
      </p>
    );
  return (
    <Form method="post" className="border-t border-mortar pt-4">
      <input type="hidden" name="athleteId" value={athlete.id} />
      <input type="hidden" name="load" value={answer.send?.load ?? ''} />
      <input type="hidden" name="amount" value={answer.send?.amount ?? ''} />
      <div className="flex flex-wrap items-end gap-3">
        <label className="min-w-56 grow">
          <span className="block text-aside text-quiet">On {athlete.name}’s</span>
          <select name="rungId" defaultValue={rung?.id} key={rung?.id} className="field-input">
            {choices.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label className="min-w-56 grow">
          <span className="block text-aside text-quiet">Set-up line on the card</span>
          <input
            name="setting"
            defaultValue={answer.text}
            key={answer.text}
            maxLength={200}
            className="field-input"
          />
        </label>
        <Button look="next" disabled={busy}>
          {answer.send?.load !== undefined || answer.send?.amount !== undefined
            ? `Set ${[answer.send.load !== undefined ? `load ${answer.send.load}` : '', answer.send.amount !== undefined ? `amount ${answer.send.amount}` : ''].filter(Boolean).join(' and ')}`
            : 'Put the line on the card'}
        </Button>
      </div>
      <FormError>{result ? issuesText(result.issues) || null : null}</FormError>
      {result?.done ? (
        <p role="status" className="mt-3 border-l-4 border-ink bg-chalk px-4 py-2.5">
          {result.done} of {athlete.name} is set.{' '}
          <Link to={href('/athletes/:athleteId/coach', { athleteId: athlete.id })}>See the week</Link>
        </p>
      ) : null}
    </Form>
  );
}
