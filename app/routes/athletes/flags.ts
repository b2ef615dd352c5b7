import { z } from 'zod';
import { closeFlag } from '~/db/queries/clear';
import { writeAudit } from '~/db/queries/practice';
import { layOutWeeks } from '~/server/plan.server';
import { who } from '~/server/principal/principal.server';
import { isUuid, notFound, pictureOf, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/flags';

const closing = z.object({
  flagId: z.string().refine(isUuid),
  reason: z.string().trim().min(3, 'Say in a few words why it is closed.').max(300, 'At most 300 letters.'),
});

export const loader = () => {
  throw notFound();
};

/** Closes a flag with its reason; what was held by it may be planned again. */
export async function action({
  request,
  params,
  context,
}: Route.ActionArgs): Promise<{ error: string | undefined }> {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const parsed = closing.safeParse(Object.fromEntries(await request.formData()));
  if (!parsed.success) return { error: parsed.error.issues[0]?.message ?? 'Say why it is closed.' };
  const closed = await closeFlag(
    person.practiceId,
    athlete.id,
    parsed.data.flagId,
    parsed.data.reason,
    person.staffId,
  );
  if (closed) {
    await writeAudit({
      practiceId: person.practiceId,
      staffId: person.staffId,
      action: 'close flag',
      subject: 'flag',
      subjectId: parsed.data.flagId,
    });
    await layOutWeeks(person, await pictureOf(person, athlete));
  }
  return { error: undefined };
}
