import { CUES_OF, type Cue, type Turn } from '#core/piece';
import type { Kitchen } from './kitchen.ts';
import type { LyingPiece } from './lying-piece.ts';
import { normal, seedFrom, seeded } from '#core/statistics';
import { trueWindow } from './true-window.ts';

/** Somebody's eyes call a cue. */
export interface CueCall {
  readonly pieceId: string;
  readonly cue: Cue;
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

/** How finely it is felt whether a piece was ready to turn, s. Assumed. */
const TURN_FELT_SD_S = 5;

/** The eyes and hands of a kitchen: what they make of a piece is drawn from the seed, the same at every telling. */
export class KitchenSenses {
  private readonly eyes: Kitchen['eyes'];
  private readonly seed: number;

  constructor(eyes: Kitchen['eyes'], seed: number) {
    this.eyes = eyes;
    this.seed = seed;
  }

  /** The first cue that these eyes call now on pieces not turned yet; each cue is looked at once. */
  call(pieces: Iterable<LyingPiece>, nowS: number): CueCall | null {
    const { lagS = 0, lnTimeSd = 0, noticed = 0, slips = 0 } = this.eyes;
    for (const { pieceId, live, flippedS, called, pouredS, type } of pieces) {
      if (flippedS !== null) continue;
      const ageS = nowS - pouredS;
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

  /** Lightness of a piece's first face as these eyes judge it. */
  judgedLStar({ pieceId, live }: LyingPiece): number {
    const { lStarOff = 0, lStarSd = 0 } = this.eyes;
    const noise = normal(seeded(seedFrom(`colour ${pieceId}`, this.seed)));
    return live.inside().firstLStar + lStarOff + lStarSd * noise;
  }

  /** How a turned piece stood, as these eyes and hands felt it: it ran, it was right, or it was past it. */
  judgedTurn({ pieceId, live, flippedS }: LyingPiece): Turn {
    if (flippedS === null) throw new RangeError(`The piece ${pieceId} was not turned yet.`);
    const felt = flippedS + TURN_FELT_SD_S * normal(seeded(seedFrom(`turn ${pieceId}`, this.seed)));
    const { holdsS, darkS } = live.moments();
    const { earliestS, latestS } = trueWindow(live.moments(), flippedS);
    if (holdsS === undefined || felt < earliestS) return 'early';
    return felt > latestS || (darkS !== undefined && felt > darkS) ? 'late' : 'right';
  }

  /** Whether the sign by which a piece is turned shows, as these eyes see it now. */
  signShows({ pieceId, live, pouredS }: LyingPiece, nowS: number): boolean {
    const { lnTimeSd = 0 } = this.eyes;
    const ageS = nowS - pouredS;
    const eyes = seeded(seedFrom(`sign ${pieceId} ${ageS}`, this.seed));
    return ageS >= live.signS() * Math.exp(lnTimeSd * normal(eyes));
  }

  /** Whether a turned piece springs back and is done, as it is felt. */
  springsBack({ pieceId, flippedS, doneS, pouredS }: LyingPiece, nowS: number): boolean {
    if (flippedS === null || doneS === null) return false;
    const sideS = nowS - pouredS - flippedS;
    const felt = seeded(seedFrom(`felt ${pieceId} ${sideS}`, this.seed));
    return sideS >= doneS + TURN_FELT_SD_S * normal(felt);
  }
}
