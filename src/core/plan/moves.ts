import type { Turn } from './decoding.ts';
import type { LaidOut } from './problem.ts';

/** Pinned lags and moments are drawn so far about, s. Numerical: tried. */
const LATER_S = 30;

/** A list of turns with one thing changed: its order, a zone, hands, sizes, lags or a moment; null where that cannot be. */
export function changed(laid: LaidOut, turns: readonly Turn[], random: () => number): Turn[] | null {
  const list = [...turns];
  const any = () => Math.floor(random() * list.length);
  const at = any();
  const turn = list[at]!;
  const kind = random();
  if (kind < 0.2) {
    list.splice(at, 1);
    list.splice(Math.max(0, Math.min(list.length, at + Math.round((random() - 0.5) * 8))), 0, turn);
    return list;
  }
  if (kind < 0.3) {
    const other = any();
    [list[at], list[other]] = [list[other]!, turn];
    return list;
  }
  if (kind < 0.4) {
    const ground = Math.floor(random() * laid.grounds[turn.job]!.length);
    if (turn.size > laid.grounds[turn.job]![ground]!.most) return null;
    list[at] = { ...turn, ground };
    return list;
  }
  if (kind < 0.5 && laid.cooking.cooks > 1) {
    list[at] = { ...turn, cook: Math.floor(random() * laid.cooking.cooks) };
    return list;
  }
  if (kind < 0.6) return resized(laid, list, at, any(), random);
  if (kind < 0.85) {
    const { pourToFlip, flipToLift } = laid.grounds[turn.job]![turn.ground]!.blocks[turn.size - 1]!;
    const between = ([low, high]: readonly [number, number]) => low + random() * (high - low);
    const { lags: _lags, ...free } = turn;
    list[at] = random() < 0.4 ? free : { ...free, lags: [between(pourToFlip), between(flipToLift)] };
    return list;
  }
  const { offByS, ...free } = turn;
  list[at] = offByS !== undefined && random() < 0.5 ? free : laterBy(free, laid, random);
  return list;
}

/** A turn held back: whole panfuls before it leave room that the latest moment does not. */
function laterBy(turn: Turn, laid: LaidOut, random: () => number): Turn {
  const latestS = laid.due[turn.job]![0]!.atS;
  return { ...turn, offByS: latestS - random() * LATER_S };
}

/** Pieces from one panful to another of its job: some, all of it, or to a new one. */
function resized(laid: LaidOut, list: Turn[], from: number, to: number, random: () => number): Turn[] | null {
  const a = list[from]!;
  const b = list[to]!;
  const pinless = ({ lags: _lags, ...turn }: Turn): Turn => turn;
  if (from === to || random() < 0.3) {
    if (a.size < 2) return null;
    const part = 1 + Math.floor(random() * (a.size - 1));
    list[from] = { ...pinless(a), size: a.size - part };
    list.splice(from + (random() < 0.5 ? 0 : 1), 0, { ...pinless(a), size: part });
    return list;
  }
  if (a.job !== b.job) return null;
  const room = laid.grounds[b.job]![b.ground]!.most - b.size;
  if (room === 0) return null;
  const part = 1 + Math.floor(random() * Math.min(room, a.size));
  list[to] = { ...pinless(b), size: b.size + part };
  if (part === a.size) list.splice(from, 1);
  else list[from] = { ...pinless(a), size: a.size - part };
  return list;
}
