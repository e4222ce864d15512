import { Memo } from '#core/memo';
import {
  belief,
  flipSpreadS,
  lightnessAfter,
  spotSpreadC,
  weigh,
  type BatterKnown,
  type Belief,
  type Prior,
  type Observation,
  type Underside,
} from '#core/inference';
import { linesFor, SHELF } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import {
  BROWNING_LSTAR,
  PIECE_PARAMETERS,
  STANDARD_PRESSURE_PA,
  UNCERTAIN,
  batterProperties,
  flipAim,
  flipBestAt,
  simulatePiece,
  timelineTable,
  type Cue,
  type PieceInput,
  type SimulatedPiece,
} from '#core/piece';
import type { SpotOnPlate } from '#core/plate';
import { normal, seeded } from '#core/statistics';

/** A batter on a griddle as a desk has it written down. */
const BODY = SHELF.find(({ name }) => name === 'Buttermilk cakes')!;
const ROOM_C = 22;
export const WANTED_C = 182;
const INPUT: PieceInput = {
  batter: batterProperties(linesFor(BODY, 100), BODY.type, SHIPPED_LARDER),
  thicknessMm: 8.5,
  batterC: 20,
  plate: { surfaceC: WANTED_C, arealHeatCapacityJm2K: 36_000, recoveryWm2K: 300 },
  ambientC: ROOM_C,
  pressurePa: STANDARD_PRESSURE_PA,
  flipBy: BODY.flip,
};
const TABLE = timelineTable(INPUT);
/** The formula's own time, by which hands go that know nothing yet, s. */
export const FORMULA_S = flipBestAt(TABLE, WANTED_C);

/** How far a griddle that nobody read is off, and how its spots differ from its pattern, °C. */
export const ZONE_SD_C = 12;
const SPREAD_C = spotSpreadC(10);
const PRIOR: Prior = { kind: 'open', errorSdC: ZONE_SD_C };
/** How alike a kitchen's batter is on two mornings: the share of what makes it other than written that stays. Invented. */
const STAYS = 0.9;
const EVEN = { spreadC: SPREAD_C };
const STATION = { metal: 'carbonSteel', coating: 'none' } as const;

/** What eyes, hands and a thermometer are like in these kitchens: a cook who looks. */
const EYES = { lagS: 1.5, lnTimeSd: 0.06, noticed: 0.75, strayLStar: 3, lStarSd: 4, turnFeltSdS: 5 };
const FLIP_LN_SD = 0.08;
const PROBE_SD_C = 3;
const POUR_LN_SD = 0.03;
const OF_THE_FACE: readonly Cue[] = ['rimBubbles', 'coveredFace', 'popping', 'dryEdge', 'faceSet', 'holesStay'];
/** Of a place: where it is. */
const spotOf = (place: number): SpotOnPlate => ({ xMm: 100 + 150 * place, yMm: 200 });

/** A kitchen drawn at random: its batter, eyes and everything the piece model does not know are other than written, as far as the desk says they may be. */
export class RandomKitchen {
  readonly seed: number;
  private observations: Observation[] = [];
  private readonly random: () => number;
  private batter: readonly number[];
  private prior = PRIOR;
  private readonly memo = new Memo();
  private readonly strayLStar: number;
  private readonly placeC = new Map<number, number>();
  private readonly seen = new Map<Cue | 'colour' | 'unpromptedFlip', number>();

  constructor(seed: number) {
    this.seed = seed;
    this.random = seeded(seed);
    this.batter = UNCERTAIN.map(() => this.z());
    this.strayLStar = EYES.strayLStar * this.z();
  }

  z(): number {
    return normal(this.random);
  }

  /** What it has shown of its batter so far. */
  batterKnown(atS: number): BatterKnown {
    const { lnTime, lnBrowning, covariance } = belief(
      weigh(this.prior, this.observations, atS, this.memo, EVEN).posterior,
    );
    return {
      lnTime: { mean: lnTime, sd: Math.sqrt(covariance[3]) },
      lnBrowning: { mean: lnBrowning, sd: Math.sqrt(covariance[5]) },
    };
  }

  /** The same kitchen another morning: nearly the same batter, another plate; the desk knows this much of the batter. */
  nextMorning(known: BatterKnown | null): void {
    this.batter = this.batter.map((z) => STAYS * z + Math.sqrt(1 - STAYS * STAYS) * this.z());
    this.placeC.clear();
    this.seen.clear();
    this.observations = [];
    this.prior = { ...PRIOR, batter: known ?? undefined };
  }

  /** How far a place lies off its zone, °C. */
  besideC(place: number): number {
    if (!this.placeC.has(place)) this.placeC.set(place, SPREAD_C * this.z());
    return this.placeC.get(place)!;
  }

  /** A piece of this kitchen's batter, poured as hands pour, on a surface. */
  cooked(surfaceC: number): SimulatedPiece {
    let input: PieceInput = { ...INPUT, plate: { ...INPUT.plate, surfaceC } };
    UNCERTAIN.forEach(({ name, sdLn, with: changed }, i) => {
      if (name === 'thickness') return;
      input = changed(input, input.parameters ?? PIECE_PARAMETERS, Math.exp(sdLn * this.batter[i]!));
    });
    return simulatePiece({ ...input, thicknessMm: input.thicknessMm * Math.exp(POUR_LN_SD * this.z()) });
  }

  probe(place: number, atS: number, trueC: number, modelC: number): void {
    const surfaceC = trueC + PROBE_SD_C * this.z();
    const reading = { method: 'probe', surfaceC, sdC: PROBE_SD_C } as const;
    const of = { reading, face: STATION, roomC: ROOM_C };
    this.observations.push({ kind: 'surface', ...of, ...about(place, atS, modelC) });
  }

  moved(atS: number): void {
    this.observations.push({ kind: 'moved', atS, errorSdC: ZONE_SD_C });
  }

  /** Eyes on a piece: the cues they notice, its colour as it is turned and how it stood then. Returns when it was turned, s. */
  look(truth: SimulatedPiece, place: number, pouredS: number, modelC: number): number {
    const flippedS = truth.flip.bestS * Math.exp(FLIP_LN_SD * this.z());
    for (const cue of OF_THE_FACE) {
      const shownS = truth.cues[cue];
      if (shownS === undefined || shownS > flippedS || this.random() > EYES.noticed) continue;
      const afterS = shownS * Math.exp(EYES.lnTimeSd * this.z()) + EYES.lagS;
      const seen = about(place, pouredS + afterS, modelC);
      this.observations.push({ kind: 'cue', cue, nth: this.count(cue), table: TABLE, afterS, ...seen });
    }
    const felt = flippedS + EYES.turnFeltSdS * this.z();
    const { earliestS, latestS } = flipAim({ holdsS: truth.holdsS, darkS: truth.brownedAt.dark }, truth.flip.bestS);
    const turn = felt < earliestS ? 'early' : felt > latestS ? 'late' : 'right';
    const turned = about(place, pouredS + flippedS + 0.5, modelC);
    this.observations.push({ kind: 'turn', table: TABLE, afterS: flippedS, turn, ...turned });
    const unprompted = about(place, pouredS + flippedS + 0.25, modelC);
    this.observations.push({
      kind: 'unpromptedFlip',
      table: TABLE,
      afterS: flippedS,
      nth: this.count('unpromptedFlip'),
      ...unprompted,
    });
    const lStar = lightnessAfter(truth.brownedAt, flippedS) + this.strayLStar + EYES.lStarSd * this.z();
    this.observations.push({
      ...{ kind: 'underside', table: TABLE, afterS: flippedS, seen: judged(lStar), nth: this.count('colour') },
      ...about(place, pouredS + flippedS, modelC),
    });
    return flippedS;
  }

  /** The best flip of the next piece on a place as it is predicted, and its spread, s. */
  predicted(place: number, atS: number, modelC: number): { readonly bestS: number; readonly spreadS: number } {
    const weighed = weigh(this.prior, this.observations, atS, this.memo, EVEN);
    const known = belief(weighed.posterior);
    const guess = weighed.field(spotOf(place));
    const kept = 1 - guess.slope;
    const [ee, et, eb, ...ofBatter] = known.covariance;
    const there: Belief = {
      ...known,
      errorC: kept * known.errorC + guess.interceptC,
      covariance: [kept * kept * ee + guess.sdC ** 2, kept * et, kept * eb, ...ofBatter],
    };
    const pace = { time: Math.exp(known.lnTime), browning: Math.exp(known.lnBrowning) };
    return {
      bestS: flipBestAt(TABLE, modelC + there.errorC, pace),
      spreadS: flipSpreadS(there, TABLE, { modelC, sensitivity: 1 }),
    };
  }

  private count(what: Cue | 'colour' | 'unpromptedFlip'): number {
    const nth = (this.seen.get(what) ?? 0) + 1;
    this.seen.set(what, nth);
    return nth;
  }
}

function about(place: number, atS: number, modelC: number) {
  return { atS, spot: spotOf(place), expected: { modelC, sensitivity: 1 } };
}

function judged(lStar: number): Underside {
  if (lStar > BROWNING_LSTAR.lightGold) return 'pale';
  if (lStar > BROWNING_LSTAR.golden) return 'lightGold';
  if (lStar > BROWNING_LSTAR.brown) return 'golden';
  return lStar > BROWNING_LSTAR.dark ? 'brown' : 'dark';
}

/** z of nine in ten, two-sided. */
export const Z90 = 1.645;

/**
 * Kitchens drawn at random, a griddle read once and three pieces cooked on three places: how often the next piece's best
 * flip lies within nine in ten of what is predicted, and the median half-width of that, s.
 */
export function honesty(count: number) {
  const truths = Array.from({ length: count }, (_, index) => {
    const kitchen = new RandomKitchen(index + 1);
    const zoneC = WANTED_C + ZONE_SD_C * kitchen.z();
    const surfaceC = (place: number) => zoneC + kitchen.besideC(place);
    kitchen.probe(0, 0, surfaceC(0), WANTED_C);
    for (let piece = 0; piece < 3; piece++)
      kitchen.look(kitchen.cooked(surfaceC(piece)), piece, 10 + 300 * piece, WANTED_C);
    const { bestS, spreadS } = kitchen.predicted(0, 900, WANTED_C);
    return { missedS: Math.abs(kitchen.cooked(surfaceC(0)).flip.bestS - bestS), halfWidthS: Z90 * spreadS };
  });
  const halves = truths.map(({ halfWidthS }) => halfWidthS).sort((a, b) => a - b);
  return {
    held: truths.filter(({ missedS, halfWidthS }) => missedS <= halfWidthS).length / count,
    medianHalfWidthS: halves[Math.floor(count / 2)]!,
  };
}
