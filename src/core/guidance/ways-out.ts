import type { Brief, BriefItem } from '#core/run';
import { placesIn, type RunView } from '#core/setup';
import { planSearch, type RunPlan } from './plan-run.ts';

/** Another brief by which a morning that does not fit would fit better. */
export interface WayOut {
  readonly does:
    | { readonly kind: 'later'; readonly byMin: number }
    | { readonly kind: 'fewer'; readonly formulaId: string; readonly pieces: number }
    | { readonly kind: 'plate'; readonly formulaId: string; readonly stationId: string };
  readonly brief: Brief;
  /** What is still wrong with it, and by how many minutes in all; 0: it fits. */
  readonly overMin: number;
  /** How much later the morning begins. */
  readonly startsLaterMin: number;
}

/** At most so many are told. Common practice, no source: more is a list, not advice. */
const TOLD = 3;
/** Services are put off to the next of these, min. Common practice, no source: people are told round times. */
const ROUND_MIN = 5;

/**
 * The best ways out of a morning that does not fit: eating later, fewer pieces in whole panfuls, a plate more. Each is
 * planned as it would be and told with what it does; those that help most come first, and of two alike the one that
 * changes least for the eaters. Nothing where the morning fits.
 */
export function* waysOut(run: RunView, nowMs: number): Generator<void, WayOut[]> {
  const { brief } = run.state;
  if (!brief) return [];
  const plan = yield* planSearch(run, nowMs);
  const nowOver = overMin(plan);
  if (nowOver === 0) return [];
  const ways: WayOut[] = [];
  for (const { does, brief: other } of candidates(run, brief, plan)) {
    const planned = yield* planSearch(run.with({ brief: other }), nowMs);
    const over = overMin(planned);
    if (over >= nowOver) continue;
    const startsLaterMin = Math.round((planned.startMs - plan.startMs) / 60_000);
    ways.push({ does, brief: other, overMin: over, startsLaterMin });
  }
  // what does not help enough is told only where nothing does
  const enough = ways.filter(({ overMin: over }) => over === 0);
  return (enough.length > 0 ? enough : ways)
    .sort((a, b) => a.overMin - b.overMin || COSTS[a.does.kind] - COSTS[b.does.kind])
    .slice(0, TOLD);
}

/** What a way costs those who eat: a plate more costs them nothing. Definition of an order. */
const COSTS = { plate: 0, later: 1, fewer: 2 } as const;

const overMin = ({ conflicts }: RunPlan): number => conflicts.reduce((sum, { minutes }) => sum + minutes, 0);

function* candidates(run: RunView, brief: Brief, plan: RunPlan): Generator<Pick<WayOut, 'does' | 'brief'>> {
  const replaced = (item: BriefItem, by: BriefItem): Brief => ({
    ...brief,
    items: brief.items.map((each) => (each === item ? by : each)),
  });
  const late = plan.conflicts.find(({ code }) => code === 'startPassed');
  if (late) {
    const byMin = Math.ceil(late.minutes / ROUND_MIN) * ROUND_MIN;
    yield { does: { kind: 'later', byMin }, brief: { ...brief, serviceAtMs: brief.serviceAtMs + byMin * 60_000 } };
  }
  for (const item of brief.items) {
    for (const { id: stationId } of run.pins.stations) {
      if (item.stationIds.includes(stationId)) continue;
      const more = { ...item, stationIds: [...item.stationIds, stationId] };
      if (fits(run, item, stationId))
        yield { does: { kind: 'plate', formulaId: item.formulaId, stationId }, brief: replaced(item, more) };
    }
    const sizes = plan.panfuls.filter(({ formulaId }) => formulaId === item.formulaId).map(({ size }) => size);
    const full = Math.max(0, ...sizes);
    for (const panfuls of [1, 2]) {
      const pieces = (Math.ceil(item.pieces / full) - panfuls) * full;
      if (full > 0 && pieces >= item.pieces / 2)
        yield {
          does: { kind: 'fewer', formulaId: item.formulaId, pieces },
          brief: replaced(item, { ...item, pieces }),
        };
    }
  }
}

/** Whether a formula finds a place on a plate of the run that no other formula is on. */
function fits(run: RunView, { formulaId }: BriefItem, stationId: string): boolean {
  const others = (run.state.brief?.items ?? []).some((item) => item.stationIds.includes(stationId));
  return !others && placesIn(run, formulaId, stationId).length > 0;
}
