import { z } from 'zod';
import { parseDecimal } from '~/core/body/units';

/** A session of the sport as it is typed. */

const figure = (code: string) =>
  z
    .string({ error: code })
    .optional()
    .transform((text, ctx) => {
      if (text === undefined || text.trim() === '') return null;
      const value = parseDecimal(text);
      if (value !== undefined) return value;
      ctx.addIssue({ code: 'custom', message: code });
      return z.NEVER;
    });

export const typedTraining = z.object({
  id: z.string(),
  name: z.string({ error: 'training.name' }),
  startsAt: z
    .string()
    .optional()
    .transform((text) => text || null),
  minutes: figure('training.minutes'),
  hardness: figure('training.hard'),
  risk: z
    .literal('on')
    .optional()
    .transform((ticked) => ticked === 'on'),
});
