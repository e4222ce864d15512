import type { RunView } from '#core/setup';
import { flipBestAt, timelineAt, type Fault, type SimulatedPiece } from '#core/piece';
import { lotKey, type Piece, type RunState } from '#core/run';
import { portionMl } from '#core/setup';
import type { Forecast } from '#core/forecast';
import { lotDose } from '#core/lot';
import { tableFor } from '#core/forecast';
import type { ZoneForecast } from '#core/forecast';

/** The one thing to do about a fault, with what it is good for. Times are seconds of the first side unless said. */
export type Remedy =
  /** Turn the zone to a mark: its first sides go from now to then, and so many of its places have a good moment. */
  | {
      readonly do: 'turn';
      readonly mark: number;
      readonly nowS: number;
      readonly thenS: number;
      readonly good: number;
      readonly of: number;
    }
  /** The zone is on its way by itself. */
  | { readonly do: 'wait'; readonly nowS: number; readonly thenS: number }
  /** The dial has no more room that way. */
  | { readonly do: 'atEnd'; readonly tooHot: boolean }
  /** How hot it is there is a guess: nothing is worth turning before it was read. */
  | { readonly do: 'read'; readonly placeId: string; readonly sdC: number }
  /** Less in each pour: the inside holds sooner. */
  | { readonly do: 'pourLess'; readonly volumeMl: number; readonly nowS: number; readonly thenS: number }
  /** Slide it to a hotter place of its zone. */
  | { readonly do: 'move'; readonly placeId: string; readonly byC: number }
  /** Turn it about where it lies. */
  | { readonly do: 'quarter'; readonly byC: number }
  | { readonly do: 'fat' }
  /** Leave the next one longer: it lets go, or holds, from then on. */
  | { readonly do: 'leave'; readonly untilS: number }
  | { readonly do: 'dose'; readonly ingredientId: string; readonly massG: number }
  /** What is known of the batter gives no dose: measure how it runs. */
  | { readonly do: 'measure' };

/** A surface off by less is not what a cook saw, °C. Common practice, no source. */
const SHOWS_C = 5;
/** What a pour is cut down to when it stays raw inside on a plate that is right. Assumed. */
const LESS = 0.85;
const WHOLE_ML = 5;

/** From what is wrong with a piece to one thing to do, by what is believed of its zone and its batter now. */
export function remedyFor(run: RunView, forecast: Forecast, piece: Piece, fault: Fault): Remedy | null {
  const { formulaId, stationId, zoneId } = piece;
  const zone = forecast.zones.find(
    (each) => each.formulaId === formulaId && each.stationId === stationId && each.zoneId === zoneId,
  );
  const timeline = forecast.pieces[piece.id]?.timeline;
  if (!zone) return null;
  switch (fault) {
    case 'darkRaw':
    case 'paleSlow':
      return (
        ofHeat(zone, piece, fault, hasAnswered(run.state, zone, forecast.atMs)) ?? ofPortion(run, zone, piece, fault)
      );
    case 'paleRim':
    case 'uneven':
      return ofPlace(zone, piece, fault);
    case 'stuck':
      return ofSticking(run, piece, timeline);
    case 'tore':
      return { do: 'leave', untilS: timeline?.holdsS ?? zone.next.flip.bestS };
    case 'ranThin':
    case 'stoodThick':
      return ofBatter(run, forecast.atMs, piece, fault);
  }
}

/** A plate needs a while to answer a turn of its dial, ms. Assumed. */
const ANSWERS_AFTER_MS = 45_000;

function hasAnswered(state: RunState, { key }: ZoneForecast, nowMs: number): boolean {
  const turned = state.zones.get(key)?.turns.at(-1);
  return turned === undefined || nowMs - turned.atMs >= ANSWERS_AFTER_MS;
}

/** Too hot or too cool by what is believed: turned, or left to come; a plate that nobody read is read first. */
function ofHeat(zone: ZoneForecast, piece: Piece, fault: 'darkRaw' | 'paleSlow', answered: boolean): Remedy | null {
  const offC = zone.surfaceC - zone.targetC;
  // what nobody read is off only when it is off by more than it is unsure
  const leastC = zone.basis === 'reading' ? SHOWS_C : Math.max(SHOWS_C, zone.sdC);
  const fits = fault === 'darkRaw' ? offC > leastC : offC < -leastC;
  const [nowS, thenS] = [zone.next.flip.bestS, zone.atTarget.flip.bestS];
  // a fault is reason enough to turn it sooner than it would be by itself
  const right = offC > 0 ? zone.panfulMark < (zone.mark ?? 0) : zone.panfulMark > (zone.mark ?? 0);
  if (fits && answered && right && !zone.dialAtEnd)
    return { do: 'turn', mark: zone.panfulMark, nowS, thenS, good: zone.goodAtTarget, of: zone.places.length };
  if (fits) return zone.dialAtEnd ? { do: 'atEnd', tooHot: offC > 0 } : { do: 'wait', nowS, thenS };
  const place = zone.places.find(({ id }) => id === piece.placeId);
  if (zone.basis !== 'reading' && place) return { do: 'read', placeId: place.id, sdC: place.sdC };
  return null;
}

/** On a plate that is right what is left is the piece: a thick one is raw when it is dark, a pale one wants its time. */
function ofPortion(run: RunView, zone: ZoneForecast, piece: Piece, fault: 'darkRaw' | 'paleSlow'): Remedy {
  if (fault === 'paleSlow') return { do: 'leave', untilS: zone.next.brownedAt.golden ?? zone.next.flip.latestS };
  const usualMl = portionMl(run, piece.formulaId);
  const volumeMl = Math.max(WHOLE_ML, Math.round((usualMl * LESS) / WHOLE_ML) * WHOLE_ML);
  const { formulaId, stationId, zoneId, lot, doses } = piece;
  const holdsS = (ml: number) => {
    const table = tableFor(run, { formulaId, stationId, zoneId, lot, doses, volumeMl: ml }, piece.pouredAtMs);
    return timelineAt(table, zone.surfaceC).holdsS ?? flipBestAt(table, zone.surfaceC);
  };
  return { do: 'pourLess', volumeMl, nowS: holdsS(usualMl), thenS: holdsS(volumeMl) };
}

/** A place that is cooler at one side: slid to where its zone is hotter, or turned about where it lies. */
function ofPlace(zone: ZoneForecast, piece: Piece, fault: 'paleRim' | 'uneven'): Remedy {
  const here = zone.places.find(({ id }) => id === piece.placeId);
  const surfaces = zone.places.map(({ surfaceC }) => surfaceC);
  const hottest = zone.places.reduce<ZoneForecast['places'][number] | null>(
    (a, b) => (b.fitness === 'good' && (!a || b.surfaceC > a.surfaceC) ? b : a),
    null,
  );
  if (fault === 'paleRim' && here && hottest && hottest.surfaceC - here.surfaceC > SHOWS_C)
    return { do: 'move', placeId: hottest.id, byC: hottest.surfaceC - here.surfaceC };
  return { do: 'quarter', byC: Math.max(0, ...surfaces) - Math.min(Infinity, ...surfaces) };
}

/** A base has to have its skin first; then fat, when the formula has any. */
function ofSticking(run: RunView, piece: Piece, timeline: SimulatedPiece | undefined): Remedy {
  const untilS = timeline?.peekS;
  const triedS = piece.flippedAtMs === null ? null : (piece.flippedAtMs - piece.pouredAtMs) / 1000;
  if (untilS !== undefined && triedS !== null && triedS < untilS) return { do: 'leave', untilS };
  if (run.formula(piece.formulaId).fat.kind !== 'none') return { do: 'fat' };
  return { do: 'leave', untilS: timeline?.signS ?? untilS ?? timeline?.flip.bestS ?? 0 };
}

/** What to stir in, as far as the lot was measured; else how it runs is to be measured. */
function ofBatter(run: RunView, nowMs: number, piece: Piece, fault: 'ranThin' | 'stoodThick'): Remedy {
  const lot = run.state.lots.get(lotKey(piece.formulaId, piece.lot));
  if (!lot?.readings.length) return { do: 'measure' };
  const dose = lotDose(run, lot, nowMs, nowMs);
  const fits = dose.what === (fault === 'ranThin' ? 'flour' : 'liquid');
  return fits ? { do: 'dose', ingredientId: dose.ingredientId, massG: dose.nowG } : { do: 'measure' };
}
