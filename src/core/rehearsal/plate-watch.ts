import { dialMarkOf, dialTurns } from '#core/heating';
import { pinnedFormula, zoneKey, type RunState } from '#core/run';
import type { PlateFared } from './obey-score.ts';
import { batterLimitC, faceLimitC } from './plate-limit.ts';
import type { ToldRun } from './rehearsal-run.ts';
import type { TrueKitchen } from './true-kitchen.ts';

/** Fat that was put on is on for so long, ms. Assumed. */
const FAT_LASTS_MS = 5 * 60_000;

type Over = { overC: number; overS: number };

/** Keeps watch over what the plates of an obeyed morning really come to, second by second. */
export class PlateWatch {
  private readonly told: ToldRun;
  private readonly truth: TrueKitchen;
  private readonly worst = new Map<string, { face: Over; batter: Over; litS: number }>();
  private lastS = 0;

  constructor(told: ToldRun, truth: TrueKitchen) {
    this.told = told;
    this.truth = truth;
  }

  /** One step further: `state` is what hands did, told or not. */
  see(timeS: number, nowMs: number, state: Pick<RunState, 'zones' | 'brief'>): void {
    const forS = timeS - this.lastS;
    this.lastS = timeS;
    for (const { id: stationId, body } of this.told.pins.stations)
      for (const { id: zoneId } of body.zones) {
        const key = zoneKey(stationId, zoneId);
        const zone = state.zones.get(key);
        const items = (state.brief?.items ?? []).filter(({ stationIds }) => stationIds.includes(stationId));
        const bodies = items.flatMap(({ formulaId }) => pinnedFormula(this.told.pins, formulaId)?.body ?? []);
        const fatMs = zone?.fatPutMs.at(-1) ?? -Infinity;
        const fat = nowMs - fatMs < FAT_LASTS_MS ? (bodies[0]?.fat.kind ?? null) : null;
        const { hotSpotC, meanC } = this.truth.heatOf(stationId, zoneId);
        const fared = this.of(key);
        if (zone?.turns.length) fared.litS += forS;
        overBy(fared.face, hotSpotC, faceLimitC(body, fat), forS);
        if (bodies.length) overBy(fared.batter, meanC, Math.min(...bodies.map(({ heat }) => batterLimitC(heat))), forS);
      }
  }

  fared(state: RunState): PlateFared[] {
    return [...this.worst].map(([key, { face, batter, litS }]) => ({
      stationId: key.split('/')[0]!,
      ...{ face, batter, litS },
      turns: Math.max(
        0,
        dialTurns(state.zones.get(key)?.turns ?? []).filter((turn) => dialMarkOf(turn) > 0).length - 1,
      ),
    }));
  }

  private of(key: string) {
    let fared = this.worst.get(key);
    if (!fared)
      this.worst.set(key, (fared = { face: { overC: 0, overS: 0 }, batter: { overC: 0, overS: 0 }, litS: 0 }));
    return fared;
  }
}

function overBy(over: Over, atC: number, limitC: number | null, forS: number): void {
  if (limitC === null || atC <= limitC) return;
  over.overC = Math.max(over.overC, atC - limitC);
  over.overS += forS;
}
