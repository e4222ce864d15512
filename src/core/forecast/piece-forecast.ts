import type { RunView } from '#core/setup';
import { flipSpreadS, ownLnTime, paceOf, surestFlip, surestLift, type OwnCue, type SecondSides } from '#core/inference';
import {
  hottestWithWindowC,
  pieceAt,
  servedLift,
  timelineAt,
  type Cue,
  type PieceTimeline,
  type SimulatedPiece,
  type TimelineTable,
  type Window,
} from '#core/piece';
import type { FlipRule } from '#core/formula';
import { colourBeneath } from './colour-beneath.ts';
import { zoneKey, type Piece } from '#core/run';
import { flipToTarget, liftPinned, liftToTarget, type TargetColour } from './target-colour.ts';
import { askedAgain, secondLearned } from './second-side.ts';
import type { SurfaceModel } from '#core/surface';
import { atSpot, believedC, type ZoneBelief } from '#core/surface';
import { placeOf, underPiece, underSecond } from '#core/surface';

interface ForecastWindow {
  readonly earliestMs: number;
  readonly bestMs: number;
  readonly latestMs: number;
}

export interface PieceForecast {
  readonly cues: Partial<Record<Cue, number>>; // run time, ms
  readonly flip: ForecastWindow;
  /** From here on the underside is past brown in more than one of ten cases; null when it never is. */
  readonly darkFromMs: number | null;
  /** From here on it is past brown in more than one of three: it is turned whatever shows; null when it never is. */
  readonly mayBurnMs: number | null;
  /** Standard deviation of the best flip, s. */
  readonly flipSpreadS: number;
  readonly lift: ForecastWindow;
  /** How much longer its second side is given than the piece model has it, by what was told of others, ln. */
  readonly secondLonger: number;
  readonly tooHot: boolean;
  /** The hottest surface at which this piece would have a window, °C; null when none would do. */
  readonly windowUpToC: number | null;
  readonly timeline: SimulatedPiece;
}

/** A piece on its place: what is expected and known there, and at what surface and pace it goes by that and by what was seen on itself. */
export function pieceBelieved(
  run: RunView,
  piece: Piece,
  table: TimelineTable,
  model: SurfaceModel,
  believed: ZoneBelief,
) {
  const place = placeOf(run, piece);
  const { expected, known } = atSpot(underPiece(run, model, piece, table), believed, place);
  const seen = ownCues(piece, (afterS) => {
    const upTo = atSpot(underPiece(run, model, piece, table, afterS), believed, place);
    return timelineAt(table, believedC(upTo.expected, upTo.known), paceOf(known)).cues;
  });
  /** How much slower this very piece runs than its zone and batter, as a factor. */
  const slower = Math.exp(ownLnTime(seen));
  const surfaceC = believedC(expected, known);
  const pace = paceOf(known);
  const own = { ...pace, time: pace.time * slower };
  return { expected, known, slower, pace: own, surfaceC };
}

/** What of a forecast is its batter's: the colours aimed at, when a piece was pointed at, and how its second sides go. */
export interface BatterForecast {
  readonly aim: TargetColour | null;
  readonly seconds: SecondSides;
}

/** A piece on a plate, by what is believed of its zone and batter and what was seen on itself. */
export function pieceForecast(
  run: RunView,
  piece: Piece,
  table: TimelineTable,
  model: SurfaceModel,
  believed: ZoneBelief,
  { aim, seconds }: BatterForecast,
): PieceForecast {
  const { expected, known, slower, pace, surfaceC } = pieceBelieved(run, piece, table, model, believed);
  const longer = seconds.at(zoneKey(piece.stationId, piece.zoneId), piece.placeId);
  const lnLonger = longer.mean;
  const simulated = pieceAt(table, surfaceC, pace);
  const served = servedLift(simulated.lift, simulated.appearances, simulated.flip.bestS);
  const timeline = secondLearned({ ...simulated, lift: served }, lnLonger);
  const pouredMs = piece.pouredAtMs;
  const afterPour = (seconds: number) => Math.round(pouredMs + seconds * 1000);
  const seen = colourBeneath(run.state, piece, placeOf(run, piece), timeline.brownedAt);
  const surest = surestFlip(known, table, expected, slower, seen);
  const waited = piece.cues.findLast(({ cue }) => cue === 'notYet');
  const signMs = signSeenMs(piece, run.formula(piece.formulaId).flip.rule);
  const flip = askedAgain(
    signMs === null || aim
      ? aim
        ? flipToTarget(surest, timeline, aim)
        : surest
      : dueAt(surest, (signMs - pouredMs) / 1000),
    waited && (waited.atMs - pouredMs) / 1000, // the cook's word, whatever is predicted
  );
  const turnedMs = piece.flippedAtMs ?? afterPour(flip.bestS);
  const pinnedS = run.state.secondSideS.get(piece.formulaId);
  const since = underSecond(run, model, piece, expected);
  const firstS = (turnedMs - pouredMs) / 1000;
  const surely = surestLift(known, table, since, timeline.lift, { firstS, slower, longer });
  const aimed = aim ? liftToTarget(surely, timeline, aim) : surely;
  const tooSoonMs = piece.secondNotYetMs.at(-1);
  const lift = askedAgain(
    pinnedS === undefined ? aimed : liftPinned(aimed, pinnedS),
    tooSoonMs && (tooSoonMs - turnedMs) / 1000,
  );
  const afterFlip = (seconds: number) => Math.round(turnedMs + seconds * 1000);
  return {
    cues: Object.fromEntries(Object.entries(timeline.cues).map(([cue, seconds]) => [cue, afterPour(seconds)])),
    flip: {
      earliestMs: afterPour(flip.earliestS),
      bestMs: afterPour(flip.bestS),
      latestMs: afterPour(flip.latestS),
    },
    darkFromMs: Number.isFinite(surest.darkFromS) ? afterPour(surest.darkFromS) : null,
    mayBurnMs: Number.isFinite(surest.mayBurnS) ? afterPour(surest.mayBurnS) : null,
    flipSpreadS: flipSpreadS(known, table, expected),
    lift: {
      earliestMs: afterFlip(lift.earliestS),
      bestMs: afterFlip(lift.bestS),
      latestMs: afterFlip(lift.latestS),
    },
    secondLonger: lnLonger,
    tooHot: timeline.tooHot,
    windowUpToC: hottestWithWindowC(table, pace),
    timeline,
  };
}

/** A piece's cues against when they were due by what is believed of its zone and batter, and of the plate up to then. */
function ownCues({ cues, pouredAtMs }: Piece, dueBy: (afterS: number) => PieceTimeline['cues']): OwnCue[] {
  return cues.flatMap(({ cue, atMs }) => {
    if (cue === 'notYet') return [];
    const afterS = (atMs - pouredAtMs) / 1000;
    const dueS = dueBy(afterS)[cue];
    return dueS === undefined ? [] : [{ cue, dueS, afterS }];
  });
}

/** When the sign that its formula is turned by was seen on a piece; a sign in the first moments is a slip. */
function signSeenMs({ cues }: Piece, rule: FlipRule): number | null {
  const sign = rule === 'underside' ? 'golden' : rule;
  return cues.find(({ cue }) => cue === sign)?.atMs ?? null;
}

/** A sign seen this long before the inside is predicted to hold is a slip, as a share of that. Assumed. */
const SIGN_FROM = 0.6;

/**
 * A flip whose sign was seen is due then, or when all of the piece is predicted to hold, if that is sooner than predicted:
 * eyes outrank the time on the early side.
 */
function dueAt<W extends Window>(window: W, seenS: number): W {
  if (seenS >= window.bestS || seenS < SIGN_FROM * window.earliestS) return window;
  return { ...window, bestS: Math.min(window.bestS, Math.max(seenS, window.earliestS)) };
}
