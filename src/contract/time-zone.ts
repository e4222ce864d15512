import * as v from 'valibot';

export const TimeZoneSchema = v.pipe(v.string(), v.maxLength(60), v.check(isTimeZone, 'This time zone is not known.'));

function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}
