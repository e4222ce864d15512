import { toRaw } from 'vue';
import type { Brief } from '#core/run';
import { MODEL_VERSION, type Pins } from '#core/run';
import { KITCHEN_FACTS, pinnedFacts, type Formula, type NewRun, type Run, type Station } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import { envelopes, type NewEvent } from '../sync/envelope.ts';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { askOfKitchen } from '../workers/desk.ts';

/** A morning as the form knows it, before it is a run. */
export interface Wanted {
  readonly name: string;
  readonly timeZone: string;
  readonly brief: Brief;
  readonly formulas: readonly Formula[];
  readonly stations: readonly Pick<Station, 'id' | 'version' | 'body'>[];
}

/** Makes the run on the server: its brief first, then what else is known. */
export async function makeRun(wanted: Wanted, rehearsal: boolean, more: readonly NewEvent[] = []): Promise<Run> {
  const first: NewEvent[] = [{ kind: 'brief-set', payload: wanted.brief }, ...more];
  if (rehearsal) {
    const simAtMs = await rehearsalStart(wanted);
    // a rehearsal stands at its first task until the cook lets it run
    first.push({ kind: 'clock-set', payload: { simAtMs, speed: 0 } });
    return create(wanted, true, envelopes(first, simAtMs));
  }
  return create(wanted, false, envelopes(first, null));
}

async function create(wanted: Wanted, rehearsal: boolean, events: NewRun['events']): Promise<Run> {
  const body: NewRun = {
    id: newId(),
    name: wanted.name,
    timeZone: wanted.timeZone,
    rehearsal,
    formulaIds: [...new Set(wanted.brief.items.map((item) => item.formulaId))],
    stationIds: [...new Set(wanted.brief.items.flatMap((item) => item.stationIds))],
    events,
  };
  return call<Run>('POST', '/api/runs', body);
}

/** Half a minute before the morning's first task. */
async function rehearsalStart(wanted: Wanted): Promise<number> {
  const plan = await planned(wanted);
  return plan ? plan.startMs - 30_000 : wanted.brief.serviceAtMs - 3_600_000;
}

/** From the first pour to the table, when everything stands ready. */
export async function cookingSpanMs(wanted: Wanted): Promise<number> {
  const plan = await planned(wanted);
  return plan ? plan.serviceAtMs - plan.firstPourMs : 0;
}

async function planned(wanted: Wanted) {
  const pins = pinsOf(wanted);
  const brief = envelopes([{ kind: 'brief-set', payload: wanted.brief }], null);
  const plan = await askOfKitchen('planned', pins, brief, wanted.brief.serviceAtMs);
  return !plan || 'error' in plan ? null : plan;
}

/** What the server will pin, for planning before the run is made. */
function pinsOf(wanted: Pick<Wanted, 'formulas' | 'stations' | 'timeZone'>): Pins {
  const facts = useSession().session?.kitchen.facts ?? KITCHEN_FACTS;
  return {
    modelVersion: MODEL_VERSION,
    timeZone: wanted.timeZone,
    ...pinnedFacts(toRaw(facts)), // goes to a worker, which takes no proxies
    formulas: [...wanted.formulas],
    stations: [...wanted.stations],
    ingredients: useLibrary().ownIngredients.map((own) => own.body),
  };
}
