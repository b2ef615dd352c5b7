import { Form } from 'react-router';
import { Button } from '~/app/components/button';
import { TextField } from '~/app/components/field';
import type { RungView } from '~/server/views/rung';
import { Area, type EditContext, Fold, Hidden, list, Said, Select } from './hand-fields';

type FigureField = readonly [
  name: Exclude<keyof RungView['figures'], 'cues' | 'needs' | 'sided' | 'unit'>,
  label: string,
  inputMode: 'numeric' | 'decimal' | 'text',
];

/** The figures of a rung that a practice may set: tempo and load only where the rung has them. */
const fieldsOf = ({ tempo, loadBy, sided }: RungView['figures']): FigureField[] => [
  ['startSets', 'Start, sets', 'numeric'],
  ['startAmount', 'Start, amount', 'decimal'],
  ['goalSets', 'Goal, sets', 'numeric'],
  ['goalAmount', 'Goal, amount', 'decimal'],
  ['restS', 'Rest, s', 'numeric'],
  ...(sided ? ([['sideGap', 'Sides within, %', 'numeric']] as const) : []),
  ...(tempo ? ([['tempo', 'Tempo', 'text']] as const) : []),
  ...(loadBy === 'none'
    ? []
    : ([
        ['loadStart', `Load from, ${loadBy.endsWith('_N') ? 'N' : 'kg'}`, 'decimal'],
        ['loadMax', 'Load at most', 'decimal'],
      ] as const)),
];

const units = [
  ['reps', 'reps'],
  ['reps_in_60s', 'reps in 60 s'],
  ['hold_s', 'seconds held'],
  ['breaths', 'breaths'],
  ['metres', 'metres'],
] as const;

/** The practice's own version of a rung: change it, put an own rung above it, hide it, take it back. */
export function RungHand({
  view,
  edit,
  kit,
}: {
  view: RungView;
  edit: EditContext;
  /** Kit a rung may need. */
  kit: readonly { id: string; name: string }[];
}) {
  const { figures } = view;
  const mine = edit.failed === view.id;
  const errors = mine ? edit.errors : {};
  const keys = { editId: edit.editId, revision: edit.revision, entryId: view.id, kind: 'rung' };
  return (
    <Fold
      title={
        view.hidden
          ? 'Hidden by us'
          : view.own === 'added'
            ? 'Our own rung'
            : view.own === 'changed'
              ? 'Changed by us'
              : 'Our own version'
      }
      open={mine}
    >
      <Form method="post" preventScrollReset key={`${view.id} ${edit.revision}`} className="space-y-4">
        <Hidden values={keys} />
        <Said errors={errors} />
        <TextField label="Name" name="name" defaultValue={figures.name} errors={list(errors.name)} />
        <Area label="How" name="note" value={figures.note} error={errors.note} />
        <Area
          label="Cues"
          name="cues"
          value={figures.cues.join('\n')}
          hint="One a line, the first ones to say; none means those of the ladder."
          error={errors.cues}
          rows={4}
        />
        <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
          {fieldsOf(figures).map(([name, label, mode]) => (
            <TextField
              key={name}
              label={label}
              name={name}
              inputMode={mode}
              defaultValue={figures[name]}
              errors={list(errors[name])}
            />
          ))}
        </div>
        <div className="grid grid-cols-2 gap-4">
          <Select label="Counted in" name="unit" value={figures.unit} options={units} />
          <Select
            label="Sides"
            name="sides"
            value={figures.sided ? 'each' : 'both'}
            options={[
              ['both', 'both together'],
              ['each', 'each side'],
            ]}
          />
        </div>
        <fieldset>
          <legend className="font-bold">Kit it cannot be done without</legend>
          <input type="hidden" name="kitAsked" value="1" />
          <div className="mt-1 flex flex-wrap gap-x-5">
            {kit.map(({ id, name }) => (
              <label key={id} className="flex min-h-11 items-center gap-2">
                <input
                  type="checkbox"
                  name="needs"
                  value={id}
                  defaultChecked={figures.needs.includes(id)}
                  className="size-6"
                />
                {name}
              </label>
            ))}
          </div>
        </fieldset>
        <p className="text-aside text-quiet">It moves on at its goal, clean in two sessions.</p>
        <TextField label="Why" name="reason" hint="Kept with the change." errors={list(errors.reason)} />
        <p className="flex flex-wrap gap-3">
          <Button name="intent" value="change-rung" disabled={edit.busy}>
            Save our version
          </Button>
          <Button name="intent" value="add-rung" look="quiet" disabled={edit.busy}>
            Add as an own rung above
          </Button>
          {view.hidden ? null : (
            <Button name="intent" value="hide" look="quiet" disabled={edit.busy}>
              Hide it here
            </Button>
          )}
          {view.own || view.hidden ? (
            <Button name="intent" value="restore" look="quiet" disabled={edit.busy}>
              {view.own === 'added' ? 'Take our changes back' : 'Back to the shipped rung'}
            </Button>
          ) : null}
        </p>
      </Form>
    </Fold>
  );
}

/** The practice's own cues and breath on a whole ladder. */
export function LadderHand({
  ladder,
  edit,
}: {
  ladder: {
    id: string;
    purpose: string;
    breath: string;
    do: readonly string[];
    avoid: readonly string[];
    changed: boolean;
    hidden: boolean;
  };
  edit: EditContext;
}) {
  const mine = edit.failed === ladder.id;
  const errors = mine ? edit.errors : {};
  return (
    <Fold
      title={
        ladder.hidden
          ? 'The whole ladder is hidden by us'
          : ladder.changed
            ? 'Cues and breath, changed by us'
            : 'Our own cues and breath'
      }
      open={mine}
    >
      <Form method="post" preventScrollReset key={`${ladder.id} ${edit.revision}`} className="space-y-4">
        <Hidden
          values={{ editId: edit.editId, revision: edit.revision, entryId: ladder.id, kind: 'ladder' }}
        />
        <Said errors={errors} />
        <Area label="What it is for" name="purpose" value={ladder.purpose} error={errors.purpose} rows={2} />
        <Area
          label="Cues"
          name="do"
          value={ladder.do.join('\n')}
          hint="One a line."
          error={errors.do}
          rows={6}
        />
        <Area
          label="Not"
          name="avoid"
          value={ladder.avoid.join('\n')}
          hint="One a line."
          error={errors.avoid}
          rows={4}
        />
        <Area label="Breath" name="breath" value={ladder.breath} error={errors.breath} />
        <TextField label="Why" name="reason" hint="Kept with the change." errors={list(errors.reason)} />
        <p className="flex flex-wrap gap-3">
          <Button name="intent" value="change-ladder" disabled={edit.busy}>
            Save our cues
          </Button>
          {ladder.hidden ? null : (
            <Button name="intent" value="hide" look="quiet" disabled={edit.busy}>
              Hide the whole ladder
            </Button>
          )}
          {ladder.changed ? (
            <Button name="intent" value="restore" look="quiet" disabled={edit.busy}>
              Back to the shipped ladder
            </Button>
          ) : null}
        </p>
      </Form>
    </Fold>
  );
}
