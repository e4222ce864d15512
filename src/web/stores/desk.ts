import { ref, shallowRef, type Ref, type ShallowRef } from 'vue';
import { unrecordedWindows } from '#core/carry-over';
import { hasBegun, type RunPlan } from '#core/guidance';
import type { MeasuredBatter } from '#core/formula';
import type { EventKind, RunState } from '#core/run';
import type { Run } from '#contract';
import type { NewEvent } from '../sync/envelope.ts';
import { askOfRun } from '../workers/desk.ts';
import type { Outlook } from '../workers/run-questions.ts';

/** The run in hand, as the desk needs it. */
export interface CurrentRun {
  readonly run: ShallowRef<Run | null>;
  readonly state: ShallowRef<RunState | null>;
  readonly nowMs: Ref<number>;
  /** Whether the newest event of these kinds came from this device: it alone records the advice that followed. */
  caused(kinds: readonly EventKind[]): boolean;
  /** The run in hand cannot be worked out; null: it can. */
  stuck(said: string | null): void;
  /** Puts facts of advice into the log. @param asks whether what is predicted may be another by them */
  record(facts: readonly NewEvent[], asks?: boolean): Promise<void>;
}

/** What the desk's worker foresees for the run in hand; one question at a time, the newest state asks again. */
export function useOutlook({ run, state, nowMs, stuck, record }: CurrentRun) {
  const outlook = shallowRef<Outlook | null>(null);
  /** Events folded into the newest outlook: equal to the state's count when the screen is up to date. */
  const outlookCount = ref(-1);
  /** Set by a tap of this device: its advice is recorded once by the device that caused it. */
  let tapped = false;
  let asking = false;
  let askAgain = false;
  let failed = false;

  function ask(): void {
    askAgain = true;
    if (!asking) void answer();
  }

  async function answer(): Promise<void> {
    asking = true;
    while (askAgain && run.value && state.value) {
      askAgain = false;
      const asked = state.value;
      const current = run.value;
      const result = await askOfRun('outlook', [nowMs.value], 'outlook').catch(
        (error: unknown) => (console.warn(error), error instanceof Error ? error.message : String(error)),
      );
      if (run.value?.id !== current.id || result === null) continue;
      failed = typeof result === 'string';
      if (typeof result === 'string') {
        stuck(result); // the last outlook stands; the next tick asks again
        askAgain ||= asked !== state.value;
        continue;
      }
      stuck(null);
      outlook.value = result;
      outlookCount.value = asked.eventCount;
      void askOfRun('ahead', [nowMs.value], 'ahead').catch(() => undefined); // what fails is asked for again when it is due
      if (tapped && asked.eventCount === state.value.eventCount) {
        tapped = false;
        const facts = unrecordedWindows(asked, result.forecast).map((payload): NewEvent => ({
          kind: 'window-shown',
          payload,
        }));
        for (const payload of result.films) facts.push({ kind: 'film-shown', payload });
        if (result.learned) facts.push({ kind: 'run-learned', payload: result.learned });
        // that it was shown changes nothing of what is predicted; that a morning is over and learned from does
        const kept = facts.length ? record(facts, result.learned !== null) : null;
        if (!askAgain) outlookCount.value = state.value.eventCount;
        await kept;
      }
    }
    asking = false;
  }

  /** The log says the same as before: asked again is only what could not be worked out, since an undo counts once it is stored. */
  function confirmed(): void {
    if (failed) ask();
  }

  return {
    outlook,
    outlookCount,
    ask,
    confirmed,
    tapped: () => (tapped = true),
    clear: () => {
      outlook.value = null;
      outlookCount.value = -1;
    },
  };
}

/** The plan of the run in hand, made anew when what it rests on changes: the brief, the portions, the sizes, parts and stand-ins of the batters and the pins. */
export function usePlan({ run, state, nowMs, caused, record }: CurrentRun) {
  const plan = shallowRef<RunPlan | null>(null);
  const planError = ref<string | null>(null);
  const lots = shallowRef<Record<string, MeasuredBatter>>({});
  let plannedFor = '';

  async function ask(): Promise<void> {
    const current = run.value;
    const asked = state.value;
    if (!current || !asked?.brief) return;
    const sizes = [...asked.batters.values()].map(({ formulaId, sized, shares, standInIds }) => [
      ...[formulaId, sized, shares, standInIds],
    ]);
    const laid = [[...asked.portionMl], [...asked.mouldMm], [...asked.places]];
    // a start that passes while nothing is begun asks for a morning that still fits, minute by minute
    const lateMin =
      plan.value && !hasBegun(asked) ? Math.max(0, Math.floor((nowMs.value - plan.value.startMs) / 60_000)) : 0;
    const key = JSON.stringify([current.id, asked.brief, laid, sizes, lateMin]);
    if (key === plannedFor) return;
    plannedFor = key;
    const [result, amounts] = await Promise.all([askOfRun('plan', [nowMs.value]), askOfRun('lots', [])]);
    if (run.value?.id !== current.id || !result || !amounts) return;
    plan.value = 'error' in result ? null : result;
    planError.value = 'error' in result ? result.error : null;
    lots.value = amounts;
    if ('error' in result || !caused(['brief-set', 'portion-set', 'places-set'])) return;
    const { startMs, firstPourMs, lastLiftMs, spareS } = result;
    const adopted = state.value?.plan;
    const same =
      adopted?.startMs === startMs && adopted.firstPourMs === firstPourMs && adopted.lastLiftMs === lastLiftMs;
    if (same) return;
    const { modelVersion } = current.pins;
    await record([{ kind: 'plan-adopted', payload: { startMs, firstPourMs, lastLiftMs, spareS, modelVersion } }]);
  }

  return {
    plan,
    planError,
    lots,
    ask,
    clear: () => {
      plan.value = null;
      planError.value = null;
      lots.value = {};
      plannedFor = '';
    },
  };
}
