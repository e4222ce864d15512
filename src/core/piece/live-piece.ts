import { leftAfterSteps } from './kinetics.ts';
import { advance, touchingShare } from './advance.ts';
import { appearanceOf, type Appearance } from './appearance.ts';
import { coldestC, leastSet, newColumn, turned, type Column, type ColumnSettings } from './column.ts';
import type { Cue } from './cues.ts';
import { FirstSide } from './first-side.ts';
import { fruitIn } from './fruit.ts';
import { PIECE_PARAMETERS } from './parameters.ts';
import { DONE_C, SPRINGS_BACK_SET } from './second-side.ts';
import { LID_AIR, QUICK, RIM_CELLS, roomAir, stepAt, type PieceInput } from './timeline.ts';

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
  private readonly open: ColumnSettings;
  private readonly covered: ColumnSettings;
  private readonly stepS: number;
  private readonly pouredM: number;
  private readonly core: Column;
  private readonly rim: Column;
  private readonly about: Column | undefined;
  private readonly first: FirstSide;
  private ageS = 0;
  private flippedS: number | null = null;
  private back: Column | undefined;
  private aboutBack: Column | undefined;
  private drawn = 0;

  constructor(input: PieceInput) {
    const { batter } = input;
    const parameters = input.parameters ?? PIECE_PARAMETERS;
    const shared = {
      batter,
      parameters,
      plate: input.plate,
      pressurePa: input.pressurePa,
      pressed: input.pressed,
      leftAfter: leftAfterSteps(),
    };
    this.open = { ...shared, air: roomAir(input) };
    this.covered = input.lid ? { ...shared, air: LID_AIR } : this.open;
    this.stepS = QUICK.stepS[batter.type];
    this.pouredM = input.thicknessMm / 1000;
    const cells = QUICK.cells[batter.type];
    const column = (thicknessM: number, of: number, fruit?: Column['fruit']) =>
      newColumn(this.open, thicknessM, input.batterC, of, fruit);
    this.core = column(this.pouredM, cells);
    this.rim = column(parameters.rimThickness * this.pouredM, Math.round(RIM_CELLS * cells));
    const fruit = input.fruit && input.fruit.count > 0 ? fruitIn(input.fruit, input.ambientC) : undefined;
    this.about = fruit && column(this.pouredM, cells, fruit.fruit);
    this.first = new FirstSide(input.flipBy, this.covered, input.thicknessMm, LONGEST_S);
  }

  /** Cooks on for `spanS` over metal that is at `plateC`. */
  cook(plateC: number, spanS: number): void {
    const { back, aboutBack } = this;
    const lying = back ?? this.core;
    const beforeJ = lying.heatInJM2;
    for (let left = spanS; left > 1e-9;) {
      const sideS = this.ageS - (this.flippedS ?? 0);
      const dt = Math.min(left, stepAt(sideS, this.stepS));
      if (back) {
        step(back, this.open, plateC, touchingShare(back, this.open), dt);
        if (aboutBack) step(aboutBack, this.open, plateC, touchingShare(aboutBack, this.open), dt);
      }
      if (!this.followed) {
        for (const column of [this.core, this.rim, this.about]) if (column) step(column, this.covered, plateC, 1, dt);
        this.first.see(this.ageS + dt, this.core, this.rim, this.about);
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
    this.back = turned(this.core, this.open);
    this.aboutBack = this.about && turned(this.about, this.open);
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
    return appearanceOf(this.back ?? this.core, this.rim, this.open, this.pouredM, this.back !== undefined);
  }

  inside(): Inside {
    const column = this.back ?? this.core;
    const coldest = this.aboutBack ? Math.min(coldestC(column), coldestC(this.aboutBack)) : coldestC(column);
    const set = this.aboutBack ? Math.min(leastSet(column), leastSet(this.aboutBack)) : leastSet(column);
    return {
      coldestC: coldest,
      cooked: set >= SPRINGS_BACK_SET && coldest >= DONE_C,
      firstLStar: this.back ? this.back.topLStar : this.core.baseLStar,
      secondLStar: this.back ? this.back.baseLStar : this.core.topLStar,
    };
  }
}

function step(column: Column, settings: ColumnSettings, plateC: number, touching: number, dt: number): void {
  column.plateC = plateC;
  advance(column, settings, touching, dt);
}
