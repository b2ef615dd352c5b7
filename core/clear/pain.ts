import { type QualityId, qualityIds } from '~/core/catalogue/qualities';

/** What a pain answer after a test or session means. Thresholds are the safety rules' defaults. */
export interface PainSettings {
  readonly easeFrom: number;
  readonly endFrom: number;
}
export const defaultPainSettings: PainSettings = { easeFrom: 3, endFrom: 5 };

export const painRegions = [
  'low back',
  'groin or hip',
  'thigh',
  'knee',
  'below the knee',
  'shoulder',
  'neck',
  'elsewhere',
] as const;
export type PainRegion = (typeof painRegions)[number];

export type PainVerdict = 'go_on' | 'ease' | 'end';

/** Pain 0-10 with its region: go on, swap to an easier rung, or end and flag for the coach. */
export function judgePain(
  score: number,
  region: string | null | undefined,
  settings: PainSettings = defaultPainSettings,
): PainVerdict {
  if (score >= settings.endFrom || (score > 0 && region === 'below the knee')) return 'end';
  return score >= settings.easeFrom ? 'ease' : 'go_on';
}

/** A quality, or the neck, which no sport's profile asks of. */
export type HeldQuality = QualityId | 'neck_control';

const allButBreath: readonly HeldQuality[] = qualityIds.filter((id) => id !== 'breath_brace');

/**
 * Qualities whose exercises load a region: what is held while it hurts. From the ladders' postures: the low back works in
 * all but breathing; hip, thigh and knee in bridges, single-leg work and landings; shoulders carry planks and cables; the
 * neck holds the head in curls and hollows. Pain below the knee may come from the back, and is held like it.
 */
const loadsRegion: Readonly<Record<PainRegion, readonly HeldQuality[] | undefined>> = {
  'low back': allButBreath,
  'below the knee': allButBreath,
  'groin or hip': ['pelvic_level', 'hip_extension', 'trunk_flexion_control', 'reactive'],
  thigh: ['pelvic_level', 'hip_extension', 'extension_endurance', 'reactive'],
  knee: ['pelvic_level', 'hip_extension', 'reactive'],
  shoulder: ['anti_extension', 'anti_lateral', 'anti_rotation'],
  neck: ['trunk_flexion_control', 'neck_control'],
  // Nobody knows what loads it: what was being done is held.
  elsewhere: undefined,
};

/**
 * Qualities a pain holds until a coach closes its flag: those that load the hurt region, not those that do not; without a
 * named region those that were being done.
 */
export function heldByPain(region: string | null | undefined, done: readonly HeldQuality[]): HeldQuality[] {
  const known = region ? loadsRegion[region as PainRegion] : undefined;
  return [...new Set(known ?? done)];
}

export const painVerdictText: Readonly<Record<PainVerdict, string>> = {
  go_on: 'Go on. It is recorded.',
  ease: 'Swap to an easier rung and note it.',
  end: 'End here. Hold this quality, flag for the coach, suggest referral.',
};
