import { z } from 'zod';
import { isIsoDay } from '~/core/body/dates';
import { sideKeySchema } from '~/core/catalogue/schema';
import { gateTest } from '~/core/clear/gates';
import { judgePain } from '~/core/clear/pain';
import { pictureLimits } from '~/core/formats/picture';
import { tableLimits } from '~/core/formats/table';
import { stillAngles } from '~/core/screen/still/still';
import { testOn } from '~/core/screen/trial/by-rung';
import { trialProblems, trialSchema } from '~/core/screen/trial/trial';
import { addFlag } from '~/db/queries/clear';
import { addTrial, screeningById, voidTrial } from '~/db/queries/screen';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { tradeFor } from '~/server/principal/trade.server';
import { keepStill, keepTrace } from '~/server/recordings.server';
import { closeScreening, openSquadScreening } from '~/server/squad.server';
import { clearanceOf, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/trials';

const bodySchema = z.discriminatedUnion('op', [
  z.object({ op: z.literal('add'), trial: trialSchema }),
  z.object({ op: z.literal('void'), trialId: z.uuid() }),
  z.object({
    op: z.literal('open'),
    screening: z.object({
      id: z.uuid(),
      athleteId: z.uuid(),
      testId: z.string(),
      onDate: z.string().refine(isIsoDay, 'not a day'),
      firstSide: z.enum(['left', 'right']),
      warmUpDone: z.boolean(),
    }),
  }),
  z.object({ op: z.literal('close'), screeningId: z.uuid() }),
  z.object({
    op: z.literal('still'),
    still: z.object({
      id: z.uuid(),
      athleteId: z.uuid(),
      angle: z.enum(stillAngles),
      source: z.enum(['photo', 'drawn']),
      landmarks: z.record(z.string().max(30), z.tuple([z.number().finite(), z.number().finite()])),
      base64: z.string().max(Math.ceil((pictureLimits.bytes * 4) / 3) + 4),
    }),
  }),
  z.object({
    op: z.literal('trace'),
    trace: z.object({
      id: z.uuid(),
      athleteId: z.uuid(),
      testId: z.string().nullable(),
      side: sideKeySchema,
      source: z.enum(['simulated', 'imported']),
      recordedAt: z.iso.datetime(),
      csv: z.string().max(tableLimits.bytes),
    }),
  }),
]);

const refuse = (status: number, error: string) => Response.json({ error }, { status });

/** Keeps or voids one trial. The same trial twice is kept once; a trial that cannot be is refused in words. */
export async function action({ request, context }: Route.ActionArgs): Promise<Response> {
  const person = who(context);
  const body = bodySchema.safeParse(await request.json().catch(() => undefined));
  if (!body.success) {
    const issue = body.error.issues[0];
    return refuse(
      422,
      `The trial could not be read: ${issue ? `${issue.path.join('.')} ${issue.message}` : 'no content'}.`,
    );
  }
  if (body.data.op === 'void') {
    const found = await voidTrial(person.practiceId, body.data.trialId);
    return found ? Response.json({ kept: true }) : refuse(404, 'This trial is not here.');
  }
  if (body.data.op === 'open') {
    const { screening } = body.data;
    const opened = await openSquadScreening(person, screening);
    return opened.ok ? Response.json({ kept: true }) : refuse(opened.status, opened.error);
  }
  if (body.data.op === 'close') {
    const closed = await closeScreening(person, body.data.screeningId);
    return closed ? Response.json({ kept: true }) : refuse(404, 'This screen is not here.');
  }
  if (body.data.op === 'trace') {
    const { trace } = body.data;
    const athlete = await requireAthlete(person, trace.athleteId);
    const kept = await keepTrace(person, athlete.id, trace);
    return kept.ok ? Response.json({ kept: true }) : refuse(422, kept.error);
  }
  if (body.data.op === 'still') {
    const { still } = body.data;
    const athlete = await requireAthlete(person, still.athleteId);
    const kept = await keepStill(person, athlete.id, still);
    return kept.ok ? Response.json({ kept: true }) : refuse(422, kept.error);
  }
  const { trial } = body.data;
  const screening = await screeningById(person.practiceId, trial.screeningId);
  if (!screening)
    return refuse(404, 'This screen is not here: it was removed, or it belongs to somebody else.');
  const trade = tradeFor(person);
  if (!trade.hasTest(trial.testId)) return refuse(422, 'There is no such test.');
  if (trial.rungId && !trade.hasRung(trial.rungId)) return refuse(422, 'There is no such rung.');
  const test = testOn(trade.test(trial.testId), trade, trial.rungId);
  const athlete = await requireAthlete(person, screening.athleteId);
  const { clearance } = await clearanceOf(person, athlete, todayIn(person.timeZone));
  const problems = trialProblems(trial, test, gateTest(test, clearance.cautions, clearance.allows));
  if (problems.length > 0) return refuse(422, problems.join(' '));
  const kept = await addTrial({
    ...trial,
    practiceId: person.practiceId,
    athleteId: screening.athleteId,
    onDate: screening.onDate,
    recordedAt: new Date(trial.recordedAt),
    staffId: person.staffId,
  });
  const verdict = judgePain(trial.painScore, trial.painRegion ?? undefined);
  if (kept === 'kept' && (verdict === 'end' || trial.endReason === 'pain')) {
    const where = trial.painRegion ? ` (${trial.painRegion})` : '';
    // The flag carries the trial's id, so that a repeat cannot open a second one.
    await addFlag({
      id: trial.id,
      practiceId: person.practiceId,
      athleteId: screening.athleteId,
      kind: 'pain',
      qualities: test.feeds.slice(0, 1).map((feed) => feed.quality),
      text: `Pain ${trial.painScore} of 10${where} in ${test.name.toLowerCase()} on ${screening.onDate}.`,
    });
  }
  return Response.json({ kept: true });
}
