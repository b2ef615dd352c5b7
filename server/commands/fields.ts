import { z } from 'zod';
import { isIsoDay } from '~/core/body/dates';
import { plainLine } from '~/core/formats/text';

/** Fields that many commands read alike. */

export const id = z.uuid({ error: 'input.id' });
export const day = z.string().refine(isIsoDay, 'form.not_a_day');
/** One line of text without letters that cannot be seen. */
export const line = (least: number, most: number, code: string) =>
  z.string({ error: code }).transform(plainLine).pipe(z.string().min(least, code).max(most, 'form.too_long'));
