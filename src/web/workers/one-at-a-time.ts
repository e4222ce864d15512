/**
 * Asks one thing at a time: while an answer is awaited, that it is wanted again is kept and not queued, so that taps in
 * quick order never pile up. Nothing to ask for, and no answer, is null; a question that fails is left.
 * @param supersede called when it is wanted again while an answer is awaited
 */
export function oneAtATime<T>(
  ask: () => Promise<T | null> | null,
  take: (answer: T) => void,
  supersede: () => void = () => undefined,
): () => Promise<void> {
  let [busy, again] = [false, false];
  return async () => {
    again = true;
    if (busy) return supersede();
    busy = true;
    while (again) {
      again = false;
      const answer = await (async () => ask())().catch(() => null);
      if (answer !== null) take(answer);
    }
    busy = false;
  };
}
