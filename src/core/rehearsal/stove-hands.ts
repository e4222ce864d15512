import { given } from '#core/given';
import { placeOf } from '#core/surface';
import { whereToRead } from '#core/heating';
import { type Hand } from '#core/guidance';
import { zoneMiddle, type SpotOnPlate } from '#core/plate';
import { zoneKey, pinnedStation } from '#core/run';
import type { DeskSide } from './desk-side.ts';
import type { ToldRun } from './rehearsal-run.ts';
import type { TrueKitchen } from './true-kitchen.ts';

/** A plate is given this long to answer a turn of its burner, ms. Common practice, no source. */
const PATIENCE_MS = 90_000;
/** Spots that are read before one panful, at most, and how long each takes, ms. Assumed. */
const READ_AT_MOST = 3;
const READING_MS = 3_000;

/** The clock of a rehearsal as its hands have it. */
export interface HandsClock {
  nowMs(): number;
  waitUntil(atMs: number): void;
}

/** Hands at burners and with the thermometer: what they do reaches the stove at once and the desk by its tap. */
export class StoveHands {
  private readonly told: ToldRun;
  private readonly desk: DeskSide;
  private readonly truth: TrueKitchen;
  private readonly clock: HandsClock;
  private readonly turnedAt = new Map<string, number>();

  constructor(told: ToldRun, desk: DeskSide, truth: TrueKitchen, clock: HandsClock) {
    this.told = told;
    this.desk = desk;
    this.truth = truth;
    this.clock = clock;
  }

  /** Turns burners as the board advises, giving a plate time to answer. */
  takeAdvice(): void {
    const nowMs = this.clock.nowMs();
    const told = this.desk.predicted(nowMs);
    for (const { key, stationId, zoneId, mark, stands, why, dueMs } of this.desk.heatSteps(told, nowMs)) {
      // lighting and turning down once are chores of their own
      if (dueMs > nowMs || why === 'light' || why === 'down') continue;
      if (nowMs - (this.turnedAt.get(key) ?? -Infinity) < PATIENCE_MS) continue;
      this.turnedAt.set(key, nowMs);
      this.turn(nowMs, stationId, zoneId, mark, stands === 'aside');
    }
  }

  /** Before a zone's test piece and before each panful: the thermometer where the board asks, and the burner for what will be drawn. */
  readyForPanful({ stationId, zoneId, formulaId }: Hand): void {
    const key = zoneKey(stationId, zoneId);
    const own = [...this.desk.state().pieces.values()].filter(
      (piece) => zoneKey(piece.stationId, piece.zoneId) === key,
    );
    if (own.some((piece) => piece.offAtMs === null)) return;
    const zone = () =>
      this.desk.predicted(this.clock.nowMs()).zones.find((each) => each.key === key && each.formulaId === formulaId);
    for (let read = 0; read < READ_AT_MOST; read++) {
      const place = whereToRead(zone()?.places ?? []);
      if (!place) break;
      this.clock.waitUntil(this.clock.nowMs() + READING_MS);
      const of = { formulaId, stationId, zoneId, placeId: place.id };
      this.read(stationId, zoneId, placeOf(this.desk.run(), of));
    }
    // a test piece alone draws little
    const mark = own.length === 0 ? null : (zone()?.pouringMark ?? null);
    if (mark === null) return;
    this.turnedAt.set(key, this.clock.nowMs());
    this.turn(this.clock.nowMs(), stationId, zoneId, mark);
  }

  turn(atMs: number, stationId: string, zoneId: string, mark: number, aside = false): void {
    this.truth.part(stationId, zoneId, aside);
    this.truth.turn(stationId, zoneId, mark);
    this.desk.tap(atMs, 'burner-turned', { stationId, zoneId, mark, ...(aside && { aside }) });
  }

  read(stationId: string, zoneId: string, at?: SpotOnPlate): void {
    const { body } = given(pinnedStation(this.told.pins, stationId), 'it is asked of by the run');
    const spot = at ?? zoneMiddle(body, zoneId);
    const shown = this.truth.probeShows(stationId, spot);
    this.desk.tap(this.clock.nowMs(), 'reading-taken', {
      ...{ stationId, zoneId, spot, method: 'simulatedProbe', ...shown },
    });
  }
}
