import { useEffect, useRef } from 'react';
import { href, Link, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError, SelectField, TextField } from '~/app/components/field';
import { Folded } from '~/app/components/folded';
import { weekdayText } from '~/app/lib/format';
import { barsText, issuesText } from '~/app/words/issue-text';
import { proposalGroups } from '~/core/coach/take';
import { amountText } from '~/core/dose/work';
import type { Issue } from '~/core/result';
import { numbered } from '~/core/words/counted';
import type { ProposalPreview, ProposalView } from '~/server/views/proposals';

type Choices = ProposalPreview['choices'];

/** What is proposed, why, and what it does to the dose: one line to tick. */
export function ProposalLine({
  proposal,
  mayDecide,
  who,
}: {
  proposal: ProposalView;
  mayDecide: boolean;
  /** Whose it is, where several people's stand together. */
  who?: { name: string; athleteId: string };
}) {
  const { effect } = proposal;
  return (
    <label className="grid min-h-11 cursor-pointer grid-cols-[1.75rem_1fr] gap-x-3">
      <input
        type="checkbox"
        name="accept"
        value={proposal.id}
        defaultChecked={proposal.bars.length === 0 && proposal.inRamp}
        disabled={!mayDecide}
        className="mt-0.5 size-6 accent-ink"
      />
      <span>
        <span className="block">
          {who ? <strong>{who.name}, </strong> : null}
          <strong>{who ? proposal.quality.toLowerCase() : proposal.quality}:</strong>{' '}
          {proposal.from === proposal.to ? proposal.to : `${proposal.from} → ${proposal.to}`}
        </span>
        <span className="block text-aside text-quiet">
          {proposal.reason}
          {effect ? (
            <span className="figures">
              {' '}
              Dose of a session {effect.doseBefore.toFixed(2)} → {effect.doseAfter.toFixed(2)},{' '}
              {effect.minutesBefore} → {effect.minutesAfter} min
              {proposal.inRamp ? '.' : ': more than one set over what it was.'}
            </span>
          ) : null}
        </span>
        {proposal.bars.length > 0 ? (
          <span className="block font-bold">▲ Not now: {barsText(proposal.bars)}.</span>
        ) : null}
        {proposal.inRamp ? null : (
          <span className="block font-bold">▲ Outside the ramp: look at it first.</span>
        )}
      </span>
    </label>
  );
}

/** Another rung, load, sets or amount than was proposed; what stays empty stays as proposed. */
function ChangeFields({
  id,
  choices,
  onMissing,
}: {
  id: string;
  choices: Choices | undefined;
  /** Asks for what there is to choose from. */
  onMissing: () => void;
}) {
  const choice = choices?.[id];
  const ask = useRef(onMissing);
  useEffect(() => {
    if (!choices) ask.current();
  }, [choices]);
  if (!choice) return <p className="py-2 text-quiet">One moment …</p>;
  return (
    <div className="mt-1 grid gap-3 border-l-2 border-mortar pl-4 sm:grid-cols-[minmax(0,2fr)_repeat(3,minmax(0,1fr))]">
      {choice.loadField ? <input type="hidden" name={`per.${id}`} value={choice.loadField.per} /> : null}
      <SelectField label="Exercise" name={`rung.${id}`} defaultValue={choice.rungId}>
        {choice.rungs.map((rung) => (
          <option key={rung.id} value={rung.id}>
            {rung.name}, limit {rung.limit}
          </option>
        ))}
      </SelectField>
      {choice.loadField ? (
        <TextField
          label={`Load, ${choice.loadField.label}`}
          name={`load.${id}`}
          inputMode="decimal"
          placeholder={String(choice.load ?? 'none')}
          {...(choice.loads.length > 0 ? { hint: `There are ${choice.loads.join(', ')}` } : {})}
        />
      ) : null}
      <TextField
        label="Sets next time"
        name={`sets.${id}`}
        inputMode="numeric"
        placeholder={String(choice.sets)}
      />
      <TextField
        label={`At most, ${amountText(2, choice.unit).slice(2)}`}
        name={`amount.${id}`}
        inputMode="decimal"
        placeholder={String(choice.amount)}
      />
    </div>
  );
}

/** The cards before and after. */
function Preview({ sessions }: { sessions: ProposalPreview['sessions'] }) {
  const changed = sessions.filter(({ goes, comes }) => goes.length + comes.length > 0);
  return (
    <section aria-label="On the cards" className="mt-3 border-l-4 border-ink pl-4" aria-live="polite">
      {changed.length === 0 ? <p>No card still to be done changes; the next ones follow it.</p> : null}
      {changed.map((session) => (
        <div key={session.onDate} className="mb-2">
          <p className="figures">
            <strong>{weekdayText(session.onDate)}</strong>, {session.minutesBefore} → {session.minutesAfter}{' '}
            min
          </p>
          <ul className="text-aside">
            {session.goes.map(({ name, work }) => (
              <li key={`- ${name} ${work}`} className="text-quiet">
                <span aria-hidden="true">− </span>
                <span className="sr-only">Before: </span>
                {name}, {work}
              </li>
            ))}
            {session.comes.map(({ name, work }) => (
              <li key={`+ ${name} ${work}`}>
                <span aria-hidden="true">+ </span>
                <span className="sr-only">After: </span>
                {name}, {work}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

interface ProposalsProps {
  readonly proposals: readonly ProposalView[];
  readonly athleteId: string;
  readonly week: string;
  readonly mayDecide: boolean;
}

/** What the logs propose for one athlete: by what it changes, to tick, to change, to see on the cards, to take. */
export function Proposals({ proposals, athleteId, week, mayDecide }: ProposalsProps) {
  const deciding = useFetcher<{ issues?: readonly Issue[] }>();
  const looking = useFetcher<ProposalPreview>();
  const form = useRef<HTMLFormElement>(null);
  const issues = deciding.data?.issues ?? [];
  const address = href('/athletes/:athleteId/proposals', { athleteId });
  const look = () => {
    if (!form.current) return;
    const query = new URLSearchParams();
    for (const [name, value] of new FormData(form.current)) query.append(name, String(value));
    void looking.load(`${address}?${query}`);
  };
  return (
    <deciding.Form ref={form} method="post" action={`${address}?week=${week}`} className="mb-12">
      <h2 className="text-3xl">For next time</h2>
      <p className="text-quiet">
        From the last log. Untick what you do not want; the next card follows what you accept, and no day
        moves.
      </p>
      {proposalGroups.map((group) => {
        const its = proposals.filter((proposal) => proposal.group === group.id);
        if (its.length === 0) return null;
        return (
          <section key={group.id} aria-label={group.name} className="mt-3">
            <h3 className="border-b border-ink text-xl">{group.name}</h3>
            <ul className="rule-list border-b border-mortar">
              {its.map((proposal) => (
                <li key={proposal.id} className="py-2.5">
                  <input type="hidden" name="proposal" value={proposal.id} />
                  <ProposalLine proposal={proposal} mayDecide={mayDecide} />
                  {mayDecide ? (
                    <div className="pl-10">
                      <Folded summary="Change it">
                        <ChangeFields id={proposal.id} choices={looking.data?.choices} onMissing={look} />
                      </Folded>
                    </div>
                  ) : null}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {looking.data ? <Preview sessions={looking.data.sessions} /> : null}
      <FormError>{issues.length > 0 ? issuesText(issues) : null}</FormError>
      {mayDecide ? (
        <p className="mt-4 flex flex-wrap items-center gap-3">
          <Button look="next" disabled={deciding.state !== 'idle'}>
            Decide {numbered(proposals.length, 'this', `these ${proposals.length}`)}
          </Button>
          <Button type="button" disabled={looking.state !== 'idle'} onClick={look}>
            Show it on the cards
          </Button>
          <Link to={href('/proposals')}>Of everybody</Link>
        </p>
      ) : (
        <p className="mt-4 text-quiet">A coach or the owner decides.</p>
      )}
    </deciding.Form>
  );
}
