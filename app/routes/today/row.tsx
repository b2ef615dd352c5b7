import { href, Link } from 'react-router';
import { SmallPillar } from '~/app/components/pillar';
import { matterWords } from '~/app/words/matters';
import { sentence } from '~/core/words/counted';
import type { todayView } from '~/server/views/today';

type Person = Awaited<ReturnType<typeof todayView>>['people'][number];

/** One athlete who needs the coach: each matter with its reason and its way on; what is ticked is decided together. */
export function PersonRow({
  person,
  today,
  first,
  ticked,
  onTick,
  onLater,
}: {
  person: Person;
  today: string;
  first: boolean;
  ticked: boolean;
  onTick: (ticked: boolean) => void;
  onLater: () => void;
}) {
  const { athleteId, name } = person;
  return (
    <li
      data-athlete={athleteId}
      aria-label={name}
      className="grid grid-cols-[3rem_1fr] gap-x-4 py-2.5 focus-within:bg-chalk"
    >
      <SmallPillar parts={person.pillar.parts} next={person.pillar.next} />
      <div className="min-w-0">
        <p className="flex items-center justify-between gap-4 leading-snug">
          <Link
            data-name
            to={href('/athletes/:athleteId', { athleteId })}
            className="font-bold no-underline hover:underline"
          >
            {name}
          </Link>
          <span className="-my-1 flex items-center gap-4 text-aside">
            {person.maySort ? (
              <button
                type="button"
                aria-label={`Put ${name} off until tomorrow`}
                onClick={onLater}
                className="min-h-11 text-quiet underline decoration-mortar underline-offset-4 hover:text-ink"
              >
                later
              </button>
            ) : null}
            <label className="flex min-h-11 min-w-8 cursor-pointer items-center justify-end">
              <input
                type="checkbox"
                checked={ticked}
                onChange={(event) => onTick(event.target.checked)}
                className="size-5"
                aria-label={`Tick ${name}`}
              />
            </label>
          </span>
        </p>
        <ul>
          {person.matters.map((matter, at) => {
            const words = matterWords(matter, today);
            return (
              <li key={matter.key} className="grid items-center gap-x-4 leading-snug sm:grid-cols-[1fr_auto]">
                <p className="min-w-0">
                  {sentence(words.what)}. <span className="text-aside text-quiet">{words.why}</span>
                </p>
                <Link
                  data-way={at === 0 ? '' : undefined}
                  to={`${href('/athletes/:athleteId', { athleteId })}${matter.path}`}
                  aria-label={`${words.action}, ${name}`}
                  className={
                    first && at === 0
                      ? 'stone justify-self-start inline-flex min-h-11 items-center bg-zest px-4 font-bold text-basalt no-underline'
                      : 'justify-self-start inline-flex min-h-11 items-center whitespace-nowrap'
                  }
                >
                  {words.action}
                </Link>
              </li>
            );
          })}
        </ul>
      </div>
    </li>
  );
}
