import clsx from 'clsx';
import { judgePain, type PainSettings, painRegions, painVerdictText } from '~/core/clear/pain';
import { isAnswered, type SquadAnswers, type SquadClock } from '~/core/screen/station/squad';
import { feltPlaces } from '~/core/screen/trial/words';
import { sentence } from '~/core/words/counted';

const chip =
  'min-h-11 border border-night-3 bg-night-2 px-3 text-body hover:border-chalk aria-pressed:bg-chalk aria-pressed:text-night';

/** Why a stopped clock stopped, asked afterwards: the fault, where it was felt, pain. */
export function Reasons({
  clock,
  faults,
  pain,
  onAnswer,
  onFalseStart,
}: {
  clock: SquadClock;
  faults: readonly { id: string; name: string }[];
  pain: PainSettings;
  onAnswer: (answers: Partial<SquadAnswers>) => void;
  onFalseStart: () => void;
}) {
  const lost = clock.endReason === 'loss';
  const score = clock.painScore;
  const verdict = score === undefined ? 'go_on' : judgePain(score, clock.painRegion, pain);
  const seen = (id: string) => clock.faults.some((fault) => fault.faultId === id);
  return (
    <li className="border-t border-night-3 py-3">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h3 className="text-xl">
          {clock.letter} {clock.name}
          {clock.side === 'both' ? '' : `, ${clock.side}`}{' '}
          <span className="figures">{clock.heldS?.toFixed(1)} s</span>
          <span className="ml-2 text-base text-mortar">{isAnswered(clock) ? 'keeping' : 'time kept'}</span>
        </h3>
        <button type="button" className="min-h-11 underline" onClick={onFalseStart}>
          False start
        </button>
      </div>
      <div className="mt-1 grid gap-x-6 gap-y-2 xl:grid-cols-3">
        {lost ? (
          <fieldset>
            <legend className="text-mortar">What gave way</legend>
            <div className="flex flex-wrap gap-1.5">
              {faults.map((fault) => (
                <button
                  key={fault.id}
                  type="button"
                  aria-pressed={seen(fault.id)}
                  className={chip}
                  onClick={() =>
                    onAnswer({
                      faults: seen(fault.id)
                        ? clock.faults.filter((named) => named.faultId !== fault.id)
                        : [
                            ...clock.faults,
                            { faultId: fault.id, atS: Math.round((clock.heldS ?? 0) * 10) / 10 },
                          ],
                    })
                  }
                >
                  {fault.name}
                </button>
              ))}
            </div>
          </fieldset>
        ) : null}
        {clock.endReason === 'pain' ? null : (
          <fieldset>
            <legend className="text-mortar">Felt in</legend>
            <div className="flex flex-wrap gap-1.5">
              {feltPlaces.map((place) => (
                <button
                  key={place}
                  type="button"
                  aria-pressed={clock.feltIn === place}
                  className={chip}
                  onClick={() => onAnswer({ feltIn: place })}
                >
                  {sentence(place)}
                </button>
              ))}
            </div>
          </fieldset>
        )}
        <fieldset>
          <legend className="text-mortar">Pain, 0 to 10</legend>
          <div className="flex flex-wrap gap-1.5">
            {Array.from({ length: 11 }, (_, n) => n).map((n) => (
              <button
                key={n}
                type="button"
                aria-pressed={score === n}
                className={clsx(chip, 'figures min-w-11 px-0')}
                onClick={() => onAnswer({ painScore: n, painRegion: n === 0 ? undefined : clock.painRegion })}
              >
                {n === 0 ? <span className="px-2">None</span> : n}
              </button>
            ))}
          </div>
          {score !== undefined && score > 0 ? (
            <div className="mt-2 flex flex-wrap gap-1.5">
              {painRegions.map((region) => (
                <button
                  key={region}
                  type="button"
                  aria-pressed={clock.painRegion === region}
                  className={chip}
                  onClick={() => onAnswer({ painRegion: region })}
                >
                  {region}
                </button>
              ))}
            </div>
          ) : null}
          {verdict === 'go_on' ? null : (
            <p role="alert" className="mt-2 border-2 border-chalk p-2 font-bold">
              {painVerdictText[verdict]}
            </p>
          )}
        </fieldset>
      </div>
    </li>
  );
}
