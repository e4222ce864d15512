import { isMixed, lotsOf, type Lot, type Piece } from '#core/run';
import { piecesLeft, portionMl, type RunView } from '#core/setup';
import { gasFreeDensityGPerMl } from '#core/ingredients';

/** What is left of a formula's batter in its bowls. */
interface BatterLeft {
  /** In all bowls that are mixed, without what stays on bowl and ladle, mL. */
  readonly leftMl: number;
  /** How many pours that is by what this ladle really pours. */
  readonly pours: number;
  /** Pieces of the brief that are still to pour. */
  readonly wanted: number;
  /** What a pour really is against what it is said to be; null: nobody read the bowl off since pours were made. */
  readonly drift: number | null;
}

/** What stays on bowl, ladle and spatula: a share of the lot, and a film that any bowl keeps, mL. Common practice, no source. */
const STAYS = { share: 0.01, ml: 10 };
/** A ladle that is filled otherwise than it is written is off by no more than this; beyond it the reading was. Assumed. */
const DRIFT = { low: 0.7, high: 1.4 };
/** From so many pours on a reading says something of the ladle. Assumed. */
const DRIFT_POURS = 3;

/** Of a bowl of so much this stays on bowl, ladle and spatula, mL. */
const staysMl = (volumeMl: number): number => STAYS.ml + STAYS.share * volumeMl;

/** Whole pours of a bowl of batter, without what stays on it. */
export function poursOf(volumeMl: number, portionMl: number): number {
  return Math.floor(Math.max(0, volumeMl - staysMl(volumeMl)) / portionMl + 1e-6);
}

/** What is left of a batter; null while none of it is mixed. */
export function batterLeft(run: RunView, formulaId: string): BatterLeft | null {
  const lots = lotsOf(run.state, formulaId).filter((lot) => isMixed(lot) && lot.volumeMl !== null);
  if (lots.length === 0) return null;
  const drift = driftOf(run, lots);
  const inBowlsMl = lots.reduce((sum, lot) => sum + lotLeftMl(run, lot, drift ?? 1), 0);
  const stuckMl = lots.reduce((sum, lot) => sum + staysMl(lot.volumeMl ?? 0), 0);
  const leftMl = Math.max(0, inBowlsMl - stuckMl);
  const pourMl = portionMl(run, formulaId) * (drift ?? 1);
  return { leftMl, pours: Math.floor(leftMl / pourMl + 1e-6), wanted: piecesLeft(run.state, formulaId), drift };
}

/** What one bowl still holds to pour, mL: a mixed lot, without what stays on it. */
export function lotLeft(run: RunView, lot: Lot): number {
  return Math.max(0, lotLeftMl(run, lot, driftOf(run, [lot]) ?? 1) - staysMl(lot.volumeMl ?? 0));
}

/** What one bowl holds: from its last reading, or as it was mixed, less what was poured from it since. */
function lotLeftMl(run: RunView, lot: Lot, drift: number): number {
  const read = lot.left.at(-1);
  const fromMs = read?.atMs ?? lot.mixedAtMs ?? 0;
  const startMl = read?.volumeMl ?? lot.volumeMl ?? 0;
  const stirredMl = lot.doses
    .filter(({ atMs }) => atMs > fromMs)
    .reduce(
      (sum, { ingredientId, massG }) => sum + massG / gasFreeDensityGPerMl([{ ingredientId, massG }], run.larder),
      0,
    );
  return Math.max(0, startMl + stirredMl - drift * pouredMl(run, lot, fromMs));
}

const pouredMl = (run: RunView, lot: Lot, fromMs: number): number =>
  pouredFrom(run, lot, fromMs, Infinity).reduce((sum, { volumeMl, dabbedMl }) => sum + volumeMl + dabbedMl, 0);

function pouredFrom(run: RunView, lot: Lot, fromMs: number, toMs: number): Piece[] {
  return [...run.state.pieces.values()].filter(
    (piece) =>
      piece.formulaId === lot.formulaId &&
      piece.lot === lot.number &&
      piece.pouredAtMs > fromMs &&
      piece.pouredAtMs <= toMs,
  );
}

/** What the last reading of a bowl says of the ladle: what was gone by it over what was said to be poured. */
function driftOf(run: RunView, lots: readonly Lot[]): number | null {
  for (const lot of lots.toReversed()) {
    const [before, last] = [lot.left.at(-2), lot.left.at(-1)];
    if (!last) continue;
    const fromMs = before?.atMs ?? lot.mixedAtMs ?? 0;
    const pieces = pouredFrom(run, lot, fromMs, last.atMs);
    const saidMl = pieces.reduce((sum, { volumeMl }) => sum + volumeMl, 0);
    const goneMl = (before?.volumeMl ?? lot.volumeMl ?? 0) - last.volumeMl;
    const drift = goneMl / saidMl;
    if (pieces.length >= DRIFT_POURS && drift >= DRIFT.low && drift <= DRIFT.high) return drift;
  }
  return null;
}
