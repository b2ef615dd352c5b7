import { data, href, Link, redirect, useNavigation, useSearchParams } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { BodyBar } from '~/app/components/body-bar';
import { Disclaimer } from '~/app/components/notice';
import { requireMay, statusOf } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { EditHistory } from '~/app/routes/library/edit-history';
import { LadderHand, RungHand } from '~/app/routes/library/own-hand';
import { RungLine } from '~/app/routes/library/rung-line';
import { RungPanel } from '~/app/routes/library/rung-panel';
import { issuesText } from '~/app/words/issue-text';
import { quality } from '~/core/catalogue';
import { leverTable } from '~/core/catalogue/lever-table';
import { disclaimer } from '~/core/clear/signs';
import { whyOut } from '~/core/coach/find-rungs';
import { editCatalogue } from '~/server/commands/edit-catalogue';
import { can } from '~/server/principal/can';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { bodyChoices, chosenBody } from '~/server/views/body';
import { historyOf } from '~/server/views/catalogue';
import { followers, kitChoices, rungChoices, rungState, searchOf } from '~/server/views/library';
import { rungView, shownRow } from '~/server/views/rung';
import type { Route } from './+types/ladder';
import { Compare } from './compare';
import { readEdit } from './edit-form.server';

export const meta: Route.MetaFunction = ({ loaderData }) =>
  pageTitle(loaderData?.ladder.name ?? 'Ladder', 'Library');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const { trade, catalogue } = principal;
  const ladder = trade.ladders.find((ladder) => ladder.id === params.ladderId);
  if (!ladder) throw notFound('This ladder');
  const query = new URL(request.url).searchParams;
  const [chosen, choices] = await Promise.all([chosenBody(principal, query), bodyChoices(principal)]);
  const search = { ...searchOf(trade, query, chosen), text: undefined };
  const table = leverTable(ladder, chosen.body, chosen.known, chosen.under16);
  const standing = chosen.athlete?.states.find((state) => state.ladderId === ladder.id)?.rungId;
  const inLadder = (id: string | null | undefined) => ladder.rungs.find((rung) => rung.id === id)?.id;
  const openId = inLadder(query.get('rung')) ?? inLadder(standing) ?? ladder.rungs[0]?.id ?? '';
  const besideId = query.get('with');
  const beside = besideId && trade.hasRung(besideId) && besideId !== openId ? besideId : undefined;
  const history = await historyOf(principal, [ladder.id, ...ladder.rungs.map((rung) => rung.id)]);
  const schoolId = search.school ?? chosen.athlete?.schoolId ?? principal.schoolId;
  const view = (id: string) => {
    const its = trade.ladderOf(id);
    const rows = its.id === ladder.id ? table : leverTable(its, chosen.body, chosen.known, chosen.under16);
    const row = rows.find((lever) => lever.rungId === id);
    return rungView(trade, trade.rung(id), schoolId, row && shownRow(row));
  };
  return {
    ladder: {
      id: ladder.id,
      name: ladder.name,
      quality: ladder.quality === 'neck_control' ? 'Neck control' : quality(ladder.quality).name,
      also: ladder.also.map((id) =>
        id === 'neck_control' ? 'neck control' : quality(id).name.toLowerCase(),
      ),
      purpose: ladder.purpose,
      before: ladder.prerequisites
        .filter((need) => trade.hasRung(need.rung))
        .map(({ rung: id }) => ({
          id,
          name: trade.rung(id).name,
          ladderId: trade.ladderOf(id).id,
        })),
      after: followers(trade, ladder),
      breath: ladder.breath,
      do: ladder.do,
      avoid: ladder.avoid,
      changed: catalogue.edits.ladders[ladder.id] !== undefined,
      hidden: catalogue.edits.ladders[ladder.id]?.hidden ?? false,
    },
    most: Math.max(1, ...table.map((row) => row.nm ?? 0)),
    rungs: ladder.rungs.map((rung, i) => ({
      id: rung.id,
      name: rung.name,
      posture: rung.posture,
      needs: rung.needs,
      dynamic: rung.unit === 'reps' || rung.unit === 'reps_in_60s',
      out: whyOut(trade, ladder, rung, search),
      own: trade.ownHand(rung.id),
      state: rungState(ladder, rung.id, chosen),
      ...shownRow(table[i] as (typeof table)[number]),
    })),
    open: view(openId),
    beside: beside ? view(beside) : undefined,
    school: trade.school(schoolId).name,
    body: chosen.body,
    athlete: chosen.athlete && { id: chosen.athlete.id, name: chosen.athlete.name },
    form: chosen.form,
    problems: chosen.problems,
    choices,
    mayEdit: can(principal, 'catalogue.edit'),
    edit: { editId: uuidv7(), revision: catalogue.revision },
    history,
    all: rungChoices(trade),
    kit: kitChoices,
    disclaimer,
  };
}

export async function action({ request, context, params }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'catalogue.edit');
  const form = await request.formData();
  const editId = String(form.get('editId'));
  const entryId = String(form.get('entryId'));
  const refuse = (errors: Readonly<Record<string, string>>, status = 400) =>
    data({ errors, failed: entryId }, { status });
  const newRungId = `own_${editId.replaceAll('-', '_')}`;
  const read = readEdit(form, principal.trade, newRungId);
  if (!read.ok) return refuse(read.errors);
  const kept = await editCatalogue(principal, {
    id: editId,
    revision: Number(form.get('revision')),
    reason: read.reason,
    edit: read.edit,
  });
  if (!kept.ok) return refuse({ form: issuesText(kept.issues) }, statusOf(kept.issues));
  const query = new URL(request.url).searchParams;
  query.set('rung', read.edit.op === 'add' ? newRungId : entryId);
  if (read.edit.kind === 'ladder') query.delete('rung');
  return redirect(`${href('/library/:ladderId', { ladderId: params.ladderId })}?${query}#rung`);
}

export default function LadderView({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle';
  const { ladder, rungs, open, beside, athlete, body } = loaderData;
  const [params] = useSearchParams();
  const edit = { ...loaderData.edit, busy, errors: actionData?.errors ?? {}, failed: actionData?.failed };
  const wall = new URLSearchParams(params);
  wall.delete('rung');
  wall.delete('with');
  const link = (changes: Record<string, string | null>) => {
    const next = new URLSearchParams(params);
    for (const [key, value] of Object.entries(changes)) {
      if (value === null) next.delete(key);
      else next.set(key, value);
    }
    return `?${next}`;
  };
  return (
    <>
      <p>
        <Link to={`${href('/library')}?${wall}`} className="inline-block py-2">
          All ladders
        </Link>
      </p>
      <header className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3">
        <div className="max-w-2xl">
          <h1 className="text-4xl sm:text-5xl">{ladder.name}</h1>
          <p className="mt-1">
            {ladder.quality}
            {ladder.also.length > 0 ? `, also ${ladder.also.join(' and ')}` : ''}. {ladder.purpose}
          </p>
          <p className="mt-1 text-aside text-quiet">
            {ladder.before.length > 0 ? (
              <>
                After{' '}
                {ladder.before.map((need, i) => (
                  <span key={need.id}>
                    {i > 0 ? ', ' : ''}
                    <Link
                      to={`${href('/library/:ladderId', { ladderId: need.ladderId })}${link({ rung: need.id, with: null })}`}
                    >
                      {need.name}
                    </Link>
                  </span>
                ))}
                .{' '}
              </>
            ) : (
              'Nothing comes before it. '
            )}
            {ladder.after.length > 0 ? (
              <>
                Opens{' '}
                {ladder.after.map((follower, i) => (
                  <span key={follower.id}>
                    {i > 0 ? ', ' : ''}
                    <Link
                      to={`${href('/library/:ladderId', { ladderId: follower.id })}${link({ rung: null, with: null })}`}
                    >
                      {follower.name}
                    </Link>
                  </span>
                ))}
                .
              </>
            ) : null}
          </p>
        </div>
      </header>
      <div className="mt-5">
        <BodyBar
          {...loaderData.choices}
          athleteId={athlete?.id}
          form={loaderData.form}
          problems={loaderData.problems}
        />
      </div>
      {beside ? <Compare one={open} other={beside} body={body} away={link({ with: null })} /> : null}
      <div className="mt-6 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1.05fr)_minmax(0,1fr)]">
        <ol className="flex flex-col-reverse self-start" aria-label="Rungs, the hardest on top">
          {rungs.map((listed, i) => (
            <RungLine
              key={listed.id}
              rung={listed}
              number={i + 1}
              most={loaderData.most}
              body={body}
              here={listed.id === open.id}
              to={`${link({ rung: listed.id, with: null })}#rung`}
            />
          ))}
        </ol>
        <div id="rung" className="scroll-mt-4 space-y-10">
          <RungPanel
            view={open}
            body={body}
            school={loaderData.school}
            athlete={athlete}
            rungs={loaderData.all}
            beside={beside?.id}
            link={link}
          />
          {loaderData.mayEdit ? (
            <div>
              <RungHand key={open.id} view={open} edit={edit} kit={loaderData.kit} />
              <LadderHand ladder={ladder} edit={edit} />
              <EditHistory rows={loaderData.history} />
            </div>
          ) : null}
        </div>
      </div>
      <Disclaimer text={loaderData.disclaimer} className="mt-12" />
    </>
  );
}
