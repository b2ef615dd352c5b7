import { Link } from 'react-router';
import { LandmarkEditor } from '~/app/components/still/landmark-editor';
import { dayText } from '~/app/lib/format';
import { angleKinds, readStill } from '~/core/screen/still/still';
import { stillById } from '~/db/queries/screen';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { isUuid, notFound, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/still';

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const still = isUuid(params.stillId) ? await stillById(person.practiceId, params.stillId) : undefined;
  if (!still || still.athleteId !== athlete.id) throw notFound('This still');
  const { id, widthPx, heightPx, angle, landmarks, source } = still;
  return {
    athleteId: athlete.id,
    today: todayIn(person.timeZone),
    onDate: still.createdAt.toISOString().slice(0, 10),
    still: { id, widthPx, heightPx, angle, landmarks, source },
    reading: readStill(angle, landmarks),
  };
}

export default function Still({ loaderData }: Route.ComponentProps) {
  const { still, reading, athleteId, onDate, today } = loaderData;
  return (
    <>
      <p>
        <Link to={`/athletes/${athleteId}/recordings`} className="inline-block py-2">
          All recordings
        </Link>
      </p>
      <h2 className="text-3xl">
        {angleKinds[still.angle].name}: <span className="figures">{reading.angleDeg.toFixed(1)}°</span>
      </h2>
      <p className="mb-3 text-quiet">
        ± {reading.errorDeg.toFixed(1)}° for one pixel
        {reading.lower ? `, lower on the ${reading.lower} of the picture` : ''}
        {still.landmarks.plumb_top ? `. Camera tilt ${reading.tiltDeg.toFixed(1)}°, taken off` : ''}.{' '}
        {still.source === 'drawn' ? 'A drawn figure. ' : ''}
        {dayText(onDate, today)}
      </p>
      <div className="max-w-3xl">
        <LandmarkEditor
          url={`/stills/${still.id}/picture`}
          width={still.widthPx}
          height={still.heightPx}
          angle={still.angle}
          landmarks={still.landmarks}
        />
      </div>
    </>
  );
}
