import { href, Link } from 'react-router';
import { dayText } from '~/app/lib/format';
import { athleteTitle } from '~/app/lib/title';
import { LandmarkEditor } from '~/app/routes/screen/still/landmark-editor';
import { angleKinds } from '~/core/screen/still/still';
import { notFound, principalIn, subjectIn } from '~/server/principal/middleware.server';
import { stillView } from '~/server/views/recordings';
import type { Route } from './+types/still';

export const meta = athleteTitle('Still');

export async function loader({ params, context }: Route.LoaderArgs) {
  const view = await stillView(principalIn(context), await subjectIn({ params, context }), params.stillId);
  if (!view) throw notFound('This still');
  return view;
}

export default function Still({ loaderData }: Route.ComponentProps) {
  const { still, reading, athleteId, onDate, today } = loaderData;
  return (
    <>
      <p>
        <Link to={href('/athletes/:athleteId/recordings', { athleteId })} className="inline-block py-2">
          All recordings
        </Link>
      </p>
      <h2 className="text-3xl">
        {angleKinds[still.angle].name}
        {reading ? (
          <>
            : <span className="figures">{reading.angleDeg.toFixed(1)}°</span>
          </>
        ) : null}
      </h2>
      <p className="mb-3 text-quiet">
        {reading
          ? `± ${reading.errorDeg.toFixed(1)}° for one pixel${reading.lower ? `, lower on the ${reading.lower} of the picture` : ''}${still.landmarks.plumb_top ? `. Camera tilt ${reading.tiltDeg.toFixed(1)}°, taken off` : ''}. `
          : 'Its landmarks are not all placed: no angle is read. '}
        {still.source === 'drawn' ? 'A drawn figure. ' : ''}
        {dayText(onDate, today)}
      </p>
      <div className="max-w-3xl">
        <LandmarkEditor
          url={href('/stills/:stillId/picture', { stillId: still.id })}
          width={still.widthPx}
          height={still.heightPx}
          angle={still.angle}
          landmarks={still.landmarks}
        />
      </div>
    </>
  );
}
