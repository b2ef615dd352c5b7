import { Form, href, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { purposes, purposeWords } from '~/core/screen/trial/words';

/** What the proposal starts from: purpose or a kept battery, minutes, what is at hand today. The address keeps it. */
export function Setup({
  purpose,
  savedId,
  saved,
  minutes,
  kit,
  equipment,
  mayHop,
}: {
  purpose: string;
  savedId: string | undefined;
  saved: readonly { id: string; name: string }[];
  minutes: number;
  kit: readonly string[];
  equipment: readonly { id: string; name: string }[];
  mayHop: boolean;
}) {
  const tab = 'inline-flex min-h-11 items-center aria-[current]:font-bold';
  return (
    <div className="border-b-2 border-ink pb-3">
      <nav aria-label="Purpose" className="flex flex-wrap gap-x-5">
        {purposes
          .filter((purpose) => purpose !== 'squad')
          .map((choice) => (
            <Link
              key={choice}
              to={`?purpose=${choice}`}
              preventScrollReset
              aria-current={!savedId && purpose === choice ? 'true' : undefined}
              className={tab}
            >
              {purposeWords[choice]}
            </Link>
          ))}
        {saved.map((saved) => (
          <Link
            key={saved.id}
            to={`?battery=${saved.id}`}
            preventScrollReset
            aria-current={savedId === saved.id ? 'true' : undefined}
            className={tab}
          >
            {saved.name}
          </Link>
        ))}
        <Link to={href('/screen/squad')} className={tab}>
          {purposeWords.squad}
        </Link>
      </nav>
      {savedId ? null : (
        <details>
          <summary className="flex min-h-11 cursor-pointer items-center">
            {purpose === 'first' ? `About ${minutes} min, ` : ''}
            {kit.length} things at hand
          </summary>
          <Form method="get" preventScrollReset className="space-y-3 pb-2">
            <input type="hidden" name="purpose" value={purpose} />
            <input type="hidden" name="kitGiven" value="yes" />
            {purpose === 'first' ? (
              <label className="block">
                Minutes there are{' '}
                <input
                  name="minutes"
                  type="number"
                  min={15}
                  max={120}
                  step={5}
                  defaultValue={minutes}
                  className="figures ml-2 min-h-11 w-24 border border-mortar bg-paper px-2"
                />
              </label>
            ) : null}
            {purpose === 'return' ? (
              <label className="flex min-h-11 items-center gap-2">
                <input type="checkbox" name="hop" value="yes" defaultChecked={mayHop} className="size-6" />
                Cleared to hop by the practitioner
              </label>
            ) : null}
            <fieldset>
              <legend>At hand today</legend>
              <div className="flex flex-wrap gap-x-5">
                {equipment.map((piece) => (
                  <label key={piece.id} className="flex min-h-11 items-center gap-2">
                    <input
                      type="checkbox"
                      name="kit"
                      value={piece.id}
                      defaultChecked={kit.includes(piece.id)}
                      className="size-6"
                    />
                    {piece.name}
                  </label>
                ))}
              </div>
            </fieldset>
            <Button>Propose again</Button>
          </Form>
        </details>
      )}
    </div>
  );
}
