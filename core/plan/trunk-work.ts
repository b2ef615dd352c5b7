/** How much trunk work an athlete does when a season begins; asked at the first plan. */
export const trunkWork = ['none', 'once', 'more'] as const;
export type TrunkWork = (typeof trunkWork)[number];
