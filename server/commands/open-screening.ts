import { z } from 'zod';
import { refuse } from '~/core/result';
import { batteryProblems, openedVisitSchema, visitDayIssue } from '~/core/screen/battery/visit';
import { purposes } from '~/core/screen/trial/words';
import {
  addScreening,
  openScreening as openScreeningRow,
  screeningById,
  trialsOn,
} from '~/db/queries/screen';
import { command, done, standsAlready } from './command';
import { id, line } from './fields';
import { heldSubject } from './subject';

/** Opens the screen of a battery, on its day. */
export const openScreening = command({
  title: 'screen.open',
  action: 'screen.open',
  input: z.object({
    id,
    athleteId: id,
    purpose: z.enum(purposes),
    testIds: z.array(z.string().max(60)).max(40),
    /** Rests in seconds where they differ from the tests' own. */
    rests: z.record(z.string(), z.number().int().min(0).max(999)),
    firstSide: z.enum(['left', 'right']),
    warmUpDone: z.boolean(),
    trainedLast24h: z.boolean(),
    footwear: line(0, 60, 'form.too_long'),
  }),
  async run(principal, { athleteId, ...asked }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const known = await screeningById(principal.practiceId, asked.id);
    if (known) return known.athleteId === athleteId ? standsAlready(asked.id) : refuse('screen.gone');
    const { trade, today } = principal;
    const testIds = [...new Set(asked.testIds)];
    const doneToday = await trialsOn(principal.practiceId, athleteId, today);
    const problems = batteryProblems({
      trade,
      gate: held.value.gate,
      testIds,
      doneToday: doneToday.map((trial) => trial.testId),
    });
    if (problems.length > 0) return refuse(problems);
    await addScreening({
      id: asked.id,
      practiceId: principal.practiceId,
      athleteId,
      onDate: today,
      testIds,
      rests: Object.fromEntries(
        Object.entries(asked.rests).filter(
          ([testId, seconds]) => trade.hasTest(testId) && trade.test(testId).restS !== seconds,
        ),
      ),
      purpose: asked.purpose,
      firstSide: asked.firstSide,
      warmUpDone: asked.warmUpDone,
      warmUpAt: asked.warmUpDone ? principal.now : null,
      trainedLast24h: asked.trainedLast24h,
      footwear: asked.footwear,
      staffId: principal.staffId,
      createdAt: principal.now,
    });
    return done(asked.id, athleteId, { tests: testIds.length });
  },
});

/** Opens a screen of one test for one of a squad, under an id made on a device; sent again it changes nothing. */
export const openSquadScreening = command({
  title: 'screen.open_squad',
  action: 'screen.open',
  input: openedVisitSchema,
  async run(principal, asked) {
    const held = await heldSubject(principal, asked.athleteId);
    if (!held.ok) return held;
    const { trade } = principal;
    if (!trade.hasTest(asked.testId)) return refuse('trial.unknown_test', { id: asked.testId });
    const problems = batteryProblems({
      trade,
      gate: held.value.gate,
      testIds: [asked.testId],
      doneToday: [],
    });
    if (problems.length > 0) return refuse(problems);
    const old = visitDayIssue(asked.onDate, principal.today);
    if (old) return refuse([old]);
    const opened = await openScreeningRow({
      id: asked.id,
      practiceId: principal.practiceId,
      athleteId: asked.athleteId,
      onDate: asked.onDate,
      testIds: [asked.testId],
      firstSide: asked.firstSide,
      warmUpDone: asked.warmUpDone,
      warmUpAt: asked.warmUpDone ? principal.now : null,
      purpose: 'squad',
      staffId: principal.staffId,
      createdAt: principal.now,
    });
    return opened ? done(asked.id, asked.athleteId) : refuse('screen.elsewhere');
  },
});
