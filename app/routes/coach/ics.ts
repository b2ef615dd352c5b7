import { addDays } from '~/core/body/dates';
import { disclaimer } from '~/core/clear/signs';
import { doseText } from '~/core/coach/prescription';
import { calendarFile } from '~/core/formats/calendar-file';
import { sessionsBetween } from '~/db/queries/coach';
import { writeAudit } from '~/db/queries/practice';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/ics';

/** The athlete's laid-out sessions of this and the coming weeks, for any calendar. Importing again updates. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const today = todayIn(person.timeZone);
  const sessions = await sessionsBetween(
    person.practiceId,
    athlete.id,
    addDays(today, -7),
    addDays(today, 400),
  );
  await writeAudit({
    practiceId: person.practiceId,
    staffId: person.staffId,
    action: 'export',
    subject: 'calendar',
    subjectId: athlete.id,
  });
  const text = calendarFile(
    `Trunk sessions, ${athlete.givenName} ${athlete.familyName}`,
    sessions.map((session) => ({
      // One session a day: the day makes the id stable when a week is laid out again.
      uid: `${athlete.id}-${session.onDate}@zest-pillar`,
      onDate: session.onDate,
      summary: `Trunk session, ${session.minutes} min`,
      description: [
        ...session.items.map(
          (item) =>
            `${item.detail.name}: ${doseText({ ...item, firstSide: item.detail.firstSide, extraSetSide: item.detail.extraSetSide })}, rest ${item.restS} s`,
        ),
        '',
        disclaimer,
      ].join('\n'),
      stamp: session.createdAt,
    })),
  );
  const name = `${athlete.givenName}-${athlete.familyName}`.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return new Response(text, {
    headers: {
      'Content-Type': 'text/calendar; charset=utf-8',
      'Content-Disposition': `attachment; filename="sessions-${name}.ics"`,
    },
  });
}
