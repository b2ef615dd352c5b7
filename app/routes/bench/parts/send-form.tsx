import { useState } from 'react';
import { Form, href, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { weekdayText } from '~/app/lib/format';
import { issuesText } from '~/app/words/issue-text';
import type { Answer } from '~/core/bench/tool';
import type { Issue } from '~/core/result';
import { listed } from '~/core/words/counted';

interface SendTo {
  readonly id: string;
  readonly name: string;
  /** Exercises under way. */
  readonly rungs: readonly { readonly id: string; readonly name: string }[];
  /** Sessions still to be done. */
  readonly cards: readonly { readonly id: string; readonly onDate: string }[];
}

const days = (cards: readonly string[]) => listed(cards.map(weekdayText));

/**
 * Puts the answer before an athlete: a load, a lever or an amount where it has one, the line as set-up else. An exercise that is
 * under way is set from now on; another arrives on a card beside what stands there.
 */
export function SendForm({
  answer,
  athlete,
  rung,
  busy,
  result,
}: {
  answer: Answer;
  athlete: SendTo | undefined;
  rung: { id: string; name: string } | undefined;
  busy: boolean;
  result:
    | { issues: readonly Issue[]; done: { name: string; days: readonly string[] } | undefined }
    | undefined;
}) {
  const [chosen, setChosen] = useState<string>();
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
  const to =
    choices.find(({ id }) => id === chosen) ?? choices.find(({ id }) => id === rung?.id) ?? choices[0];
  // What was worked out for one exercise is not another's: of another the line alone is sent.
  const { load, lever, amount } = (!rung || to?.id === rung.id ? answer.send : undefined) ?? {};
  const underWay = athlete.rungs.some(({ id }) => id === to?.id);
  const parts = [
    ...(load === undefined ? [] : [`load ${load}`]),
    ...(lever === undefined ? [] : [lever.said]),
    ...(amount === undefined ? [] : [`amount ${amount}`]),
  ];
  const asked = result?.issues.some(({ code }) => code === 'bench.before') ?? false;
  return (
    <Form method="post" className="border-t border-mortar pt-4">
      <input type="hidden" name="athleteId" value={athlete.id} />
      <input type="hidden" name="load" value={load ?? ''} />
      <input type="hidden" name="lever" value={lever?.value ?? ''} />
      <input type="hidden" name="amount" value={amount ?? ''} />
      <div className="flex flex-wrap items-end gap-3">
        <label className="min-w-56 grow">
          <span className="block text-aside text-quiet">For {athlete.name}: the exercise</span>
          <select
            name="rungId"
            value={to?.id}
            onChange={(event) => setChosen(event.target.value)}
            className="field-input"
          >
            {choices.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        {!underWay && athlete.cards.length > 0 ? (
          <label className="min-w-44">
            <span className="block text-aside text-quiet">Beside the others on</span>
            <select name="on" className="field-input">
              {athlete.cards.map(({ id, onDate }) => (
                <option key={id} value={id}>
                  {weekdayText(onDate)}
                </option>
              ))}
              {athlete.cards.length > 1 ? <option value="all">all of these days</option> : null}
            </select>
          </label>
        ) : null}
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
          {parts.length > 0 ? `Set ${listed(parts)}` : 'Put the line on the card'}
        </Button>
      </div>
      {underWay ? (
        <p className="mt-2 text-aside text-quiet">
          It is under way: it is set from now on, on every open day.
        </p>
      ) : null}
      <FormError>{result ? issuesText(result.issues) || null : null}</FormError>
      {asked ? (
        <label className="flex min-h-11 items-center gap-3">
          <input type="checkbox" name="anyway" className="size-6" />
          Put it there all the same
        </label>
      ) : null}
      {result?.done ? (
        <p role="status" className="mt-3 border-l-4 border-ink bg-chalk px-4 py-2.5">
          {result.done.name} of {athlete.name}{' '}
          {result.done.days.length > 0
            ? `stands on the card of ${days(result.done.days)}, beside the others.`
            : 'is set.'}{' '}
          <Link to={href('/athletes/:athleteId/coach', { athleteId: athlete.id })}>See the week</Link>
        </p>
      ) : null}
    </Form>
  );
}
