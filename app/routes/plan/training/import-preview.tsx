import { Form, href, redirect, useNavigation } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError, SelectField } from '~/app/components/field';
import {
  ColumnChoices,
  dateChoice,
  type Mapping,
  RowErrors,
  useMapping,
} from '~/app/components/import/columns';
import { Scroller } from '~/app/components/scroller';
import { dayText, weekdayText } from '~/app/lib/format';
import { answer, refusal, requireMay } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { sessionText } from '~/app/words/training';
import { type TitleUse, trainingFields } from '~/core/plan/training/columns';
import { issue } from '~/core/result';
import { counted, listed } from '~/core/words/counted';
import { durationText } from '~/core/words/duration';
import { importTraining } from '~/server/commands/training';
import { notFound, principalIn, subjectIn } from '~/server/principal/middleware.server';
import { trainingFound } from '~/server/views/training';
import type { Route } from './+types/import-preview';

export const meta = athleteTitle('Check the training');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  requireMay(principal, importTraining.action);
  const subject = await subjectIn({ params, context });
  const draft = await trainingFound(principal, subject, params.draftId, new URL(request.url).searchParams);
  if (!draft) throw notFound('This import');
  if (!draft.found) throw redirect(href('/athletes/:athleteId/training', { athleteId: params.athleteId }));
  const { writes: _, ...found } = draft.found;
  return { fileName: draft.fileName, found };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, importTraining.action);
  const form = await request.formData();
  const asked = new URLSearchParams(String(form.get('mapping') ?? ''));
  const subject = await subjectIn({ params, context });
  const draft = await trainingFound(principal, subject, params.draftId, asked);
  if (!draft) throw notFound('This import');
  const to = href('/athletes/:athleteId/training', { athleteId: params.athleteId });
  // A second confirmation (a double click, another tab) finds the import done.
  if (!draft.found) return redirect(to);
  const { missing, errors, writes, source } = draft.found;
  if (missing.length > 0) return refusal([issue('import.missing', { columns: missing })]);
  if (errors.length > 0 && form.get('skipErrors') !== 'on')
    return refusal([issue('import.errors', { rows: errors.length })]);
  return answer(
    await importTraining(principal, {
      draftId: draft.draftId,
      athleteId: subject.athlete.id,
      source,
      ...writes,
    }),
    to,
  );
}

const useWords: Readonly<Record<TitleUse, string>> = {
  training: 'Training of the sport',
  A: 'An event, A',
  B: 'An event, B',
  C: 'An event, C',
  off: 'Days without training',
  out: 'Nothing: leave it out',
};

type Found = Route.ComponentProps['loaderData']['found'];
type FoundCalendar = Extract<Found, { kind: 'calendar' }>;

const titlesShown = 40;
const hardnesses = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10];

/** What is taken for what: by the titles of the calendar. */
function Titles({ found, mapping: { shown, change } }: { found: FoundCalendar; mapping: Mapping }) {
  const { titles } = found;
  return (
    <section aria-labelledby="titles" className="mt-8">
      <h2 id="titles" className="text-2xl">
        What its entries are
      </h2>
      <ul className="rule-list mt-2">
        {titles.slice(0, titlesShown).map((one) => {
          const name = one.title || 'Without a name';
          return (
            <li
              key={one.word}
              className="grid items-end gap-x-4 gap-y-2 py-2 sm:grid-cols-[1fr_14rem_7rem_9rem]"
            >
              <p className="self-center">
                <strong className="break-words">{name}</strong>
                <span className="figures block text-aside text-quiet">
                  {counted(one.times, 'day')}, first {weekdayText(one.firstOn)}
                  {one.minutes === undefined ? '' : `, ${durationText(one.minutes)}`}
                </span>
              </p>
              <SelectField
                label="It is"
                aria-label={`${name} is`}
                value={shown(`use.${one.word}`, one.use)}
                onChange={(event) => change(`use.${one.word}`, event.target.value)}
              >
                {Object.entries(useWords).map(([use, says]) => (
                  <option key={use} value={use}>
                    {says}
                  </option>
                ))}
              </SelectField>
              {one.use === 'training' ? (
                <>
                  <SelectField
                    label="How hard"
                    aria-label={`How hard ${name} is`}
                    value={shown(`hard.${one.word}`, one.hardness ?? '')}
                    onChange={(event) => change(`hard.${one.word}`, event.target.value)}
                  >
                    <option value="">not said</option>
                    {hardnesses.map((hard) => (
                      <option key={hard} value={hard}>
                        {hard}
                      </option>
                    ))}
                  </SelectField>
                  <label className="flex min-h-11 items-center gap-3">
                    <input
                      type="checkbox"
                      className="size-6"
                      aria-label={`${name} is of risk`}
                      checked={shown(`risk.${one.word}`, one.risk ? 'yes' : 'no') === 'yes'}
                      onChange={(event) => change(`risk.${one.word}`, event.target.checked ? 'yes' : 'no')}
                    />
                    of risk
                  </label>
                </>
              ) : null}
            </li>
          );
        })}
      </ul>
      {titles.length > titlesShown ? (
        <p className="mt-1 text-quiet">
          And {counted(titles.length - titlesShown, 'title')} more, taken as they seem: what says how long it
          takes is training.
        </p>
      ) : null}
    </section>
  );
}

/** What lies outside, was called off, or says too little; each said once. */
function asides(found: Found): string[] {
  const said: string[] = [];
  if (found.outside > 0)
    said.push(
      `${counted(found.outside, found.kind === 'calendar' ? 'entry' : 'line', found.kind === 'calendar' ? 'entries' : 'lines')} outside of the last four weeks and the two years to come: left.`,
    );
  if (found.kind !== 'calendar') return said;
  if (found.cancelled > 0) said.push(`${counted(found.cancelled, 'day')} called off: left.`);
  if (found.withoutMinutes > 0)
    said.push(
      `${counted(found.withoutMinutes, 'day')} taken for training say nothing, or more than a day, of how long: left.`,
    );
  if (found.unknownZones.length > 0)
    said.push(`The zone ${listed(found.unknownZones)} is not known: its times are taken as they stand.`);
  said.push(`Times are by the clock of ${found.zone}.`);
  return said;
}

const countsText = ({ counts }: Found): string =>
  listed(
    [
      counts.sessions > 0
        ? `${counted(counts.sessions, 'session')} (${counts.new} new, ${counts.changed} changed)`
        : '',
      counts.events > 0 ? `${counted(counts.events, 'event')} (${counts.newEvents} new)` : '',
      counts.daysOff > 0
        ? `${counted(counts.daysOff, 'stretch', 'stretches')} of days off (${counts.newDaysOff} new)`
        : '',
    ].filter(Boolean),
  ) || 'Nothing';

export default function ImportTrainingPreview({ loaderData, actionData, params }: Route.ComponentProps) {
  const { fileName, found } = loaderData;
  const choosing = useMapping();
  const busy = useNavigation().state !== 'idle';
  const { counts, errors, missing } = found;
  const nothing = counts.sessions + counts.events + counts.daysOff + counts.gone === 0;
  return (
    <>
      <h2 className="text-3xl">Check the training</h2>
      <p className="mt-2 text-quiet">
        {found.source === fileName ? fileName : `${found.source}, ${fileName}`}. Nothing is written until you
        confirm below.
      </p>
      {found.kind === 'table' ? (
        <ColumnChoices
          fields={trainingFields}
          headers={found.headers}
          columns={found.mapping.columns}
          choices={[dateChoice(found.mapping.dateOrder)]}
          mapping={choosing}
        />
      ) : (
        <Titles found={found} mapping={choosing} />
      )}
      <RowErrors
        count={new Set(errors.map(({ line }) => line)).size}
        errors={errors}
        of={found.kind === 'calendar' ? 'Entry' : 'Column'}
      />
      {missing.length === 0 ? (
        <section aria-labelledby="found" className="mt-8">
          <h2 id="found" className="figures text-2xl">
            {countsText(found)}
          </h2>
          {counts.risk > 0 ? (
            <p className="mt-1 font-bold">▲ {counted(counts.risk, 'session')} of risk.</p>
          ) : null}
          {counts.gone > 0 ? (
            <p className="mt-1 font-bold">
              {counted(counts.gone, 'session')} that came from it before and lie ahead are not in it any more:
              they are taken out.
            </p>
          ) : null}
          {asides(found).map((said) => (
            <p key={said} className="text-quiet">
              {said}
            </p>
          ))}
          <Scroller label="What it holds">
            <table className="mt-2 w-full min-w-[36rem] text-left">
              <tbody className="rule-list">
                {[
                  ...found.shownEvents.map(({ id, onDate, name, priority }) => ({
                    id,
                    day: onDate,
                    says: `${priority} event`,
                    name,
                    risk: false,
                  })),
                  ...found.shownDaysOff.map(({ id, from, to, reason }) => ({
                    id,
                    day: from,
                    says: `no training to ${dayText(to)}`,
                    name: reason,
                    risk: false,
                  })),
                  ...found.shownSessions.map(({ id, onDate, name, risk, ...one }) => ({
                    id,
                    day: onDate,
                    says: sessionText(one),
                    name,
                    risk,
                  })),
                ].map((one) => (
                  <tr key={one.id}>
                    <td className="figures whitespace-nowrap py-1 pr-4 font-bold">
                      {weekdayText(one.day)} {one.day.slice(0, 4)}
                    </td>
                    <td className="py-1 pr-4">{one.name}</td>
                    <td className="figures whitespace-nowrap py-1">
                      {one.says}
                      {one.risk ? ' ▲' : ''}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Scroller>
          {counts.sessions > found.shownSessions.length ? (
            <p className="mt-1 text-quiet">
              And {counted(counts.sessions - found.shownSessions.length, 'session')} more.
            </p>
          ) : null}
        </section>
      ) : null}
      <Form method="post" className="mt-6">
        <input type="hidden" name="mapping" value={choosing.text} />
        {errors.length > 0 ? (
          <label className="flex min-h-11 items-center gap-3">
            <input type="checkbox" name="skipErrors" className="size-6" />
            Leave out what has errors
          </label>
        ) : null}
        <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
        <p className="mt-3 flex gap-3">
          <Button look="next" disabled={busy || missing.length > 0}>
            {busy ? 'Writing …' : nothing ? 'Nothing to write: done' : 'Write it'}
          </Button>
          <ButtonLink
            look="quiet"
            to={href('/athletes/:athleteId/training/import', { athleteId: params.athleteId })}
          >
            Choose another file
          </ButtonLink>
        </p>
      </Form>
    </>
  );
}
