import { z } from 'zod';
import { daysBetween } from '~/core/body/dates';
import { phases } from '~/core/catalogue/phases';
import { ladderQualitySchema } from '~/core/catalogue/schema';
import { planReach } from '~/core/plan/defaults';
import { givingRules } from '~/core/plan/hand/by-hand';
import { inputWith } from '~/core/plan/hand/draft';
import type { PeriodiseInput } from '~/core/plan/season';
import { type Result, refuse } from '~/core/result';
import { changeEvent, isSeasonOf, moveBlackout, newestSeason } from '~/db/queries/plan';
import type { Principal } from '../principal/principal';
import { loadSeasonInput, type StandingSeason } from '../principal/season';
import { type AthleteStanding, loadStanding, type Subject, subjectOf } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { day, id } from './fields';
import { layOutWeeks } from './laying-out';
import { makeSeason, solveBefore } from './season-made';
import { heldSubject } from './subject';

/** More than anybody plans or sets by hand. */
const most = { locks: 3000, giving: 500, phases: 60, moved: 100, sets: 99, by: 600 } as const;

const sets = z.number().int().min(0).max(most.sets);

/** What was moved by hand, as it is sent. */
export const draftSchema = z.object({
  locks: z
    .array(
      z.object({
        startsOn: day,
        quality: ladderQualitySchema,
        sets,
        weaker: sets.optional(),
      }),
    )
    .max(most.locks),
  giving: z
    .array(
      z.object({
        startsOn: day,
        rule: z.enum(givingRules),
        quality: ladderQualitySchema.optional(),
        by: z.number().positive().max(most.by),
      }),
    )
    .max(most.giving),
  phaseStarts: z
    .array(z.object({ startsOn: day, phase: z.enum(phases) }))
    .max(most.phases)
    .optional(),
  events: z.record(z.string(), day).default({}),
  blackouts: z.record(z.string(), z.object({ from: day, to: day })).default({}),
});
type DraftSent = z.output<typeof draftSchema>;

/** Moves what lies on days: events to a day to come, days off within what may be planned. */
async function moveDays(
  { practiceId, today, now }: Principal,
  athleteId: string,
  { events, blackouts }: DraftSent,
): Promise<Result<undefined>> {
  for (const [eventId, onDate] of Object.entries(events)) {
    if (onDate < today) return refuse('event.past', {}, ['events']);
    if (daysBetween(today, onDate) > planReach.ahead) return refuse('event.far', {}, ['events']);
    if (!(await changeEvent(practiceId, athleteId, eventId, { onDate }, now))) return refuse('event.gone');
  }
  for (const [blackoutId, { from, to }] of Object.entries(blackouts)) {
    if (to < from) return refuse('blackout.order', {}, ['blackouts']);
    if (daysBetween(from, to) > planReach.off) return refuse('blackout.long', {}, ['blackouts']);
    if (!(await moveBlackout(practiceId, athleteId, blackoutId, { fromDate: from, toDate: to })))
      return refuse('blackout.gone');
  }
  return { ok: true, value: undefined };
}

/** What the season is made from, with what was moved. */
const movedInput = async (
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  previous: StandingSeason,
  draft: DraftSent,
): Promise<PeriodiseInput> =>
  inputWith(await loadSeasonInput(principal, subject, standing, previous, {}), {
    ...draft,
    phaseStarts: draft.phaseStarts,
  });

/**
 * Keeps a season as it was moved by hand: solved again here with the same programme, and laid out. Where somebody kept another
 * version since, nothing is written: the one who comes later puts theirs on top of it, or keeps it aside.
 */
export const keepSeason = command({
  title: 'season.keep',
  action: 'plan.make',
  input: z.object({
    athleteId: id,
    id,
    /** The version it was moved from. */
    parentId: id,
    /** Beside the one that stands, which stays. */
    aside: z.boolean().default(false),
    draft: draftSchema.refine(
      ({ events, blackouts }) =>
        Object.keys(events).length + Object.keys(blackouts).length <= most.moved &&
        [...Object.keys(events), ...Object.keys(blackouts)].every((key) => z.uuid().safeParse(key).success),
      'input.invalid',
    ),
  }),
  prepare: (principal, { athleteId, id: seasonId, parentId, aside, draft }) =>
    solveBefore(principal, { athleteId, id: seasonId }, async (subject, standing, previous) =>
      previous && (aside || previous.season.id === parentId)
        ? movedInput(principal, subject, standing, previous, draft)
        : undefined,
    ),
  async run(principal, { athleteId, id: seasonId, parentId, aside, draft }, before) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const withheld = held.value.gate.may('plan');
    if (withheld.length > 0) return refuse([...withheld]);
    if (await isSeasonOf(athleteId, seasonId)) return standsAlready(seasonId);
    const previous = await newestSeason(principal.practiceId, athleteId);
    if (!previous) return refuse('season.gone');
    if (previous.season.id !== parentId && !aside) return refuse('season.stale');
    if (!aside) {
      const moved = await moveDays(principal, athleteId, draft);
      if (!moved.ok) return moved;
    }
    const subject = (await subjectOf(principal, athleteId)) ?? held.value;
    const standing = await loadStanding(principal, subject);
    if (standing.trials.length === 0) return refuse('plan.unscreened');
    const input = await movedInput(principal, subject, standing, previous, draft);
    const made = await makeSeason(principal, subject, standing, input, {
      id: seasonId,
      how: 'by_hand',
      aside,
      previous,
      before,
    });
    if (!made.ok) return made;
    const { laidOut } = aside ? { laidOut: 0 } : await layOutWeeks(principal, subject, standing, 'deal');
    return done(seasonId, athleteId, {
      weeks: made.value.weeks.length,
      locks: draft.locks.length,
      moved: Object.keys(draft.events).length + Object.keys(draft.blackouts).length,
      aside,
      sessions: laidOut,
    });
  },
});
