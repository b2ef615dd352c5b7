import { href, Link } from 'react-router';
import { pageTitle } from '~/app/lib/title';
import { barText } from '~/app/words/issue-text';
import { disputes, ladderOf, ladders, rulesOfTheTrade, rung, schools } from '~/core/catalogue';
import { schoolBar } from '~/core/clear/rung-bars';
import type { Route } from './+types/rules';

export const meta: Route.MetaFunction = () => pageTitle('Schools and rules');

export function loader() {
  const name = (id: string) => schools.find((school) => school.id === id)?.name ?? id;
  return {
    ...rulesOfTheTrade,
    schools: schools.map((school) => ({
      ...school,
      leavesOut: ladders.flatMap((ladder) =>
        ladder.rungs.flatMap((rung) => {
          const [bar] = schoolBar(ladder, rung, school.id);
          return bar ? [{ id: rung.id, name: rung.name, ladderId: ladder.id, bar }] : [];
        }),
      ),
    })),
    disputes: disputes.map((dispute) => ({
      id: dispute.id,
      exercise: dispute.exercise,
      usedBy: dispute.used_by.map(name),
      avoidedBy: dispute.avoided_by.map(name),
      whyUsed: dispute.why_used,
      whyAvoided: dispute.why_avoided,
      default: dispute.default,
      rungs: dispute.rungs.map((id) => ({ id, name: rung(id).name, ladderId: ladderOf(id).id })),
    })),
  };
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
          Seven schools
        </h2>
        <div className="rule-list">
          {loaderData.schools.map((school) => (
            <div key={school.id} className="grid gap-x-8 gap-y-1 py-3 md:grid-cols-[14rem_1fr]">
              <h3 className="text-xl">{school.name}</h3>
              <div>
                <p>{school.belief}</p>
                <p className="mt-1 text-quiet">{school.instructions}</p>
                <p className="mt-1">
                  <strong>Prescribes.</strong> {school.doses} <strong>Chooses.</strong> {school.chooses}{' '}
                  <strong>Rejects.</strong> {school.rejects}
                </p>
                {school.leavesOut.length > 0 ? (
                  <details className="mt-1">
                    <summary className="cursor-pointer py-1.5">
                      Leaves out {school.leavesOut.length} rungs, and why
                    </summary>
                    <ul className="border-l-2 border-mortar pl-4 text-aside">
                      {school.leavesOut.map((exercise) => (
                        <li key={exercise.id}>
                          <Link
                            to={`${href('/library/:ladderId', { ladderId: exercise.ladderId })}?rung=${exercise.id}&school=any`}
                          >
                            {exercise.name}
                          </Link>
                          <span className="text-quiet">: {barText(exercise.bar)}</span>
                        </li>
                      ))}
                    </ul>
                  </details>
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
                  <strong>For</strong> ({dispute.usedBy.join(', ') || 'nobody'}). {dispute.whyUsed}
                </p>
                <p>
                  <strong>Against</strong> ({dispute.avoidedBy.join(', ') || 'nobody'}). {dispute.whyAvoided}
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
