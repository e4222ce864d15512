import * as v from 'valibot';

/** What any event may hold: ids, moments and texts within bounds of sense. */

export const Uuid = v.pipe(v.string(), v.uuid());
const YEAR_2000_MS = 946_684_800_000; // Definition.
export const YEAR_2100_MS = 4_102_444_800_000; // Definition.
/** A moment of this century or a clock that was never set: in 2100 this must be looked at again. */
export const TimeMs = v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(YEAR_2100_MS));
/** A moment that a cook names. */
export const DayMs = v.pipe(TimeMs, v.minValue(YEAR_2000_MS, 'This is a time of long ago.'));
export const Text = (max: number) => v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(max));
export const Id = v.pipe(v.string(), v.minLength(1), v.maxLength(60));
