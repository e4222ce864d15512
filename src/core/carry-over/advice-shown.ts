import type { Payload, RunState } from '#core/run';
import { MODEL_VERSION, piecesOnPlates } from '#core/run';
import type { Forecast } from '#core/forecast';

/** A window that moved by less than this is the same advice, ms. Numerical. */
const SAME_ADVICE_MS = 2000;

/**
 * Facts of advice not yet in the log: the window now shown for each piece on a plate, where none was recorded or it has
 * moved. They keep yesterday's errors true when tomorrow's model is better.
 */
export function unrecordedWindows(state: RunState, forecast: Forecast): Payload<'window-shown'>[] {
  const facts: Payload<'window-shown'>[] = [];
  for (const piece of piecesOnPlates(state)) {
    const pieceId = piece.id;
    const predicted = forecast.pieces[pieceId];
    if (!predicted) continue;
    const side = piece.flippedAtMs === null ? 1 : 2;
    const window = side === 1 ? predicted.flip : predicted.lift;
    const shown = side === 1 ? piece.shown.first : piece.shown.second;
    if (shown && Math.abs(shown.bestMs - window.bestMs) < SAME_ADVICE_MS) continue;
    facts.push({ pieceId, side, window: { ...window }, modelVersion: MODEL_VERSION });
  }
  return facts;
}
