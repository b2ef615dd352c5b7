import { type CleanBest, type DoseAthlete, doseAthlete, type Practised } from '~/core/dose/athlete';
import { rackOf, usualPracticeRack } from '~/core/dose/rack';
import { type DoneRow, doneOf, lessonsOfAthlete } from '~/db/queries/learned';
import type { Principal } from './principal';
import type { AthleteStanding, Subject } from './subject';

/** Rows of what was done as doses know them: sessions by rung, and the best clean set by rung, side and load. */
export function practisedFrom(rows: readonly DoneRow[]): { practised: Practised[]; bests: CleanBest[] } {
  const sessions = new Map<string, Map<string, boolean>>();
  const bests = new Map<string, CleanBest>();
  for (const { rungId, side, load, lever, onDate, logId, clean, best } of rows) {
    const ofRung = sessions.get(rungId) ?? new Map<string, boolean>();
    ofRung.set(logId, (ofRung.get(logId) ?? true) && clean);
    sessions.set(rungId, ofRung);
    const key = `${rungId}|${side}|${load}|${lever}`;
    if (best !== null && best > (bests.get(key)?.amount ?? 0))
      bests.set(key, { rungId, side, load, lever, amount: best, onDate });
  }
  return {
    practised: [...sessions].map(([rungId, logs]) => ({
      rungId,
      sessions: logs.size,
      cleanSessions: [...logs.values()].filter(Boolean).length,
    })),
    bests: [...bests.values()],
  };
}

/** Where an athlete stands, with all that was logged, as doses see them. */
export async function loadDose(
  principal: Pick<Principal, 'schoolId' | 'settings'>,
  subject: Pick<Subject, 'athlete' | 'owned'>,
  standing: AthleteStanding,
): Promise<DoseAthlete> {
  const [lessons, done] = await Promise.all([
    lessonsOfAthlete(subject.athlete.id),
    doneOf(subject.athlete.id),
  ]);
  return doseAthlete(standing, {
    practiceSchoolId: principal.schoolId,
    rackWith: (kit) => rackOf(principal.settings.rack ?? usualPracticeRack, principal.settings.massUnit, kit),
    owned: new Set(subject.owned),
    lessons,
    ...practisedFrom(done),
  });
}
