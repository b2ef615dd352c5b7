import { href, Link } from 'react-router';
import { pageTitle } from '~/app/lib/title';
import { can } from '~/server/principal/can';
import { principalIn } from '~/server/principal/middleware.server';
import { schoolsView } from '~/server/views/schools';
import type { Route } from './+types/rules';
import { LeftOut } from './left-out';

export const meta: Route.MetaFunction = () => pageTitle('Schools and rules');

export function loader({ context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  return { ...schoolsView(principal), mayEdit: can(principal, 'catalogue.edit') };
}

/** Where practitioners disagree, both sides; and the rules all of them keep. */
export default function Rules({ loaderData }: Route.ComponentProps) {
  return (
    <>
      <p>
        <Link to={href('/library')} className="inline-block py-2">
          All ladders
        </Link>
      </p>
      <h1 className="text-4xl sm:text-5xl">Schools and rules</h1>
      <section aria-labelledby="schools" className="mt-7">
        <h2 id="schools" className="border-b-2 border-ink pb-1 text-2xl">
          Schools
        </h2>
        <div className="rule-list">
          {loaderData.schools.map((school) => (
            <div key={school.id} className="grid gap-x-8 gap-y-1 py-3 md:grid-cols-[14rem_1fr]">
              <div>
                <h3 className="text-xl">
                  <Link to={href('/library/schools/:schoolId', { schoolId: school.id })}>{school.name}</Link>
                </h3>
                {school.copiedFrom ? (
                  <p className="text-aside text-quiet">
                    Our own, after {school.copiedFrom}
                    {school.hidden ? ', hidden by us' : ''}
                  </p>
                ) : null}
                {loaderData.mayEdit ? (
                  <Link
                    to={`${href('/library/schools/:schoolId', { schoolId: school.id })}#hand`}
                    className="inline-block py-2 text-aside"
                  >
                    {school.copiedFrom ? 'Change it' : 'Copy and change'}
                    <span className="sr-only">, {school.name}</span>
                  </Link>
                ) : null}
              </div>
              <div>
                <p>{school.belief}</p>
                <p className="mt-1 text-quiet">{school.instructions}</p>
                <p className="mt-1">
                  <strong>Prescribes.</strong> {school.doses} <strong>Chooses.</strong> {school.chooses}{' '}
                  <strong>Rejects.</strong> {school.rejects}
                </p>
                {school.leavesOut.length > 0 ? (
                  <LeftOut rungs={school.leavesOut} />
                ) : (
                  <p className="mt-1 text-aside text-quiet">
                    Leaves out only disputed rungs it does not use.
                  </p>
                )}
              </div>
            </div>
          ))}
        </div>
      </section>
      <section aria-labelledby="disputes" className="mt-10">
        <h2 id="disputes" className="border-b-2 border-ink pb-1 text-2xl">
          Disputed, both sides
        </h2>
        <div className="rule-list">
          {loaderData.disputes.map((dispute) => (
            <div key={dispute.id} className="py-3">
              <h3 className="text-xl">{dispute.exercise}</h3>
              <div className="mt-1 grid gap-x-8 gap-y-2 md:grid-cols-2">
                <p>
                  <strong>Who uses it</strong> ({dispute.usedBy.join(', ') || 'nobody'}). {dispute.whyUsed}
                </p>
                <p>
                  <strong>Who leaves it out</strong> ({dispute.avoidedBy.join(', ') || 'nobody'}).{' '}
                  {dispute.whyAvoided}
                </p>
              </div>
              <p className="mt-1">
                <strong>Here.</strong> {dispute.default}{' '}
                {dispute.rungs.map((its, i) => (
                  <span key={its.id}>
                    {i > 0 ? ', ' : ''}
                    <Link
                      to={`${href('/library/:ladderId', { ladderId: its.ladderId })}?rung=${its.id}&school=any`}
                    >
                      {its.name}
                    </Link>
                  </span>
                ))}
              </p>
            </div>
          ))}
        </div>
      </section>
      <div className="mt-10 grid gap-x-10 gap-y-8 lg:grid-cols-3">
        {(
          [
            ['principles', 'Principles', loaderData.principles],
            ['prescribing', 'Rules of prescribing', loaderData.dose_rules],
            ['levers', 'Ways to make it harder', loaderData.progression_levers],
          ] as const
        ).map(([id, title, rows]) => (
          <section key={id} aria-labelledby={id}>
            <h2 id={id} className="border-b-2 border-ink pb-1 text-2xl">
              {title}
            </h2>
            <ul className="rule-list">
              {rows.map((row) => (
                <li key={row.id} className="py-2">
                  {row.text}
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </>
  );
}
