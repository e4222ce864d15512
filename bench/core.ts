import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { performance } from 'node:perf_hooks';
import { forecast } from '#core/forecast';
import { lotDose } from '#core/lot';
import { planRun } from '#core/guidance';
import { STANDARD_PRESSURE_PA, batterProperties, simulatePiece, timelineAt, timelineTable } from '#core/piece';
import { compareFormulas, linesFor, lotsOf, remainderOf, scale } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import { Folding, fold, lotInUse, type StoredEvent } from '#core/run';
import { GRIDDLE, GRIDDLE_CAKES, finishedMorning, upcomingMorning } from '#demo';
import { belief, openPrior, withCue, withNotYet, withTurn, withUnderside } from '#core/inference';
import { steadyPattern } from '#core/plate';
import { placesOn } from '#core/pour';
import { griddleHour } from './griddle-hour.ts';

export interface Figure {
  readonly name: string;
  readonly medianMs: number;
}

/** Median time of one call, ms, after a warm-up. */
function median(name: string, times: number, work: () => unknown): Figure {
  for (let i = 0; i < Math.min(5, times); i++) work();
  const spans = Array.from({ length: times }, () => {
    const started = performance.now();
    work();
    return performance.now() - started;
  }).sort((a, b) => a - b);
  return { name, medianMs: spans[Math.floor(spans.length / 2)]! };
}

/** Where the pieces of the belief rows lie. */
const AT = { modelC: 182, sensitivity: 1 };

/** The computations a cook waits for. */
export function coreFigures(): Figure[] {
  const input = {
    batter: batterProperties(linesFor(GRIDDLE_CAKES, 100), 'leavened', SHIPPED_LARDER),
    thicknessMm: 8.5,
    batterC: 20,
    plate: { surfaceC: 182, arealHeatCapacityJm2K: 36_000, recoveryWm2K: 300 },
    ambientC: 22,
    pressurePa: STANDARD_PRESSURE_PA,
  };
  // thirty lines: every liquid, fat and flavour a formula could name beside its flour
  const many = ['plainFlour', 'bakingPowder', 'bakingSoda', 'egg', 'buttermilk'];
  const thirty = [...new Set([...many, ...SHIPPED_LARDER.keys()])].slice(0, 30);
  const longFormula = {
    ...GRIDDLE_CAKES,
    lines: thirty.map((ingredientId, i) => ({ ingredientId, percent: 100 / (i + 1) })),
  };
  const options = { portionMl: 75, eggClass: 'usLarge', eggs: 'whole' } as const;
  const table = timelineTable(input);
  const believed = openPrior(15);
  const morning = finishedMorning(Date.UTC(2026, 5, 9));
  const cooked = morning.events.filter((event) => event.kind !== 'run-finished'); // after it no pour would count
  const eventAt = (i: number): StoredEvent => {
    const event = cooked[i % cooked.length]!;
    const turn = Math.floor(i / cooked.length).toString(16);
    // each repetition has pieces of its own, so that the log is as long as it looks
    const { pieceId } = event.payload as { pieceId?: string };
    const payload = pieceId ? { ...event.payload, pieceId: `${turn}${pieceId.slice(turn.length)}` } : event.payload;
    return { ...event, payload, id: `${event.id.slice(0, -6)}${i.toString(16).padStart(6, '0')}`, seq: i + 1 };
  };
  const long = Array.from({ length: 5000 }, (_, i) => eventAt(i));
  const run = { pins: morning.pins, rehearsal: false };
  const folding = new Folding(run);
  folding.at(long);
  let grown = long;
  const oneMore = () => folding.at((grown = [...grown, eventAt(grown.length)]));
  const middle = morning.events.slice(0, Math.floor(morning.events.length * 0.7));
  const state = fold(run, middle);
  const tables = new Memo();
  const nowMs = middle.at(-1)!.deviceAtMs;
  forecast(runView(morning.pins, state, tables), nowMs);
  const next = upcomingMorning(Date.UTC(2026, 5, 9));
  const brief = fold({ pins: next.pins, rehearsal: false }, next.events);
  planRun(runView(next.pins, brief, tables), 0);
  const recompute = () => {
    const batter = scale(
      longFormula,
      SHIPPED_LARDER,
      { by: 'onHand', ingredientId: 'buttermilk', massG: 900 },
      options,
    );
    remainderOf(batter, 75, SHIPPED_LARDER);
    lotsOf(batter, longFormula, { bowlMl: 3000, pouringMin: 40 });
    return compareFormulas(GRIDDLE_CAKES, longFormula, SHIPPED_LARDER, STANDARD_PRESSURE_PA);
  };
  const lot = lotInUse(state, morning.pins.formulas[0]!.id)!;
  const reading = { method: 'spread', volumeMl: 60, diameterMm: 92 } as const;
  const measured = {
    ...lot,
    doses: [1, 2, 3].map((n) => ({ atMs: nowMs, ingredientId: 'buttermilk', massG: 20, eventId: String(n) })),
    readings: [0, 1, 2, 3].map((doses) => ({ atMs: nowMs, doses, reading, eventId: String(doses) })),
  };
  return [
    median('one piece simulated, both sides', 30, () => simulatePiece(input)),
    median('table over 13 surfaces', 5, () => timelineTable(input)),
    median('one timeline from the table', 2000, () => timelineAt(table, 183.4)),
    median('fold of 5,000 events', 20, () => fold(run, long)),
    median('one event more on 5,000', 200, oneMore),
    median('forecast of a run in full swing', 30, () => forecast(runView(morning.pins, state, tables), nowMs)),
    median('plan of 74 pieces, tables at hand', 20, () => planRun(runView(next.pins, brief, tables), 0)),
    median('dose of a lot with four readings', 200, () =>
      lotDose(runView(morning.pins, state), measured, nowMs, nowMs),
    ),
    median('one cue taken into a zone’s belief', 200, () => withCue(believed, table, AT, 'coveredFace', 52)),
    median('one judged colour', 200, () => withUnderside(believed, table, AT, 90, 'golden')),
    median('one verdict on a turn', 200, () => withTurn(believed, table, AT, 90, 'early')),
    median('one “not yet”', 200, () => withNotYet(believed, table, AT, 80)),
    median('what a belief says', 200, () => belief(openPrior(15))),
    median('steady pattern of a griddle', 10, () => steadyPattern(GRIDDLE, 185, 22)),
    median('places on a griddle, some ground forbidden', 50, () =>
      placesOn(GRIDDLE, 80, { over: 'plate', mayLie: (x, y) => Math.hypot(x - 300, y - 200) > 90 }),
    ),
    median('a formula of 30 lines: amounts, rest, lots, balance', 200, recompute),
  ];
}

/** The plate in two dimensions: the grid in use against a fine one, and the time of each. */
export function plateFigures(): { readonly what: string; readonly figure: string }[] {
  griddleHour(900); // warm
  const { worstC, coarseMs, fineMs } = griddleHour();
  return [
    {
      what: 'an hour of a 90 × 45 cm griddle with 18 pours a cycle, 1 cm and 5 s',
      figure: `${coarseMs.toFixed(0)} ms`,
    },
    { what: 'the same at 0.5 cm and 0.25 s', figure: `${(fineMs / coarseMs).toFixed(0)} times as long` },
    { what: 'worst difference at a place between the two', figure: `${worstC.toFixed(2)} °C` },
  ];
}
