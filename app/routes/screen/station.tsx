import clsx from 'clsx';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Form, Link, redirect, useNavigation, useRevalidator } from 'react-router';
import { KeysDialog } from '~/app/components/keys-dialog';
import { OutboxLine } from '~/app/components/station/outbox-line';
import { TrialPanel } from '~/app/components/station/trial-panel';
import { onRung, otherOf, type ShownTrial, type StationTest } from '~/app/components/station/types';
import { useGymTheme } from '~/app/lib/gym-theme';
import { KeysProvider } from '~/app/lib/keys';
import { type Recorded, useOutbox } from '~/app/lib/outbox';
import { caution } from '~/core/catalogue';
import type { Side, SideKey } from '~/core/catalogue/qualities';
import { judgePain } from '~/core/clear/pain';
import { assess } from '~/core/screen/assess/assess';
import type { TrialInput } from '~/core/screen/trial/trial';
import { gradeWords } from '~/core/screen/trial/words';
import type { InstrumentId } from '~/core/signals/instruments';
import { staffNames } from '~/db/queries/practice';
import { completeScreening, screeningById } from '~/db/queries/screen';
import { keepPriorityRun } from '~/server/plan.server';
import { who } from '~/server/principal/principal.server';
import { isUuid, notFound, pictureOf, requireAthlete, screenedPerson } from '~/server/views/standing.server';
import { shownTrial, stationTestsFor } from '~/server/views/station.server';
import type { Route } from './+types/station';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Screening ${loaderData?.name ?? ''} · Zest Pillar` },
];

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const screening = isUuid(params.screeningId)
    ? await screeningById(person.practiceId, params.screeningId)
    : undefined;
  if (!screening || screening.athleteId !== athlete.id) throw notFound('This screen');
  const picture = await pictureOf(person, athlete);
  if (picture.clearance.allows === 'nothing') throw redirect(`/athletes/${athlete.id}/screen`);
  const before = assess({
    trials: picture.trials.filter((trial) => trial.screeningId !== screening.id),
    person: screenedPerson(athlete, picture.today, picture.event),
    today: picture.today,
    trade: picture.trade,
  }).results;
  const tests = stationTestsFor(person, picture, screening, before);
  const testers = await staffNames(person.practiceId);
  return {
    athleteId: athlete.id,
    screeningId: screening.id,
    onDate: screening.onDate,
    name: `${athlete.givenName} ${athlete.familyName}`,
    firstSide: screening.firstSide,
    warmUpDone: screening.warmUpDone,
    done: screening.completedAt !== null,
    cautions: picture.clearance.cautions.map((id) => ({
      id,
      name: caution(id).name,
      changes: caution(id).changes,
    })),
    tests,
    trials: picture.trials
      .filter((trial) => trial.screeningId === screening.id)
      .map((trial) =>
        shownTrial(
          trial,
          trial.staffId && trial.staffId !== person.staffId ? testers.get(trial.staffId) : undefined,
        ),
      ),
  };
}

export async function action({ params, context }: Route.ActionArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const screening = isUuid(params.screeningId)
    ? await screeningById(person.practiceId, params.screeningId)
    : undefined;
  if (!screening || screening.athleteId !== athlete.id) throw notFound('This screen');
  await completeScreening(person.practiceId, screening.id);
  await keepPriorityRun(person, await pictureOf(person, athlete));
  return redirect(`/athletes/${athlete.id}/link`);
}

/** A trial not yet on the server, as the list shows it. */
function shownFrom(trial: TrialInput, test: StationTest | undefined): ShownTrial {
  const grade = trial.grade ? gradeWords[trial.grade].toLowerCase() : '';
  const figure =
    trial.value === null
      ? grade
      : test?.kind === 'level'
        ? trial.value < 0
          ? 'not yet'
          : (test.levels?.[trial.value] ?? String(trial.value))
        : `${Math.round(trial.value * 10) / 10} ${test?.unit ?? ''}`;
  return {
    id: trial.id,
    testId: trial.testId,
    side: trial.side,
    text: figure || 'no figure',
    ended: trial.endReason,
    pain: trial.endReason === 'pain' || judgePain(trial.painScore, trial.painRegion ?? undefined) === 'end',
    sent: false,
  };
}

/** How often the station looks for trials of other testers. */
const othersEveryMs = 15_000;

export default function StationView(props: Route.ComponentProps) {
  return (
    <KeysProvider>
      <Station key={props.loaderData.screeningId} {...props} />
      <KeysDialog />
    </KeysProvider>
  );
}

function Station({ loaderData }: Route.ComponentProps) {
  const { athleteId, screeningId, onDate, firstSide, cautions, name, warmUpDone } = loaderData;
  const [rungs, setRungs] = useState<Readonly<Record<string, string>>>({});
  const tests = useMemo(
    () => loaderData.tests.map((each) => onRung(each, rungs[each.id])),
    [loaderData.tests, rungs],
  );
  const gym = useGymTheme();
  const [watch, setWatch] = useState<Readonly<Record<string, InstrumentId | undefined>>>({});
  const { revalidate } = useRevalidator();
  const outbox = useOutbox(useCallback(() => void revalidate(), [revalidate]));
  // Another tester may be at work on the same athlete.
  const idle = outbox.entries.length === 0;
  useEffect(() => {
    if (!idle) return;
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible' && navigator.onLine) void revalidate();
    }, othersEveryMs);
    return () => clearInterval(timer);
  }, [idle, revalidate]);
  const finishing = useNavigation().state !== 'idle';

  const trials = useMemo(() => {
    const voided = new Set(outbox.entries.flatMap((entry) => (entry.op === 'void' ? [entry.trialId] : [])));
    const known = new Set(loaderData.trials.map((trial) => trial.id));
    const local = outbox.entries.flatMap((entry) =>
      entry.op === 'add' && entry.trial.screeningId === screeningId && !known.has(entry.trial.id)
        ? [
            shownFrom(
              entry.trial,
              tests.find((test) => test.id === entry.trial.testId),
            ),
          ]
        : [],
    );
    return [...loaderData.trials, ...local].filter((trial) => !voided.has(trial.id));
  }, [loaderData.trials, outbox.entries, screeningId, tests]);

  const sidesOf = (test: StationTest): SideKey[] => (test.sided ? [firstSide, otherOf(firstSide)] : ['both']);
  const countOf = (testId: string, side: SideKey) =>
    trials.filter((trial) => trial.testId === testId && trial.side === side).length;
  const endedByPain = (test: StationTest) => trials.some((trial) => trial.testId === test.id && trial.pain);
  const isDone = (test: StationTest) =>
    endedByPain(test) || sidesOf(test).every((side) => countOf(test.id, side) >= test.trials);
  const openSide = (test: StationTest): SideKey =>
    sidesOf(test).find((side) => countOf(test.id, side) < test.trials) ?? sidesOf(test)[0] ?? 'both';

  const [at, setAt] = useState(() =>
    Math.max(
      0,
      tests.findIndex((test) => !isDone(test)),
    ),
  );
  const test = tests[at];
  const [side, setSide] = useState<SideKey>(() => (test ? openSide(test) : 'both'));
  const [round, setRound] = useState(0);
  const [restUntil, setRestUntil] = useState<number | undefined>();

  const go = (index: number) => {
    const next = tests[index];
    if (!next) return;
    setAt(index);
    setSide(openSide(next));
    setRound((n) => n + 1);
  };
  // The next open test, looking forward first and then from the start.
  const nextOpen =
    tests.map((_, i) => (at + 1 + i) % tests.length).find((i) => i !== at && tests[i] && !isDone(tests[i])) ??
    -1;

  const keep = (trial: TrialInput, recorded: Recorded) => {
    void outbox.keep(trial, recorded);
    const here = tests[at];
    if (here) {
      setRestUntil(performance.now() + here.restS * 1000);
      // Both sides before moving on: the other side when this one has its trials.
      if (here.sided && countOf(here.id, side) + 1 >= here.trials) {
        const other = otherOf(side as Side);
        if (countOf(here.id, other) < here.trials) setSide(other);
      }
    }
    setRound((n) => n + 1);
  };
  const undoLast = () => {
    const last = trials.at(-1);
    if (!last) return;
    void outbox.voidTrial(last.id);
    setRestUntil(undefined);
    const index = tests.findIndex((each) => each.id === last.testId);
    if (index >= 0) setAt(index);
    setSide(last.side as SideKey);
    setRound((n) => n + 1);
  };

  if (!test) {
    return (
      <main className="gym grid min-h-dvh place-items-center bg-night p-6 text-chalk">
        <p>
          No test of this battery is left by the cautions.{' '}
          <Link to={`/athletes/${athleteId}/screen`}>Choose another battery</Link>
        </p>
      </main>
    );
  }
  const allDone = tests.every(isDone);
  return (
    <div
      className={clsx(
        gym.theme,
        'min-h-dvh bg-night text-chalk lg:grid lg:grid-cols-[15.5rem_minmax(0,1fr)]',
      )}
    >
      <aside className="border-night-3 lg:sticky lg:top-0 lg:flex lg:h-dvh lg:flex-col lg:overflow-y-auto lg:border-r">
        <div className="flex items-baseline justify-between gap-4 px-4 pt-4 lg:block">
          <h1 className="text-2xl">{name}</h1>
          <p className="flex gap-4">
            <Link to={`/athletes/${athleteId}/screen`} className="py-2 text-[0.95rem]">
              Leave, keep all
            </Link>
            <button type="button" onClick={gym.toggle} className="py-2 text-[0.95rem] underline">
              {gym.says}
            </button>
          </p>
        </div>
        {cautions.length > 0 ? (
          <ul className="px-4 pt-2 text-[0.94rem]">
            {cautions.map((each) => (
              <li key={each.id} title={each.changes}>
                △ {each.name}
              </li>
            ))}
          </ul>
        ) : null}
        {warmUpDone ? null : <p className="px-4 pt-2 text-[0.94rem]">▨ No warm-up: not comparable</p>}
        <nav aria-label="Battery" className="relative max-lg:overflow-x-auto">
          <ol className="flex gap-1 p-3 lg:block lg:space-y-1">
            {tests.map((each, i) => (
              <li key={each.id} className="shrink-0">
                <button
                  type="button"
                  onClick={() => go(i)}
                  aria-current={i === at ? 'step' : undefined}
                  className={clsx(
                    'flex min-h-11 w-full items-center gap-2.5 px-2.5 py-1.5 text-left text-[0.98rem] leading-tight',
                    i === at
                      ? 'stone bg-chalk font-bold text-night'
                      : isDone(each)
                        ? 'text-mortar hover:bg-night-2'
                        : 'hover:bg-night-2',
                  )}
                >
                  <span aria-hidden="true">
                    {isDone(each)
                      ? '■'
                      : countOf(each.id, 'both') + countOf(each.id, 'left') + countOf(each.id, 'right') > 0
                        ? '◧'
                        : '□'}
                  </span>
                  <span className="max-lg:whitespace-nowrap">
                    {each.name}
                    <span className="sr-only">{isDone(each) ? ', done' : ''}</span>
                  </span>
                </button>
              </li>
            ))}
          </ol>
        </nav>
        <div className="mt-auto px-4 pb-4 max-lg:hidden">
          <FinishForm
            ready={allDone}
            disabled={finishing || outbox.entries.length > 0 || trials.length === 0}
          />
          <p className="mt-2 text-[0.9rem] text-mortar">Press ? for the keys.</p>
        </div>
      </aside>
      <main className="min-w-0 px-4 pb-10 pt-4 sm:px-8">
        <OutboxLine outbox={outbox} back={`/athletes/${athleteId}/screen/${screeningId}`} />
        <TrialPanel
          key={`${test.id}|${test.rungId ?? ''}|${side}|${round}`}
          test={test}
          side={side}
          onSide={(next) => {
            setSide(next);
            setRound((n) => n + 1);
          }}
          onRung={(rungId) => {
            setRungs((was) => ({ ...was, [test.id]: rungId }));
            setRound((n) => n + 1);
          }}
          athleteId={athleteId}
          instrument={watch[test.id]}
          onInstrument={(instrument) => setWatch((was) => ({ ...was, [test.id]: instrument }))}
          screeningId={screeningId}
          onDate={onDate}
          trials={trials.filter((trial) => trial.testId === test.id)}
          count={countOf(test.id, side)}
          blocked={endedByPain(test)}
          restUntil={restUntil}
          onRestOver={() => setRestUntil(undefined)}
          onKeep={keep}
          onUndoKept={undoLast}
          next={nextOpen >= 0 && isDone(test) ? tests[nextOpen] : undefined}
          onNext={() => go(nextOpen >= 0 ? nextOpen : (at + 1) % tests.length)}
        />
        <div className="mt-10 lg:hidden">
          <FinishForm
            ready={allDone}
            disabled={finishing || outbox.entries.length > 0 || trials.length === 0}
          />
        </div>
      </main>
    </div>
  );
}

/** Ends the screen and ranks what it found; early while tests are open. */
function FinishForm({ ready, disabled }: { ready: boolean; disabled: boolean }) {
  return (
    <Form method="post">
      <button
        type="submit"
        disabled={disabled}
        className={clsx(
          'stone min-h-12 w-full px-3 font-bold',
          ready ? 'bg-zest text-night' : 'bg-night-3 disabled:opacity-60',
        )}
      >
        {ready ? 'Finish and rank' : 'Finish early and rank'}
      </button>
    </Form>
  );
}
