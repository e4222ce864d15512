/**
 * Asks a worker one thing at a time: while an answer is awaited, that it is wanted again is kept and not queued, so that
 * taps in quick order never pile up. Nothing to ask for is null; a question that fails is left.
 */
export function oneAtATime<T>(ask: () => Promise<T> | null, take: (answer: T) => void): () => Promise<void> {
  let [busy, again] = [false, false];
  return async () => {
    again = true;
    if (busy) return;
    busy = true;
    while (again) {
      again = false;
      const answer = await Promise.resolve(ask()).catch(() => null);
      if (answer !== null) take(answer);
    }
    busy = false;
  };
}
