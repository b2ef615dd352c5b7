import { data, Form, href, Link, useNavigation } from 'react-router';
import { Button } from '~/app/components/button';
import { Empty } from '~/app/components/notice';
import { requireMay } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { counted } from '~/core/words/counted';
import { decideProposals } from '~/server/commands/decide-proposals';
import { decideSeveral } from '~/server/commands/decide-several';
import { principalIn } from '~/server/principal/middleware.server';
import { practiceProposalsView } from '~/server/views/proposals';
import type { Route } from './+types/all-proposals';
import { Decided } from './decided';
import { proposalsSent } from './proposal-form';
import { ProposalLine } from './proposal-list';

export const meta: Route.MetaFunction = () => pageTitle('Proposals');

export const loader = ({ context }: Route.LoaderArgs) => practiceProposalsView(principalIn(context));

/**
 * Takes what is ticked, athlete by athlete: each is decided whole or not at all, and what is refused for one leaves the
 * others taken. What is not ticked stays open.
 */
export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, decideProposals.action);
  const { accept } = proposalsSent(await request.formData());
  const { groups } = await practiceProposalsView(principal);
  const { taken, refused } = await decideSeveral(
    principal,
    groups.flatMap(({ proposals }) => proposals).filter(({ id }) => accept.includes(id)),
  );
  return data({ taken, refused }, { status: refused.length > 0 && taken === 0 ? 409 : 200 });
}

export default function AllProposals({ loaderData: view, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle';
  const { athletes, changes, overRamp, barred } = view;
  return (
    <>
      <h1 className="text-4xl sm:text-5xl">Proposals</h1>
      {actionData ? <Decided {...actionData} /> : null}
      {changes === 0 ? (
        <div className="mt-6">
          <Empty title="Nothing to decide">
            <p>What the logs propose stands here until it is decided.</p>
          </Empty>
        </div>
      ) : (
        <Form
          method="post"
          key={view.groups.flatMap(({ proposals }) => proposals.map(({ id }) => id)).join()}
        >
          <p className="figures mt-2 text-lg">
            <strong>
              {counted(athletes, 'athlete')}, {counted(changes, 'change')}
            </strong>
            {overRamp === 0 ? ', all inside the ramp.' : `, ${overRamp} outside the ramp and not ticked.`}
            {barred > 0 ? ` ${barred} not now, and not ticked.` : ''}
          </p>
          <p className="text-quiet">
            Inside the ramp: a session of the exercise grows by one set at most. What you leave unticked stays
            open for later.
          </p>
          {view.groups.map((group) => (
            <section key={group.id} aria-labelledby={group.id} className="mt-6">
              <h2 id={group.id} className="border-b-2 border-ink text-2xl">
                {group.name} <span className="figures text-quiet">{group.proposals.length}</span>
              </h2>
              <ul className="rule-list">
                {group.proposals.map((proposal) => (
                  <li key={proposal.id} className="grid gap-x-4 py-2.5 sm:grid-cols-[1fr_auto]">
                    <div>
                      <input type="hidden" name="proposal" value={proposal.id} />
                      <ProposalLine
                        proposal={proposal}
                        mayDecide={view.mayDecide}
                        who={{ name: proposal.name, athleteId: proposal.athleteId }}
                      />
                    </div>
                    <Link
                      to={href('/athletes/:athleteId/coach', { athleteId: proposal.athleteId })}
                      className="py-2"
                      aria-label={`The week of ${proposal.name}`}
                    >
                      Week
                    </Link>
                  </li>
                ))}
              </ul>
            </section>
          ))}
          {view.mayDecide ? (
            <p className="sticky bottom-0 mt-6 border-t border-ink bg-paper py-3 max-md:bottom-14">
              <Button look="next" disabled={busy}>
                {busy ? 'Taking them …' : 'Take what is ticked'}
              </Button>
            </p>
          ) : (
            <p className="mt-4 text-quiet">A coach or the owner decides.</p>
          )}
        </Form>
      )}
    </>
  );
}
