import type { BatterFamily } from '#core/formula';
import { coldestC, leastSet, type Column } from './column.ts';
import type { PieceTimeline, Window } from './cues.ts';
import { FirstPassage } from './first-passage.ts';
import { BROWNING_LSTAR } from './parameters.ts';

export const SPRINGS_BACK_SET = 0.7; // assumed
export const DONE_C = 72; // coldest point; just above the 71 °C that egg dishes need (USDA FSIS). Source: USDA FSIS, from memory.
/** The second face is taken off paler than the first. Assumed. */
const COLOURED: Record<BatterFamily, number> = { leavened: BROWNING_LSTAR.lightGold, thin: 76 };
/** A pale second side that is done inside is not waited for longer than this share of its first. Common practice, no source. */
const WAITED_SHARE: Record<BatterFamily, number> = { leavened: 0.5, thin: 76 };
const EARLIEST_SHARE = 0.6; // of the best: no sooner, however done it is; assumed
const WIDEST = { share: 0.25, fixedS: 3 };

/** Watches a second side and says when it is done. */
export class SecondSide {
  private readonly longestS: number;
  private readonly waitedS: number;
  private readonly springs = new FirstPassage(SPRINGS_BACK_SET, 'rises');
  private readonly hot = new FirstPassage(DONE_C, 'rises');
  private readonly coloured: FirstPassage;
  private readonly brown = new FirstPassage(BROWNING_LSTAR.brown, 'falls');
  private coldestAtBestC: number | undefined;
  private lastColdestC = 0;
  private lastS = 0;

  /** @param firstS how long the first side took */
  constructor(type: BatterFamily, firstS: number, longestS: number) {
    this.longestS = longestS;
    this.waitedS = WAITED_SHARE[type] * firstS;
    this.coloured = new FirstPassage(COLOURED[type], 'falls');
  }

  see(atS: number, core: Column, aboutFruit: Column | undefined): void {
    this.lastS = atS;
    this.springs.see(atS, aboutFruit ? Math.min(leastSet(core), leastSet(aboutFruit)) : leastSet(core));
    this.lastColdestC = aboutFruit ? Math.min(coldestC(core), coldestC(aboutFruit)) : coldestC(core);
    this.hot.see(atS, this.lastColdestC);
    this.coloured.see(atS, core.baseLStar);
    this.brown.see(atS, core.baseLStar);
    if (this.best !== undefined) this.coldestAtBestC ??= this.lastColdestC;
  }

  /** From when it is done inside. */
  private get inside(): number | undefined {
    return this.springs.at === undefined || this.hot.at === undefined
      ? undefined
      : Math.max(this.springs.at, this.hot.at);
  }

  get best(): number | undefined {
    if (this.inside === undefined) return undefined;
    if (this.coloured.at !== undefined) return Math.max(this.inside, Math.min(this.coloured.at, this.waitedS));
    return this.lastS >= this.waitedS ? Math.max(this.inside, this.waitedS) : undefined;
  }

  over(atS: number): boolean {
    return this.best !== undefined && (this.brown.at !== undefined || atS > 2 * this.best);
  }

  window(): Window {
    const bestS = this.best ?? this.longestS;
    const widest = bestS * (1 + WIDEST.share) + WIDEST.fixedS;
    return {
      earliestS: Math.max(Math.min(this.inside ?? bestS, bestS), EARLIEST_SHARE * bestS),
      bestS,
      latestS: Math.max(bestS, Math.min(widest, this.brown.at ?? widest)),
    };
  }

  done(): PieceTimeline['done'] {
    const springsBackS = this.springs.at;
    const colouredS = this.coloured.at;
    return {
      ...(springsBackS === undefined ? {} : { springsBackS }),
      ...(colouredS === undefined ? {} : { colouredS }),
      coldestC: this.coldestAtBestC ?? this.lastColdestC,
    };
  }
}
