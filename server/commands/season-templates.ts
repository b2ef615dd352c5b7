import { z } from 'zod';
import { isEmpty, templateOf } from '~/core/plan/template';
import { refuse } from '~/core/result';
import { newestSeason } from '~/db/queries/plan';
import { putTemplate, removeTemplate } from '~/db/queries/season-templates';
import { staffIdOf } from '../principal/principal';
import { toBlackout } from '../principal/rows';
import { command, done } from './command';
import { id, line } from './fields';
import { heldSubject } from './subject';

/** Keeps the frame of an athlete's season (events, days off, phases set by date) under a name, for others to be planned in. */
export const keepSeasonTemplate = command({
  title: 'season_template.keep',
  action: 'plan.make',
  input: z.object({ id, athleteId: id, name: line(2, 60, 'template.name') }),
  async run(principal, { id: templateId, athleteId, name }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const { practiceId, today } = principal;
    const season = await newestSeason(practiceId, athleteId);
    const frame = templateOf(
      {
        events: held.value.events,
        daysOff: held.value.blackouts.map(toBlackout),
        phaseStarts: season?.season.byHand?.phaseStarts ?? [],
      },
      today,
    );
    if (isEmpty(frame)) return refuse('template.empty');
    await putTemplate({
      id: templateId,
      practiceId,
      name,
      frame,
      staffId: staffIdOf(principal),
      createdAt: principal.now,
    });
    return done(templateId, athleteId, { name });
  },
});

export const removeSeasonTemplate = command({
  title: 'season_template.remove',
  action: 'plan.make',
  input: z.object({ id }),
  async run(principal, { id: templateId }) {
    return (await removeTemplate(principal.practiceId, templateId))
      ? done(templateId, undefined, { id: templateId })
      : refuse('template.gone');
  },
});
