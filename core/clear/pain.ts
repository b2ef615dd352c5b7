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
  region: string | undefined,
  settings: PainSettings = defaultPainSettings,
): PainVerdict {
  if (score >= settings.endFrom || (score > 0 && region === 'below the knee')) return 'end';
  return score >= settings.easeFrom ? 'ease' : 'go_on';
}

export const painVerdictText: Readonly<Record<PainVerdict, string>> = {
  go_on: 'Go on. It is recorded.',
  ease: 'Swap to an easier rung and note it.',
  end: 'End here. Hold this quality, flag for the coach, suggest referral.',
};
