import { z } from 'zod';
import { parseDecimal } from '~/core/body/units';

/** An event as it is typed. */

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

export const typedEvent = z.object({
  name: z.string({ error: 'event.name' }),
  onDate: z.string({ error: 'form.not_a_day' }),
  priority: z.string({ error: 'form.choose' }),
  minutes: figure,
  perMinute: figure,
  primer: z.literal('on').optional(),
});
