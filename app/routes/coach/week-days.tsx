import type { SessionView } from '~/server/views/session';
import { WeekDrag } from './week-drag';
import { WeekSession } from './week-session';

/** The sessions of a week, to be read, logged, dragged and changed in place. */
export default function WeekDays({
  sessions,
  athleteId,
  today,
  freeDays,
  mayChange,
  next,
}: {
  readonly sessions: readonly SessionView[];
  readonly athleteId: string;
  readonly today: string;
  /** Days a session may be moved to. */
  readonly freeDays: readonly string[];
  /** May this person change sessions by hand? */
  readonly mayChange: boolean;
  /** The one to log next. */
  readonly next: SessionView | undefined;
}) {
  return (
    <WeekDrag athleteId={athleteId} freeDays={freeDays}>
      <div className="mt-4 space-y-10">
        {sessions.map((session) => (
          <WeekSession
            key={session.onDate}
            session={session}
            athleteId={athleteId}
            today={today}
            mayChange={mayChange}
            isNext={session === next}
          />
        ))}
      </div>
    </WeekDrag>
  );
}
