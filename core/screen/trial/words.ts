/** The words of a trial, light enough for the browser. */
export const grades = ['owned', 'cued', 'faulted', 'not_yet'] as const;
export type Grade = (typeof grades)[number];

export const gradeWords: Readonly<Record<Grade, string>> = {
  owned: 'Owned',
  cued: 'Cued',
  faulted: 'Faulted',
  not_yet: 'Not yet',
};

export const feltPlaces = ['trunk', 'hip', 'low back', 'neck', 'front of hip', 'arms'] as const;
export type FeltPlace = (typeof feltPlaces)[number];

/** How an angle was read. By eye counts for less than anything that measures. */
export const readings = ['eye', 'goniometer', 'sensor', 'still'] as const;
export type Reading = (typeof readings)[number];

/**
 * Why a trial ended: position lost, had enough with the position still kept, a hand or foot that slipped, the cap reached (held),
 * done as asked, pain, or not counted. Only a loss of position is a limit; what ended otherwise was held at least so long.
 */
export const endReasons = ['loss', 'gave_up', 'slipped', 'cap', 'done', 'pain', 'stopped'] as const;
export type EndReason = (typeof endReasons)[number];

/** How a hold can have ended that a clock was stopped on, as a tester says it. */
export const endingWords = {
  loss: 'Position lost',
  gave_up: 'Had enough',
  slipped: 'Slipped',
} as const;
export type Ending = keyof typeof endingWords;
export const isEnding = (reason: EndReason | undefined): reason is Ending =>
  reason !== undefined && reason in endingWords;

/** Score of the grade words, the same everywhere. */
export const gradeScores: Readonly<Record<Grade, number>> = { owned: 100, cued: 70, faulted: 35, not_yet: 0 };

/** Why a battery is done. */
export const purposes = ['first', 'quick', 'return', 'squad'] as const;
export type Purpose = (typeof purposes)[number];

export const purposeWords: Readonly<Record<Purpose, string>> = {
  first: 'Full screen',
  quick: 'Quick re-check',
  return: 'Return after a leg injury',
  squad: 'Squad day',
};

/** What a trial holds when nothing was measured, read or recorded beside it and it corrects nothing. */
export const bareTrial = {
  answered: true,
  simulated: false,
  parts: null,
  rungId: null,
  readBy: null,
  traceId: null,
  stillId: null,
  supersedesId: null,
  reason: null,
  feltAlso: [] as FeltPlace[],
  note: null,
} as const;

/** How a trial ended, beside its figure; nothing of a loss, which is the rule. */
export const endedText: Readonly<Record<string, string | undefined>> = {
  gave_up: 'had enough',
  slipped: 'slipped',
  cap: 'held to the cap',
  pain: 'ended by pain',
  stopped: 'not counted',
};
