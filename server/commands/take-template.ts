import { v5 as uuidv5 } from 'uuid';
import { missingOf, type SeasonTemplate } from '~/core/plan/template';
import { addBlackout, addEvent } from '~/db/queries/plan';
import type { Principal } from '../principal/principal';
import { toBlackout } from '../principal/rows';
import type { Subject } from '../principal/subject';

/** What a frame adds to an athlete whose season is planned in it. */

/**
 * Rows an athlete lacks of a frame. Their ids follow from the season's: taken twice they are the same.
 *
 * @param seasonId of the season that is planned in it
 */
function rowsOf(principal: Principal, subject: Subject, template: SeasonTemplate, seasonId: string) {
  const { practiceId, today } = principal;
  const athleteId = subject.athlete.id;
  const { events, daysOff } = missingOf(
    template,
    { events: subject.events, daysOff: subject.blackouts.map(toBlackout) },
    today,
  );
  const own = { practiceId, athleteId };
  return {
    events: events.map((event, i) => ({
      ...own,
      ...event,
      id: uuidv5(`event ${i}`, seasonId),
      sequence: 0,
      changedAt: null,
    })),
    blackouts: daysOff.map(({ from, to, reason }, i) => ({
      ...own,
      id: uuidv5(`days off ${i}`, seasonId),
      fromDate: from,
      toDate: to,
      reason,
    })),
  };
}

/** The athlete as they will be with a frame, nothing written. */
export function withTemplate(
  principal: Principal,
  subject: Subject,
  template: SeasonTemplate,
  seasonId: string,
): Subject {
  const { events, blackouts } = rowsOf(principal, subject, template, seasonId);
  return {
    ...subject,
    events: [...subject.events, ...events].sort((a, b) => a.onDate.localeCompare(b.onDate)),
    blackouts: [...subject.blackouts, ...blackouts].sort((a, b) => a.fromDate.localeCompare(b.fromDate)),
  };
}

/** Writes down what an athlete lacks of a frame. */
export async function takeTemplate(
  principal: Principal,
  subject: Subject,
  template: SeasonTemplate,
  seasonId: string,
): Promise<void> {
  const { events, blackouts } = rowsOf(principal, subject, template, seasonId);
  for (const row of events) await addEvent(row);
  for (const row of blackouts) await addBlackout(row);
}
