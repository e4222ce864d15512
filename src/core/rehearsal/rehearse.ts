import { given } from '#core/given';
import { Memo } from '#core/memo';
import { placeOf } from '#core/surface';
import { pieceInput } from '#core/forecast';
import { type Hand, type RunPlan } from '#core/guidance';
import { zoneKey, pieceIn, pinnedFormula } from '#core/run';
import { choresOf, type Chore } from './chores.ts';
import { DeskSide } from './desk-side.ts';
import { HandsAsked, handKey } from './hands-asked.ts';
import { judgedWord } from './judged-word.ts';
import { seedFrom, seeded } from '#core/statistics';
import { toldRun } from './rehearsal-run.ts';
import type { Rehearsal, RehearsedPiece, RehearsalResult } from './rehearsal.ts';
import { StoveHands } from './stove-hands.ts';
import type { TrueOutcome } from './lying-piece.ts';
import { discMm } from './true-disc.ts';
import { TrueKitchen } from './true-kitchen.ts';
import { pieceOf } from './piece-of.ts';

/** Between two looks at the board at most, s. Assumed. */
const LOOK_EVERY_S = 20;
/** Hands of a row do what is due within this time of its first, ms: as the board's row. Common practice, no source. */
const ROW_MS = 25_000;
const MISSED_TAPS = 0.2; // Assumed.
/** A missed tap is made when the board is next looked at, s later. Assumed. */
const LATE_TAP_S = { least: 5, most: 20 };
const MAX_LOOKS = 50_000;
/** Rehearses a whole run in a hidden kitchen, without a screen. @throws Error when it does not end (a fault of the desk). */
export function rehearse(rehearsal: Rehearsal): RehearsalResult {
  return new Cook(rehearsal).morning();
}

/** Hands and eyes at work: what they do reaches the kitchen at once and the desk by their taps. */
class Cook {
  private readonly of: Rehearsal;
  private readonly told: ReturnType<typeof toldRun>;
  private readonly truth: TrueKitchen;
  private readonly random: () => number;
  private readonly plan: RunPlan;
  private readonly coldMs: number;
  private readonly desk: DeskSide;
  private readonly predicted = new Map<string, RehearsedPiece['predicted']>();
  private readonly predictedAtFlip = new Map<string, number>();
  private readonly liftedS = new Map<string, number>();
  private readonly outcomes = new Map<string, TrueOutcome>();
  private readonly lateTaps: Chore[] = [];
  private readonly asked: HandsAsked;
  private readonly stove: StoveHands;
  private nowMs: number;

  constructor(of: Rehearsal) {
    this.of = of;
    this.told = toldRun(of.kitchen, of.run, of.before);
    this.desk = new DeskSide(this.told, of.memo ?? new Memo());
    this.random = seeded(seedFrom('hands', of.seed));
    this.plan = this.desk.plan();
    this.asked = new HandsAsked(of, this.told, this.desk, this.plan, this.outcomes);
    this.coldMs = Math.min(...this.plan.preheats.map(({ lightMs }) => lightMs)) - 1000;
    this.truth = new TrueKitchen(of.kitchen, this.told.stationIds, of.seed);
    this.nowMs = this.plan.startMs;
    this.stove = new StoveHands(this.told, this.desk, this.truth, {
      nowMs: () => this.nowMs,
      waitUntil: (atMs) => this.waitUntil(atMs),
    });
  }

  morning(): RehearsalResult {
    const { startMs, firstPourMs, lastLiftMs, spareS } = this.plan;
    const { modelVersion } = this.told.pins;
    this.desk.tap(startMs, 'plan-adopted', { startMs, firstPourMs, lastLiftMs, spareS, modelVersion });
    for (const chore of choresOf(this.desk, this.plan, this.stove)) {
      this.waitUntil(chore.atMs);
      chore.act();
    }
    for (let looks = 0; this.lookAndAct(); looks++)
      if (looks > MAX_LOOKS) throw new Error('The rehearsal did not end.');
    this.desk.tap(this.nowMs + 20_000, 'run-finished', {});
    return { events: this.desk.events, pieces: this.pieces(), learned: this.desk.learned(this.nowMs) };
  }

  /** One look at the board and what follows from it; false when nothing is left to do. */
  private lookAndAct(): boolean {
    const late = this.lateTaps[0];
    const hand = this.asked.open(this.nowMs)[0];
    if (!hand && !late) return false;
    const actMs = hand ? Math.max(this.nowMs, hand.dueMs + this.asked.latenessMs(hand)) : Infinity;
    const untilMs = Math.min(actMs, late?.atMs ?? Infinity, this.nowMs + LOOK_EVERY_S * 1000);
    const call = this.truth.advanceTo(this.seconds(untilMs));
    this.nowMs = this.coldMs + this.truth.timeS * 1000;
    if (call) {
      if (this.of.attention === 'full') this.desk.tap(this.nowMs, 'cue-seen', call);
    } else if (late && this.nowMs >= late.atMs - 1) {
      this.lateTaps.shift();
      late.act();
    } else if (hand && this.nowMs >= actMs - 1) {
      this.act(hand);
    }
    this.stove.takeAdvice();
    return true;
  }

  private act(hand: Hand): void {
    if (this.of.attention === 'full') return this.isTooSoon(hand) ? undefined : this.doAndTap([hand], 0, false);
    const { hands } = this.desk.run().formula(hand.formulaId);
    const eachS = { pour: hands.pourS, flip: hands.flipS, lift: hands.liftS }[hand.verb];
    const row = this.asked
      .open(this.nowMs)
      .filter(
        (other) =>
          other.verb === hand.verb &&
          zoneKey(other.stationId, other.zoneId) === zoneKey(hand.stationId, hand.zoneId) &&
          other.dueMs <= hand.dueMs + ROW_MS,
      );
    this.doAndTap(row, eachS, this.random() < MISSED_TAPS);
  }

  /** Watchful hands press a piece before they take it off: one that does not spring back they come back to, whatever the board or a clock says. */
  private isTooSoon(hand: Hand): boolean {
    if (hand.verb !== 'lift') return false;
    const pieceId = pieceOf(hand);
    if (this.truth.springsBack(pieceId) || !this.asked.comeBack(pieceId, this.nowMs)) return false;
    this.desk.tap(this.nowMs, 'cue-seen', { pieceId, cue: 'notYet', side: 2 });
    return true;
  }

  /** Does hands one after another and taps them together, at once or late. */
  private doAndTap(row: readonly Hand[], eachS: number, missed: boolean): void {
    const taps: ((delayMs: number) => void)[] = [];
    for (const hand of row) {
      this.waitUntil(this.nowMs + (taps.length ? eachS * 1000 : 0));
      taps.push(this.perform(hand));
    }
    if (!missed) return taps.forEach((tap) => tap(0));
    const delayMs = 1000 * (LATE_TAP_S.least + (LATE_TAP_S.most - LATE_TAP_S.least) * this.random());
    const keys = row.map(handKey);
    keys.forEach((key) => this.asked.untapped.add(key));
    this.lateTaps.push({
      atMs: this.nowMs + delayMs,
      act: () => {
        keys.forEach((key) => this.asked.untapped.delete(key));
        taps.forEach((tap) => tap(delayMs));
      },
    });
    this.lateTaps.sort((a, b) => a.atMs - b.atMs);
  }

  /** What hands do with a piece; returns the tap that tells the desk, so much later. */
  private perform(hand: Hand): (delayMs: number) => void {
    const doneMs = this.nowMs;
    const { formulaId, stationId, placeId } = hand;
    if (hand.verb === 'pour') {
      const pieceId = this.desk.nextId();
      const { pins } = this.told;
      const ref = { formulaId, stationId, zoneId: hand.zoneId, placeId };
      const input = pieceInput(this.desk.run(), ref, doneMs);
      const volumeMl = given(pinnedFormula(pins, formulaId), 'it is asked of by the run').body.portion.volumeMl;
      const diameterMm = discMm(volumeMl, input.thicknessMm);
      this.stove.readyForPanful(hand);
      this.truth.pour({ pieceId, stationId, spot: placeOf(this.desk.run(), ref), input, diameterMm });
      return (delayMs) => {
        this.desk.tap(doneMs + delayMs, 'poured', { pieceId, formulaId, stationId, placeId, volumeMl });
        const predicted = this.desk.predicted(this.nowMs).pieces[pieceId];
        if (predicted)
          this.predicted.set(pieceId, { bestS: predicted.timeline.flip.bestS, spreadS: predicted.flipSpreadS });
      };
    }
    const pieceId = pieceOf(hand);
    if (hand.verb === 'flip') {
      this.predictedAtFlip.set(
        pieceId,
        (this.desk.predicted(this.nowMs).pieces[pieceId]!.flip.bestMs - this.pouredMs(pieceId)) / 1000,
      );
      this.truth.flip(pieceId);
      const test = this.asked.isTest(this.desk.state(), pieceId);
      const judged = test || this.of.attention === 'full';
      const underside = judgedWord(this.truth.judgedLStar(pieceId));
      return (delayMs) => {
        this.desk.tap(doneMs + delayMs, 'flipped', { pieceId });
        const piece = pieceIn(this.desk.state(), pieceId);
        const afterS = Math.round((doneMs - piece.pouredAtMs) / 1000);
        if (judged && afterS >= 5)
          this.desk.tap(doneMs + delayMs, 'reading-taken', {
            ...{ stationId, zoneId: hand.zoneId, spot: placeOf(this.desk.run(), piece) },
            ...{ method: 'piece', formulaId, afterS, underside },
          });
      };
    }
    this.truth.lift(pieceId);
    const outcome = this.truth.outcome(pieceId);
    this.outcomes.set(pieceId, outcome);
    this.liftedS.set(pieceId, this.truth.timeS - outcome.pouredS);
    return (delayMs) => {
      this.desk.tap(doneMs + delayMs, 'lifted', { pieceId });
      // the verdict on a test piece, cut open, is asked for: it tells of the batter what cues would
      if (this.asked.isTest(this.desk.state(), pieceId))
        this.desk.tap(doneMs + delayMs, 'turn-judged', { pieceId, turn: this.truth.judgedTurn(pieceId) });
    };
  }

  private waitUntil(atMs: number): void {
    while (this.seconds(atMs) > this.truth.timeS + 1e-9) {
      const call = this.truth.advanceTo(Math.min(this.seconds(atMs), this.truth.timeS + LOOK_EVERY_S));
      this.nowMs = Math.max(this.nowMs, this.coldMs + this.truth.timeS * 1000);
      this.stove.takeAdvice();
      if (call && this.of.attention === 'full') this.desk.tap(this.coldMs + this.truth.timeS * 1000, 'cue-seen', call);
    }
    this.nowMs = Math.max(this.nowMs, atMs);
  }

  private seconds(atMs: number): number {
    return Math.max(0, (atMs - this.coldMs) / 1000);
  }

  private pouredMs(pieceId: string): number {
    return pieceIn(this.desk.state(), pieceId).pouredAtMs;
  }

  private pieces(): RehearsedPiece[] {
    const state = this.desk.state();
    return [...state.pieces.values()].map((piece) => ({
      ...given(this.outcomes.get(piece.id), 'it was lifted'),
      ...{ pieceId: piece.id, stationId: piece.stationId, zoneId: piece.zoneId, placeId: piece.placeId },
      test: this.asked.isTest(state, piece.id),
      predicted: this.predicted.get(piece.id) ?? null,
      predictedAtFlipS: this.predictedAtFlip.get(piece.id) ?? null,
      liftedS: given(this.liftedS.get(piece.id), 'it was lifted'),
    }));
  }
}
