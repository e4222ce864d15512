import type { Cost, Decoder, Turn } from './decoding.ts';
import type { LaidOut } from './problem.ts';

/** How a job is cooked all through: so many on a plate, on so many of its zones, so long on each side, one so long after the other. */
export interface Habit {
  readonly most: number;
  readonly zones: number;
  /** Panful by panful in turn; null: as long as it comes. */
  readonly lags: readonly (readonly [number, number] | null)[];
  /** From the end of one to the end of the next, at least, in turn, s. */
  readonly headwaysS: readonly number[];
}

/** A list of turns and what it costs. */
export interface Listed {
  readonly turns: readonly Turn[];
  readonly cost: Cost;
}

/** Always the panful that can end latest goes in next, from the end of the morning; each job after its habit. */
export function greedy({ grounds, cooking }: LaidOut, decoder: Decoder, habits: readonly Habit[]): Listed {
  decoder.begin();
  const turns: Turn[] = [];
  const made = habits.map(() => ({ panfuls: 0, endS: Infinity }));
  for (;;) {
    let best: { turn: Turn; at: NonNullable<ReturnType<Decoder['peek']>>; endS: number } | null = null;
    for (let job = 0; job < grounds.length; job++) {
      const left = decoder.leftOf(job);
      if (left === 0) continue;
      const { most, zones, lags, headwaysS } = habits[job]!;
      const { panfuls, endS: lastEndS } = made[job]!;
      const pinned = lags[panfuls % lags.length] ?? null;
      const offByS = lastEndS - headwaysS[panfuls % headwaysS.length]!;
      for (let ground = 0; ground < Math.min(zones, grounds[job]!.length); ground++) {
        const { most: fits, blocks } = grounds[job]![ground]!;
        const size = Math.min(left, most, fits);
        const own = blocks[size - 1]!;
        const turnLags = pinned && withinWindows(pinned, own.pourToFlip, own.flipToLift);
        for (let cook = 0; cook < cooking.cooks; cook++) {
          const turn: Turn = {
            ...{ job, ground, size, cook },
            ...(turnLags && { lags: turnLags }),
            ...(offByS < Infinity && { offByS }),
          };
          const at = decoder.peek(turn);
          if (!at) continue;
          const endS = at.liftS + own.liftS;
          if (!best || endS > best.endS + 1e-6 || (endS > best.endS - 1e-6 && at.pourS > best.at.pourS + 1e-6))
            best = { turn, at, endS };
        }
      }
    }
    if (!best) return { turns, cost: decoder.cost(turns.length) };
    decoder.put(best.turn, best.at);
    turns.push(best.turn);
    made[best.turn.job] = { panfuls: made[best.turn.job]!.panfuls + 1, endS: best.endS };
  }
}

function withinWindows(
  [first, second]: readonly [number, number],
  one: readonly [number, number],
  two: readonly [number, number],
): readonly [number, number] {
  const within = (value: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, value));
  return [within(first, one), within(second, two)];
}
