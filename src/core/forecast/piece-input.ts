import type { RunView } from '#core/setup';
import { familyOf, type BatterType, type FormulaBody } from '#core/formula';
import type { Question } from '#core/memo';
import { ingredientOf, type Amount } from '#core/ingredients';
import { arealHeatCapacityJm2K, zoneAreaM2, type StationBody } from '#core/plate';
import { batterProperties, type BatterProperties, type PieceInput } from '#core/piece';
import { FRUIT_G, type Disc } from '#core/pour';
import { lotInUse, lotKey, withDoses, type Lot } from '#core/run';
import { discOn, portionMl } from '#core/setup';
import { stationNow } from '#core/setup';
import { lotAmounts, lotProportions } from '#core/lot';
import { lotConsistency } from '#core/lot';
import { lotTemperature } from '#core/lot';

/** Degrees of dip at which a cook turns a burner up to full: sets how strongly a plate is fed while it cooks. Assumed. */
const DIP_AT_FULL_POWER_C = 60;

/**
 * Everything the piece model needs for a formula's portion poured on a zone at a moment, from the lot in use or the one
 * named: what is really in it, how warm it is and how far it runs by then. Fine differences are rounded away, so that
 * pieces of one batter share a table.
 */
export function pieceInput(run: RunView, ref: PourRef, pouredAtMs: number): PieceInput {
  const body = run.formula(ref.formulaId);
  const station = stationNow(run, ref.stationId);
  const lot =
    ref.lot === undefined ? lotInUse(run.state, ref.formulaId) : run.state.lots.get(lotKey(ref.formulaId, ref.lot));
  const doses = ref.doses ?? lot?.doses.filter((dose) => dose.atMs <= pouredAtMs).length ?? 0;
  const of = { formulaId: ref.formulaId, station, lot, volumeMl: ref.volumeMl, mouldMm: ref.mouldMm };
  const disc = discFrom(run, of, pouredAtMs, doses);
  return {
    batter: batterOf(run, amountsOf(run, ref, lot && withDoses(lot, doses)), body.type),
    ...toldApart(body, disc.thicknessMm, lot ? lotTemperature(run, body, lot, pouredAtMs) : run.climate.roomC),
    plate: plateContact(station, ref.zoneId, body.heat.targetC),
    ambientC: run.pins.roomC,
    pressurePa: run.pins.pressurePa,
    flipBy: body.flip,
    ...(body.heat.lid ? { lid: true } : {}),
    ...(body.flip.pressed ? { pressed: true } : {}),
    ...fruitOn(run, ref.formulaId, of.volumeMl ?? portionMl(run, ref.formulaId), disc),
  };
}

/** Of batters by what is in them. */
const BATTERS: Question<BatterProperties> = { name: 'properties of a batter', most: 200 };
const LARDER_NAME: Pick<Question<string>, 'name' | 'answer'> = { name: 'name of a larder' };

function batterOf(run: RunView, amounts: readonly Amount[], type: BatterType): BatterProperties {
  const { larder, memo } = run;
  const larderName = memo.of(LARDER_NAME, larder, () => memo.nameOf(JSON.stringify([...larder])));
  const name = `${larderName} ${type} ${JSON.stringify(amounts)}`;
  return memo.recall(BATTERS, name, () => batterProperties(amounts, type, larder));
}

/** What is in a pour; of a batter that nobody has mixed, as it is planned for pours of that size. */
function amountsOf(run: RunView, { formulaId, volumeMl }: PourRef, lot: Lot | undefined): Amount[] {
  if (lot || volumeMl === undefined || volumeMl === portionMl(run, formulaId))
    return lotProportions(run, formulaId, lot);
  const sized = run.with({ portionMl: new Map(run.state.portionMl).set(formulaId, volumeMl) });
  return lotAmounts(sized, formulaId, lot);
}

/** Fruit that the formula counts onto each piece. */
function fruitOn(run: RunView, formulaId: string, volumeMl: number, { diameterMm }: Disc): Pick<PieceInput, 'fruit'> {
  const { larder } = run;
  const body = run.formula(formulaId);
  const onPiece = body.lines.filter(
    ({ ingredientId, when }) => when === 'onPiece' && ingredientOf(larder, ingredientId).role === 'fruit',
  );
  const percent = onPiece.reduce((sum, line) => sum + (line.percent ?? 0), 0);
  if (percent === 0) return {};
  const inBowl = body.lines.reduce((sum, { when, percent: of }) => (when === 'onPiece' ? sum : sum + (of ?? 0)), 0);
  const gramsG = (percent / inBowl) * volumeMl * run.densityGPerMl(formulaId);
  const frozen = onPiece.some(({ ingredientId }) => ingredientOf(larder, ingredientId).frozen);
  const areaM2 = (Math.PI * (diameterMm / 1000) ** 2) / 4;
  // what is bought by the piece is cut up
  const cut = onPiece.some(({ ingredientId }) => ingredientOf(larder, ingredientId).pieceG) ? 'slice' : 'berry';
  return { fruit: { count: Math.round(gramsG / FRUIT_G[cut]), cut, eachG: FRUIT_G[cut], frozen, areaM2 } };
}

/** A pour to predict, or a piece: which lot it came from and how many doses were in that; the lot in use for a pour to come. */
export interface PourRef {
  readonly formulaId: string;
  readonly stationId: string;
  readonly zoneId: string;
  readonly lot?: number;
  readonly doses?: number;
  /** Another pour than the run's: of a piece that was poured, or when sizes are compared. */
  readonly volumeMl?: number;
  /** Another ring or mould than the run's; null: none. */
  readonly mouldMm?: number | null;
}

/** Below these nothing on the plate can be told apart; each step more is a table more. Numerical. */
const DISC_STEP_MM = 0.25;
const THIN_STEP_MM = 0.05; // Numerical.
const BATTER_STEP_C = 2; // Numerical.
/** The thinnest film that holds together. Assumed. */
const THINNEST_MM = 0.2;

/** A thickness and a warmth by the steps that can be told apart, so that pieces of one batter share a table. */
export function toldApart(
  { type }: Pick<FormulaBody, 'type'>,
  thicknessMm: number,
  batterC: number,
): Pick<PieceInput, 'thicknessMm' | 'batterC'> {
  const step = familyOf(type) === 'thin' ? THIN_STEP_MM : DISC_STEP_MM;
  // a film thinner than that tears into drops: it is predicted as the thinnest there is
  return { thicknessMm: Math.max(THINNEST_MM, roundTo(thicknessMm, step)), batterC: roundTo(batterC, BATTER_STEP_C) };
}

function roundTo(value: number, step: number): number {
  return Math.round(value / step) * step;
}

/** What a portion of a lot becomes on a station at a moment, by what is believed of how it runs. */
export function discFrom(
  run: RunView,
  of: {
    readonly formulaId: string;
    readonly station: StationBody;
    readonly lot: Lot | undefined;
    /** Another pour than the run's, and another ring or mould; null: none. */
    readonly volumeMl?: number | undefined;
    readonly mouldMm?: number | null | undefined;
  },
  atMs: number,
  doses?: number,
): Disc {
  const body = run.formula(of.formulaId);
  const volumeMl = of.volumeMl ?? portionMl(run, of.formulaId);
  const mouldMm = of.mouldMm === undefined ? run.state.mouldMm.get(of.formulaId) : (of.mouldMm ?? undefined);
  if (familyOf(body.type) === 'thin' || !of.lot)
    return discOn(body, of.station, volumeMl, run.densityGPerMl(of.formulaId), mouldMm);
  const { value } = lotConsistency(run, of.lot, atMs, doses);
  return discOn(body, of.station, volumeMl, run.densityGPerMl(of.formulaId), mouldMm, value);
}

/** The plate as the piece model sees it. */
function plateContact(station: StationBody, zoneId: string, surfaceC: number): PieceInput['plate'] {
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
