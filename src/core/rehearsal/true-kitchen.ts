import {
  CUES_OF,
  LivePiece,
  type Cue,
  type Inside,
  type PieceInput,
  type PieceParameters,
  type Turn,
} from '#core/piece';
import { plateSimulator, type PlateSimulator, type SpotOnPlate } from '#core/plate';
import type { Kitchen } from './kitchen.ts';
import { normal, seedFrom, seeded } from './random.ts';
import { trueWindow, type TrueWindow } from './true-window.ts';
import { plateTruth, trueParameters } from './truth-of.ts';

/** Cells of a plate: a fifteenth of its smaller side, a griddle's near 3 cm. */
const CELLS = 15;
/** Plates and pieces share their steps, s. */
const STEP_S = 1;
/** Share of a piece's radius at which the metal beneath is asked besides its middle. */
const ASKED_AT = 0.6;

/** A pour as the desk has it: the truth differs from it by the kitchen's own spreads. */
export interface TruePour {
  readonly pieceId: string;
  readonly stationId: string;
  readonly spot: SpotOnPlate;
  readonly input: PieceInput;
  readonly diameterMm: number;
}

/** Somebody's eyes call a cue. */
export interface CueCall {
  readonly pieceId: string;
  readonly cue: Cue;
}

interface Lying {
  readonly pieceId: string;
  readonly plate: PlateSimulator;
  readonly spot: SpotOnPlate;
  readonly radiusMm: number;
  readonly live: LivePiece;
  readonly type: PieceInput['batter']['type'];
  readonly pouredS: number;
  flippedS: number | null;
  /** When its inside was done, s from the flip. */
  doneS: number | null;
  readonly called: Set<Cue>;
  off: Inside | null;
}

/** Cues of the face in the air: what eyes see without lifting an edge. */
const OF_THE_FACE: readonly Cue[] = [
  'rimBubbles',
  'coveredFace',
  'popping',
  'dryEdge',
  'faceSet',
  'liftingEdge',
  'holesStay',
];

/**
 * A kitchen at work: plates in two dimensions under burners that are not what is written of them, and pieces that cook on
 * them step by step, poured by hands that vary. It knows nothing of the desk, and the desk nothing of it. Time runs
 * forwards only, in seconds from when its plates were cold.
 */
export class TrueKitchen {
  private readonly kitchen: Kitchen;
  private readonly seed: number;
  private readonly plates = new Map<string, PlateSimulator>();
  private readonly pieces = new Map<string, Lying>();
  private readonly onPlate = new Set<Lying>();
  private readonly parameters: PieceParameters;
  private nowS = 0;
  private poured = 0;
  private read = 0;

  /** @param stationIds one id for each of the kitchen's stations, as the run knows them */
  constructor(kitchen: Kitchen, stationIds: readonly string[], seed: number) {
    this.kitchen = kitchen;
    this.seed = seed;
    this.parameters = trueParameters(kitchen);
    kitchen.stations.forEach(({ body, hidden }, index) => {
      const smallerMm =
        body.shape.kind === 'rectangle' ? Math.min(body.shape.widthMm, body.shape.depthMm) : body.shape.diameterMm;
      const room = { startC: kitchen.roomC, ambientC: kitchen.roomC };
      const cut = { cellMm: smallerMm / CELLS, stepS: STEP_S };
      this.plates.set(stationIds[index]!, plateSimulator(body, room, cut, plateTruth(body, hidden)));
    });
  }

  get timeS(): number {
    return this.nowS;
  }

  turn(stationId: string, zoneId: string, mark: number): void {
    this.plateOf(stationId).turn(zoneId, mark);
  }

  /** Cooks on, in whole steps, up to a moment or just past it; returns what eyes call on the way, and stops at the first call. */
  advanceTo(timeS: number): CueCall | null {
    while (this.nowS < timeS - 1e-9) {
      this.nowS += STEP_S;
      for (const plate of this.plates.values()) plate.advanceTo(this.nowS);
      for (const lying of this.onPlate) {
        lying.live.cook(beneathC(lying), STEP_S);
        if (lying.flippedS !== null && lying.doneS === null && lying.live.inside().cooked)
          lying.doneS = this.nowS - lying.pouredS - lying.flippedS;
      }
      const call = this.calledNow();
      if (call) return call;
    }
    return null;
  }

  pour({ pieceId, stationId, spot, input, diameterMm }: TruePour): void {
    const { pours } = this.kitchen;
    const random = seeded(seedFrom(`pour ${++this.poured}`, this.seed));
    const lnVolume = (pours.lnVolumeSd ?? 0) * normal(random);
    const lnThickness = (pours.lnThicknessSd ?? 0) * normal(random) + VOLUME_TO_THICKNESS[input.batter.type] * lnVolume;
    const off = () => (pours.offPlaceSdMm ?? 0) * normal(random);
    const at = { xMm: spot.xMm + off(), yMm: spot.yMm + off() };
    const plate = this.plateOf(stationId);
    const radiusMm = (diameterMm / 2) * Math.exp(0.5 * (lnVolume - lnThickness));
    const live = new LivePiece({
      ...input,
      thicknessMm: input.thicknessMm * Math.exp(lnThickness),
      parameters: this.parameters,
    });
    const food = { ...at, diameterMm: 2 * radiusMm, contactWm2K: 0, pouredC: input.batterC };
    plate.pour({ ...food, drawnWm2: () => live.drawnWm2 }, pieceId);
    const lying: Lying = {
      ...{ pieceId, plate, spot: at, radiusMm, live },
      type: input.batter.type,
      pouredS: this.nowS,
      ...{ flippedS: null, doneS: null, off: null },
      called: new Set(),
    };
    this.pieces.set(pieceId, lying);
    this.onPlate.add(lying);
  }

  flip(pieceId: string): void {
    const lying = this.pieceOf(pieceId);
    lying.live.flip();
    lying.flippedS = this.nowS - lying.pouredS;
  }

  /** Takes a piece off its plate. Its first side is followed to its end on the metal as it was. */
  lift(pieceId: string): void {
    const lying = this.pieceOf(pieceId);
    lying.off = lying.live.inside();
    lying.plate.lift(pieceId);
    this.onPlate.delete(lying);
    const plateC = beneathC(lying);
    while (!lying.live.followed) lying.live.cook(plateC, 10);
  }

  live(pieceId: string): LivePiece {
    return this.pieceOf(pieceId).live;
  }

  /** The metal at a spot of a station, °C. */
  surfaceC(stationId: string, spot: SpotOnPlate): number {
    return this.plateOf(stationId).at(spot.xMm, spot.yMm);
  }

  /** What this kitchen's probe shows at a spot. */
  probeShows(stationId: string, spot: SpotOnPlate): { readonly surfaceC: number; readonly sdC: number } {
    const { offC = 0, sdC = 0, toldSdC = 3 } = this.kitchen.probe;
    const noise = normal(seeded(seedFrom(`probe ${++this.read}`, this.seed)));
    return { surfaceC: Math.round(2 * (this.surfaceC(stationId, spot) + offC + sdC * noise)) / 2, sdC: toldSdC };
  }

  /** Lightness of a piece's first face as these eyes judge it. */
  judgedLStar(pieceId: string): number {
    const { lStarOff = 0, lStarSd = 0 } = this.kitchen.eyes;
    const noise = normal(seeded(seedFrom(`colour ${pieceId}`, this.seed)));
    return this.pieceOf(pieceId).live.inside().firstLStar + lStarOff + lStarSd * noise;
  }

  /** How a turned piece stood, as these eyes and hands felt it: it ran, it was right, or it was past it. */
  judgedTurn(pieceId: string): Turn {
    const { live, flippedS } = this.pieceOf(pieceId);
    if (flippedS === null) throw new RangeError(`The piece ${pieceId} was not turned yet.`);
    const felt = flippedS + TURN_FELT_SD_S * normal(seeded(seedFrom(`turn ${pieceId}`, this.seed)));
    const { holdsS, darkS } = live.moments();
    const { earliestS, latestS } = trueWindow(live.moments(), flippedS);
    if (holdsS === undefined || felt < earliestS) return 'early';
    return felt > latestS || (darkS !== undefined && felt > darkS) ? 'late' : 'right';
  }

  /** Whether a turned piece springs back and is done, as it is felt. */
  springsBack(pieceId: string): boolean {
    const { flippedS, doneS, pouredS } = this.pieceOf(pieceId);
    if (flippedS === null || doneS === null) return false;
    const sideS = this.nowS - pouredS - flippedS;
    const felt = seeded(seedFrom(`felt ${pieceId} ${sideS}`, this.seed));
    return sideS >= doneS + TURN_FELT_SD_S * normal(felt);
  }

  /** Everything of a lifted piece against its own truth. @throws RangeError while it lies on a plate. */
  outcome(pieceId: string): TrueOutcome {
    const { live, flippedS, doneS, off, pouredS } = this.pieceOf(pieceId);
    if (!off || flippedS === null) throw new RangeError(`The piece ${pieceId} is not off yet.`);
    return { ...off, pouredS, flippedS, doneS, ...trueWindow(live.moments(), flippedS) };
  }

  private calledNow(): CueCall | null {
    const { lagS = 0, lnTimeSd = 0, noticed = 0, slips = 0 } = this.kitchen.eyes;
    for (const { pieceId, live, flippedS, called, pouredS, type } of this.onPlate) {
      if (flippedS !== null) continue;
      const ageS = this.nowS - pouredS;
      for (const [cue, atS] of Object.entries(live.cues()) as [Cue, number][]) {
        if (called.has(cue) || !OF_THE_FACE.includes(cue)) continue;
        const eyes = seeded(seedFrom(`eyes ${pieceId} ${cue}`, this.seed));
        if (ageS < atS * Math.exp(lnTimeSd * normal(eyes)) + lagS) continue;
        called.add(cue);
        if (eyes() >= noticed) continue;
        if (eyes() >= slips) return { pieceId, cue };
        const others = CUES_OF[type].filter((other) => other !== cue && OF_THE_FACE.includes(other));
        return { pieceId, cue: others[Math.floor(others.length * eyes())] ?? cue };
      }
    }
    return null;
  }

  private plateOf(stationId: string): PlateSimulator {
    const plate = this.plates.get(stationId);
    if (!plate) throw new RangeError(`The kitchen has no station ${stationId}.`);
    return plate;
  }

  private pieceOf(pieceId: string): Lying {
    const lying = this.pieces.get(pieceId);
    if (!lying) throw new RangeError(`Nothing was poured as ${pieceId}.`);
    return lying;
  }
}

/** How a piece really was when it came off, and when it should have been flipped, s from its pour. */
export interface TrueOutcome extends Inside, TrueWindow {
  readonly pouredS: number;
  readonly flippedS: number;
  /** When its inside was done, s from the flip; null when it came off before. */
  readonly doneS: number | null;
}

/** How finely it is felt whether a piece was ready to turn, s. Assumed. */
const TURN_FELT_SD_S = 5;

/** How ln thickness grows with ln volume: a slump spreads (V^0.2), a film keeps its pan. */
const VOLUME_TO_THICKNESS = { leavened: 0.2, thin: 1 } as const;

function beneathC({ plate, spot: { xMm, yMm }, radiusMm }: Lying): number {
  const r = ASKED_AT * radiusMm;
  return (
    (plate.at(xMm, yMm) +
      plate.at(xMm - r, yMm) +
      plate.at(xMm + r, yMm) +
      plate.at(xMm, yMm - r) +
      plate.at(xMm, yMm + r)) /
    5
  );
}
