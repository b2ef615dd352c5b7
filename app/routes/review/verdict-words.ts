/** What a retest says against the time before. */
export const verdictWords = {
  better: '▲ better',
  worse: '▼ worse',
  within_error: '· within error',
  not_comparable: '▨ not comparable',
} as const;
