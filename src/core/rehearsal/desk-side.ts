import { given } from '#core/given';
import { runView, type RunView } from '#core/setup';
import type { Memo } from '#core/memo';
import { forecast, type Forecast } from '#core/forecast';
import { heatSteps, planRun, type HeatStep, type RunPlan } from '#core/guidance';
import { filmFacts } from '#core/what-if';
import { unrecordedLearning, unrecordedWindows } from '#core/carry-over';
import { CURRENT_VERSION, Folding, type EventKind, type Payload, type RunState, type StoredEvent } from '#core/run';
import type { ToldRun } from './rehearsal-run.ts';

/** A forecast is looked at again after this time though nothing was tapped, ms. Numerical. */
const AGES_AFTER_MS = 20_000;
/** Ids of taps and pieces begin beyond those of formulas and stations. Numerical. */
const FIRST_ID = 0x1000;

/** What the desk of a rehearsal knows: its log, the run folded from it, and what it foresees. */
export class DeskSide {
  private readonly told: ToldRun;
  private readonly memo: Memo;
  private readonly folding: Folding;
  private readonly log: StoredEvent[];
  private ids = FIRST_ID;
  private known: { run: RunView; count: number } | undefined;
  private lastForecast: { forecast: Forecast; count: number; atMs: number } | undefined;

  constructor(told: ToldRun, memo: Memo) {
    this.told = told;
    this.memo = memo;
    this.folding = new Folding({ pins: told.pins, rehearsal: told.log.rehearsal });
    this.log = [told.brief];
  }

  get events(): readonly StoredEvent[] {
    return this.log;
  }

  nextId(): string {
    return this.told.log.makeId(++this.ids);
  }

  tap<K extends EventKind>(atMs: number, kind: K, payload: Payload<K>): void {
    const { deviceId, rehearsal } = this.told.log;
    this.log.push({
      ...{ id: this.nextId(), kind, v: CURRENT_VERSION, deviceId, tapId: this.nextId() },
      ...{ offsetMs: 0, offsetSpreadMs: 0, deviceAtMs: Math.round(atMs) },
      ...(rehearsal && { simAtMs: Math.round(atMs) }),
      payload: payload as Record<string, unknown>,
      seq: this.log.length + 1,
    });
  }

  /** The run by all that was tapped. */
  run(): RunView {
    if (this.known?.count !== this.log.length) {
      const state = this.folding.at([...this.log]);
      this.known = { run: runView(this.told.pins, state, this.memo), count: this.log.length };
    }
    return this.known.run;
  }

  state(): RunState {
    return this.run().state;
  }

  plan(): RunPlan {
    return planRun(this.run(), 0);
  }

  /** What each dial asks for, the same as on the screens. */
  heatSteps(told: Forecast, nowMs: number): HeatStep[] {
    this.planned ??= this.plan();
    return heatSteps(this.state(), told, this.planned, nowMs);
  }
  private planned: RunPlan | undefined;

  /** What the run has come to, once all is off. */
  learned(nowMs: number): Payload<'run-learned'> | null {
    return unrecordedLearning(this.run(), nowMs);
  }

  /** Keeps the windows that are shown now in the log, as the screens do; what is predicted stays. */
  keepShown(nowMs: number): void {
    const told = this.predicted(nowMs);
    const { atMs } = given(this.lastForecast, 'it was just predicted');
    for (const fact of unrecordedWindows(this.state(), told)) this.tap(nowMs, 'window-shown', fact);
    for (const fact of filmFacts(this.run())) this.tap(nowMs, 'film-shown', fact);
    this.lastForecast = { forecast: told, count: this.log.length, atMs };
  }

  predicted(nowMs: number): Forecast {
    const { lastForecast } = this;
    if (lastForecast?.count === this.log.length && nowMs - lastForecast.atMs <= AGES_AFTER_MS)
      return lastForecast.forecast;
    const fresh = forecast(this.run(), nowMs);
    this.lastForecast = { forecast: fresh, count: this.log.length, atMs: nowMs };
    return fresh;
  }
}
