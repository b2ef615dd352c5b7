import { data } from 'react-router';
import { z } from 'zod';
import type { Issue } from '~/core/result';

/** What is done on Today to one athlete or several, as it is sent. */
const athleteIds = z.array(z.uuid()).max(500);
const deedSchema = z.discriminatedUnion('what', [
  z.object({ what: z.literal('take'), athleteIds }),
  z.object({ what: z.literal('later'), athleteIds, until: z.string().max(10) }),
  z.object({ what: z.literal('bring_back'), athleteIds }),
  z.object({
    what: z.literal('take_back'),
    decided: z.array(z.object({ athleteId: z.uuid(), ids: z.array(z.uuid()).max(60) })).max(500),
  }),
]);
export type TodayDeed = z.infer<typeof deedSchema>;

/** What came of it, and what undoes it. */
export type TodayDone =
  | {
      readonly what: 'taken';
      readonly taken: number;
      readonly decided: readonly { readonly athleteId: string; readonly ids: readonly string[] }[];
      readonly refused: readonly {
        readonly name: string;
        readonly athleteId: string;
        readonly issues: readonly Issue[];
      }[];
    }
  | {
      readonly what: 'put_off';
      readonly athleteIds: readonly string[];
      readonly until: string;
      readonly athletes: number;
      /** Flags and referrals that stayed. */
      readonly stay: number;
    }
  | { readonly what: 'back' }
  | { readonly what: 'refused'; readonly issues: readonly Issue[] };

/** Reads a deed; what is none is refused with 400. */
export async function readDeed(request: Request): Promise<TodayDeed> {
  const sent: unknown = await request.json().catch(() => undefined);
  const read = deedSchema.safeParse(sent);
  if (!read.success) throw data({ message: 'This cannot be done on Today.' }, { status: 400 });
  return read.data;
}
