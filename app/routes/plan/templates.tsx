import { href, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { TextField } from '~/app/components/field';
import { Folded } from '~/app/components/folded';
import { dayText } from '~/app/lib/format';
import { issuesText } from '~/app/words/issue-text';
import type { TemplateSize } from '~/core/plan/template';
import type { Issue } from '~/core/result';
import { counted } from '~/core/words/counted';

/** Frames of seasons that many have in common: kept from one, and what there is of them. */

export interface KeptTemplate {
  readonly id: string;
  readonly name: string;
  readonly size: TemplateSize;
}

interface Answer {
  readonly kept?: string;
  readonly issues?: readonly Issue[];
}

/** "3 events, 9 days off, to 14 Feb 2027". */
export const sizeText = ({ events, daysOff, phases, until }: TemplateSize, today: string): string =>
  [
    events > 0 ? counted(events, 'event') : '',
    daysOff > 0 ? `${counted(daysOff, 'day')} off` : '',
    phases > 0 ? `${counted(phases, 'phase')} by date` : '',
    until ? `to ${dayText(until, today)}` : 'nothing of it lies ahead',
  ]
    .filter(Boolean)
    .join(', ');

/** Keeps the frame of this season under a name. */
export function KeepTemplate({ athleteId, id }: { readonly athleteId: string; readonly id: string }) {
  const fetcher = useFetcher<Answer>();
  return (
    <Folded summary="Keep this frame for others" className="inline-block min-h-11 py-2 underline">
      <fetcher.Form
        method="post"
        action={href('/season/templates')}
        className="grid max-w-md justify-items-start gap-3"
      >
        <input type="hidden" name="id" value={id} />
        <input type="hidden" name="athleteId" value={athleteId} />
        <TextField
          label="Name"
          name="name"
          autoComplete="off"
          className="w-full"
          hint="Its events, days off and phases by date; everybody planned in it keeps their own priorities."
          errors={fetcher.data?.issues ? [issuesText(fetcher.data.issues)] : undefined}
        />
        <Button disabled={fetcher.state !== 'idle'}>Keep it</Button>
      </fetcher.Form>
      {fetcher.data?.kept ? (
        <p role="status" className="mt-1">
          ■ Kept. It can be chosen under Season, where many are planned.
        </p>
      ) : null}
    </Folded>
  );
}

/** Frames that are kept, each to be forgotten. */
export function Templates({
  templates,
  today,
}: {
  readonly templates: readonly KeptTemplate[];
  readonly today: string;
}) {
  const fetcher = useFetcher<Answer>();
  if (templates.length === 0) return null;
  return (
    <Folded
      summary={`${counted(templates.length, 'frame')} kept`}
      className="inline-block min-h-11 py-2 underline"
    >
      <ul className="rule-list">
        {templates.map(({ id, name, size }) => (
          <li key={id} className="flex items-center justify-between gap-4">
            <span>
              <strong>{name}</strong>
              <span className="figures block text-aside text-quiet">{sizeText(size, today)}</span>
            </span>
            <fetcher.Form method="post" action={href('/season/templates')}>
              <input type="hidden" name="op" value="remove" />
              <input type="hidden" name="id" value={id} />
              <Button look="quiet" aria-label={`Forget ${name}`} disabled={fetcher.state !== 'idle'}>
                Forget
              </Button>
            </fetcher.Form>
          </li>
        ))}
      </ul>
      {fetcher.data?.issues ? <p role="alert">▲ {issuesText(fetcher.data.issues)}</p> : null}
    </Folded>
  );
}
