/** How limits grow where work goes well. */

/** A clean session: limits grow by 1 %, in logs. Own choice, in the range of prescription. */
export const growth = Math.log(1.01);
/** Clean sessions that make a limit grow in seven days: bodies do not grow faster for being asked more often. */
export const growthsAWeek = 2;
