import { HandsLine } from './hands-line.ts';
import { given } from '#core/given';
import { latestPlaced, type Blocks, type Placed } from './placing.ts';
import type { LaidOut } from './problem.ts';

/** A panful to be placed: of a job, on one of its grounds, by a pair of hands. */
export interface Turn {
  readonly job: number;
  /** Which of the job's grounds. */
  readonly ground: number;
  readonly size: number;
  readonly cook: number;
  /** Not later than this though there were room, s. */
  readonly offByS?: number;
  /** Exactly so long from pour to flip and from flip to lift, as in a rhythm. */
  readonly lags?: readonly [number, number];
}

/** A turn placed, s. */
export interface PlacedTurn extends Turn, Placed {
  readonly zone: number;
  /** Last piece off. */
  readonly endS: number;
}

/** What a plan costs, in this order. */
export interface Cost {
  /** Pieces held too long, and hands too busy, as one figure of badness: s. */
  readonly overS: number;
  /** Over all pieces, from the plate to the table. */
  readonly heldS: number;
  readonly spanS: number;
  readonly panfuls: number;
  /** One figure to compare by. */
  readonly total: number;
}

/** What a second over a limit, a second a piece is held, a second of the whole and a panful weigh. Assumed: a morning that begins a minute later is worth twenty pieces held a minute less. */
export const WEIGHTS = { over: 1000, held: 1, span: 20, panful: 0.001 } as const;

/** A plan as it is put together from its end: the hands' free time, the zones' next pours and what is still to be cooked. */
export class Decoder {
  private readonly of: LaidOut;
  private readonly lines: HandsLine[];
  private readonly nextPourS: Float64Array;
  private readonly table: Int32Array;
  private readonly left: Int32Array;
  private readonly busyS: Float64Array;
  private overS = 0;
  private heldS = 0;
  private firstS = 0;
  private lastS = -Infinity;

  constructor(of: LaidOut) {
    this.of = of;
    this.lines = Array.from({ length: of.cooking.cooks }, () => new HandsLine());
    this.nextPourS = new Float64Array(of.zoneKeys.length);
    this.table = new Int32Array(of.due.length);
    this.left = new Int32Array(of.due.length);
    this.busyS = new Float64Array(of.cooking.cooks);
  }

  /** Nothing is planned yet. */
  begin(): void {
    for (const line of this.lines) line.clear();
    this.nextPourS.fill(Infinity);
    this.busyS.fill(0);
    this.table.fill(0);
    this.of.due.forEach((due, job) => (this.left[job] = due[0]?.pieces ?? 0));
    [this.overS, this.heldS, this.firstS, this.lastS] = [0, 0, 0, -Infinity];
  }

  /** Pieces of a job still to be cooked for the table whose turn it is; 0: for none. */
  leftOf(job: number): number {
    return this.left[job]!;
  }

  /** Where a turn would come to lie; nothing where so many are not wanted, or do not fit there. */
  peek({ job, ground, size, cook, offByS = Infinity, lags }: Turn): Placed | null {
    const { zone, recoveryS, blocks } = this.of.grounds[job]![ground]!;
    const own = blocks[size - 1];
    if (!own || size > this.left[job]!) return null;
    const tableS = this.of.due[job]![this.table[job]!]!.atS;
    const by = Math.min(tableS, this.nextPourS[zone]! - recoveryS, offByS);
    return latestPlaced(this.lines[cook]!, lags ? pinned(own, lags) : own, by);
  }

  /** Puts a turn where it was seen to come to lie. */
  put({ job, ground, size, cook }: Turn, { pourS, flipS, liftS }: Placed): void {
    const { zone, blocks } = this.of.grounds[job]![ground]!;
    const own = blocks[size - 1]!;
    const line = this.lines[cook]!;
    line.add(pourS, pourS + own.pourS);
    line.add(flipS, flipS + own.flipS);
    line.add(liftS, liftS + own.liftS);
    this.busyS[cook]! += own.pourS + own.flipS + own.liftS;
    this.nextPourS[zone] = pourS;
    const eachS = own.liftS / size;
    const longestS = this.of.due[job]![this.table[job]!]!.atS - liftS - eachS;
    this.heldS += size * longestS - (eachS * size * (size - 1)) / 2;
    const { holdLimitS } = this.of.cooking;
    for (let i = 0; i < size && longestS - i * eachS > holdLimitS; i++) this.overS += longestS - i * eachS - holdLimitS;
    this.firstS = Math.min(this.firstS, pourS);
    this.lastS = Math.max(this.lastS, liftS + own.liftS);
    this.left[job]! -= size;
    if (this.left[job] === 0) {
      this.table[job]! += 1;
      this.left[job] = this.of.due[job]![this.table[job]!]?.pieces ?? 0;
    }
  }

  /** At least what the plan will cost, whatever comes before what it holds. */
  get costs(): number {
    return WEIGHTS.over * this.overS + WEIGHTS.held * this.heldS;
  }

  /** What a plan of so many panfuls costs, once it holds all. */
  cost(panfuls: number): Cost {
    const { busiest } = this.of.cooking;
    const spanS = -this.firstS;
    let overS = this.overS;
    for (const busyS of this.busyS) overS += Math.max(0, busyS - busiest * (this.lastS - this.firstS));
    const total = WEIGHTS.over * overS + WEIGHTS.held * this.heldS + WEIGHTS.span * spanS + WEIGHTS.panful * panfuls;
    return { overS, heldS: this.heldS, spanS, panfuls, total };
  }

  /**
   * Places turns one after the other, the last of the morning first, each as late as hands, zone and table let it.
   * @returns what they cost; null where they are not the pieces wanted, or cost more than `worthless`
   */
  decode(turns: readonly Turn[], worthless = Infinity): Cost | null {
    this.begin();
    for (const turn of turns) {
      const placed = this.peek(turn);
      if (!placed) return null;
      this.put(turn, placed);
      if (this.costs > worthless) return null;
    }
    if (this.left.some((pieces) => pieces > 0)) return null;
    const cost = this.cost(turns.length);
    return cost.total > worthless ? null : cost;
  }

  /** The same turns with their moments, in order of pouring. */
  placed(turns: readonly Turn[]): PlacedTurn[] {
    this.begin();
    return turns
      .map((turn) => {
        const at = given(this.peek(turn), 'turns of a plan are the pieces wanted');
        this.put(turn, at);
        const { zone, blocks } = this.of.grounds[turn.job]![turn.ground]!;
        return { ...turn, ...at, zone, endS: at.liftS + blocks[turn.size - 1]!.liftS };
      })
      .sort((a, b) => a.pourS - b.pourS);
  }
}

function pinned(blocks: Blocks, [first, second]: readonly [number, number]): Blocks {
  return { ...blocks, pourToFlip: [first, first], flipToLift: [second, second] };
}
