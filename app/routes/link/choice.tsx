import { href, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { SelectField, TextField } from '~/app/components/field';
import { dayText } from '~/app/lib/format';
import { issueText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';

/** A coach's word on a quality of an athlete. */
export interface ChoiceSaid {
  readonly tier: 'main' | 'keep' | 'rest';
  readonly reason: string;
  readonly by: string;
  readonly onDate: string;
}

export const tierSaid = { main: 'Pinned', keep: 'Kept only', rest: 'Set aside' } as const;

/** "Pinned by Fenna Rook, 20 Nov: her race has long descents." */
export function Choice({ choice, today }: { choice: ChoiceSaid | undefined; today: string }) {
  if (!choice) return null;
  return (
    <p className="border-l-4 border-ink pl-3">
      <strong>{tierSaid[choice.tier]}</strong> by {choice.by}, {dayText(choice.onDate, today)}:{' '}
      {choice.reason}
    </p>
  );
}

/** Puts a quality first, behind or aside for the plans to come, with a reason. */
export function ChoiceForm({
  athleteId,
  quality,
  name,
  choice,
}: {
  athleteId: string;
  quality: string;
  name: string;
  choice: ChoiceSaid | undefined;
}) {
  const fetcher = useFetcher<{ issues?: readonly Issue[]; quality?: string }>();
  const issues = fetcher.data?.issues ?? [];
  const at = (field: string) => {
    const found = issues.filter((one) => one.path.at(-1) === field || one.path.length === 0).map(issueText);
    return found.length > 0 ? found : undefined;
  };
  return (
    <fetcher.Form
      method="post"
      action={href('/athletes/:athleteId/tiers', { athleteId })}
      key={`${choice?.tier} ${choice?.reason}`}
      className="mt-3 grid items-start gap-3 sm:grid-cols-[12rem_1fr_auto]"
      aria-label={`Your word on ${name}`}
    >
      <input type="hidden" name="quality" value={quality} />
      <SelectField label="In the plan" name="tier" defaultValue={choice?.tier ?? ''}>
        <option value="">as proposed</option>
        <option value="main">pin it: main</option>
        <option value="keep">demote it: keep only</option>
        <option value="rest">set it aside</option>
      </SelectField>
      <TextField
        label="Why"
        name="reason"
        maxLength={200}
        defaultValue={choice?.reason ?? ''}
        errors={at('reason')}
        hint="For both sides, from the next plan on."
      />
      <Button className="sm:mt-7" disabled={fetcher.state !== 'idle'}>
        Set
      </Button>
      {fetcher.data?.quality ? (
        <p role="status" className="text-aside sm:col-span-3">
          Set. It stands when the season is planned again.
        </p>
      ) : null}
    </fetcher.Form>
  );
}
