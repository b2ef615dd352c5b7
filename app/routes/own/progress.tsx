import { weekdayText } from '~/app/lib/format';
import { pageTitle } from '~/app/lib/title';
import { verdictWords } from '~/app/routes/review/verdict-words';
import { linkIn, linkSubjectIn, principalIn } from '~/server/principal/middleware.server';
import { ownProgressView } from '~/server/views/own';
import type { Route } from './+types/progress';

/** Only read: it wakes when something waits on the phone. */
export const handle = { still: true };

export const meta: Route.MetaFunction = () => pageTitle('Progress');

export const loader = async ({ context }: Route.LoaderArgs) =>
  ownProgressView(principalIn(context), linkIn(context), await linkSubjectIn(context));

/** Weeks and tests as they were: no praise, no scolding. */
export default function OwnProgress({ loaderData }: Route.ComponentProps) {
  const { weeks, tests, disclaimer } = loaderData;
  return (
    <main>
      <h1 className="text-4xl">Progress</h1>
      <section aria-labelledby="weeks" className="mt-5">
        <h2 id="weeks" className="border-b-2 border-ink pb-1 text-2xl">
          Sessions, week by week
        </h2>
        {weeks.some(({ planned }) => planned > 0) ? (
          <ul className="rule-list">
            {weeks.map((week) => (
              <li key={week.start} className="flex min-h-11 items-center justify-between gap-4">
                <span>from {weekdayText(week.start)}</span>
                <span className="figures flex items-center gap-3">
                  {week.planned > 0 ? `${week.done} of ${week.planned} done` : 'none planned'}
                  <span aria-hidden="true" className="flex w-24 justify-end gap-1">
                    {Array.from({ length: week.planned }, (_, i) => (
                      <span
                        // biome-ignore lint/suspicious/noArrayIndexKey: stones without a name
                        key={i}
                        className={i < week.done ? 'size-4 bg-ink' : 'size-4 border border-ink'}
                      />
                    ))}
                  </span>
                </span>
              </li>
            ))}
          </ul>
        ) : (
          <p className="py-3 text-quiet">Nothing was planned in these weeks.</p>
        )}
      </section>
      <section aria-labelledby="tests" className="mt-8">
        <h2 id="tests" className="border-b-2 border-ink pb-1 text-2xl">
          Tests, then and now
        </h2>
        {tests.length === 0 ? <p className="py-3 text-quiet">No test was taken twice yet.</p> : null}
        <ul className="rule-list">
          {tests.map((test) => (
            <li key={test.key} className="py-2">
              <p className="font-bold">{test.test}</p>
              <p className="figures">
                {test.first} on {weekdayText(test.firstOn)}, {test.latest} on {weekdayText(test.latestOn)}.{' '}
                {verdictWords[test.verdict]}
              </p>
            </li>
          ))}
        </ul>
      </section>
      <p className="mt-6 text-aside text-quiet">{disclaimer}</p>
    </main>
  );
}
