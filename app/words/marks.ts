import type { TrialMark } from '~/core/screen/trial/trial';

const words: Readonly<Record<TrialMark, string>> = {
  outside_battery: 'not in the battery',
  after_close: 'after the screen was closed',
  third_maximal: 'a third maximal hold of its day',
  future: 'the device’s clock was ahead',
  over_cap: 'held beyond the cap, kept at it',
};

/** What a kept trial is marked with, in words. */
export const markText = (mark: TrialMark): string => words[mark];
