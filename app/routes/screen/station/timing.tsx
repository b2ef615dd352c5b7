import clsx from 'clsx';
import { useState } from 'react';
import { stageText } from '~/core/screen/station/pace';
import type { StationTest } from '~/core/screen/station/shown';
import type { StationEvent, StationState } from '~/core/screen/station/station';
import { endedText } from '~/core/screen/trial/words';
import { Clock } from './clock';
import { Pacer } from './pacer';
import { StageStrip } from './stage-strip';

/** The clock of a hold or the pace of a paced test, with its one big button. */
export function Timing({
  test,
  state,
  send,
  readS,
  quiet,
}: {
  test: StationTest;
  state: StationState;
  send: (event: StationEvent) => void;
  readS: () => number;
  /** The next thing to do stands elsewhere. */
  quiet: boolean;
}) {
  const hold = test.kind === 'hold';
  const [fromStage, setFromStage] = useState(0);
  if (!hold && !test.pace) return null;
  const now = () => performance.now();
  const running = state.phase === 'running' || state.phase === 'correcting';
  const fromS = test.stages ? fromStage * test.stages.holdS : 0;
  if (state.phase === 'answers')
    return hold ? (
      <p className="head figures text-[clamp(4rem,14vw,8rem)] leading-[0.9]">
        {state.value?.toFixed(1)}
        <span className="ml-3 text-[0.28em] text-mortar">
          {state.endReason && endedText[state.endReason] ? `s, ${endedText[state.endReason]}` : 's'}
          {test.stages
            ? `, ${stageText(test.stages.holdS, test.stages.postures.length, state.value ?? 0)}`
            : ''}
        </span>
      </p>
    ) : null;
  return (
    <>
      {hold ? (
        <Clock readS={readS} running={running} capS={test.stopAtS} />
      ) : test.pace ? (
        <Pacer pace={test.pace} readS={readS} running={running} />
      ) : null}
      {test.stages ? (
        <StageStrip
          stages={test.stages}
          needs={test.needs}
          readS={readS}
          running={running}
          from={fromStage}
          onFrom={state.phase === 'ready' ? setFromStage : undefined}
        />
      ) : null}
      <div className="mt-5 flex flex-wrap gap-3 max-sm:sticky max-sm:bottom-0 max-sm:-mx-4 max-sm:bg-night max-sm:px-4 max-sm:py-3">
        {state.phase === 'correcting' ? (
          <p className="w-full" role="alert">
            <button
              type="button"
              onClick={() => send({ type: 'corrected', atMs: now() })}
              className="stone min-h-16 w-full bg-zest px-6 text-2xl font-bold text-night"
            >
              Corrected, goes on <span className="font-normal">(3 s)</span>
            </button>
          </p>
        ) : null}
        {running ? (
          <button
            type="button"
            onClick={() => send({ type: 'stop', atMs: now() })}
            className={clsx(
              'min-h-20 grow px-8 text-2xl font-bold',
              state.phase === 'correcting' ? 'border-2 border-chalk' : 'stone bg-zest text-night',
            )}
          >
            {hold ? 'Stop' : test.pace?.counts ? 'Stop: lost here' : 'Stop'}
          </button>
        ) : (
          <button
            type="button"
            onClick={() => send({ type: 'start', atMs: now(), fromS })}
            className={clsx(
              'stone min-h-20 grow px-8 text-2xl font-bold',
              quiet || !hold ? 'bg-night-3' : 'bg-zest text-night',
            )}
          >
            {hold ? 'Start' : 'Start the pace'}
            {test.sided ? `${hold ? '' : ','} ${state.side} side` : ''}
          </button>
        )}
      </div>
    </>
  );
}
