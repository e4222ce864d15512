import { gasFreeDensityGPerMl, type Amount, type Larder } from '#core/ingredients';
import {
  FormulaFault,
  familyOf,
  inBatter,
  linesFor,
  pouredDensityGPerMl,
  bowlVolumeMl,
  scale,
  wholePanfuls,
  type FormulaBody,
  type ScaledBatter,
  type WholePanfuls,
} from '#core/formula';
import { arealHeatCapacityJm2K, zoneAreaM2, type StationBody } from '#core/plate';
import { batterProperties, type PieceInput } from '#core/piece';
import { filmDisc, placesOn, slumpDisc, type Disc, type Place } from '#core/pour';
import { larderOf, pinnedFormula, pinnedStation, type BriefItem, type Pins, type RunState } from '#core/run';

/** A test piece a zone, and a little that stays in the bowl. Common practice: make 5–10 % extra, no source. */
const EXTRA_SHARE = 0.05;

/** Degrees of dip at which a cook turns a burner up to full: sets how strongly a plate is fed while it cooks. Assumed. */
const DIP_AT_FULL_POWER_C = 60;

export function portionMl(pins: Pins, state: Pick<RunState, 'portionMl'>, formulaId: string): number {
  return state.portionMl.get(formulaId) ?? formulaOf(pins, formulaId).portion.volumeMl;
}

/** What a portion becomes on a station: a disc that stops by itself, or a film over a round base. */
export function discOn(body: FormulaBody, station: StationBody, volumeMl: number, larder: Larder): Disc {
  const thin = familyOf(body.type) === 'thin';
  if (thin && station.shape.kind === 'round') return filmDisc(volumeMl, station.shape.diameterMm);
  if (thin) return filmDisc(volumeMl, THIN_ON_GRIDDLE_MM);
  return slumpDisc(volumeMl, pouredDensityGPerMl(body, larder) * 1000, body.yieldStressPa);
}

/** A thin batter drawn out on a flat griddle: the size a hand spreads. Common practice, no source. */
const THIN_ON_GRIDDLE_MM = 240;

/** The places of a formula's pieces on a station, marked. */
export function placesFor(body: FormulaBody, station: StationBody, volumeMl: number, larder: Larder): Place[] {
  return placesOn(station, discOn(body, station, volumeMl, larder).diameterMm);
}

/** Pieces of the brief in panfuls of the largest of their zones, and the numbers near it that come out whole. */
export function briefPanfuls(
  pins: Pins,
  state: Pick<RunState, 'portionMl'>,
  item: BriefItem,
): WholePanfuls & { readonly size: number } {
  const body = formulaOf(pins, item.formulaId);
  const volumeMl = portionMl(pins, state, item.formulaId);
  const sizes = item.stationIds.flatMap((stationId) => {
    const station = stationOf(pins, stationId);
    const places = placesFor(body, station, volumeMl, larderOf(pins));
    return station.zones.map((zone) => places.filter((place) => place.zoneId === zone.id).length);
  });
  const size = Math.max(1, ...sizes);
  return { ...wholePanfuls(item.pieces, size), size };
}

/**
 * The lot to mix for a formula of the brief: its pieces, a test piece a zone and a little over, whole eggs; or what the
 * cook sized it to. A size that the formula cannot meet leaves the brief's.
 */
export function lotFor(pins: Pins, state: RunState, formulaId: string): ScaledBatter | undefined {
  const item = state.brief?.items.find((candidate) => candidate.formulaId === formulaId);
  if (!item) return undefined;
  const body = formulaOf(pins, formulaId);
  const volumeMl = portionMl(pins, state, formulaId);
  const larder = larderOf(pins);
  const options = { portionMl: volumeMl, eggClass: pins.eggClass };
  const sized = state.lots.get(formulaId)?.sized;
  if (sized) {
    try {
      return scale(body, larder, sized.target, { ...options, eggs: sized.eggs });
    } catch (error) {
      if (!(error instanceof FormulaFault)) throw error;
    }
  }
  const target = { by: 'volume', volumeMl: item.pieces * volumeMl * (1 + EXTRA_SHARE) } as const;
  return scale(body, larder, target, { ...options, eggs: 'whole' });
}

/** The plate as the piece model sees it. */
export function plateContact(station: StationBody, zoneId: string, surfaceC: number): PieceInput['plate'] {
  const zone = station.zones.find((candidate) => candidate.id === zoneId) ?? station.zones[0]!;
  return {
    surfaceC,
    arealHeatCapacityJm2K: arealHeatCapacityJm2K(station.metal, station.thicknessMm) * shareUnderPieces(station),
    recoveryWm2K: zone.powerW / zoneAreaM2(station) / DIP_AT_FULL_POWER_C,
  };
}

/** Metal that feeds a piece over metal under it: on a griddle the gaps between pieces give heat too. Assumed. */
function shareUnderPieces(station: StationBody): number {
  return station.shape.kind === 'rectangle' ? 1.75 : 1.1;
}

/** Batter of a lot, mixed and stirred in, mL; null while it is not mixed. */
export function lotVolumeMl(pins: Pins, state: Pick<RunState, 'lots'>, formulaId: string): number | null {
  const lot = state.lots.get(formulaId);
  if (lot?.volumeMl == null) return null;
  return lot.thinnings.reduce(
    (sum, liquid) => sum + liquid.massG / gasFreeDensityGPerMl([liquid], larderOf(pins)),
    lot.volumeMl,
  );
}

/** Amounts in a litre of a lot as it was mixed, with what had been stirred in by a moment. */
function batterLines(pins: Pins, state: RunState, formulaId: string, atMs: number): Amount[] {
  const body = formulaOf(pins, formulaId);
  const larder = larderOf(pins);
  const unit = inBatter(body, linesFor(body, 1));
  const perLitre = 1000 / bowlVolumeMl(body, unit, larder);
  const lot = state.lots.get(formulaId);
  const litres = (lot?.volumeMl ?? 1000) / 1000;
  const stirredIn = (lot?.thinnings ?? []).filter((liquid) => liquid.atMs <= atMs);
  return [
    ...unit.map(({ ingredientId, massG }) => ({ ingredientId, massG: massG === null ? null : massG * perLitre })),
    ...stirredIn.map(({ ingredientId, massG }) => ({ ingredientId, massG: massG / litres })),
  ];
}

/** Everything the piece model needs for a formula's portion poured on a zone at a moment; by default the batter as it is. */
export function pieceInput(
  pins: Pins,
  state: RunState,
  ref: { formulaId: string; stationId: string; zoneId: string },
  pouredAtMs = Infinity,
): PieceInput {
  const body = formulaOf(pins, ref.formulaId);
  const station = stationOf(pins, ref.stationId);
  const volumeMl = portionMl(pins, state, ref.formulaId);
  return {
    batter: batterProperties(batterLines(pins, state, ref.formulaId, pouredAtMs), body.type, larderOf(pins)),
    thicknessMm: discOn(body, station, volumeMl, larderOf(pins)).thicknessMm,
    batterC: state.lots.get(ref.formulaId)?.batterC ?? pins.roomC,
    plate: plateContact(station, ref.zoneId, body.heat.targetC),
    ambientC: pins.roomC,
    pressurePa: pins.pressurePa,
  };
}

/** @throws RangeError when the run did not pin it. */
export function formulaOf(pins: Pins, formulaId: string): FormulaBody {
  const pinned = pinnedFormula(pins, formulaId);
  if (!pinned) throw new RangeError(`Formula ${formulaId} is not pinned by this run.`);
  return pinned.body;
}

/** @throws RangeError when the run did not pin it. */
export function stationOf(pins: Pins, stationId: string): StationBody {
  const pinned = pinnedStation(pins, stationId);
  if (!pinned) throw new RangeError(`Station ${stationId} is not pinned by this run.`);
  return pinned.body;
}
