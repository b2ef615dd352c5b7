import clsx from 'clsx';
import * as Dialog from 'radix-ui/dialog';
import { useState } from 'react';
import { useGymTheme } from '~/app/lib/gym-theme';
import { prepareDrawn, preparePicture, type ReadyPicture } from '~/app/lib/prepare-picture';
import { drawnStill } from '~/core/figure/drawn-still';
import { angleKinds, type Landmarks, readStill, type StillAngle, unplaced } from '~/core/screen/still/still';
import { LandmarkEditor } from './landmark-editor';

export interface TakenStill {
  readonly picture: ReadyPicture;
  readonly angle: StillAngle;
  readonly landmarks: Landmarks;
  readonly angleDeg: number;
  readonly errorDeg: number;
}

/** Drawn figures to practise on; the same every time. */
const practice: Readonly<Record<StillAngle, readonly [angleDeg: number, tiltDeg: number]>> = {
  pelvic_drop: [7.5, 3],
  trunk_lean: [9, -4],
  knee_line: [14, 2],
  leg_angle: [34, -3],
  hip_turn_out: [38, 5],
};

/** An angle from a still, beside the trial: choose a picture, place its landmarks, take the angle with its error. */
export function StillDialog({
  angles,
  directions,
  onTake,
}: {
  angles: readonly StillAngle[];
  /** Directions of a test that is measured in several; one is chosen for the angle. */
  directions: readonly { id: string; name: string }[];
  onTake: (still: TakenStill, directionId: string | undefined) => void;
}) {
  const gym = useGymTheme();
  const [open, setOpen] = useState(false);
  const [angle, setAngle] = useState<StillAngle>(angles[0] ?? 'pelvic_drop');
  const [direction, setDirection] = useState(directions[0]?.id);
  const [picture, setPicture] = useState<ReadyPicture | undefined>();
  const [landmarks, setLandmarks] = useState<Landmarks>({});
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | undefined>();
  const show = (ready: ReadyPicture, of: StillAngle) => {
    setPicture(ready);
    setLandmarks(unplaced(of, ready.width, ready.height));
  };
  const choose = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    setError(undefined);
    const ready = await preparePicture(file);
    setBusy(false);
    if ('error' in ready) setError(ready.error);
    else show(ready, angle);
  };
  const drawn = async () => {
    const [angleDeg, tiltDeg] = practice[angle];
    setError(undefined);
    show(await prepareDrawn(drawnStill(angle, angleDeg, tiltDeg)), angle);
  };
  const reading = picture && readStill(angle, landmarks);
  const kind = angleKinds[angle];
  // Directions are those of the angle the test is about; the others stand beside it.
  const directed = directions.length > 0 && angle === angles[0];
  const key =
    'min-h-11 border border-night-3 bg-night-2 px-4 hover:border-chalk aria-pressed:bg-chalk aria-pressed:text-night';
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="mt-4 min-h-11 border border-night-3 bg-night-2 px-4 hover:border-chalk">
        Read it from a still
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className={clsx(gym.theme, 'fixed inset-0 z-50 overflow-y-auto bg-night p-4 text-chalk sm:px-8')}
        >
          <div className="flex flex-wrap items-baseline justify-between gap-4">
            <Dialog.Title className="text-3xl">{kind.name} from a still</Dialog.Title>
            <Dialog.Close className="min-h-11 underline">Close without taking it</Dialog.Close>
          </div>
          {angles.length > 1 ? (
            <div className="mt-2 flex flex-wrap gap-2">
              {angles.map((choice) => (
                <button
                  key={choice}
                  type="button"
                  aria-pressed={angle === choice}
                  className={key}
                  onClick={() => {
                    setAngle(choice);
                    if (picture) setLandmarks(unplaced(choice, picture.width, picture.height));
                  }}
                >
                  {angleKinds[choice].name}
                </button>
              ))}
            </div>
          ) : null}
          <div className="mt-3 grid gap-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
            <div>
              {picture ? (
                <LandmarkEditor
                  url={picture.url}
                  width={picture.width}
                  height={picture.height}
                  angle={angle}
                  landmarks={landmarks}
                  onMove={(id, to) => setLandmarks((was) => ({ ...was, [id]: to }))}
                />
              ) : (
                <div className="space-y-4">
                  <p className="max-w-xl">
                    A PNG or JPEG taken from in front of the joint, with a plumb line or a door frame in it.
                    Only the pixels are kept, with the athlete’s records; never the place or the time.
                  </p>
                  <label className="block">
                    <span className="block text-mortar">Picture</span>
                    <input
                      type="file"
                      accept="image/png,image/jpeg"
                      onChange={(event) => void choose(event.target.files?.[0])}
                      className="mt-1 min-h-12 w-full max-w-xl border border-night-3 bg-night-2 p-2"
                    />
                  </label>
                  <button type="button" className={key} onClick={() => void drawn()}>
                    Use a drawn figure
                  </button>
                </div>
              )}
              {busy ? <p role="status">Reading the picture and making it smaller</p> : null}
              {error ? (
                <p role="alert" className="mt-3 font-bold">
                  ▲ {error}
                </p>
              ) : null}
            </div>
            {picture && reading ? (
              <div className="space-y-4">
                <p role="status" aria-live="polite">
                  <span className="head figures block text-7xl leading-none">
                    {reading.angleDeg.toFixed(1)}°
                  </span>
                  <span className="figures text-mortar">
                    ± {reading.errorDeg.toFixed(1)}° for one pixel
                    {reading.lower ? `, lower on the ${reading.lower} of the picture` : ''}
                  </span>
                </p>
                <p className="text-mortar">
                  {kind.says}
                  {landmarks.plumb_top ? ` Camera tilt ${reading.tiltDeg.toFixed(1)}°, taken off.` : ''}
                </p>
                {directed ? (
                  <label className="block">
                    <span className="block text-mortar">Raised to the</span>
                    <select
                      value={direction}
                      onChange={(event) => setDirection(event.target.value)}
                      className="min-h-12 w-full border border-night-3 bg-night-2 px-2 text-chalk"
                    >
                      {directions.map((direction) => (
                        <option key={direction.id} value={direction.id}>
                          {direction.name}
                        </option>
                      ))}
                    </select>
                  </label>
                ) : null}
                <button
                  type="button"
                  className="stone min-h-14 w-full bg-zest px-5 text-xl font-bold text-night"
                  onClick={() => {
                    onTake(
                      { picture, angle, landmarks, angleDeg: reading.angleDeg, errorDeg: reading.errorDeg },
                      directed ? direction : undefined,
                    );
                    setOpen(false);
                    setPicture(undefined);
                  }}
                >
                  Take {reading.angleDeg.toFixed(1)}°
                </button>
                <button type="button" className="min-h-11 underline" onClick={() => setPicture(undefined)}>
                  Another picture
                </button>
              </div>
            ) : null}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
