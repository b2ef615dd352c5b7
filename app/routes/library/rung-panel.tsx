import type { ReactNode } from 'react';
import { href, Link, useNavigate } from 'react-router';
import { FaultPair } from '~/app/components/fault-pair';
import { drawnBody } from '~/app/components/figure-drawing';
import { FigurePlayer } from '~/app/components/figure-player';
import { RungSelect } from '~/app/components/rung-select';
import { type Body, gravity } from '~/core/body/anthropometry';
import { limitWord } from '~/core/body/endurance';
import { type Direction, directionNames, mainMomentNm } from '~/core/body/moment';
import { secondsText } from '~/core/body/units';
import { faultsInView } from '~/core/figure/fault-form';
import { counted } from '~/core/words/counted';
import type { RungView } from '~/server/views/rung';
import { nmText } from './numbers';

/** One rung opened: the moving figure, its numbers with where they come from, start and goal, the words, both sides of a dispute. */
export function RungPanel({
  view,
  body,
  school,
  athlete,
  rungs,
  beside,
  link,
}: {
  view: RungView;
  body: Body;
  school: string;
  athlete: { id: string; name: string } | undefined;
  /** Every rung, for the choice of what stands beside. */
  rungs?: readonly { name: string; rungs: readonly { id: string; name: string }[] }[];
  beside?: string | undefined;
  link: (changes: Record<string, string | null>) => string;
}) {
  const { row } = view;
  const navigate = useNavigate();
  const nm = row?.nm;
  return (
    <section aria-label={view.name} className="border-t-4 border-ink pt-3">
      <h2 className="text-2xl">{view.name}</h2>
      <FigurePlayer
        key={view.id}
        posture={view.posture}
        needs={view.needs}
        label={`${view.name}, drawn from the side or front with its supports and moment`}
        body={body}
        load={row?.load ?? { by: 'none', value: 0 }}
        still={view.still}
        tempo={view.tempo}
        faults={view.faults.map(({ id }) => id)}
        className="mt-2"
        {...(nm === undefined
          ? {}
          : {
              sayAt: (phase: number) =>
                `${nmText(Math.max(0, mainMomentNm(view.posture, body, row?.load, phase, { needs: view.needs }) ?? 0))} N·m`,
            })}
      />
      {row ? <Numbers view={view} body={body} athlete={athlete} /> : null}
      <dl className="mt-4 grid grid-cols-[7rem_1fr] gap-x-3 gap-y-1.5 max-sm:grid-cols-1">
        <Line name="Start to goal">
          <span className="figures">
            {view.start} to {view.goal}
            {view.sided ? ' each side' : ''}
            {view.tempo ? `, tempo ${view.tempo}` : ''}, rest {view.restS} s
            {view.loadText ? `, from ${view.loadText}` : ''}
          </span>
        </Line>
        <Line name="Move on when">
          {view.advance}, clean, in two sessions.
          {view.requires.length > 0 ? ` First own ${view.requires.join(', ')}.` : ''}
        </Line>
        <Line name="Ends the set">{view.endsSet.join(', ')}</Line>
        <Line name="How">
          {view.note}
          <ul className="mt-1 list-inside list-['–_']">
            {view.do.map((cue) => (
              <li key={cue}>{cue}</li>
            ))}
          </ul>
        </Line>
        <Line name="Not">{view.avoid.join('. ')}.</Line>
        <Line name="Breath">{view.breath}</Line>
        <Line name={school}>
          {view.school.out
            ? `Left out: ${view.school.out}.`
            : view.school.words
              ? `In its own words: ${view.school.words}`
              : 'As it stands.'}{' '}
          {view.school.counts ? `The goal is ${view.school.counts}. ` : ''}
          <span className="text-quiet">{view.school.prescribes}</span>
        </Line>
        {view.kit.length > 0 ? <Line name="Kit">{view.kit.join(', ')}</Line> : null}
        {view.cautions.length > 0 ? <Line name="△ Cautions">{view.cautions.join(', ')}</Line> : null}
      </dl>
      <Faults view={view} />
      {view.dispute ? (
        <div className="mt-4 border border-ink bg-chalk px-4 py-3">
          <h3 className="text-lg">Disputed: {view.dispute.exercise.toLowerCase()}</h3>
          <div className="mt-1 grid gap-x-6 gap-y-2 sm:grid-cols-2">
            <p>
              <strong>Who uses it</strong> ({view.dispute.usedBy.join(', ') || 'nobody'}).{' '}
              {view.dispute.whyUsed}
            </p>
            <p>
              <strong>Who leaves it out</strong> ({view.dispute.avoidedBy.join(', ') || 'nobody'}).{' '}
              {view.dispute.whyAvoided}
            </p>
          </div>
          <p className="mt-2">
            <strong>Here.</strong> {view.dispute.default}
          </p>
          <p className="mt-1">
            Taken in its place by those who leave it out:{' '}
            {view.dispute.replacements.map((replacement, i) => (
              <span key={replacement.id}>
                {i > 0 ? ', ' : ''}
                <Link
                  to={`${href('/library/:ladderId', { ladderId: replacement.ladderId })}${link({ rung: replacement.id, with: null })}`}
                >
                  {replacement.name}
                </Link>
              </span>
            ))}
          </p>
        </div>
      ) : null}
      {rungs ? (
        <RungSelect
          label="Side by side with"
          groups={rungs}
          value={beside ?? ''}
          none="nothing"
          onChange={(id) => void navigate(link({ with: id || null }), { preventScrollReset: true })}
          className="mt-4 block"
        />
      ) : null}
    </section>
  );
}

/** Right and wrong beside each other, the one to watch first on top. */
function Faults({ view }: { view: RungView }) {
  const order = faultsInView(
    view.faults.map(({ id }) => id),
    view.posture,
    drawnBody,
    view.needs,
  );
  const inOrder = [...view.faults].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  const line = (fault: RungView['faults'][number]) => (
    <li key={fault.id} className="border-t border-mortar py-3">
      <FaultPair fault={fault} posture={view.posture} needs={view.needs} />
      <p className="mt-1">
        <strong>{fault.name}.</strong> {fault.lookFor}
      </p>
      <p className="text-aside text-quiet">{fault.suggests}</p>
    </li>
  );
  return (
    <section aria-label={`Faults of ${view.name}`} className="mt-4">
      <h3 className="text-lg">Watch for</h3>
      <ul className="mt-1 grid gap-x-6 sm:grid-cols-2">{inOrder.slice(0, 2).map(line)}</ul>
      {inOrder.length > 2 ? (
        <details>
          <summary className="cursor-pointer py-2 font-bold">
            {counted(inOrder.length - 2, 'more fault')} of this ladder
          </summary>
          <ul className="grid gap-x-6 sm:grid-cols-2">{inOrder.slice(2).map(line)}</ul>
        </details>
      ) : null}
    </section>
  );
}

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt className="font-bold">{name}</dt>
      <dd className="min-w-0">{children}</dd>
    </>
  );
}

/** The moment, the share, the limit and its band, each traced to what it is made of. */
function Numbers({
  view,
  body,
  athlete,
}: {
  view: RungView;
  body: Body;
  athlete: { id: string; name: string } | undefined;
}) {
  const { row } = view;
  if (!row) return null;
  const { limit, nm } = row;
  if (nm === undefined) return <p className="mt-3 text-quiet">{row.basis}</p>;
  return (
    <div className="mt-3 border-y border-mortar py-3">
      <div className="flex flex-wrap gap-x-8 gap-y-2">
        <Big value={nmText(nm)} unit="N·m" say={row.main ? directionNames[row.main] : ''} />
        <Big value={(row.relative ?? 0).toFixed(1)} unit="%" say="of weight × stature" />
        {limit ? (
          <>
            <Big value={String(Math.round(limit.share * 100))} unit="%" say="of the greatest moment" />
            <Big
              value={secondsText(limit.seconds)}
              unit=""
              say={`limit${limit.lowerBound ? ', or more' : ''}: ${secondsText(limit.fromS)} to ${secondsText(limit.toS)}`}
            />
          </>
        ) : null}
      </div>
      <p className="mt-2 text-aside">
        {row.basis}
        {!limit && !athlete ? ' Choose an athlete with a screened hold to see shares and limits.' : ''}
        {limit ? limitWord(limit.seconds) : ''}
        {(limit?.share ?? 0) > 1
          ? ' Beyond the capacity: under 23 s, not to be trained as a hold. Take an easier rung.'
          : ''}
      </p>
      <details className="mt-1">
        <summary className="cursor-pointer py-1.5">Where these numbers come from</summary>
        <div className="figures space-y-1 border-l-2 border-mortar pl-4 text-aside">
          <p>
            Body {body.massKg} kg, {Math.round(body.statureM * 100)} cm: weight{' '}
            {Math.round(body.massKg * gravity)} N. Segments by stature and mass (Drillis and Contini; adjusted
            Zatsiorsky set, 1996).
          </p>
          {row.nmByDirection ? (
            <p>
              {Object.entries(row.nmByDirection)
                .map(
                  ([direction, value]) =>
                    `${directionNames[direction as Direction]} ${nmText(value ?? 0)} N·m`,
                )
                .join('; ')}
              .
              {row.supportN
                ? ` Supports carry ${Math.round(row.supportN[0])} N at the feet and ${Math.round(row.supportN[1])} N at the head end.`
                : ''}
              {row.stanceNm ? ` Standing hip ${nmText(row.stanceNm)} N·m.` : ''}
            </p>
          ) : null}
          <p>
            Relative = {nmText(nm)} / ({Math.round(body.massKg * gravity)} N × {body.statureM.toFixed(2)} m).
          </p>
          {limit ? (
            <p>
              Limit = 22.69 s × {limit.share.toFixed(2)}^−2.27 (Frey Law and Avin, 2010); 80 % band. A 5 %
              error in the moment is about 11 % in the time.
            </p>
          ) : null}
          <p>A static estimate for planning: not a tissue load, and no prediction of injury.</p>
        </div>
      </details>
    </div>
  );
}

function Big({ value, unit, say }: { value: string; unit: string; say: string }) {
  return (
    <p>
      <span className="head figures block text-3xl leading-none">
        {value}
        {unit ? <span className="ml-1 text-xl">{unit}</span> : null}
      </span>
      <span className="text-note text-quiet">{say}</span>
    </p>
  );
}
