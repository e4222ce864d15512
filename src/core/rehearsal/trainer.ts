import { given } from '#core/given';
import { linesFor, SHELF } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import { STANDARD_PRESSURE_PA, batterProperties, type Appearance, type Cue, type PieceInput } from '#core/piece';
import { arealHeatCapacityJm2K, type StationBody } from '#core/plate';
import { placesOn, type Place } from '#core/pour';
import { LEVEL_PLATES, type Level } from './data-levels.ts';
import { TrueKitchen } from './true-kitchen.ts';

/** What a trained piece came to, once it was turned. */
export interface TrainedPiece {
  readonly placeId: string;
  /** The round's pieces count from 1, in the order in which they were poured. */
  readonly number: number;
  readonly flippedS: number;
  readonly window: { readonly earliestS: number; readonly bestS: number; readonly latestS: number };
  readonly verdict: 'early' | 'right' | 'late' | 'tooHot';
  /** 100 at the best moment, `AT_EDGE` at either end of the window, and nothing a window's width beyond it. */
  readonly score: number;
  /** What could be seen on its face by then, in the order in which it came. */
  readonly seen: readonly Cue[];
  /** When its underside passed brown, s from the pour; null when it never did. */
  readonly darkS: number | null;
}

/** A piece that lies on the practice plate now. */
export interface PieceInTraining {
  readonly id: string;
  readonly placeId: string;
  readonly number: number;
  readonly ageS: number;
  readonly flipped: boolean;
  readonly look: Appearance;
  readonly seen: readonly Cue[];
}

/** Pieces of a round, and the time between two pours, s. Invented. */
export const ROUND = { pieces: 8, everyS: 14 };
/** A turned piece shows its face for so long, then it is off and its place is free, s. Invented. */
const SHOWN_S = 12;
const AT_EDGE = 70; // Invented.
const STATION_ID = 'practice';
const DISC_MM = 106; // Invented.
const THICKNESS_MM = 8.5; // Invented.
const ROOM_C = 22; // Invented.

/**
 * One round of the flip trainer: pieces poured by themselves on a plate of a level, each turned when the learner says.
 * The same truth as rehearsals; a piece nobody turns is turned when its window is long past.
 */
export class FlipTrainer {
  readonly station: StationBody;
  readonly places: readonly Place[];
  readonly discMm = DISC_MM;
  private readonly truth: TrueKitchen;
  private readonly startS: number;
  private readonly input: PieceInput;
  private readonly lying = new Map<string, { id: string; number: number; pouredS: number; flippedS: number | null }>();
  private readonly done: TrainedPiece[] = [];
  private poured = 0;
  private nextPourS = 0;

  constructor(level: Level, seed: number) {
    const { kitchen, lead, thenMark } = LEVEL_PLATES[level];
    this.station = kitchen.stations[0]!.body;
    this.places = placesOn(this.station, DISC_MM).slice(0, 4);
    this.input = practiceInput(this.station);
    this.truth = new TrueKitchen(kitchen, [STATION_ID], seed);
    const zoneId = this.station.zones[0]!.id;
    for (const [mark, forS] of lead) {
      this.truth.turn(STATION_ID, zoneId, mark);
      this.truth.advanceTo(this.truth.timeS + forS);
    }
    this.truth.turn(STATION_ID, zoneId, thenMark);
    this.startS = this.truth.timeS;
  }

  /** Seconds since the round began. */
  get timeS(): number {
    return this.truth.timeS - this.startS;
  }

  get over(): boolean {
    return this.done.length === ROUND.pieces;
  }

  get results(): readonly TrainedPiece[] {
    return this.done;
  }

  /** Runs on to a moment of the round; pieces are poured as places come free. */
  advanceTo(timeS: number): void {
    while (this.timeS < timeS - 1e-9 && !this.over) {
      this.tend();
      // what eyes call is for rehearsals: here the learner looks
      this.truth.advanceTo(this.startS + this.timeS + 1);
    }
  }

  /** Turns the piece on a place; false when none lies there that could be turned. */
  flip(placeId: string): boolean {
    const piece = this.lying.get(placeId);
    if (!piece || piece.flippedS !== null) return false;
    this.truth.flip(piece.id);
    piece.flippedS = this.timeS - piece.pouredS;
    return true;
  }

  onPlate(): PieceInTraining[] {
    return [...this.lying].map(([placeId, { id, number, pouredS, flippedS }]) => {
      const live = this.truth.live(id);
      return {
        ...{ id, placeId, number, ageS: this.timeS - pouredS, flipped: flippedS !== null },
        ...{ look: live.look(), seen: seenBy(live.cues(), flippedS ?? Infinity) },
      };
    });
  }

  /** Takes off what was shown long enough or forgotten, and pours where a place is free. */
  private tend(): void {
    for (const [placeId, piece] of this.lying) {
      const ageS = this.timeS - piece.pouredS;
      if (piece.flippedS === null && this.forgotten(piece.id, ageS)) this.flip(placeId);
      if (piece.flippedS !== null && ageS - piece.flippedS >= SHOWN_S) this.takeOff(placeId);
    }
    if (this.poured >= ROUND.pieces || this.timeS < this.nextPourS) return;
    const place = this.places.find(({ id }) => !this.lying.has(id));
    if (!place) return;
    const pieceId = `practice ${++this.poured}`;
    const spot = { xMm: place.xMm, yMm: place.yMm };
    this.truth.pour({ pieceId, stationId: STATION_ID, spot, input: this.input, diameterMm: DISC_MM });
    this.lying.set(place.id, { id: pieceId, number: this.poured, pouredS: this.timeS, flippedS: null });
    this.nextPourS = this.timeS + ROUND.everyS;
  }

  /** A piece is forgotten when it lies half as long again as would have been best. */
  private forgotten(pieceId: string, ageS: number): boolean {
    const { bestS } = this.truth.live(pieceId).moments();
    return bestS !== undefined ? ageS > 1.5 * bestS : ageS > LONGEST_S;
  }

  private takeOff(placeId: string): void {
    const piece = given(this.lying.get(placeId), 'a piece is taken off where one lies');
    const seen = seenBy(this.truth.live(piece.id).cues(), given(piece.flippedS, 'what is taken off was turned'));
    this.truth.lift(piece.id);
    const { flippedS, earliestS, bestS, latestS, tooHot } = this.truth.outcome(piece.id);
    const window = { earliestS, bestS, latestS };
    this.lying.delete(placeId);
    this.done.push({
      ...{ placeId, number: piece.number, flippedS, window, seen },
      verdict: tooHot ? 'tooHot' : flippedS < earliestS ? 'early' : flippedS > latestS ? 'late' : 'right',
      score: flipScore(flippedS, window),
      darkS: this.truth.live(piece.id).moments().darkS ?? null,
    });
  }
}
/** A piece of a round is followed for so long, s. Numerical. */
const LONGEST_S = 300;

/** How good a flip was, 0–100: by how far it lies from the best moment, on the scale of the window on its side. */
export function flipScore(
  flippedS: number,
  { earliestS, bestS, latestS }: { readonly earliestS: number; readonly bestS: number; readonly latestS: number },
): number {
  const least = 0.06 * bestS; // a window with an edge at its best, or none at all, still has room for a hand
  const room = Math.max(least, flippedS < bestS ? bestS - earliestS : latestS - bestS);
  const off = Math.abs(flippedS - bestS) / room;
  if (off <= 1) return Math.round(100 - (100 - AT_EDGE) * off);
  return Math.round(Math.max(0, AT_EDGE * (2 - off)));
}

/** Cues of a face up to a moment, in the order in which they came. */
function seenBy(cues: Partial<Record<Cue, number>>, byS: number): Cue[] {
  return (Object.entries(cues) as [Cue, number][])
    .filter(([cue, atS]) => atS <= byS && !BENEATH.has(cue))
    .sort((a, b) => a[1] - b[1])
    .map(([cue]) => cue);
}
/** Colours below are not seen from above. */
const BENEATH: ReadonlySet<Cue> = new Set<Cue>(['lightGold', 'golden']);

function practiceInput(station: StationBody): PieceInput {
  const body = given(
    SHELF.find(({ name }) => name === 'Buttermilk cakes'),
    'they are on the shelf',
  );
  return {
    batter: batterProperties(linesFor(body, 100), body.type, SHIPPED_LARDER),
    ...{
      thicknessMm: THICKNESS_MM,
      batterC: 18,
      ambientC: ROOM_C,
      pressurePa: STANDARD_PRESSURE_PA,
      flipBy: body.flip,
    },
    plate: {
      surfaceC: body.heat.targetC,
      arealHeatCapacityJm2K: arealHeatCapacityJm2K(station.metal, station.thicknessMm),
      recoveryWm2K: 300,
    },
  };
}
