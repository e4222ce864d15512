import { Memo } from '#core/memo';
import { runView } from '#core/setup';
import { cloneDeep } from 'es-toolkit';
import { pieceInput } from '#core/forecast';
import { placeOf } from '#core/surface';
import type { Appearance, Cue } from '#core/piece';
import type { SpotOnPlate } from '#core/plate';
import { pieceIn, type Pins, type RunState } from '#core/run';
import type { PouredFilm } from '#core/swirl';
import { replayedActions, type ReplayedAction } from './replayed-actions.ts';
import { drawnBurner, drawnKitchen } from './drawn-kitchen.ts';
import type { Kitchen } from './kitchen.ts';
import { STEP_S } from './kitchen-plate.ts';
import type { TrueOutcome } from './lying-piece.ts';
import { discMm } from './true-disc.ts';
import { promisedFilm } from './true-film.ts';
import { TrueKitchen } from './true-kitchen.ts';

/** What is truly to be seen of a piece from a moment on, as long as nobody touches it. */
export interface TrueSight {
  readonly fromMs: number;
  readonly everyS: number;
  readonly looks: readonly Appearance[];
  /** When each cue showed or will, s after the pour. */
  readonly cues: Readonly<Partial<Record<Cue, number>>>;
}

/** Pieces are looked at so often, and predicted so far ahead of the moment asked, s. Numerical. */
const LOOKED_AT_EVERY_S = 2;
const AHEAD_S = 30; // Numerical.
/** A plate was cold so long before the first thing that was done to it, s. Assumed. */
const COLD_BEFORE_S = 60;

/**
 * The truth of a run that is being rehearsed, replayed from its log: what hands tapped is what they did. It goes on from
 * the last action it knows; an action that comes late, or is taken back, replays it from cold.
 */
export class ReplayedKitchen {
  private readonly pins: Pins;
  private readonly seed: number;
  private readonly kitchen: Kitchen;
  private readonly memo = new Memo();
  private done: ReplayedAction[] = [];
  private coldMs = 0;
  /** As it stood at the last action. */
  private settled: TrueKitchen | null = null;
  /** The same, cooking on with nobody at it, and what was seen on the way. */
  private onward: {
    readonly truth: TrueKitchen;
    readonly seen: Map<string, Appearance[]>;
    readonly fromS: number;
  } | null = null;

  /** @param kitchen as it truly is; drawn from the seed when left out */
  constructor(pins: Pins, seed: number, kitchen: Kitchen = drawnKitchen(pins, seed)) {
    this.pins = pins;
    this.seed = seed;
    this.kitchen = kitchen;
  }

  /** What is to be seen of each piece on a plate, now and for half a minute on. */
  sights(state: RunState, nowMs: number): Record<string, TrueSight> {
    const truth = this.follow(state);
    if (!truth) return {};
    this.onward ??= { truth: cloneDeep(truth), seen: new Map(), fromS: truth.timeS };
    const { truth: ahead, seen, fromS } = this.onward;
    const nowS = (nowMs - this.coldMs) / 1000;
    const ids = [...state.onPlate.values()];
    const look = () => ids.forEach((id) => seen.set(id, [...(seen.get(id) ?? []), ahead.live(id).look()]));
    if (seen.size === 0) look();
    while (ahead.timeS < nowS + AHEAD_S) {
      through(ahead, ahead.timeS + LOOKED_AT_EVERY_S);
      look();
    }
    const skipped = Math.max(0, Math.floor((nowS - fromS) / LOOKED_AT_EVERY_S));
    const fromMs = this.coldMs + 1000 * (fromS + skipped * LOOKED_AT_EVERY_S);
    return Object.fromEntries(
      ids.map((id): [string, TrueSight] => [
        id,
        { fromMs, everyS: LOOKED_AT_EVERY_S, looks: (seen.get(id) ?? []).slice(skipped), cues: ahead.live(id).cues() },
      ]),
    );
  }

  /** What a probe shows at a spot; the room's heat before anything was lit. */
  probeShows(state: RunState, stationId: string, spot: SpotOnPlate, nowMs: number) {
    const truth = cloneDeep(this.follow(state) ?? this.cold());
    if (this.settled) through(truth, (nowMs - this.coldMs) / 1000);
    return truth.probeShows(stationId, spot, Math.round(nowMs / 1000));
  }

  /** How a piece that was turned and lifted truly came off. @throws RangeError for one that was not. */
  outcome(state: RunState, pieceId: string): TrueOutcome {
    return (this.follow(state) ?? this.cold()).outcome(pieceId);
  }

  /** The film that was truly made of a piece; nothing of one that is not swirled. */
  film(state: RunState, pieceId: string): PouredFilm | null {
    return this.follow(state)?.filmOf(pieceId, pieceIn(state, pieceId).dabbedMl) ?? null;
  }

  /** The kitchen as it stands after the last thing that was done; nothing was done yet: null. */
  private follow(state: RunState): TrueKitchen | null {
    const actions = replayedActions(state);
    if (actions.length === 0) return null;
    const known = this.done.length <= actions.length && this.done.every(({ key }, i) => actions[i]!.key === key);
    if (!known || !this.settled) {
      this.settled = this.cold();
      this.done = [];
      this.coldMs = actions[0]!.atMs - 1000 * COLD_BEFORE_S;
      this.onward = null;
    }
    for (const action of actions.slice(this.done.length)) {
      through(this.settled, (action.atMs - this.coldMs) / 1000);
      this.act(this.settled, action, state);
      this.done.push(action);
      this.onward = null;
    }
    return this.settled;
  }

  private cold(): TrueKitchen {
    return new TrueKitchen(
      this.kitchen,
      this.pins.stations.map(({ id }) => id),
      this.seed,
      'own',
    );
  }

  private act(truth: TrueKitchen, action: ReplayedAction, state: RunState): void {
    if (action.kind === 'turn') {
      truth.part(action.stationId, action.zoneId, action.aside);
      truth.turn(action.stationId, action.zoneId, action.mark);
    } else if (action.kind === 'found') truth.warmTo(action.stationId, action.zoneId, action.surfaceC);
    else if (action.kind === 'swap')
      truth.refit(action.stationId, action.zone, drawnBurner(action.stationId, action.zone, this.seed));
    else if (action.kind === 'flip') truth.flip(action.piece.id);
    else if (action.kind === 'off') truth.lift(action.piece.id);
    else {
      const { piece } = action;
      const run = runView(this.pins, state, this.memo);
      const input = pieceInput(run, piece, piece.pouredAtMs);
      truth.pour({
        ...{ pieceId: piece.id, stationId: piece.stationId, input },
        spot: placeOf(run, piece),
        diameterMm: discMm(piece.volumeMl, input.thicknessMm),
        film: promisedFilm(this.kitchen, run, piece, piece.pouredAtMs),
      });
    }
  }
}

/** Cooks on to a moment; nobody hears what eyes call. */
function through(truth: TrueKitchen, timeS: number): void {
  while (truth.timeS < timeS - STEP_S / 2) truth.advanceTo(timeS);
}
