import { given } from '#core/given';
import { nextActions, type Hand, type RunPlan } from '#core/guidance';
import { zoneKey, type RunState, pieceIn } from '#core/run';
import { byClock } from './by-clock.ts';
import type { DeskSide } from './desk-side.ts';
import { normal, seedFrom, seeded } from '#core/statistics';
import type { ToldRun } from './rehearsal-run.ts';
import type { Rehearsal } from './rehearsal.ts';
import type { TrueOutcome } from './lying-piece.ts';
import { pieceOf } from './piece-of.ts';

/** A plate that is not ready is waited for so long, then poured on all the same, ms. Assumed. */
const LONGEST_WAIT_MS = 300_000;
/** Hands that found a piece not done come back to it after this time, ms. Assumed, as the board asks again. */
const COMES_BACK_MS = 8_000;
/** What is not done after so many looks never will be on that plate. Assumed. */
const COMES_BACK_AT_MOST = 12;
/** What the board asks of the hands of a rehearsal, and when its policy does it. */
export class HandsAsked {
  /** Done by the hands and not tapped yet: the board still asks for it. */
  readonly untapped = new Set<string>();
  private readonly of: Rehearsal;
  private readonly told: ToldRun;
  private readonly desk: DeskSide;
  private readonly plan: RunPlan;
  private readonly outcomes: ReadonlyMap<string, TrueOutcome>;
  private readonly latenessOf = new Map<string, number>();

  /** @param outcomes of the pieces that are off, as they come */
  constructor(of: Rehearsal, told: ToldRun, desk: DeskSide, plan: RunPlan, outcomes: ReadonlyMap<string, TrueOutcome>) {
    this.of = of;
    this.told = told;
    this.desk = desk;
    this.plan = plan;
    this.outcomes = outcomes;
  }

  /** What the board asks for and the hands have not done yet, in the order in which this policy does it. */
  open(nowMs: number): Hand[] {
    const state = this.desk.state();
    const hands = nextActions(this.desk.run(), this.desk.predicted(nowMs), this.plan, nowMs);
    return hands
      .filter((hand) => !this.untapped.has(handKey(hand)) && !this.waitsForTest(state, hand, hands))
      .map((hand) => (hand.verb === 'pour' ? this.onceReady(hand, nowMs) : hand))
      .map((hand) => (hand.verb === 'pour' ? hand : { ...hand, dueMs: this.dueMs(state, hand, nowMs) }))
      .sort((a, b) => a.dueMs - b.dueMs);
  }

  /** A zone's first piece is poured alone, and the next when it is off. */
  private waitsForTest(state: RunState, hand: Hand, hands: readonly Hand[]): boolean {
    if (hand.verb !== 'pour') return false;
    const own = [...state.pieces.values()].filter(
      (piece) => piece.stationId === hand.stationId && piece.zoneId === hand.zoneId,
    );
    if ([...this.untapped].some((key) => key.startsWith(`pour ${hand.stationId}/${hand.zoneId}`))) return true;
    if (own.length === 0) return hand.placeId !== this.firstPlace(hand, hands);
    return own.length === 1 && own[0]!.offAtMs === null;
  }

  /** Where a zone's test piece goes: the place that was asked for first, as long as the board still asks for it. */
  private firstPlace({ stationId, zoneId, placeId }: Hand, hands: readonly Hand[]): string {
    const key = zoneKey(stationId, zoneId);
    const before = this.firstPlaces.get(key);
    const isAsked = hands.some(
      (each) => each.verb === 'pour' && each.stationId === stationId && each.placeId === before,
    );
    if (before !== undefined && isAsked) return before;
    this.firstPlaces.set(key, placeId);
    return placeId;
  }
  private readonly firstPlaces = new Map<string, string>();

  /** A pour waits for a plate that is not ready yet, as the board asks, but not for ever. */
  private onceReady(hand: Hand, nowMs: number): Hand {
    const key = zoneKey(hand.stationId, hand.zoneId);
    const zone = this.desk.predicted(nowMs).zones.find((each) => each.key === key);
    const begun = [...this.desk.state().onPlate.values()].some((id) => {
      const piece = pieceIn(this.desk.state(), id);
      return zoneKey(piece.stationId, piece.zoneId) === key;
    });
    if (begun || !zone || zone.ready) {
      this.waitingSince.delete(key);
      return hand;
    }
    const sinceMs = this.waitingSince.get(key) ?? Math.max(nowMs, hand.dueMs);
    this.waitingSince.set(key, sinceMs);
    return nowMs - sinceMs > LONGEST_WAIT_MS
      ? hand
      : { ...hand, dueMs: Math.max(hand.dueMs, sinceMs + LONGEST_WAIT_MS) };
  }
  private readonly waitingSince = new Map<string, number>();

  /** The first of its zone, poured alone to learn from. */
  isTest(state: RunState, pieceId: string): boolean {
    const piece = pieceIn(state, pieceId);
    for (const other of state.pieces.values())
      if (other.stationId === piece.stationId && other.zoneId === piece.zoneId) return other.id === pieceId;
    return false;
  }

  /** A piece that was found not done is come back to, some times; the board asks again by itself. False: it comes off as it is. */
  comeBack(pieceId: string, nowMs: number): boolean {
    const { times = 0 } = this.back.get(pieceId) ?? {};
    this.back.set(pieceId, { times: times + 1, atMs: nowMs + COMES_BACK_MS });
    return times < COMES_BACK_AT_MOST;
  }
  private readonly back = new Map<string, { readonly times: number; readonly atMs: number }>();

  /** When this policy turns or lifts a piece. */
  private dueMs(state: RunState, hand: Hand, nowMs: number): number {
    if (this.of.policy === 'predicted') return hand.dueMs;
    const backMs = hand.verb === 'lift' ? (this.back.get(pieceOf(hand))?.atMs ?? 0) : 0;
    return Math.max(this.byClockMs(state, hand, nowMs), backMs);
  }

  private byClockMs(state: RunState, hand: Hand, nowMs: number): number {
    const piece = pieceIn(state, pieceOf(hand));
    const { atTarget } = given(
      this.desk.predicted(nowMs).zones.find((zone) => zone.formulaId === hand.formulaId),
      'what is cooked has a zone',
    );
    const seen = [...this.outcomes].slice(0, this.of.policy === 'timer' ? this.firstPanful() : Infinity);
    const { firstS, secondS } = byClock(seen, atTarget, this.of.kitchen.eyes.lnTimeSd ?? 0, this.of.seed);
    return hand.verb === 'flip'
      ? piece.pouredAtMs + 1000 * firstS
      : given(piece.flippedAtMs, 'what is lifted was turned') + 1000 * secondS;
  }

  private firstPanful(): number {
    return this.plan.panfuls[0]?.size ?? 1;
  }

  /** How late these hands are with a piece, ms. */
  latenessMs(hand: Hand): number {
    if (hand.verb === 'pour') return 0;
    const key = `${hand.verb} ${hand.pieceId}`;
    let late = this.latenessOf.get(key);
    if (late === undefined) {
      const { lateS = 0, lateSdS = 0 } = this.of.kitchen.hands;
      late = 1000 * Math.max(0, lateS + lateSdS * normal(seeded(seedFrom(key, this.of.seed))));
      this.latenessOf.set(key, late);
    }
    return late;
  }
}

/** Tells a hand from every other. */
export function handKey({ verb, stationId, zoneId, placeId, pieceId }: Hand): string {
  return verb === 'pour' ? `pour ${stationId}/${zoneId} ${placeId}` : `${verb} ${pieceId}`;
}
