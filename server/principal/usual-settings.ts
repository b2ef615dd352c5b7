import { defaultFlexionCeiling } from '~/core/clear/flexion';
import { defaultPainSettings } from '~/core/clear/pain';
import { defaultLinkSettings } from '~/core/link/link';
import type { PracticeSettings } from '~/db/schema';

/** How a practice works until it says otherwise. */
export const usualSettings: PracticeSettings = {
  massUnit: 'kg',
  lengthUnit: 'cm',
  weights: { ...defaultLinkSettings.weights },
  actingGap: defaultLinkSettings.actingGap,
  guardianUnderYears: 18,
  renewMonths: 6,
  painEaseFrom: defaultPainSettings.easeFrom,
  painEndFrom: defaultPainSettings.endFrom,
  flexionCycles: defaultFlexionCeiling.cycles,
  flexionSeconds: defaultFlexionCeiling.heldS,
  passwordLetters: 12,
};
