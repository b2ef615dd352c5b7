import { Form, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { SelectField, TextField } from '~/app/components/field';
import { Folded } from '~/app/components/folded';
import { HeadCells } from '~/app/components/head-cells';
import { Scroller } from '~/app/components/scroller';
import { issueText } from '~/app/words/issue-text';
import type { WhatIfPlace } from '~/core/link/what-if';
import type { Issue } from '~/core/result';
import { counted } from '~/core/words/counted';

export interface Supposed {
  readonly asked: Readonly<Record<string, string>>;
  readonly issues: readonly Issue[];
  /** The second sport that stands where none is said, and the share of one where none is said. */
  readonly second: { readonly disciplineId: string } | null;
  readonly percent: number;
  readonly demands: readonly { readonly id: string; readonly name: string; readonly demand: number }[];
  readonly scores: readonly { readonly id: string; readonly name: string; readonly score: number | null }[];
  readonly minutes: number;
  readonly perMinute: number;
  readonly kind: string;
}

interface Sport {
  readonly id: string;
  readonly label: string;
}

/** The ranking as it is beside the one that would be. */
export function SideBySide({
  rows,
}: {
  rows: readonly {
    readonly key: string;
    readonly name: string;
    readonly now: WhatIfPlace;
    readonly would: WhatIfPlace;
  }[];
}) {
  return (
    <Scroller label="As it is, and as it would be">
      <table className="figures mt-3 w-full min-w-[26rem] text-left">
        <thead>
          <tr>
            <HeadCells className="pr-4" names={['Quality', 'As it is', 'As it would be', 'Moves']} />
          </tr>
        </thead>
        <tbody className="rule-list">
          {rows.map(({ key, name, now, would }) => (
            <tr key={key}>
              <th scope="row" className="py-1 pr-4 font-bold">
                {name}
              </th>
              <td className="py-1 pr-4 text-quiet">{placeText(now)}</td>
              <td className="py-1 pr-4">{placeText(would)}</td>
              <td className="whitespace-nowrap py-1">{movesText(now.rank - would.rank)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Scroller>
  );
}

const placeText = ({ rank, priority, demand, capability }: WhatIfPlace): string =>
  `${rank}. P ${priority.toFixed(2)}, asked ${demand}, ${capability === undefined ? 'untested' : `has ${Math.round(capability)}`}`;

const movesText = (up: number): string =>
  up === 0 ? '–' : `${up > 0 ? '▲' : '▽'} ${counted(Math.abs(up), 'place')}`;

/** What may be supposed: a second sport, the event, what is asked of a quality, a score. It is in the address, and changes nothing. */
export function SupposeForm({ supposed, sports }: { supposed: Supposed; sports: readonly Sport[] }) {
  const { asked, issues, second, percent } = supposed;
  const errorsOf = (name: string) => {
    const found = issues.filter(({ path }) => path[0] === name);
    return found.length > 0 ? found.map(issueText) : undefined;
  };
  const fields = Object.keys(asked).filter((name) => name !== 'as');
  return (
    <Folded summary="Suppose something else" asked={fields.length > 0}>
      <Form
        // A form of its own for each address: what is typed is what was asked.
        key={JSON.stringify(asked)}
        method="get"
        className="mt-3 max-w-2xl"
        preventScrollReset
      >
        {asked.as ? <input type="hidden" name="as" value={asked.as} /> : null}
        <div className="grid gap-4 sm:grid-cols-2">
          <SelectField
            label="A second sport beside it"
            name="as2"
            defaultValue={asked.as2 ?? second?.disciplineId ?? ''}
          >
            <option value={second ? 'none' : ''}>none</option>
            {sports.map((sport) => (
              <option key={sport.id} value={sport.id}>
                {sport.label}
              </option>
            ))}
          </SelectField>
          <TextField
            label="Its share, %"
            name="share"
            inputMode="decimal"
            defaultValue={asked.share}
            hint={`${percent} when left empty`}
            errors={errorsOf('share')}
          />
          <TextField
            label="Minutes of the event"
            name="minutes"
            inputMode="decimal"
            defaultValue={asked.minutes}
            hint={`now ${supposed.minutes}`}
            errors={errorsOf('minutes')}
          />
          <TextField
            label={`${supposed.kind.charAt(0).toUpperCase()}${supposed.kind.slice(1)} a minute`}
            name="rate"
            inputMode="decimal"
            defaultValue={asked.rate}
            hint={`now ${supposed.perMinute}`}
            errors={errorsOf('rate')}
          />
        </div>
        <fieldset className="mt-5">
          <legend className="head text-xl">What is asked, 0 to 5</legend>
          <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3">
            {supposed.demands.map(({ id, name, demand }) => (
              <TextField
                key={id}
                label={name}
                name={`d.${id}`}
                inputMode="decimal"
                defaultValue={asked[`d.${id}`]}
                hint={`now ${demand}`}
                errors={errorsOf(`d.${id}`)}
              />
            ))}
          </div>
        </fieldset>
        <fieldset className="mt-5">
          <legend className="head text-xl">What is there, 0 to 120</legend>
          <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3">
            {supposed.scores.map(({ id, name, score }) => (
              <TextField
                key={id}
                label={name}
                name={`s.${id}`}
                inputMode="decimal"
                defaultValue={asked[`s.${id}`]}
                hint={score === null ? 'untested' : `now ${score}`}
                errors={errorsOf(`s.${id}`)}
              />
            ))}
          </div>
        </fieldset>
        <p className="mt-4 flex flex-wrap items-center gap-4">
          <Button>Show it beside</Button>
          <Link to="?" preventScrollReset className="py-2">
            As it is
          </Link>
        </p>
      </Form>
    </Folded>
  );
}
