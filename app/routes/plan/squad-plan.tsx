import { useEffect, useState } from 'react';
import { href, Link, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError, SelectField } from '~/app/components/field';
import { Folded } from '~/app/components/folded';
import { useLookAgain } from '~/app/lib/look-again';
import { issuesText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';
import { counted } from '~/core/words/counted';
import { type KeptTemplate, sizeText, Templates } from './templates';

export interface SquadJob {
  readonly id: string;
  readonly all: number;
  readonly done: number;
  readonly cancelled: number;
  /** Still waiting, or being planned. */
  readonly open: number;
  readonly refused: readonly { readonly athleteId: string; readonly name: string; readonly why: Issue }[];
}

/** How often the page looks how far it is, milliseconds. */
const lookMs = 1500;

/** Seasons for many: who, how far it is, and who could not be planned. */
export function SquadPlan({
  job,
  without,
  everybody,
  newId,
  sports,
  templates,
  today,
}: {
  readonly job: SquadJob | undefined;
  readonly without: number;
  readonly everybody: number;
  readonly newId: string;
  /** Sports there is somebody of. */
  readonly sports: readonly {
    readonly id: string;
    readonly name: string;
    readonly all: number;
    readonly without: number;
  }[];
  readonly templates: readonly KeptTemplate[];
  readonly today: string;
}) {
  const [sportId, setSportId] = useState('');
  const sport = sports.find(({ id }) => id === sportId);
  const many = sport ?? { all: everybody, without };
  const fetcher = useFetcher<{ issues?: readonly Issue[] }>();
  const look = useLookAgain();
  const open = (job?.open ?? 0) > 0;
  useEffect(() => {
    if (!open) return;
    const timer = setInterval(() => void look(), lookMs);
    return () => clearInterval(timer);
  }, [open, look]);
  const busy = fetcher.state !== 'idle';
  const ended = job ? job.all - job.open : 0;
  return (
    <section aria-labelledby="squad" className="mt-10 max-w-prose">
      <h2 id="squad" className="text-2xl">
        Plan for many
      </h2>
      {job && open ? (
        <div className="mt-2">
          <progress
            className="h-4 w-full accent-[var(--color-ink)]"
            max={job.all}
            value={ended}
            aria-labelledby="squad"
          />
          <p role="status" className="figures">
            {ended} of {counted(job.all, 'athlete')}: {job.done} planned
            {job.refused.length > 0 ? `, ${job.refused.length} could not be` : ''}.
          </p>
          <fetcher.Form method="post" action={href('/season/squad')} className="mt-2">
            <input type="hidden" name="intent" value="cancel" />
            <input type="hidden" name="id" value={job.id} />
            <Button disabled={busy}>Cancel the rest</Button>
          </fetcher.Form>
        </div>
      ) : (
        <>
          {job ? (
            <p role="status" className="figures mt-2">
              Last time {job.done} of {counted(job.all, 'athlete')} planned
              {job.cancelled > 0 ? `, ${job.cancelled} cancelled` : ''}
              {job.refused.length > 0 ? `, ${job.refused.length} could not be` : ''}.
            </p>
          ) : null}
          <p className="mt-2">
            Everybody is planned from their own priorities, days and rules. It goes on while you do something
            else.
          </p>
          <fetcher.Form method="post" action={href('/season/squad')} className="mt-3">
            <input type="hidden" name="id" value={newId} />
            <div className="grid gap-4 sm:grid-cols-2">
              <SelectField
                label="Of the sport"
                name="disciplineId"
                value={sportId}
                onChange={(event) => setSportId(event.target.value)}
              >
                <option value="">every one</option>
                {sports.map(({ id, name, all }) => (
                  <option key={id} value={id}>
                    {name} ({all})
                  </option>
                ))}
              </SelectField>
              {templates.length > 0 ? (
                <SelectField
                  label="In the frame"
                  name="templateId"
                  hint="What they lack of it is added; what they have stays."
                >
                  <option value="">of their own events and days</option>
                  {templates.map(({ id, name, size }) => (
                    <option key={id} value={id}>
                      {name}: {sizeText(size, today)}
                    </option>
                  ))}
                </SelectField>
              ) : null}
            </div>
            <p className="mt-3 flex flex-wrap gap-3">
              <Button name="who" value="without" disabled={busy || many.without === 0}>
                Plan the {counted(many.without, 'athlete')} without a season
              </Button>
              <Button name="who" value="all" look="quiet" disabled={busy || many.all === 0}>
                Plan all {many.all} again from today
              </Button>
            </p>
          </fetcher.Form>
          <Templates templates={templates} today={today} />
          <FormError>{fetcher.data?.issues ? issuesText(fetcher.data.issues) : null}</FormError>
        </>
      )}
      {job && job.refused.length > 0 ? (
        <Folded summary={`Who could not be planned, and why (${job.refused.length})`}>
          <ul className="rule-list">
            {job.refused.map(({ athleteId, name, why }) => (
              <li key={athleteId} className="py-1">
                <Link to={href('/athletes/:athleteId/plan', { athleteId })}>{name}</Link>: {issuesText([why])}
              </li>
            ))}
          </ul>
        </Folded>
      ) : null}
    </section>
  );
}
