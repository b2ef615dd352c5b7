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

/** Why a trial ended: position lost, the cap reached (held), done as asked, pain, or stopped by tester or athlete. */
export const endReasons = ['loss', 'cap', 'done', 'pain', 'stopped'] as const;
export type EndReason = (typeof endReasons)[number];

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
} as const;
