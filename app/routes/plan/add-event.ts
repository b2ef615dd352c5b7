import { href } from 'react-router';
import { z } from 'zod';
import { submitted } from '~/app/lib/reply.server';
import { parseDecimal } from '~/core/body/units';
import { addEvent } from '~/server/commands/plan';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/add-event';

export const loader = () => {
  throw notFound();
};

const figure = z
  .string()
  .optional()
  .transform((text, ctx) => {
    if (text === undefined || text.trim() === '') return null;
    const value = parseDecimal(text);
    if (value !== undefined) return value;
    ctx.addIssue({ code: 'custom', message: 'form.number' });
    return z.NEVER;
  });

const typed = z.object({
  id: z.string(),
  name: z.string({ error: 'event.name' }),
  onDate: z.string({ error: 'form.not_a_day' }),
  priority: z.string({ error: 'form.choose' }),
  minutes: figure,
  perMinute: figure,
  primer: z.literal('on').optional(),
});

export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  return submitted(
    { principal, command: addEvent },
    await request.formData(),
    typed,
    (form) => addEvent(principal, { athleteId: params.athleteId, ...form, primer: form.primer === 'on' }),
    href('/athletes/:athleteId/plan', { athleteId: params.athleteId }),
  );
}
