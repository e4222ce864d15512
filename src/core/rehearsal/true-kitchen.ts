import type { PieceInput, PieceParameters, Turn } from '#core/piece';
import type { SpotOnPlate, Zone } from '#core/plate';
import type { FilmWord, PouredFilm } from '#core/swirl';
import { STEP_S, kitchenPlate, type KitchenPlate, type Structure } from './kitchen-plate.ts';
import { KitchenSenses, type CueCall } from './kitchen-senses.ts';
import type { Kitchen } from './kitchen.ts';
import { beneathC, outcomeOf, type LyingPiece, type TrueOutcome } from './lying-piece.ts';
import { Patchwork, type Patches } from './patchwork.ts';
import { filmWord, patchesOf, trueFilm, type PromisedFilm, type TrueSwirl } from './true-film.ts';
import { normal, seedFrom, seeded } from '#core/statistics';
import { trueBurner, trueParameters, type HiddenBurner } from './truth-of.ts';

/** A pour as the desk has it: the truth differs from it by the kitchen's own spreads. */
export interface TruePour {
  readonly pieceId: string;
  readonly stationId: string;
  readonly spot: SpotOnPlate;
  readonly input: PieceInput;
  readonly diameterMm: number;
  /** Of a thin batter that is swirled over a pan. */
  readonly film?: PromisedFilm | undefined;
}

/**
 * A kitchen at work: plates in two dimensions under burners that are not what is written of them, and pieces that cook on
 * them step by step, poured by hands that vary. It knows nothing of the desk, and the desk nothing of it. Time runs
 * forwards only, in seconds from when its plates were cold.
 */
export class TrueKitchen {
  private readonly kitchen: Kitchen;
  private readonly seed: number;
  private readonly plates = new Map<string, KitchenPlate>();
  private readonly pieces = new Map<string, LyingPiece>();
  private readonly onPlate = new Set<LyingPiece>();
  private readonly films = new Map<
    string,
    { readonly of: PromisedFilm; readonly as: TrueSwirl; readonly word: FilmWord }
  >();
  private readonly senses: KitchenSenses;
  private readonly parameters: PieceParameters;
  /** Told after every step, for who keeps watch over the plates. */
  eachStep: ((timeS: number) => void) | undefined;
  private nowS = 0;
  private poured = 0;
  private read = 0;

  /** @param stationIds one id for each of the kitchen's stations, as the run knows them */
  constructor(kitchen: Kitchen, stationIds: readonly string[], seed: number, structure: Structure = 'belief') {
    this.kitchen = kitchen;
    this.seed = seed;
    this.senses = new KitchenSenses(kitchen.eyes, seed);
    this.parameters = trueParameters(kitchen);
    kitchen.stations.forEach((station, index) => {
      this.plates.set(stationIds[index]!, kitchenPlate(station, kitchen.roomC, seed, structure));
    });
  }

  get timeS(): number {
    return this.nowS;
  }

  turn(stationId: string, zoneId: string, mark: number): void {
    this.plateOf(stationId).turn(zoneId, mark);
  }

  /** Takes a plate off a burner, which stays as it is, or puts it back. */
  part(stationId: string, zoneId: string, off: boolean): void {
    this.plateOf(stationId).part(zoneId, off);
  }

  /** A zone is moved to another burner, which is off. */
  refit(stationId: string, zone: Zone, hidden: HiddenBurner): void {
    this.plateOf(stationId).refit(zone, trueBurner(zone, hidden));
  }

  /** A zone is found as hot as this. */
  warmTo(stationId: string, zoneId: string, tempC: number): void {
    this.plateOf(stationId).warmTo(zoneId, tempC);
  }

  /** A zone's hot spot and its mean, °C. */
  heatOf(stationId: string, zoneId: string): { readonly hotSpotC: number; readonly meanC: number } {
    const plate = this.plateOf(stationId);
    return { hotSpotC: plate.hotSpotC(zoneId), meanC: plate.zoneMeanC(zoneId) };
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
      this.eachStep?.(this.nowS);
      const call = this.senses.call(this.onPlate, this.nowS);
      if (call) return call;
    }
    return null;
  }

  pour({ pieceId, stationId, spot, input, diameterMm, film }: TruePour): void {
    const { pours } = this.kitchen;
    const random = seeded(seedFrom(`pour ${++this.poured}`, this.seed));
    const lnVolume = (pours.lnVolumeSd ?? 0) * normal(random);
    const lnThickness = (pours.lnThicknessSd ?? 0) * normal(random) + VOLUME_TO_THICKNESS[input.batter.type] * lnVolume;
    const off = () => (pours.offPlaceSdMm ?? 0) * normal(random);
    const at = { xMm: spot.xMm + off(), yMm: spot.yMm + off() };
    const plate = this.plateOf(stationId);
    const radiusMm = (diameterMm / 2) * Math.exp(0.5 * (lnVolume - lnThickness));
    const { swirl } = this.kitchen;
    const as = { surfaceC: plate.at(at.xMm, at.yMm), seed: this.seed, pour: this.poured };
    const made = film && swirl && trueFilm(swirl, film, as);
    if (made) this.films.set(pieceId, { of: film, as, word: filmWord(made) });
    const patches = made ? patchesOf(made) : { ...EVEN, ...this.kitchen.batter.patches };
    const live = new Patchwork(
      { ...input, thicknessMm: input.thicknessMm * Math.exp(lnThickness), parameters: this.parameters },
      patches,
    );
    plate.pour({ ...at, diameterMm: 2 * radiusMm, food: live }, pieceId);
    const lying: LyingPiece = {
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
    lying.off = { ...lying.live.inside(), look: lying.live.look() };
    lying.plate.lift(pieceId);
    this.onPlate.delete(lying);
    const plateC = beneathC(lying);
    while (!lying.live.followed) lying.live.cook(plateC, 10);
  }

  live(pieceId: string): Patchwork {
    return this.pieceOf(pieceId).live;
  }

  /** The metal at a spot of a station, °C. */
  surfaceC(stationId: string, spot: SpotOnPlate): number {
    return this.plateOf(stationId).at(spot.xMm, spot.yMm);
  }

  /** What this kitchen's probe shows at a spot; `n` draws its noise. */
  probeShows(
    stationId: string,
    spot: SpotOnPlate,
    n = ++this.read,
  ): { readonly surfaceC: number; readonly sdC: number } {
    const { offC = 0, sdC = 0, toldSdC = 3 } = this.kitchen.probe;
    const noise = normal(seeded(seedFrom(`probe ${n}`, this.seed)));
    return { surfaceC: Math.round(2 * (this.surfaceC(stationId, spot) + offC + sdC * noise)) / 2, sdC: toldSdC };
  }

  /** Lightness of a piece's first face as these eyes judge it. */
  judgedLStar(pieceId: string): number {
    return this.senses.judgedLStar(this.pieceOf(pieceId));
  }

  /** How a turned piece stood, as it was felt. */
  judgedTurn(pieceId: string): Turn {
    return this.senses.judgedTurn(this.pieceOf(pieceId));
  }

  /** What these eyes say of a film; one that nobody swirled covers. */
  judgedFilm(pieceId: string): FilmWord {
    return this.films.get(pieceId)?.word ?? 'covered';
  }

  /** The film that was truly made of a piece, dabbed with so much; nothing of one that nobody swirled. */
  filmOf(pieceId: string, dabbedMl: number): PouredFilm | null {
    const { swirl } = this.kitchen;
    const made = this.films.get(pieceId);
    return swirl && made ? trueFilm(swirl, made.of, made.as, dabbedMl) : null;
  }

  /** Whether the sign by which a piece is turned shows, as these eyes see it now. */
  signShows(pieceId: string): boolean {
    return this.senses.signShows(this.pieceOf(pieceId), this.nowS);
  }

  /** Whether a turned piece springs back and is done, as it is felt. */
  springsBack(pieceId: string): boolean {
    return this.senses.springsBack(this.pieceOf(pieceId), this.nowS);
  }

  /** Everything of a lifted piece against its own truth. @throws RangeError while it lies on a plate. */
  outcome(pieceId: string): TrueOutcome {
    return outcomeOf(this.pieceOf(pieceId));
  }

  private plateOf(stationId: string): KitchenPlate {
    const plate = this.plates.get(stationId);
    if (!plate) throw new RangeError(`The kitchen has no station ${stationId}.`);
    return plate;
  }

  private pieceOf(pieceId: string): LyingPiece {
    const lying = this.pieces.get(pieceId);
    if (!lying) throw new RangeError(`Nothing was poured as ${pieceId}.`);
    return lying;
  }
}

/** A piece that lies the same all over. Numerical. */
const EVEN: Patches = { share: 0, contact: 1, thickness: 1 };

/** How ln thickness grows with ln volume: a slump spreads (V^0.2), a film keeps its pan. From the piece model. */
const VOLUME_TO_THICKNESS = { leavened: 0.2, thin: 1 } as const;
