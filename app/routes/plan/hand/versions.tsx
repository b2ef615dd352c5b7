import { Form, href, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { dayText, momentText } from '~/app/lib/format';
import type { Phase } from '~/core/catalogue/phases';
import type { LadderQuality } from '~/core/dose/choose';
import { phaseNames } from '~/core/dose/phases';
import { seasonDifferences } from '~/core/plan/hand/compare';
import { qualityWord } from '~/core/plan/hand/words';
import type { PlanWeek } from '~/core/plan/season';
import { counted, sentence } from '~/core/words/counted';

export interface Version {
  readonly id: string;
  readonly how: 'planned' | 'by_hand' | 'repeated' | 'restored';
  readonly aside: boolean;
  readonly stands: boolean;
  readonly createdAt: string;
  readonly by: string | null;
}

const hows: Readonly<Record<Version['how'], string>> = {
  planned: 'planned by the rules',
  by_hand: 'moved by hand',
  repeated: 'a week repeated',
  restored: 'an earlier one again',
};

/** What differs between the version beside it and what stands on the desk. */
export function Differences({
  from,
  to,
}: {
  readonly from: readonly PlanWeek[];
  readonly to: readonly PlanWeek[];
}) {
  const { weeks, phases, sets, minutes } = seasonDifferences(from, to);
  if (weeks.length === 0) return <p>Nothing differs in the weeks both have.</p>;
  return (
    <div>
      <p className="figures">
        {counted(weeks.length, 'week')} differ{weeks.length === 1 ? 's' : ''}; minutes in all {minutes.from} →{' '}
        {minutes.to}
        {phases.length > 0
          ? `; ${phases.map((one) => `${dayText(one.startsOn)}: ${phaseNames[one.from as Phase]} → ${phaseNames[one.to as Phase]}`).join(', ')}`
          : ''}
        .
      </p>
      <table className="figures mt-2 text-left">
        <caption className="sr-only">Sets in all</caption>
        <tbody className="rule-list">
          {sets.map((one) => (
            <tr key={one.quality}>
              <th scope="row" className="py-0.5 pr-6 font-normal">
                {sentence(qualityWord(one.quality as LadderQuality))}
              </th>
              <td className="py-0.5">
                {one.from} → {counted(one.to, 'set')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Versions of the season: laid beside the desk, or made the one that stands again. */
export function Versions({
  athleteId,
  versions,
  besideId,
  newId,
}: {
  readonly athleteId: string;
  readonly versions: readonly Version[];
  readonly besideId: string | undefined;
  readonly newId: string;
}) {
  const here = href('/athletes/:athleteId/plan/hand', { athleteId });
  return (
    <ul className="rule-list border-y border-mortar">
      {versions.map((version) => (
        <li key={version.id} className="flex flex-wrap items-center justify-between gap-x-6 py-1.5">
          <span>
            {momentText(version.createdAt)}, {hows[version.how]}
            {version.by ? ` by ${version.by}` : ''}
            {version.stands ? <strong> stands</strong> : version.aside ? <strong> kept aside</strong> : null}
          </span>
          {version.stands ? null : (
            <span className="flex flex-wrap items-center gap-x-3">
              {besideId === version.id ? (
                <Link to={here} preventScrollReset className="flex min-h-11 items-center">
                  Take it away
                </Link>
              ) : (
                <Link
                  to={`${here}?beside=${version.id}`}
                  preventScrollReset
                  className="flex min-h-11 items-center"
                  aria-label={`Lay the one of ${momentText(version.createdAt)} beside it`}
                >
                  Lay beside it
                </Link>
              )}
              <Form method="post">
                <input type="hidden" name="intent" value="restore" />
                <input type="hidden" name="id" value={newId} />
                <input type="hidden" name="versionId" value={version.id} />
                <Button
                  look="quiet"
                  aria-label={`Make the one of ${momentText(version.createdAt)} stand again`}
                >
                  Make it stand
                </Button>
              </Form>
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}
