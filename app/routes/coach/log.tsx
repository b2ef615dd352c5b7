import { useState } from 'react';
import { data, Form, redirect, useNavigation } from 'react-router';
import { z } from 'zod';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { LoggedItem, Scale } from '~/app/components/log-parts';
import { Notice } from '~/app/components/notice';
import { weekdayText } from '~/app/lib/format';
import type { Trade } from '~/core/catalogue/trade';
import { judgePain, painRegions, painVerdictText } from '~/core/clear/pain';
import type { SessionOutcome, SetRecord } from '~/core/coach/progress';
import { keepLog, newId, type PrescriptionRow, sessionById } from '~/db/queries/coach';
import { layOutWeeks, proposalsFor } from '~/server/plan.server';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { tradeFor } from '~/server/principal/trade.server';
import { itemView } from '~/server/views/session.server';
import { isUuid, notFound, pictureOf, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/log';

export const meta: Route.MetaFunction = () => [{ title: 'Log a session · Zest Pillar' }];

async function sessionOf(context: Route.LoaderArgs['context'], params: Route.LoaderArgs['params']) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const session = isUuid(params.sessionId)
    ? await sessionById(person.practiceId, params.sessionId)
    : undefined;
  if (!session || session.athleteId !== athlete.id) throw notFound('This session');
  return { person, athlete, session };
}

/** The sets of a prescription in the order they are done: weaker side first, the extra set last. */
function plannedSets(item: {
  sets: number;
  sided: boolean;
  detail: { firstSide: 'left' | 'right' | null; extraSetSide: 'left' | 'right' | null };
}): { setNo: number; side: 'left' | 'right' | 'both' }[] {
  const first = item.detail.firstSide ?? 'left';
  const order = item.sided ? ([first, first === 'left' ? 'right' : 'left'] as const) : (['both'] as const);
  const sets = Array.from({ length: item.sets }, (_, i) =>
    order.map((side) => ({ setNo: i + 1, side })),
  ).flat();
  return item.detail.extraSetSide
    ? [...sets, { setNo: item.sets + 1, side: item.detail.extraSetSide }]
    : sets;
}

export async function loader({ params, context }: Route.LoaderArgs) {
  const { person, athlete, session } = await sessionOf(context, params);
  if (session.log) throw redirect(`/athletes/${athlete.id}/coach?week=${session.weekStart}`);
  return {
    athleteId: athlete.id,
    onDate: session.onDate,
    today: todayIn(person.timeZone),
    weekStart: session.weekStart,
    logId: newId(),
    items: session.items.map((item) => ({
      ...itemView(tradeFor(person), item),
      planned: plannedSets(item).map((set) => ({ ...set, key: `${item.rungId}.${set.setNo}.${set.side}` })),
    })),
  };
}

const answered = (ask: string) =>
  z
    .string({ error: ask })
    .min(1, ask)
    .pipe(z.coerce.number({ error: ask }));

const schema = z.object({
  logId: z.uuid(),
  effort: answered('Say how hard it was, 1 to 10.').pipe(
    z.number().int('Effort is 1 to 10.').min(1, 'Effort is 1 to 10.').max(10, 'Effort is 1 to 10.'),
  ),
  painScore: answered('Answer the pain question, 0 to 10.').pipe(
    z.number().int('Pain is 0 to 10.').min(0, 'Pain is 0 to 10.').max(10, 'Pain is 0 to 10.'),
  ),
  painRegion: z.enum(painRegions).optional(),
  note: z.string().trim().max(1000, 'At most 1000 letters.').default(''),
});

/** Reads the exceptions of one exercise: what was lost, at which rep or second, and why. */
function readSets(
  trade: Trade,
  item: PrescriptionRow,
  form: FormData,
): { sets: SetRecord[] } | { error: string } {
  if (form.get(`skip.${item.rungId}`) === 'on') return { sets: [] };
  const sets: SetRecord[] = [];
  for (const { setNo, side } of plannedSets(item)) {
    const key = `${item.rungId}.${setNo}.${side}`;
    const lost = form.get(`lost.${key}`);
    if (lost !== 'on') {
      sets.push({
        ladderId: item.ladderId,
        rungId: item.rungId,
        setNo,
        side,
        planned: item.amount,
        done: item.amount,
        faultId: null,
      });
      continue;
    }
    const at = Number(String(form.get(`at.${key}`) ?? '').replace(',', '.'));
    if (!Number.isFinite(at) || at < 0 || at > item.amount)
      return { error: `${item.detail.name}, set ${setNo}: lost at 0 to ${item.amount}.` };
    const faultId = String(form.get(`fault.${key}`) ?? '');
    const known = trade.rung(item.rungId).regress_on.includes(faultId) ? faultId : null;
    sets.push({
      ladderId: item.ladderId,
      rungId: item.rungId,
      setNo,
      side,
      planned: item.amount,
      done: Math.round(at * 10) / 10,
      faultId: known,
    });
  }
  return { sets };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { person, athlete, session } = await sessionOf(context, params);
  const today = todayIn(person.timeZone);
  const back = redirect(`/athletes/${athlete.id}/coach?week=${session.weekStart}`);
  // A second click or another tab: it is logged, show it.
  if (session.log) return back;
  const refuse = (error: string) => data({ error }, { status: 400 });
  if (session.onDate > today)
    return refuse(`This session lies ahead (${session.onDate}): it can be logged on its day.`);
  const form = await request.formData();
  const parsed = schema.safeParse({
    ...Object.fromEntries(form),
    painRegion: form.get('painRegion') || undefined,
  });
  if (!parsed.success) return refuse(parsed.error.issues[0]?.message ?? 'The log could not be read.');
  const { logId, effort, painScore, painRegion, note } = parsed.data;
  if (painScore > 0 && !painRegion) return refuse('Say where the pain was.');
  const sets: SetRecord[] = [];
  for (const item of session.items) {
    const read = readSets(tradeFor(person), item, form);
    if ('error' in read) return refuse(read.error);
    sets.push(...read.sets);
  }
  const outcome: SessionOutcome = {
    logId,
    onDate: session.onDate,
    sets,
    effort,
    painScore,
    painRegion: painRegion ?? null,
  };
  const proposals = await proposalsFor(person, athlete, outcome);
  const common = { practiceId: person.practiceId, athleteId: athlete.id };
  const ends = judgePain(painScore, painRegion) === 'end' || sets.some((set) => set.faultId === 'pain');
  // Ladders whose proposal is to hold name the qualities the flag holds.
  const heldBy = [
    ...new Set(
      proposals
        .filter((each) => each.kind === 'hold_quality')
        .map((each) => tradeFor(person).ladder(each.ladderId).quality),
    ),
  ];
  await keepLog(
    {
      id: logId,
      ...common,
      sessionId: session.id,
      onDate: session.onDate,
      effort,
      painScore,
      painRegion: painRegion ?? null,
      note,
      staffId: person.staffId,
    },
    sets.map((set) => ({ ...set, logId })),
    proposals.map((each) => ({
      id: newId(),
      ...common,
      logId,
      ladderId: each.ladderId,
      kind: each.kind,
      before: { ...each.from },
      after: { ...each.to },
      owns: each.owns,
      reason: each.reason,
    })),
    ends
      ? {
          id: newId(),
          ...common,
          kind: 'pain',
          qualities: heldBy,
          text: `Pain ${painScore} of 10${painRegion ? ` (${painRegion})` : ''} after the session of ${session.onDate}.`,
        }
      : undefined,
  );
  if (ends) await layOutWeeks(person, await pictureOf(person, athlete));
  return back;
}

export default function LogView({ loaderData, actionData }: Route.ComponentProps) {
  const { items, onDate, today, logId, athleteId, weekStart } = loaderData;
  const busy = useNavigation().state !== 'idle';
  const [pain, setPain] = useState(0);
  const [counts, setCounts] = useState<Readonly<Record<string, number>>>({});
  const exceptions = Object.values(counts).reduce((sum, n) => sum + n, 0);
  const ahead = onDate > today;
  return (
    <Form method="post" className="max-w-3xl">
      <input type="hidden" name="logId" value={logId} />
      <h2 className="text-3xl">What was done, {weekdayText(onDate)}</h2>
      <p className="mt-1 text-quiet">Every set counts as done as planned, unless you mark it lost.</p>
      <ol className="rule-list mt-4 border-y border-mortar">
        {items.map((item) => (
          <LoggedItem
            key={item.id}
            item={item}
            onCount={(n) => setCounts((was) => ({ ...was, [item.id]: n }))}
          />
        ))}
      </ol>

      <fieldset className="mt-7">
        <legend className="head text-2xl">How hard, 1 to 10?</legend>
        <Scale name="effort" from={1} low="easy" high="all there was" />
      </fieldset>
      <fieldset className="mt-7">
        <legend className="head text-2xl">Any pain, 0 to 10?</legend>
        <Scale name="painScore" from={0} low="none" high="worst" onChange={setPain} />
        {pain > 0 ? (
          <label className="mt-3 block max-w-xs">
            <span className="mb-1 block font-bold">Where</span>
            <select name="painRegion" className="field-input" defaultValue="">
              <option value="">Choose …</option>
              {painRegions.map((region) => (
                <option key={region}>{region}</option>
              ))}
            </select>
          </label>
        ) : null}
        {judgePain(pain, undefined) !== 'go_on' ? (
          <Notice word={painVerdictText[judgePain(pain, undefined)]} className="mt-3">
            The proposals for next time follow this.
          </Notice>
        ) : null}
      </fieldset>
      <label className="mt-6 block">
        <span className="mb-1 block font-bold">Note</span>
        <input name="note" className="field-input" maxLength={1000} />
      </label>
      <div className="sticky bottom-0 z-10 mt-6 border-t border-ink bg-paper py-3 max-md:bottom-14">
        <FormError>
          {ahead ? 'This session lies ahead; it can be logged on its day.' : actionData?.error}
        </FormError>
        <p className="flex flex-wrap gap-3">
          <Button look="next" disabled={busy || ahead}>
            {exceptions === 0
              ? 'Save, all as planned'
              : `Save with ${exceptions} ${exceptions === 1 ? 'exception' : 'exceptions'}`}
          </Button>
          <ButtonLink look="quiet" to={`/athletes/${athleteId}/coach?week=${weekStart}`}>
            Leave without logging
          </ButtonLink>
        </p>
      </div>
    </Form>
  );
}
