import type { IsoDay } from '~/core/body/dates';
import type { CatalogueEdits } from '~/core/catalogue/edits';
import type { LoadSaid } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import type { PainSettings } from '~/core/clear/pain';
import { loadSaid } from '~/core/dose/rack';
import type { LinkSettings } from '~/core/link/link';
import type { LinkRow } from '~/db/queries/links';
import type { PracticeRow, StaffRow } from '~/db/queries/principal';
import type { PracticeSettings, Role } from '~/db/schema';
import { dayIn } from './today';
import { tradeFor } from './trade.server';

/**
 * Who acts: a person of a practice's staff, or an athlete by a link, at a moment. Everything later is another kind of principal
 * that `can` knows, not a special case of a route.
 */
export interface Principal {
  readonly kind: 'staff' | 'link';
  /** Null for an athlete who comes by a link. */
  readonly staffId: string | null;
  readonly staffName: string;
  readonly email: string;
  readonly role: Role | 'athlete';
  /** The one athlete a link is for; null for staff, who see all of their practice. */
  readonly athleteId: string | null;
  readonly linkId: string | null;
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

/** A person of the staff. */
export interface StaffPrincipal extends Principal {
  readonly kind: 'staff';
  readonly staffId: string;
  readonly role: Role;
}

/** The person who acts, where no link may: `can` has seen to it. */
export function staffIdOf({ staffId }: Pick<Principal, 'staffId'>): string {
  if (staffId === null) throw new Error('a link acts where only staff may');
  return staffId;
}

/** What a practice brings to whoever acts in it. */
function actingIn(
  practice: PracticeRow,
  now: Date,
): Omit<
  Principal,
  'kind' | 'staffId' | 'staffName' | 'email' | 'role' | 'mustChangePassword' | 'athleteId' | 'linkId'
> {
  const catalogue = { edits: practice.catalogue, revision: practice.catalogueRevision };
  return {
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

/** A person and their practice as who acts at a moment. */
export function principalOf(
  rows: { staff: StaffRow; practice: PracticeRow },
  now = new Date(),
): StaffPrincipal {
  const { staff, practice } = rows;
  return {
    kind: 'staff',
    staffId: staff.id,
    staffName: staff.name,
    email: staff.email,
    role: staff.role,
    mustChangePassword: staff.mustChangePassword,
    athleteId: null,
    linkId: null,
    ...actingIn(practice, now),
  };
}

/** An athlete, or a guardian for them, who comes by a link. */
export function linkPrincipalOf(
  rows: { link: Pick<LinkRow, 'id' | 'athleteId'>; practice: PracticeRow },
  now = new Date(),
): Principal {
  return {
    kind: 'link',
    staffId: null,
    staffName: '',
    email: '',
    role: 'athlete',
    mustChangePassword: false,
    athleteId: rows.link.athleteId,
    linkId: rows.link.id,
    ...actingIn(rows.practice, now),
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
