import type { SpotOnPlate } from './reading.ts';

/**
 * What reads a surface: the simulated probe is one, a thermometer on a wire would be another. It is asked for a spot, or
 * for somewhere on a zone, and answers with its figure and its own spread, or rejects when it cannot be reached.
 */
export interface SurfaceProbe {
  read(zoneId: string, spot: SpotOnPlate | null): Promise<{ readonly surfaceC: number; readonly sdC: number }>;
}

/** What turns a burner: a hand at the dial, the simulated stove, or a stove that listens. */
export interface Stove {
  /** @param agoS told so many seconds after the hand did it */
  turn(zoneId: string, mark: number, agoS?: number): Promise<void>;
}
