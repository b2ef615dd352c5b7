import { data, Form, href, Link, redirect, useNavigation } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { Button } from '~/app/components/button';
import { TextField } from '~/app/components/field';
import { requireMay, statusOf } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { editCatalogue } from '~/server/commands/edit-catalogue';
import { can } from '~/server/principal/can';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { type SchoolView, schoolView } from '~/server/views/schools';
import type { Route } from './+types/school';
import { EditHistory } from './edit-history';
import { Area, Hidden, list, Said, Select } from './hand-fields';
import { LeftOut } from './left-out';
import { readSchool } from './school-form.server';

export const meta: Route.MetaFunction = ({ loaderData }) =>
  pageTitle(loaderData?.school.name ?? 'School', 'Library');

export async function loader({ params, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const school = await schoolView(principal, params.schoolId);
  if (!school) throw notFound('This school');
  return { school, mayEdit: can(principal, 'catalogue.edit'), editId: uuidv7() };
}

export async function action({ request, context, params }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'catalogue.edit');
  const form = await request.formData();
  const editId = String(form.get('editId'));
  const newId = `own_school_${editId.replaceAll('-', '_')}`;
  const read = readSchool(form, principal.trade, params.schoolId, newId);
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
  return redirect(href('/library/schools/:schoolId', { schoolId: read.edit.entryId }));
}

const countWords = [
  ['seconds', 'seconds'],
  ['breaths', 'breaths'],
  ['both', 'seconds, with breaths beside them'],
] as const;

const positionWords = {
  lying: 'On the back',
  front: 'Face down, on hands or elbows',
  side: 'On the side',
  bridge: 'Bridging',
  back: 'Back extending',
  upright: 'Sitting, kneeling, standing',
} as const;

const lumbarWords = {
  neutral: 'neutral, held still',
  flexed: 'held rounded',
  flexing: 'bending forward',
  extending: 'arching',
  rotating: 'twisting',
  lateral: 'bending to the side',
  articulating: 'rolling bone by bone',
} as const;

const fitWords = [
  ['fits', 'fits'],
  ['adapts', 'adapts'],
  ['avoids', 'leaves out'],
] as const;

/** A way of teaching the trunk: what it says, counts and leaves out; shipped ones are copied, own ones changed. */
export default function SchoolPage({ loaderData, actionData }: Route.ComponentProps) {
  const { school, mayEdit, editId } = loaderData;
  return (
    <>
      <p>
        <Link to={href('/library/rules')} className="inline-block py-2">
          All schools
        </Link>
      </p>
      <h1 className="text-4xl sm:text-5xl">{school.name}</h1>
      {school.copiedFrom ? (
        <p className="mt-1 text-quiet">
          Our own, after {school.copiedFrom}
          {school.hidden ? '. Hidden: no longer offered' : ''}
        </p>
      ) : null}
      <p className="mt-3 max-w-2xl text-lg">{school.belief}</p>
      <div className="mt-6 grid gap-x-12 gap-y-8 lg:grid-cols-2">
        <section>
          <h2 className="border-b-2 border-ink pb-1 text-2xl">What it says</h2>
          <p className="py-2">{school.instructions}</p>
          <dl className="rule-list">
            {school.positions.map(({ position, cue }) => (
              <div key={position} className="grid gap-x-4 py-2 sm:grid-cols-[11rem_1fr]">
                <dt className="text-quiet">{positionWords[position]}</dt>
                <dd>{cue}</dd>
              </div>
            ))}
          </dl>
        </section>
        <section>
          <h2 className="border-b-2 border-ink pb-1 text-2xl">What it does</h2>
          <dl className="rule-list">
            {(
              [
                ['Prescribes', school.doses],
                ['Chooses', school.chooses],
                ['Rejects', school.rejects],
                ['Counts in', countWords.find(([id]) => id === school.counts)?.[1]],
              ] as const
            ).map(([term, said]) => (
              <div key={term} className="grid gap-x-4 py-2 sm:grid-cols-[8rem_1fr]">
                <dt className="text-quiet">{term}</dt>
                <dd>{said}</dd>
              </div>
            ))}
          </dl>
          <LeftOut rungs={school.leavesOut} />
        </section>
      </div>
      {mayEdit ? (
        <section id="hand" className="mt-10 max-w-4xl scroll-mt-4">
          <h2 className="border-b-2 border-ink pb-1 text-2xl">
            {school.copiedFrom ? 'Change it' : 'Copy it as a school of our own'}
          </h2>
          <SchoolForm school={school} editId={editId} errors={actionData?.errors ?? {}} />
          <EditHistory rows={school.history} />
        </section>
      ) : null}
    </>
  );
}

function SchoolForm({
  school,
  editId,
  errors,
}: {
  readonly school: SchoolView;
  readonly editId: string;
  readonly errors: Readonly<Record<string, string>>;
}) {
  const busy = useNavigation().state !== 'idle';
  const own = school.copiedFrom !== null;
  const area = (name: 'belief' | 'instructions' | 'doses' | 'chooses' | 'rejects', label: string) => (
    <Area label={label} name={name} value={school[name]} error={errors[name]} rows={3} />
  );
  return (
    <Form method="post" className="mt-4 space-y-5" key={`${school.id} ${school.revision}`}>
      <Hidden values={{ editId, revision: school.revision }} />
      <Said errors={errors} />
      <TextField
        label="Name"
        name="name"
        defaultValue={own ? school.name : `${school.name}, ours`}
        errors={list(errors.name)}
      />
      {area('belief', 'What it holds true')}
      {area('instructions', 'What it says first')}
      <fieldset>
        <legend className="head text-xl">Its cue in each position</legend>
        <div className="mt-2 grid gap-4 sm:grid-cols-2">
          {school.positions.map(({ position, cue }) => (
            <Area
              key={position}
              label={positionWords[position]}
              name={`cue-${position}`}
              value={cue}
              error={errors[`cue-${position}`]}
              rows={2}
            />
          ))}
        </div>
      </fieldset>
      <div className="grid gap-4 sm:grid-cols-2">
        {area('doses', 'Prescribes')}
        {area('chooses', 'Chooses')}
        {area('rejects', 'Rejects')}
        <Select label="Counts positions in" name="counts" value={school.counts} options={countWords} />
      </div>
      <fieldset>
        <legend className="head text-xl">Leaves out what moves the low back so</legend>
        <div className="mt-1 flex flex-wrap gap-x-6">
          {school.lumbar.map(({ movement, avoided }) => (
            <Tick key={movement} name={`lumbar-${movement}`} ticked={avoided}>
              {lumbarWords[movement]}
            </Tick>
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-xl">Uses what practitioners disagree on</legend>
        <div className="mt-1 grid gap-x-6 sm:grid-cols-2">
          {school.disputes.map((dispute) => (
            <Tick key={dispute.id} name={`uses-${dispute.id}`} ticked={dispute.uses}>
              {dispute.exercise}
            </Tick>
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-xl">Ladders</legend>
        <div className="mt-2 grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
          {school.fits.map(({ ladderId, name, fit }) => (
            <Select
              key={ladderId}
              label={name}
              name={`fit-${ladderId}`}
              value={fit ?? ''}
              options={fit === null ? [['', 'says nothing'], ...fitWords] : fitWords}
            />
          ))}
        </div>
      </fieldset>
      <p className="text-aside text-quiet">
        Cautions, kit and the limits of the young hold whatever a school says.
      </p>
      <TextField label="Why" name="reason" hint="Kept with the change." errors={list(errors.reason)} />
      <p className="flex flex-wrap gap-3">
        <Button name="intent" value={own ? 'change' : 'copy'} disabled={busy}>
          {own ? 'Save our school' : 'Keep as our own school'}
        </Button>
        {own && !school.hidden ? (
          <Button name="intent" value="hide" look="quiet" disabled={busy}>
            Hide it
          </Button>
        ) : null}
        {own && school.hidden ? (
          <Button name="intent" value="restore" look="quiet" disabled={busy}>
            Offer it again
          </Button>
        ) : null}
      </p>
    </Form>
  );
}

function Tick({ name, ticked, children }: { name: string; ticked: boolean; children: React.ReactNode }) {
  return (
    <label className="flex min-h-11 items-center gap-2">
      <input type="checkbox" name={name} defaultChecked={ticked} className="size-6 shrink-0" />
      {children}
    </label>
  );
}
