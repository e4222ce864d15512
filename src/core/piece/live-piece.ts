import { advance, touchingShare } from './advance.ts';
import { appearanceOf, type Appearance } from './appearance.ts';
import { coldestC, leastSet, turned, type Column, type ColumnSettings } from './column.ts';
import type { Cue } from './cues.ts';
import { FirstSide } from './first-side.ts';
import { pouredPiece, type PieceInput, type PouredPiece } from './poured-piece.ts';
import { DONE_C, SPRINGS_BACK_SET } from './second-side.ts';
import { QUICK, stepAt } from './timeline.ts';

/** Moments of a first side, s after its pour; what has not come, or never does, is absent. */
export interface FirstSideMoments {
  /** From when the inside will hold the flip. */
  readonly holdsS?: number;
  readonly bestS?: number;
  /** The underside passes brown. */
  readonly darkS?: number;
}

/** How a piece is inside and on both faces. */
export interface Inside {
  readonly coldestC: number;
  readonly cooked: boolean;
  readonly firstLStar: number;
  readonly secondLStar: number;
}

/** A piece is followed for so long at most, s. Numerical. */
const LONGEST_S = 420;
/** A first side is followed so far past its best flip, whatever was done with the piece. Numerical. */
const FOLLOWED_PAST_BEST = 1.3;

/**
 * A piece cooked step by step on a plate whose temperature is given from outside, turned and lifted by somebody. Its first
 * side is followed on after the turn, as if nobody had turned it, until its moments are known.
 */
export class LivePiece {
  private readonly poured: PouredPiece;
  private readonly stepS: number;
  private readonly first: FirstSide;
  private ageS = 0;
  private flippedS: number | null = null;
  private back: Column | undefined;
  private aboutBack: Column | undefined;
  private drawn = 0;

  constructor(input: PieceInput) {
    const { type } = input.batter;
    this.poured = pouredPiece(input, QUICK.cells[type]);
    this.stepS = QUICK.stepS[type];
    this.first = new FirstSide(input.flipBy, this.poured.covered, input.thicknessMm, LONGEST_S);
  }

  /** Cooks on for `spanS` over metal that is at `plateC`. */
  cook(plateC: number, spanS: number): void {
    const { back, aboutBack } = this;
    const { open, covered, core, rim, about } = this.poured;
    const lying = back ?? core;
    const beforeJ = lying.heatInJM2;
    for (let left = spanS; left > 1e-9;) {
      const sideS = this.ageS - (this.flippedS ?? 0);
      const dt = Math.min(left, stepAt(sideS, this.stepS));
      if (back) {
        step(back, open, plateC, touchingShare(back, open), dt);
        if (aboutBack) step(aboutBack, open, plateC, touchingShare(aboutBack, open), dt);
      }
      if (!this.followed) {
        for (const column of [core, rim, about]) if (column) step(column, covered, plateC, 1, dt);
        this.first.see(this.ageS + dt, core, rim, about);
      }
      this.ageS += dt;
      left -= dt;
    }
    this.drawn = (lying.heatInJM2 - beforeJ) / spanS;
  }

  /** Heat that the face on the plate drew over the last span, W/m². */
  get drawnWm2(): number {
    return this.drawn;
  }

  flip(): void {
    if (this.back) return;
    this.flippedS = this.ageS;
    this.back = turned(this.poured.core, this.poured.open);
    this.aboutBack = this.poured.about && turned(this.poured.about, this.poured.open);
  }

  /** Whether all that a first side can show is known, and its columns may rest. */
  get followed(): boolean {
    if (this.ageS >= LONGEST_S) return true;
    const { bestS } = this.moments();
    return this.flippedS !== null && bestS !== undefined && this.ageS > FOLLOWED_PAST_BEST * bestS;
  }

  moments(): FirstSideMoments {
    const { best, holdsAt, darkAt } = this.first;
    return {
      ...(holdsAt === undefined ? {} : { holdsS: holdsAt }),
      ...(best === undefined ? {} : { bestS: best }),
      ...(darkAt === undefined ? {} : { darkS: darkAt }),
    };
  }

  /** When each cue showed, s after the pour; none after the flip, when nobody sees that face. */
  cues(): Partial<Record<Cue, number>> {
    const until = this.flippedS ?? Infinity;
    return Object.fromEntries(Object.entries(this.first.found().cues).filter(([, atS]) => atS <= until));
  }

  look(): Appearance {
    return appearanceOf(
      this.back ?? this.poured.core,
      this.poured.rim,
      this.poured.open,
      this.poured.thicknessM,
      this.back !== undefined,
    );
  }

  inside(): Inside {
    const column = this.back ?? this.poured.core;
    const coldest = this.aboutBack ? Math.min(coldestC(column), coldestC(this.aboutBack)) : coldestC(column);
    const set = this.aboutBack ? Math.min(leastSet(column), leastSet(this.aboutBack)) : leastSet(column);
    return {
      coldestC: coldest,
      cooked: set >= SPRINGS_BACK_SET && coldest >= DONE_C,
      firstLStar: this.back ? this.back.topLStar : this.poured.core.baseLStar,
      secondLStar: this.back ? this.back.baseLStar : this.poured.core.topLStar,
    };
  }
}

function step(column: Column, settings: ColumnSettings, plateC: number, touching: number, dt: number): void {
  column.plateC = plateC;
  advance(column, settings, touching, dt);
}
