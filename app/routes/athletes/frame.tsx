import { Link, Outlet, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { Notice } from '~/app/components/notice';
import { AthletePath } from '~/app/components/path';
import { awayText } from '~/app/lib/format';
import { ageOn } from '~/core/body/dates';
import { fromMassKg, fromStatureM } from '~/core/body/units';
import { caution, disciplineLabel } from '~/core/catalogue';
import { pathOf } from '~/core/today/path';
import { pathFacts } from '~/db/queries/athletes';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { clearanceOf, mainEvent, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/frame';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.name ?? 'Athlete'} · Zest Pillar` },
];

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const today = todayIn(person.timeZone);
  const [{ clearance, form }, facts] = await Promise.all([
    clearanceOf(person, athlete, today),
    pathFacts(person.practiceId, athlete.id, today),
  ]);
  const { massUnit, lengthUnit } = person.settings;
  const event = mainEvent(facts.events, today);
  return {
    id: athlete.id,
    today,
    name: `${athlete.givenName} ${athlete.familyName}`,
    line: `${disciplineLabel(athlete.disciplineId)} · ${ageOn(athlete.birthDate, today)} years · ${fromMassKg(athlete.massKg, massUnit)} ${massUnit} · ${fromStatureM(athlete.statureM, lengthUnit)} ${lengthUnit}`,
    event: event ? { name: event.name, onDate: event.onDate } : undefined,
    cautions: clearance.cautions.map((id) => ({ id, name: caution(id).name })),
    flags: facts.flags.map((flag) => ({ id: flag.id, text: flag.text })),
    steps: pathOf({
      today,
      clearance,
      formDay: form?.onDate,
      lastScreenDay: facts.screen?.onDate,
      screenOpen: facts.screen !== undefined && !facts.screen.completedAt,
      seasonDay: facts.seasonDay,
      hasEvent: facts.events.length > 0,
      lastLogDay: facts.lastLogDay,
      openProposals: facts.openProposals,
    }),
  };
}

export default function AthleteFrame({ loaderData }: Route.ComponentProps) {
  const { id, name, line, event, steps, cautions, flags, today } = loaderData;
  return (
    <>
      <header className="no-print flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div>
          <h1 className="text-4xl sm:text-5xl">
            <Link to={`/athletes/${id}`} className="no-underline">
              {name}
            </Link>
          </h1>
          <p className="figures mt-1.5 text-quiet">
            {line}
            {event ? ` · ${event.name} ${awayText(event.onDate, today)}` : ''}
          </p>
        </div>
        <Link to={`/athletes/${id}/edit`} className="py-2">
          Edit
        </Link>
      </header>
      {cautions.length > 0 ? (
        <p className="no-print mt-2 flex flex-wrap gap-2">
          {cautions.map((each) => (
            <span key={each.id} className="border border-ink bg-chalk px-2 py-0.5 text-[0.94rem]">
              <span aria-hidden="true">△ </span>
              {each.name}
            </span>
          ))}
        </p>
      ) : null}
      <div className="mt-5">
        <AthletePath athleteId={id} steps={steps} />
      </div>
      {flags.map((flag) => (
        <FlagNotice key={flag.id} athleteId={id} flag={flag} />
      ))}
      <div className="mt-8 print:mt-0">
        <Outlet />
      </div>
    </>
  );
}

function FlagNotice({ athleteId, flag }: { athleteId: string; flag: { id: string; text: string } }) {
  const fetcher = useFetcher<{ error: string | undefined }>();
  return (
    <Notice word="Open flag" strong className="no-print mt-5">
      <p>
        {flag.text} Consider a referral. The quality is held until a coach closes this flag with a reason.
      </p>
      <fetcher.Form
        method="post"
        action={`/athletes/${athleteId}/flags`}
        className="mt-3 flex flex-wrap items-start gap-3"
      >
        <input type="hidden" name="flagId" value={flag.id} />
        <label className="grow">
          <span className="sr-only">Reason for closing the flag</span>
          <input name="reason" className="field-input" placeholder="Why it is closed" />
          {fetcher.data?.error ? <span className="mt-1 block font-bold">▲ {fetcher.data.error}</span> : null}
        </label>
        <Button disabled={fetcher.state !== 'idle'}>Close the flag</Button>
      </fetcher.Form>
    </Notice>
  );
}
