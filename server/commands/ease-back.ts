import { z } from 'zod';
import { addDays } from '~/core/body/dates';
import { easeBack, reEntryOf } from '~/core/coach/re-entry';
import { weekOf } from '~/core/plan/season-input';
import { refuse } from '~/core/result';
import { putUnderWay } from '~/db/queries/ladders';
import { recentLogs } from '~/db/queries/logs';
import { newestSeason } from '~/db/queries/plan';
import { sessionsBetween } from '~/db/queries/sessions';
import { loadDose } from '../principal/dose';
import { toUnderWay } from '../principal/rows';
import { missedIn } from '../principal/sessions';
import { loadStanding, subjectOf } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/** Eases an athlete back after two or three weeks off: a step lower on every ladder, 60 % of the dose next time. */
export const easeBackIn = command({
  title: 'week.ease_back',
  action: 'week.lay_out',
  input: z.object({ athleteId: id }),
  async run(principal, { athleteId }) {
    const { practiceId, today } = principal;
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const withheld = held.value.gate.may('lay_out');
    if (withheld.length > 0) return refuse([...withheld]);
    const lastDone = (await recentLogs(practiceId, athleteId, 1))[0]?.onDate;
    if (lastDone === undefined) return refuse('re.not_now');
    const since = await sessionsBetween(practiceId, athleteId, addDays(lastDone, 1), addDays(today, -1));
    if (reEntryOf(lastDone, today, missedIn(since)).kind !== 'ease_back') return refuse('re.not_now');
    const standing = await loadStanding(principal, held.value);
    const season = await newestSeason(practiceId, athleteId);
    const eased = easeBack(
      await loadDose(principal, held.value, standing),
      held.value.underWay.map(toUnderWay),
      { phase: (season && weekOf(season.weeks, today))?.phase ?? 'build', lastDone, today },
    );
    if (eased.underWay.length === 0) return standsAlready({ eased: 0 });
    await putUnderWay(
      eased.underWay.map((row) => ({
        ...row,
        lever: row.lever ?? null,
        setting: row.setting ?? null,
        athleteId,
        updatedAt: principal.now,
      })),
    );
    const subject = await subjectOf(principal, athleteId);
    if (subject) await layOutWeeks(principal, subject, standing, 'follow', eased.lighter);
    return done({ eased: eased.underWay.length }, athleteId, { eased: eased.underWay.length });
  },
});
