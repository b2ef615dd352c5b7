import { href } from 'react-router';
import { z } from 'zod';
import { submitted } from '~/app/lib/reply.server';
import { agreementSchema } from '~/core/clear/form';
import { recordAgreement } from '~/server/commands/record-agreement';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/agreement';

export const loader = () => {
  throw notFound();
};

/** The word as a page sends it: what it names in boxes, and that its giver is licensed. */
const typed = z
  .object({
    id: z.string(),
    formId: z.string(),
    signs: z.array(z.string()).default([]),
    cautions: z.array(z.string()).default([]),
    name: z.string({ error: 'agreement.name' }),
    role: z.string({ error: 'agreement.role' }),
    onDate: z.string({ error: 'agreement.date' }),
    note: z.string().default(''),
    licensed: z.string().optional(),
  })
  // Both are said at once.
  .superRefine((form, ctx) => {
    const say = (path: string, message: string) => ctx.addIssue({ code: 'custom', path: [path], message });
    if (form.signs.length + form.cautions.length === 0) say('names', 'agreement.names_nothing');
    if (form.licensed === undefined) say('licensed', 'agreement.licensed');
  })
  .transform((form): z.input<typeof agreementSchema> => form)
  .pipe(agreementSchema);

export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  return submitted(
    { principal, command: recordAgreement },
    await request.formData(),
    typed,
    (agreement) => recordAgreement.perform(principal, { athleteId: params.athleteId, agreement }),
    href('/athletes/:athleteId/clear', { athleteId: params.athleteId }),
    { names: 'names' },
  );
}
