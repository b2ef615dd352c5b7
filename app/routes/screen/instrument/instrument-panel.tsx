import { useEffect, useRef, useState } from 'react';
import { useAnalysis } from '~/app/lib/use-analysis';
import { type Finding, findingOf, playIn, watchedIn } from '~/core/screen/station/from-trace';
import { paceEndS } from '~/core/screen/station/pace';
import type { StationTest } from '~/core/screen/station/shown';
import type { StationEvent, StationState } from '~/core/screen/station/station';
import type { Analysis } from '~/core/signals/analyse';
import { type InstrumentId, instruments, type Trace } from '~/core/signals/instruments';
import { LiveTrace } from './live-trace';
import { MarksEditor } from './marks-editor';
import { Rehearse } from './rehearse';
import { type Rehearsal, useInstrument } from './use-instrument';

interface PanelProps {
  test: StationTest;
  athleteId: string;
  /** Which trial of this test and side it is. */
  take: number;
  state: StationState;
  send: (event: StationEvent) => void;
  /** The finished recording; undefined while there is none. */
  onTrace: (trace: Trace | undefined) => void;
  instrument: InstrumentId | undefined;
  onInstrument: (instrument: InstrumentId | undefined) => void;
}

/** Longest a simulated athlete plays. */
const longestPlayS = 250;
const askEveryMs = 1000;

/**
 * An instrument beside the trial: its live trace, what is amiss with it, and what the trace proposes. The tester decides; a
 * trial goes on when the instrument is gone.
 */
export function InstrumentPanel({
  test,
  athleteId,
  take,
  state,
  send,
  onTrace,
  instrument,
  onInstrument,
}: PanelProps) {
  const [rehearsal, setRehearsal] = useState<Rehearsal>({ loss: 'seeded', faults: [] });
  const [analysis, setAnalysis] = useState<Analysis | undefined>();
  const [trace, setTrace] = useState<Trace | undefined>();
  const analyse = useAnalysis();
  const ask = useRef(analyse);
  ask.current = analyse;
  const over = state.phase === 'answers';
  const running = state.phase === 'running' || state.phase === 'correcting';
  const playsS = test.kind === 'hold' ? (test.stopAtS ?? longestPlayS) : test.pace ? paceEndS(test.pace) : 60;
  const {
    builder,
    originMs,
    state: link,
    notices,
  } = useInstrument({
    instrument,
    athleteId,
    seed: `${test.id} ${state.side} ${take}`,
    play: instrument ? playIn(test.id, instrument) : 'hold',
    seconds: Math.min(longestPlayS, playsS) + 5,
    rehearsal,
    sinceMs: state.startedAtMs,
    over,
  });
  const { startedAtMs } = state;
  const testFaults = useRef<string[]>([]);
  testFaults.current = test.faults.map((fault) => fault.id);
  const tell = useRef(onTrace);
  tell.current = onTrace;

  // While it runs the recording is read once a second; at its end once more, whole.
  useEffect(() => {
    if (!instrument || (!running && !over)) {
      setAnalysis(undefined);
      setTrace(undefined);
      tell.current(undefined);
      return;
    }
    let current = true;
    const read = async () => {
      const lastedMs = over && startedAtMs !== undefined ? performance.now() - startedAtMs : 0;
      const recorded = builder.current?.trace(lastedMs);
      if (!recorded || !builder.current || builder.current.samples < recorded.rateHz) return;
      if (over) {
        setTrace(recorded);
        tell.current(recorded);
      }
      const found = await ask.current(recorded, watchedIn(test.id, instrument), testFaults.current);
      if (current) setAnalysis(found);
    };
    void read();
    const timer = over ? undefined : setInterval(() => void read(), askEveryMs);
    return () => {
      current = false;
      clearInterval(timer);
    };
  }, [instrument, running, over, startedAtMs, test.id, builder]);

  if (test.instruments.length === 0) return null;
  const finding = analysis && findingOf(test, analysis);
  return (
    <section aria-label="Instrument" className="mt-6 border-t border-night-3 pt-3">
      <div className="flex flex-wrap items-center gap-2">
        <span className="mr-1 text-mortar">Watch with</span>
        {[undefined, ...test.instruments].map((choice) => (
          <button
            key={choice ?? 'none'}
            type="button"
            disabled={running}
            aria-pressed={instrument === choice}
            onClick={() => onInstrument(choice)}
            className="min-h-11 border border-night-3 bg-night-2 px-3 hover:border-chalk aria-pressed:bg-chalk aria-pressed:text-night disabled:opacity-60"
          >
            {choice ? instruments[choice].name : 'the eye alone'}
          </button>
        ))}
      </div>
      {instrument ? (
        <div className="mt-3 space-y-2">
          {running || over ? null : <Rehearse value={rehearsal} onChange={setRehearsal} />}
          {trace && over ? null : (
            <LiveTrace instrument={instrument} builder={builder} originMs={originMs} moving={!over} />
          )}
          <Notices
            texts={[
              ...(link === 'lost' && !over && notices.length === 0
                ? ['The instrument does not answer. The trial goes on without it.']
                : []),
              // After the trial only what was wrong with the whole recording is still of use.
              ...notices.filter((notice) => !over || notice.kind === 'unit').map((notice) => notice.text),
            ]}
          />
          {finding && running ? (
            <LiveFinding finding={finding} test={test} state={state} send={send} />
          ) : null}
          {finding && analysis && trace && over ? (
            <EndFinding
              finding={finding}
              analysis={analysis}
              trace={trace}
              test={test}
              state={state}
              send={send}
            />
          ) : null}
        </div>
      ) : null}
    </section>
  );
}

function Notices({ texts }: { texts: string[] }) {
  return (
    <ul role="status" className="space-y-1">
      {texts.map((text) => (
        <li key={text} className="border-l-4 border-dashed border-chalk pl-3">
          △ {text}
        </li>
      ))}
    </ul>
  );
}

interface FindingProps {
  finding: Finding;
  test: StationTest;
  state: StationState;
  send: (event: StationEvent) => void;
}

const faultName = (test: StationTest, id: string | undefined) =>
  test.faults.find((fault) => fault.id === id)?.name.toLowerCase();

/** A loss found while the hold runs: taken as a fault at its time, or as the end. */
function LiveFinding({ finding, test, state, send }: FindingProps) {
  const { t1S, t2S, faultId, lossBetween } = finding;
  if (lossBetween)
    return (
      <p role="status" className="border-2 border-dashed border-chalk px-3 py-2">
        {finding.says.join('. ')}
      </p>
    );
  if (test.kind !== 'hold' || t1S === undefined || state.startedAtMs === undefined) return null;
  const seen = state.t1S !== undefined;
  if (seen && t2S === undefined) return null;
  const started = state.startedAtMs;
  return (
    <p role="status" className="flex flex-wrap items-center gap-3 border-2 border-chalk px-3 py-2">
      <span className="grow">
        The trace: first loss at <strong className="figures">{t1S.toFixed(1)} s</strong>
        {faultId ? `, ${faultName(test, faultId) ?? faultId}` : ''}
        {t2S === undefined ? ', came back' : `; over at ${t2S.toFixed(1)} s`}
      </span>
      <button
        type="button"
        className="stone min-h-12 bg-chalk px-4 font-bold text-night"
        onClick={() => {
          const action = test.faults.find((fault) => fault.id === faultId)?.action ?? 'correct';
          if (!seen && faultId) send({ type: 'fault', faultId, action, atMs: started + t1S * 1000 });
          if (t2S !== undefined) send({ type: 'marks', t1S, t2S });
        }}
      >
        {t2S === undefined ? 'Mark the loss' : 'Take it as the end'}
      </button>
    </p>
  );
}

/** Equal as far as the screen shows it. */
const near = (a: number | undefined, b: number | undefined) =>
  a === undefined || b === undefined ? a === b : Math.abs(a - b) <= 0.06;

/** The whole recording after the trial: marks to drag, figures to take. What the tester has stays unless it is taken. */
function EndFinding({
  finding,
  analysis,
  trace,
  test,
  state,
  send,
}: FindingProps & { analysis: Analysis; trace: Trace }) {
  const channel = analysis.marks.first?.channel ?? instruments[trace.instrument].channels[0]?.id ?? '';
  const hold = test.kind === 'hold';
  const [own, setOwn] = useState<{ t1S?: number; t2S?: number }>({});
  const t1S = own.t1S ?? finding.t1S;
  const t2S = own.t2S ?? finding.t2S ?? state.value;
  const marks = hold
    ? [
        ...(t1S === undefined ? [] : [{ id: 't1S', name: 'First loss', atS: t1S }]),
        ...(t2S === undefined ? [] : [{ id: 't2S', name: 'End', atS: t2S }]),
      ]
    : analysis.marks.t1S === undefined
      ? []
      : [{ id: 't1S', name: 'Lost', atS: analysis.marks.t1S }];
  const taken = hold
    ? near(state.value, t2S) && near(state.t1S, t1S)
    : (finding.value === undefined || state.value === finding.value) &&
      Object.entries(finding.parts).every(([id, value]) => state.parts[id] === value);
  const offers = hold
    ? t2S !== undefined && finding.timed
    : finding.value !== undefined || Object.keys(finding.parts).length > 0;
  return (
    <div className="text-chalk">
      <MarksEditor
        trace={trace}
        channel={channel}
        marks={marks}
        onMark={hold ? (id, atS) => setOwn((was) => ({ ...was, [id]: atS })) : undefined}
      />
      <p className="mt-1">{finding.says.join('. ') || 'The trace shows no loss.'}</p>
      {analysis.faults.length > 0 ? (
        <p className="text-mortar">
          Hatched: left out, {[...new Set(analysis.faults.map((fault) => fault.kind))].join(', ')}.
        </p>
      ) : null}
      {offers ? (
        <button
          type="button"
          disabled={taken}
          className="stone mt-2 min-h-12 bg-chalk px-4 font-bold text-night disabled:bg-night-3 disabled:text-chalk"
          onClick={() => {
            if (hold && t2S !== undefined) send({ type: 'marks', t1S, t2S });
            const { faultId } = finding;
            if (hold && faultId && !state.faults.some((fault) => fault.faultId === faultId))
              send({ type: 'fault', faultId, action: 'allowed', atMs: 0 });
            for (const [id, value] of Object.entries(finding.parts))
              send({ type: 'part', id, value, readBy: test.kind === 'degrees' ? 'sensor' : undefined });
            if (!hold && finding.value !== undefined)
              send({
                type: 'figure',
                value: finding.value,
                readBy: test.kind === 'degrees' ? 'sensor' : undefined,
              });
          }}
        >
          {taken ? 'Taken' : hold ? `Take ${t2S?.toFixed(1)} s` : 'Take what the trace says'}
        </button>
      ) : null}
    </div>
  );
}
