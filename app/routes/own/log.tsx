import { useState } from 'react';
import { href, Link, useNavigate } from 'react-router';
import { buttonClass } from '~/app/components/button';
import { PainMap } from '~/app/components/pain-map';
import { weekdayText } from '~/app/lib/format';
import { useOutbox } from '~/app/lib/outbox/outbox';
import { pageTitle } from '~/app/lib/title';
import { judgePain } from '~/core/clear/pain';
import { regionsOf } from '~/core/clear/pain-map';
import { plannedSets } from '~/core/coach/planned-sets';
import { linkIn, linkSubjectIn, notFound, principalIn } from '~/server/principal/middleware.server';
import { painSettings } from '~/server/principal/principal';
import { ownLogView } from '~/server/views/own';
import type { Route } from './+types/log';

export const meta: Route.MetaFunction = () => pageTitle('Log');

export async function loader({ params, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const view = await ownLogView(principal, linkIn(context), await linkSubjectIn(context), params.sessionId);
  if (!view) throw notFound('This session');
  return { ...view, pain: painSettings(principal) };
}

const key =
  'min-h-11 min-w-11 border border-mortar px-2 hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper';

function Keys<T extends string | number>({
  legend,
  options,
  chosen,
  onChoose,
}: {
  legend: string;
  options: readonly (readonly [T, string | number])[];
  chosen: T | undefined;
  onChoose: (value: T) => void;
}) {
  return (
    <fieldset className="mt-4">
      <legend className="mb-1 font-bold">{legend}</legend>
      <div className="figures flex flex-wrap gap-1.5">
        {options.map(([value, says]) => (
          <button
            key={value}
            type="button"
            aria-pressed={chosen === value}
            onClick={() => onChoose(value)}
            className={key}
          >
            {says}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

type Done = 'planned' | 'less' | 'not';

/** A session that was done without following it here: as planned in one tap, with what was otherwise. */
export default function OwnLog({ loaderData, params }: Route.ComponentProps) {
  const { items, sessionId, onDate, doneOn, today, logId, logged, pain, disclaimer } = loaderData;
  const outbox = useOutbox();
  const navigate = useNavigate();
  const [how, setHow] = useState<Readonly<Record<string, Done>>>({});
  const [less, setLess] = useState<Readonly<Record<string, string>>>({});
  const [effort, setEffort] = useState<number>();
  const [painScore, setPainScore] = useState<number>();
  const [painPlaces, setPainPlaces] = useState<readonly string[]>([]);
  const [sleepHours, setSleepHours] = useState<number>();
  const [readiness, setReadiness] = useState<number>();
  const [note, setNote] = useState('');
  const [day, setDay] = useState(doneOn);
  const [asked, setAsked] = useState(false);
  const [saved, setSaved] = useState(false);
  const card = href('/own/:token', { token: params.token });
  if (logged || saved)
    return (
      <main>
        <h1 className="text-4xl">Kept</h1>
        <p className="mt-2">
          <Link to={card}>Your card</Link>
        </p>
      </main>
    );
  const amountOf = (rungId: string, amount: number) => {
    const typed = Number((less[rungId] ?? '').replace(',', '.'));
    return Number.isFinite(typed) && typed >= 0 && (less[rungId] ?? '').trim() !== ''
      ? Math.min(typed, amount)
      : undefined;
  };
  const missing = [
    ...items.flatMap((item) =>
      how[item.rungId] === 'less' && amountOf(item.rungId, item.amount) === undefined
        ? [`how much of ${item.name.toLowerCase()}`]
        : [],
    ),
    ...(effort === undefined ? ['how hard it was'] : []),
    ...(painScore === undefined ? ['pain, or none'] : []),
    ...((painScore ?? 0) > 0 && painPlaces.length === 0 ? ['where it hurts'] : []),
  ];
  const save = async () => {
    setAsked(true);
    if (missing.length > 0 || effort === undefined || painScore === undefined) return;
    await outbox.keep({
      op: 'log',
      log: {
        id: logId,
        sessionId,
        effort,
        painScore,
        painPlaces: painScore > 0 ? [...painPlaces] : [],
        sleepHours: sleepHours ?? null,
        readiness: readiness ?? null,
        note,
        onDate: day,
        sets: items.flatMap((item) =>
          how[item.rungId] === 'not'
            ? []
            : plannedSets(item).map(({ setNo, side }) => ({
                rungId: item.rungId,
                setNo,
                side,
                done: how[item.rungId] === 'less' ? (amountOf(item.rungId, item.amount) ?? 0) : item.amount,
              })),
        ),
      },
    });
    setSaved(true);
    void navigate(card);
  };
  const ends = painScore !== undefined && judgePain(painScore, regionsOf(painPlaces)[0], pain) === 'end';
  return (
    <main>
      <h1 className="text-4xl">{weekdayText(onDate)}</h1>
      <label className="mt-1 flex flex-wrap items-center gap-2">
        Done on
        <input
          type="date"
          value={day}
          max={today}
          required
          onChange={(event) => setDay(event.target.value || doneOn)}
          className="field-input !w-44"
        />
      </label>
      <p className="mt-1">As planned, unless you say otherwise.</p>
      <ul className="mt-3">
        {items.map((item) => {
          const chosen = how[item.rungId] ?? 'planned';
          return (
            <li key={item.rungId} className="border-b border-mortar py-2">
              <p>
                <strong>{item.name}</strong> <span className="figures">{item.work}</span>
                {item.load ? `, ${item.load}` : ''}
              </p>
              <div className="mt-1 flex flex-wrap items-center gap-1.5">
                {(
                  [
                    ['planned', 'as planned'],
                    ['less', 'less'],
                    ['not', 'not done'],
                  ] as const
                ).map(([value, says]) => (
                  <button
                    key={value}
                    type="button"
                    aria-pressed={chosen === value}
                    aria-label={`${item.name}: ${says}`}
                    onClick={() => setHow({ ...how, [item.rungId]: value })}
                    className={key}
                  >
                    {says}
                  </button>
                ))}
                {chosen === 'less' ? (
                  <label className="flex items-center gap-2">
                    each set, of {item.amount}
                    <input
                      inputMode="decimal"
                      value={less[item.rungId] ?? ''}
                      aria-label={`${item.name}: how much each set`}
                      onChange={(event) => setLess({ ...less, [item.rungId]: event.target.value })}
                      className="field-input figures !w-20"
                    />
                  </label>
                ) : null}
              </div>
            </li>
          );
        })}
      </ul>
      <Keys
        legend="How hard, 1 easy to 10 all there was"
        options={Array.from({ length: 10 }, (_, i) => [i + 1, i + 1] as const)}
        chosen={effort}
        onChoose={setEffort}
      />
      <Keys
        legend="Pain, 0 to 10"
        options={Array.from({ length: 11 }, (_, i) => [i, i === 0 ? 'None' : i] as const)}
        chosen={painScore}
        onChoose={setPainScore}
      />
      {(painScore ?? 0) > 0 ? (
        <div className="mt-4">
          <p className="font-bold">Where? Point at it</p>
          <PainMap chosen={painPlaces} onChange={setPainPlaces} />
        </div>
      ) : null}
      {ends ? (
        <p role="alert" className="mt-3 border-2 border-ink p-3 font-bold">
          Stop here. Your coach is told at once, and what loads the place is held until they have looked at
          it. See somebody licensed to treat it if it stays, spreads, or comes with numbness or tingling.
        </p>
      ) : null}
      <details className="mt-4">
        <summary className="flex min-h-11 cursor-pointer items-center underline">
          Sleep and readiness, if you like
        </summary>
        <Keys
          legend="Hours slept"
          options={[4, 5, 6, 7, 8, 9, 10].map((hours) => [hours, hours] as const)}
          chosen={sleepHours}
          onChoose={(value) => setSleepHours(value === sleepHours ? undefined : value)}
        />
        <Keys
          legend="Readiness before it, 1 empty to 5 fresh"
          options={[1, 2, 3, 4, 5].map((value) => [value, value] as const)}
          chosen={readiness}
          onChoose={(value) => setReadiness(value === readiness ? undefined : value)}
        />
      </details>
      <label className="mt-4 block">
        <span className="font-bold">A word to your coach</span>
        <textarea
          value={note}
          maxLength={900}
          onChange={(event) => setNote(event.target.value)}
          className="field-input mt-1 min-h-20"
        />
      </label>
      <p className="mt-5">
        <button
          type="button"
          className={buttonClass('next', 'min-h-14 w-full text-xl')}
          onClick={() => void save()}
        >
          Keep it
        </button>
      </p>
      {asked && missing.length > 0 ? (
        <p role="alert" className="mt-2 font-bold">
          Still asked: {missing.join(', ')}.
        </p>
      ) : null}
      <p className="mt-6 text-aside text-quiet">{disclaimer}</p>
    </main>
  );
}
