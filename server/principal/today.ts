const formats = new Map<string, Intl.DateTimeFormat>();

/** The calendar day it is now in a time zone, YYYY-MM-DD. */
export function todayIn(timeZone: string, now: Date = new Date()): string {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-CA', {
      timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
    });
    formats.set(timeZone, format);
  }
  return format.format(now);
}
