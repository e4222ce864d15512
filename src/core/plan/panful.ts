/** Seconds of hands: fat once a panful, then each pour, flip and lift. */
export interface HandTimes {
  readonly greaseS: number;
  readonly pourS: number;
  readonly flipS: number;
  readonly liftS: number;
}

/** A side's best time and how far from it a flip or lift is still good. */
export interface SideTime {
  readonly bestS: number;
  readonly earlyS: number;
  readonly lateS: number;
}

/** Three blocks of hands (pour A, flip B, lift C) and the gaps allowed between their starts. */
export interface PanfulBlocks {
  readonly pourS: number;
  readonly flipS: number;
  readonly liftS: number;
  readonly pourToFlip: readonly [number, number];
  readonly flipToLift: readonly [number, number];
  /** False when the panful is too large for one cook to reach every piece in its window: it must be split. */
  readonly feasible: boolean;
}

/**
 * Blocks of a panful of `size` pieces handled one after the other: piece i is poured at A + grease + i·pour and flipped at
 * B + i·flip, and each must fall in its own window; likewise flip to lift. Own derivation; check values in docs/models.md.
 */
export function panfulBlocks(size: number, hands: HandTimes, first: SideTime, second: SideTime): PanfulBlocks {
  const last = size - 1;
  const { greaseS: g, pourS: p, flipS: f, liftS: l } = hands;
  const pourToFlip = [
    g + p + Math.max(first.bestS - first.earlyS + last * Math.max(p - f, 0), last * p),
    g + p + first.bestS + first.lateS - last * Math.max(f - p, 0),
  ] as const;
  const flipToLift = [
    f + Math.max(second.bestS - second.earlyS + last * Math.max(f - l, 0), last * f),
    f + second.bestS + second.lateS - last * Math.max(l - f, 0),
  ] as const;
  return {
    pourS: g + p * size,
    flipS: f * size,
    liftS: l * size,
    pourToFlip,
    flipToLift,
    feasible: pourToFlip[0] <= pourToFlip[1] + 1e-9 && flipToLift[0] <= flipToLift[1] + 1e-9,
  };
}
