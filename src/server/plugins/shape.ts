/** How much a request's body may hold, whatever it says. */
export const MOST = {
  /** Lists within objects within lists. */
  depth: 24,
  /** Values in the whole body: a day's worth of taps sent at once. */
  values: 60_000,
  /** Values in one event: a plate laid with two hundred places is some eight hundred. */
  valuesInEvent: 6_000,
} as const;

/** What is too much of a parsed body: its depth or its number of values; null when neither. Visits no more than it may. */
export function shapeFault(body: unknown, mostValues: number = MOST.values): 'deep' | 'large' | null {
  let level: unknown[] = [body];
  let seen = 0;
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > MOST.depth) return 'deep';
    const next: unknown[] = [];
    for (const value of level) {
      if (value === null || typeof value !== 'object') continue;
      for (const key in value) {
        seen += 1;
        if (seen > mostValues) return 'large';
        next.push((value as Record<string, unknown>)[key]);
      }
    }
    level = next;
  }
  return null;
}
