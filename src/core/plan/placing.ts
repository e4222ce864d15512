import { EPSILON_S, type HandsLine } from './hands-line.ts';
import type { PanfulBlocks } from './panful.ts';

/** When the three blocks of a panful begin, s. */
export interface Placed {
  readonly pourS: number;
  readonly flipS: number;
  readonly liftS: number;
}

/** What placing needs of a panful: its three blocks and the gaps allowed between their starts. */
export type Blocks = Omit<PanfulBlocks, 'feasible'>;

/**
 * The latest panful that is all off by `offByS`, its blocks in what is free of these hands. Exact: wherever one block finds
 * no room, the one after it jumps to the last start from which it does. Of panfuls that end alike the one with the latest
 * flip, and then the latest pour.
 */
export function latestPlaced(hands: HandsLine, blocks: Blocks, offByS: number): Placed {
  const { pourS: pours, flipS: flips, liftS: lifts } = blocks;
  const [leastOne, mostOne] = blocks.pourToFlip;
  const [leastTwo, mostTwo] = blocks.flipToLift;
  let lift = hands.latestStart(offByS - lifts, lifts);
  for (;;) {
    let flip = hands.latestStart(lift - leastTwo, flips);
    while (flip >= lift - mostTwo - EPSILON_S) {
      const pour = hands.latestStart(flip - leastOne, pours);
      if (pour >= flip - mostOne - EPSILON_S) return { pourS: pour, flipS: flip, liftS: lift };
      flip = hands.latestStart(pour + mostOne, flips);
    }
    lift = hands.latestStart(flip + mostTwo, lifts);
  }
}
