import { data, Form, href, Link, redirect, useNavigation } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { Button } from '~/app/components/button';
import { TextField } from '~/app/components/field';
import { Pillar } from '~/app/components/pillar';
import { requireMay, statusOf } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { parseDecimal } from '~/core/body/units';
import { editCatalogue } from '~/server/commands/edit-catalogue';
import { can } from '~/server/principal/can';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { type SportView, sportView } from '~/server/views/sports';
import type { Route } from './+types/sport';
import { EditHistory } from './edit-history';
import { Hidden, list, Said } from './hand-fields';
import { readSport } from './sport-form.server';

export const meta: Route.MetaFunction = ({ loaderData }) =>
  pageTitle(loaderData?.sport.label ?? 'Sport', 'Library');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const sport = await sportView(principal, params.sportId);
  if (!sport) throw notFound('This sport');
  const query = new URL(request.url).searchParams;
  // What was only supposed comes along to be kept.
  const supposed = Object.fromEntries(
    sport.cells.flatMap(({ id }) => {
      const demand = parseDecimal(query.get(`d.${id}`) ?? '');
      return demand === undefined || demand < 0 || demand > 5 ? [] : [[id, demand]];
    }),
  );
  return { sport, supposed, mayEdit: can(principal, 'catalogue.edit'), editId: uuidv7() };
}

export async function action({ request, context, params }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'catalogue.edit');
  const form = await request.formData();
  const editId = String(form.get('editId'));
  const newId = `own_sport_${editId.replaceAll('-', '_')}`;
  const read = readSport(form, principal.trade, params.sportId, newId);
  if (!read.ok) return data({ errors: read.errors }, { status: 400 });
  const kept = await editCatalogue(principal, {
    id: editId,
    revision: Number(form.get('revision')),
    reason: read.reason,
    edit: read.edit,
  });
  if (!kept.ok)
    return data(
      { errors: { form: issuesText(kept.issues) } as Record<string, string> },
      { status: statusOf(kept.issues) },
    );
  return redirect(href('/library/sports/:sportId', { sportId: read.edit.entryId }));
}

/** What a sport asks: shipped ones are changed cell by cell or copied, own ones changed whole. */
export default function SportPage({ loaderData, actionData }: Route.ComponentProps) {
  const { sport, supposed, mayEdit, editId } = loaderData;
  return (
    <>
      <p>
        <Link to={href('/library/sports')} className="inline-block py-2">
          All sports
        </Link>
      </p>
      <h1 className="text-4xl sm:text-5xl">{sport.label}</h1>
      {sport.copiedFrom || sport.hidden ? (
        <p className="mt-1 text-quiet">
          {sport.copiedFrom ? `Our own, after ${sport.copiedFrom}. ` : ''}
          {sport.hidden ? 'Hidden: no longer offered.' : ''}
        </p>
      ) : null}
      <p className="mt-3 max-w-2xl text-lg">{sport.asks}</p>
      <div className="mt-6 grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)]">
        <div>
          <Pillar
            parts={sport.cells.map(({ id, demand }) => ({
              quality: id,
              side: 'both' as const,
              capability: null,
              confidence: 0,
              demand,
            }))}
            next={undefined}
            carries={sport.label}
          />
          <p className="text-center text-aside text-quiet">Outline: what it asks.</p>
        </div>
        <div>
          {mayEdit ? (
            <section id="hand" aria-labelledby="change">
              <h2 id="change" className="border-b-2 border-ink pb-1 text-2xl">
                {sport.copiedFrom ? 'Change it' : 'Change it, or copy it as one of our own'}
              </h2>
              <SportForm
                sport={sport}
                supposed={supposed}
                editId={editId}
                errors={actionData?.errors ?? {}}
              />
              <EditHistory rows={sport.history} />
            </section>
          ) : null}
        </div>
      </div>
    </>
  );
}

function SportForm({
  sport,
  supposed,
  editId,
  errors,
}: {
  readonly sport: SportView;
  /** Of single qualities, what was supposed. */
  readonly supposed: Readonly<Record<string, number>>;
  readonly editId: string;
  readonly errors: Readonly<Record<string, string>>;
}) {
  const busy = useNavigation().state !== 'idle';
  const own = sport.copiedFrom !== null;
  const { kind, minutes, perMinute } = sport.exposure;
  const changed = sport.cells.some((cell) => cell.own) || sport.history.length > 0;
  return (
    <Form method="post" className="mt-4 space-y-5" key={`${sport.id} ${sport.revision}`}>
      <Hidden values={{ editId, revision: sport.revision }} />
      <Said errors={errors} />
      <TextField
        label={own ? 'Name' : 'Name of a copy'}
        name="name"
        defaultValue={own ? sport.name : `${sport.name}, ours`}
        errors={list(errors.name)}
      />
      <TextField
        label="What it asks, in a line"
        name="asks"
        defaultValue={sport.asks}
        errors={list(errors.asks)}
      />
      <fieldset>
        <legend className="head text-xl">Of each quality, 0 to 5</legend>
        <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3">
          {sport.cells.map(({ id, name, demand }) => (
            <TextField
              key={id}
              label={name}
              name={`d.${id}`}
              inputMode="decimal"
              defaultValue={supposed[id] ?? demand}
              errors={list(errors[`d.${id}`])}
            />
          ))}
        </div>
      </fieldset>
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField
          label="Minutes of an event"
          name="minutes"
          inputMode="decimal"
          defaultValue={minutes}
          hint="where the event says none of its own"
          errors={list(errors.minutes)}
        />
        <TextField
          label={`${kind.charAt(0).toUpperCase()}${kind.slice(1)} a minute`}
          name="perMinute"
          inputMode="decimal"
          defaultValue={perMinute}
          errors={list(errors.perMinute)}
        />
      </div>
      <TextField label="Why" name="reason" hint="Kept with the change." errors={list(errors.reason)} />
      <p className="flex flex-wrap gap-3">
        <Button name="intent" value="change" disabled={busy}>
          {own ? 'Save our sport' : 'Change what it asks'}
        </Button>
        <Button name="intent" value="copy" disabled={busy}>
          Keep as a sport of our own
        </Button>
        {sport.hidden ? null : (
          <Button name="intent" value="hide" look="quiet" disabled={busy}>
            Hide it
          </Button>
        )}
        {sport.hidden || (!own && changed) ? (
          <Button name="intent" value="restore" look="quiet" disabled={busy}>
            {own ? 'Offer it again' : 'Back to what is shipped'}
          </Button>
        ) : null}
      </p>
    </Form>
  );
}
