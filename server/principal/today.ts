const formats = new Map<string, Intl.DateTimeFormat>();

/** The calendar day of a moment in a time zone, YYYY-MM-DD. */
export function dayIn(timeZone: string, moment: Date = new Date()): string {
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
  return format.format(moment);
}

/** Is this a time zone the machine knows? */
export function isTimeZone(text: string): boolean {
  try {
    new Intl.DateTimeFormat('en-CA', { timeZone: text });
    return true;
  } catch {
    return false;
  }
}
