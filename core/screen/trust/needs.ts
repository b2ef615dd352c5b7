/** Repeats lie this many days apart at most. */
export const repeatDays = 7;
/** Fewest athletes for a typical error of the practice's own. */
export const repeatAthletes = 8;
/** Fewest athletes for targets of the practice's own. */
export const percentileAthletes = 20;
