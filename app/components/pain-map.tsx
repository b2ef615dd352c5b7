import { mostPlaces, type Place, places, placesText, type View } from '~/core/clear/pain-map';

/** Blocks of a body, in per cent of its frame: left, top, width, height; of a pair, the one on the reader's left. */
type Block = readonly [left: number, top: number, width: number, height: number];
const blocks: Readonly<Record<Place['spot'], Block>> = {
  front_neck: [38, 11, 24, 6],
  front_shoulder: [7, 17.5, 20.5, 7.5],
  arm: [3, 25.5, 17, 24],
  chest: [28.5, 17.5, 21, 13],
  belly: [23, 31, 54, 11],
  groin: [23, 42.5, 26.5, 8.5],
  front_thigh: [22, 51.5, 26, 17.5],
  front_knee: [23, 69.5, 24, 7],
  shin: [24, 77, 22, 22],
  back_neck: [38, 11, 24, 6],
  shoulder_blade: [21, 17.5, 19.5, 13],
  upper_back: [41, 17.5, 18, 16.5],
  low_back: [23, 31, 17.5, 12],
  sacrum: [41, 34.5, 18, 8.5],
  buttock: [22, 43.5, 27.5, 9.5],
  back_thigh: [22, 53.5, 26, 15.5],
  back_knee: [23, 69.5, 24, 7],
  calf: [24, 77, 22, 22],
};
/** Seen from the front, the right side of a body is on the reader's left. */
const sideOnLeft: Readonly<Record<View, 'left' | 'right'>> = { front: 'right', back: 'left' };

const percent = (n: number) => `${n}%`;

function Body({
  view,
  chosen,
  onToggle,
}: {
  view: View;
  chosen: readonly string[];
  onToggle: (id: string) => void;
}) {
  const onLeft = sideOnLeft[view];
  return (
    <fieldset className="w-full min-w-0 max-w-44">
      <legend className="flex w-full justify-between text-note">
        <span aria-hidden="true">{onLeft}</span>
        <span className="font-bold">{view === 'front' ? 'Front' : 'Back'}</span>
        <span aria-hidden="true">{onLeft === 'left' ? 'right' : 'left'}</span>
      </legend>
      <div className="relative mx-auto aspect-[5/12] w-full">
        <span
          aria-hidden="true"
          className="absolute left-[37%] top-0 block h-[10.5%] w-[26%] rounded-full border border-current opacity-50"
        />
        {view === 'back'
          ? [3, 80].map((left) => (
              <span
                key={left}
                aria-hidden="true"
                style={{ left: percent(left), top: '18%', width: '16%', height: '31.5%' }}
                className="absolute block rounded-[2px] border border-current opacity-25"
              />
            ))
          : null}
        {places
          .filter((place) => place.view === view)
          .map(({ id, spot, side, name }) => {
            const [left, top, width, height] = blocks[spot];
            const mirrored = side !== 'middle' && side !== onLeft;
            return (
              <button
                key={id}
                type="button"
                aria-label={name}
                title={name}
                aria-pressed={chosen.includes(id)}
                onClick={() => onToggle(id)}
                style={{
                  left: percent(mirrored ? 100 - left - width : left),
                  top: percent(top),
                  width: percent(width),
                  height: percent(height),
                }}
                className="absolute rounded-[2px] border border-current hover:bg-current/25 aria-pressed:bg-current"
              />
            );
          })}
      </div>
    </fieldset>
  );
}

/** Where it hurts: pointed at on a body of blocks, from the front and from behind. */
export function PainMap({
  chosen,
  onChange,
}: {
  chosen: readonly string[];
  onChange: (chosen: readonly string[]) => void;
}) {
  const toggle = (id: string) =>
    onChange(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id].slice(-mostPlaces));
  return (
    <section aria-label="Where it hurts" className="mt-2 max-w-md">
      <div className="grid grid-cols-2 gap-8">
        <Body view="front" chosen={chosen} onToggle={toggle} />
        <Body view="back" chosen={chosen} onToggle={toggle} />
      </div>
      <p role="status" className="mt-1 min-h-6 font-bold">
        {placesText(chosen)}
      </p>
    </section>
  );
}
