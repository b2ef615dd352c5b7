import { StillDialog } from '~/app/routes/screen/still/still-dialog';
import type { StationTest } from '~/core/screen/station/shown';
import type { StationEvent, StationState } from '~/core/screen/station/station';
import type { StillAngle } from '~/core/screen/still/still';
import { gradeWords } from '~/core/screen/trial/words';
import type { StillEntry } from '~/core/sync/entries';
import { FigureInput } from './figure-input';
import { DirectionInputs, ExtraFigures, ReadBy } from './part-inputs';
import { GradeKeys } from './questions';

/** The figure beside a grade that an angle of a still is. */
const stillPart: Readonly<Partial<Record<StillAngle, string>>> = {
  pelvic_drop: 'drop_deg',
  trunk_lean: 'sway_deg',
  hip_turn_out: 'turn_out_deg',
};

function Kept({ test, state }: { test: StationTest; state: StationState }) {
  if (test.kind === 'grade')
    return state.grade ? <p className="head mb-4 text-5xl">{gradeWords[state.grade]}</p> : null;
  if (test.kind === 'hold' || state.value === undefined) return null;
  return (
    <p className="head figures mb-4 text-6xl">
      {test.kind === 'level' ? (state.value < 0 ? 'Not yet' : test.levels?.[state.value]) : state.value}{' '}
      <span className="text-2xl text-mortar">{test.kind === 'level' ? '' : test.unit}</span>
    </p>
  );
}

/** What is read or counted: a grade, a level, a count, an angle or several, and figures measured beside. */
export function Figures({
  test,
  state,
  send,
  asksFigure,
  onStill,
}: {
  test: StationTest;
  state: StationState;
  send: (event: StationEvent) => void;
  asksFigure: boolean;
  /** The still an angle was taken from, to be kept with the trial. */
  onStill: (still: Omit<StillEntry, 'id' | 'athleteId'>) => void;
}) {
  const answering = state.phase === 'answers';
  const counted = test.kind !== 'hold' && test.kind !== 'grade';
  const running = state.phase === 'running';
  return (
    <>
      {answering ? <Kept test={test} state={state} /> : null}
      {test.kind === 'grade' && state.phase === 'ready' ? (
        <div className="mt-5">
          <GradeKeys state={state} send={send} />
        </div>
      ) : null}
      {counted && test.directions.length === 0 && !running && (!answering || asksFigure) ? (
        <div className="mt-5">
          <FigureInput
            test={test}
            value={state.value}
            onFigure={(value) => send({ type: 'figure', value })}
          />
        </div>
      ) : null}
      {test.directions.length > 0 ? <DirectionInputs test={test} state={state} send={send} /> : null}
      {test.stills.length > 0 && !running ? (
        <StillDialog
          angles={test.stills}
          directions={test.directions}
          onTake={(taken, directionId) => {
            const { picture, angle, landmarks } = taken;
            onStill({ angle, landmarks, source: picture.source, base64: picture.base64 });
            const value = Math.round(taken.angleDeg * 10) / 10;
            const part = directionId ?? stillPart[angle];
            if (
              test.directions.some((direction) => direction.id === part) ||
              test.figures.some((figure) => figure.id === part)
            )
              send({ type: 'part', id: part ?? '', value, readBy: 'still' });
            else if (test.kind === 'degrees' && angle === test.stills[0])
              send({ type: 'figure', value, readBy: 'still' });
          }}
        />
      ) : null}
      {test.kind === 'degrees' ? <ReadBy by={state.readBy} send={send} /> : null}
      {test.figures.length > 0 && !running ? <ExtraFigures test={test} state={state} send={send} /> : null}
    </>
  );
}
