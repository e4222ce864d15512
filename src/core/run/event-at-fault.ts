/**
 * The event from which on a log cannot be worked out: of all beginnings of the log, the last event of the shortest one that
 * fails; null when even an empty one does. As many tries as the log has halves.
 */
export async function eventAtFault<Event>(
  log: readonly Event[],
  worksOut: (upTo: readonly Event[]) => Promise<boolean>,
): Promise<Event | null> {
  if (!(await worksOut([]))) return null;
  let [works, fails] = [0, log.length];
  while (fails - works > 1) {
    const middle = Math.floor((works + fails) / 2);
    if (await worksOut(log.slice(0, middle))) works = middle;
    else fails = middle;
  }
  return log[fails - 1] ?? null;
}
