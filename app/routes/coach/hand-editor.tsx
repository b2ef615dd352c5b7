import { useEffect, useRef } from 'react';
import { href, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError, SelectField, TextField } from '~/app/components/field';
import { Figure } from '~/app/components/figure';
import { Folded } from '~/app/components/folded';
import { weekdayText } from '~/app/lib/format';
import { barsText, issuesText, issueText } from '~/app/words/issue-text';
import { qualityName } from '~/core/catalogue/qualities';
import type { Issue } from '~/core/result';
import type { HandView } from '~/server/views/hand';
import { Figures, HandContext, HandForm, Step, Swap, said } from './hand-parts';
import { ItemHead } from './session-items';

/** What an edit answers: the id the session now has, or what is wrong. */
interface Answer {
  sessionId?: string;
  issues?: readonly Issue[];
  itemId?: string;
}

/**
 * A session under the coach's hand: figures, swap, order, another session or day. Every edit is sent at once, and the session
 * shown is the one it became.
 */
export default function HandEditor({
  view,
  onBecame,
}: {
  view: HandView;
  /** An edit made the session anew under another id. */
  onBecame: (sessionId: string) => void;
}) {
  const { athleteId, sessionId } = view;
  const fetcher = useFetcher<Answer>();
  const busy = fetcher.state !== 'idle';
  const issues = fetcher.data?.issues ?? [];
  const failed = fetcher.data?.itemId;
  const became = fetcher.data?.sessionId;
  const told = useRef(sessionId);
  useEffect(() => {
    if (!became || became === told.current) return;
    told.current = became;
    onBecame(became);
  }, [became, onBecame]);
  const action = href('/athletes/:athleteId/coach/:sessionId/hand', { athleteId, sessionId });
  return (
    <HandContext value={{ fetcher, action }}>
      <p className="figures mt-1 text-quiet" aria-live="polite">
        {view.minutes} of {view.minutesOffered} minutes. What you change here stays when the week follows the
        logs.
      </p>
      <FormError>{issues.length > 0 ? issuesText(issues) : null}</FormError>
      {view.changes.length > 0 ? (
        <ul className="mt-3 border-l-4 border-ink pl-3 text-aside" aria-label="Changed since it was laid out">
          {view.changes.slice(-4).map(({ at, what }) => (
            <li key={`${at} ${what.code} ${what.values.name ?? ''}`}>{issueText(what)}</li>
          ))}
        </ul>
      ) : null}
      <ol className="rule-list mt-4" key={view.revision}>
        {view.items.map((item, i) => (
          <li key={item.id} className="grid grid-cols-[5.5rem_1fr] gap-x-4 py-3 max-sm:grid-cols-1">
            <Figure
              posture={item.posture}
              needs={item.needs}
              label={`${item.name}, drawn`}
              plain
              className="h-16 w-full max-sm:hidden"
            />
            <div className="min-w-0">
              <ItemHead item={item} />
              <p className="flex flex-wrap justify-between gap-x-6 text-aside text-quiet">
                <span>
                  {qualityName(item.quality)}
                  {item.load ? `, ${item.load}` : ''}
                  {item.inHand ? `, ${item.inHand}` : ''}
                  {item.note ? `. “${item.note}”` : ''}
                </span>
                <span className="figures">{item.minutes} min</span>
              </p>
              {item.withheld.length > 0 ? <p className="font-bold">{barsText(item.withheld)}</p> : null}
              <div className="-ml-2 flex flex-wrap items-center gap-x-2">
                <Step
                  values={{ op: 'place', itemId: item.id, at: i - 1 }}
                  revision={view.revision}
                  label={`${item.name} earlier`}
                  disabled={busy || i === 0}
                >
                  Earlier
                </Step>
                <Step
                  values={{ op: 'place', itemId: item.id, at: i + 1 }}
                  revision={view.revision}
                  label={`${item.name} later`}
                  disabled={busy || i === view.items.length - 1}
                >
                  Later
                </Step>
                <Step
                  values={{ op: 'remove', itemId: item.id }}
                  revision={view.revision}
                  label={`Take ${item.name} off`}
                  disabled={busy}
                >
                  Take off
                </Step>
                {view.others.map((other) => (
                  <Step
                    key={other.id}
                    values={{ op: 'to_session', itemId: item.id, toSessionId: other.id }}
                    revision={view.revision}
                    label={`${item.name} to ${weekdayText(other.onDate)}`}
                    disabled={busy}
                  >
                    {`To ${weekdayText(other.onDate)}`}
                  </Step>
                ))}
              </div>
              <div className="flex flex-col gap-x-6 sm:flex-row sm:items-start">
                <div className="min-w-0 flex-1">
                  <Folded summary="Figures and note" asked={failed === item.id}>
                    <Figures
                      item={item}
                      revision={view.revision}
                      issues={failed === item.id ? issues : []}
                      busy={busy}
                    />
                  </Folded>
                </div>
                <div className="min-w-0 flex-1">
                  <Folded summary="Something else in its place">
                    <Swap
                      item={item}
                      revision={view.revision}
                      busy={busy}
                      issues={failed === item.id ? issues : []}
                    />
                  </Folded>
                </div>
              </div>
            </div>
          </li>
        ))}
      </ol>
      <div className="mt-6 grid gap-8 sm:grid-cols-2">
        <HandForm className="space-y-3" key={`add ${view.revision}`}>
          <input type="hidden" name="op" value="add" />
          <input type="hidden" name="revision" value={view.revision} />
          <SelectField label="Add an exercise" name="rungId" hint="All that cautions, school and kit leave.">
            {view.toAdd.map((ladder) => (
              <optgroup key={ladder.id} label={ladder.name}>
                {ladder.rungs.map((rung) => (
                  <option key={rung.id} value={rung.id}>
                    {rung.name}
                  </option>
                ))}
              </optgroup>
            ))}
          </SelectField>
          <Button disabled={busy}>Add it</Button>
        </HandForm>
        {view.days.length > 0 ? (
          <HandForm className="space-y-3" key={`day ${view.revision}`}>
            <input type="hidden" name="op" value="to_day" />
            <input type="hidden" name="revision" value={view.revision} />
            <SelectField
              label="Move the session to"
              name="onDate"
              errors={said(issues, 'onDate')}
              hint="Free days of this week and the next."
            >
              {view.days.map((day) => (
                <option key={day} value={day}>
                  {weekdayText(day)}
                </option>
              ))}
            </SelectField>
            <Button disabled={busy}>Move it</Button>
          </HandForm>
        ) : null}
      </div>
      <KeptSets view={view} busy={busy} />
    </HandContext>
  );
}

/** Exercises the practice keeps together: added whole, kept from this session, forgotten. */
function KeptSets({ view, busy }: { view: HandView; busy: boolean }) {
  const keeping = useFetcher<{ issues?: readonly Issue[]; kept?: string }>();
  const { Form } = keeping;
  const issues = keeping.data?.issues ?? [];
  return (
    <Folded summary="Sets of exercises the practice keeps" className="mt-6 inline-block py-2 font-bold">
      <ul className="rule-list border-y border-mortar">
        {view.sets.map((set) => (
          <li key={set.id} className="flex flex-wrap items-center justify-between gap-x-4 py-2">
            <p className="min-w-0 flex-1">
              <strong>{set.name}.</strong> <span className="text-quiet">{set.exercises.join(', ')}</span>
            </p>
            <Step
              values={{ op: 'add_set', setId: set.id }}
              revision={view.revision}
              label={`Add the set ${set.name}`}
              disabled={busy}
            >
              Add it
            </Step>
            <Step
              values={{ op: 'add_set', setId: set.id, inRounds: 'on' }}
              revision={view.revision}
              label={`Do ${set.name} in rounds, as a circuit`}
              disabled={busy}
            >
              in rounds
            </Step>
            <Form method="post" action={href('/exercise-sets')}>
              <input type="hidden" name="op" value="remove" />
              <input type="hidden" name="id" value={set.id} />
              <Button look="quiet" aria-label={`Forget the set ${set.name}`}>
                Forget
              </Button>
            </Form>
          </li>
        ))}
        {view.sets.length === 0 ? <li className="py-2 text-quiet">None yet.</li> : null}
      </ul>
      <Form method="post" action={href('/exercise-sets')} className="mt-3 flex flex-wrap items-end gap-3">
        <input type="hidden" name="id" value={view.newSetId} />
        <input type="hidden" name="athleteId" value={view.athleteId} />
        <input type="hidden" name="sessionId" value={view.sessionId} />
        <TextField
          label="Keep the exercises of this session as"
          name="name"
          maxLength={60}
          errors={issues.length > 0 ? issues.map(issueText) : undefined}
        />
        <Button disabled={keeping.state !== 'idle'}>Keep them</Button>
      </Form>
    </Folded>
  );
}
