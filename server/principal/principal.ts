import type { IsoDay } from '~/core/body/dates';
import type { CatalogueEdits } from '~/core/catalogue/edits';
import type { LoadSaid } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import type { PainSettings } from '~/core/clear/pain';
import { loadSaid } from '~/core/dose/rack';
import type { LinkSettings } from '~/core/link/link';
import type { PracticeRow, StaffRow } from '~/db/queries/principal';
import type { PracticeSettings, Role } from '~/db/schema';
import { dayIn } from './today';
import { tradeFor } from './trade.server';

/**
 * Who acts: a person of a practice's staff, at a moment. Everything later (a link an athlete opens, a job) is another kind
 * of principal that `can` knows, not a special case of a route.
 */
export interface Principal {
  readonly kind: 'staff';
  readonly staffId: string;
  readonly staffName: string;
  readonly email: string;
  readonly role: Role;
  readonly mustChangePassword: boolean;
  readonly practiceId: string;
  readonly practiceName: string;
  readonly practiceVersion: number;
  readonly timeZone: string;
  readonly firstWeekday: 0 | 1;
  readonly schoolId: string;
  readonly settings: PracticeSettings;
  /** How loads are said here: unit, stack, band. */
  readonly loads: LoadSaid;
  /** The practice's own hand on the catalogue, and how many edits it took. */
  readonly catalogue: { readonly edits: CatalogueEdits; readonly revision: number };
  readonly trade: Trade;
  /** The moment, and the practice's day. */
  readonly now: Date;
  readonly today: IsoDay;
}

/** The same, saying loads as one athlete meets them: with what is at hand. */
export const forAthlete = (
  principal: Principal,
  { kit }: { readonly kit: readonly string[] },
): Principal => ({
  ...principal,
  loads: loadSaid(principal.settings.rack, principal.settings.massUnit, kit),
});

/** A person and their practice as who acts at a moment. */
export function principalOf(rows: { staff: StaffRow; practice: PracticeRow }, now = new Date()): Principal {
  const { staff, practice } = rows;
  const catalogue = { edits: practice.catalogue, revision: practice.catalogueRevision };
  return {
    kind: 'staff',
    staffId: staff.id,
    staffName: staff.name,
    email: staff.email,
    role: staff.role,
    mustChangePassword: staff.mustChangePassword,
    practiceId: practice.id,
    practiceName: practice.name,
    practiceVersion: practice.version,
    timeZone: practice.timeZone,
    firstWeekday: practice.firstWeekday === 0 ? 0 : 1,
    schoolId: practice.schoolId,
    settings: practice.settings,
    loads: loadSaid(practice.settings.rack, practice.settings.massUnit),
    catalogue,
    trade: tradeFor({ practiceId: practice.id, catalogue }),
    now,
    today: dayIn(practice.timeZone, now),
  };
}

export const linkSettings = ({ settings }: Pick<Principal, 'settings'>): LinkSettings => ({
  weights: settings.weights,
  actingGap: settings.actingGap,
  breathFirstBelow: 70,
});

export const painSettings = ({ settings }: Pick<Principal, 'settings'>): PainSettings => ({
  easeFrom: settings.painEaseFrom,
  endFrom: settings.painEndFrom,
});
