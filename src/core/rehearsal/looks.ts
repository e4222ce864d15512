import { BUTTER_SIGNS, DROP_SIGNS, type HeatReading, type StationBody } from '#core/plate';
import type { Kitchen } from './kitchen.ts';
import { normal } from '#core/statistics';

/** Where one sign really gives way to the next in a hidden kitchen, °C, and how far looks differ. Common practice, no source. */
const BUTTER = { at: [108, 145, 188, 222], sdC: 9 } as const;
const DROP = { at: [102, 155, 193], sdC: 9 } as const;
/** How long a hand bears it: 8 s at 150 °C and half of it every 55 °C, each hand in its own way. Common practice, no source. */
const HAND = { atC: 150, seconds: 8, halvesEveryC: 55, lnSd: 0.3 } as const;

/** What this kitchen sees of a surface with what it has; butter where water would say nothing. */
export function lookAt(
  { looks, probe }: Pick<Kitchen, 'looks' | 'probe'>,
  station: StationBody,
  surfaceC: number,
  random: () => number,
): HeatReading {
  const by = looks === 'drop' && station.coating === 'nonStick' ? 'butter' : looks;
  switch (by) {
    case 'butter':
      return { method: 'butter', seen: BUTTER_SIGNS[passed(BUTTER.at, surfaceC + BUTTER.sdC * normal(random))]! };
    case 'drop':
      return { method: 'drop', seen: DROP_SIGNS[passed(DROP.at, surfaceC + DROP.sdC * normal(random))]! };
    case 'hand': {
      const bears = HAND.seconds * 2 ** ((HAND.atC - surfaceC) / HAND.halvesEveryC);
      const seconds = Math.round(bears * Math.exp(HAND.lnSd * normal(random)));
      return { method: 'hand', seconds: Math.min(60, Math.max(1, seconds)) };
    }
    case 'probe': {
      const { offC = 0, sdC = 0, toldSdC = 3 } = probe;
      const shownC = Math.round(2 * (surfaceC + offC + sdC * normal(random))) / 2;
      return { method: 'simulatedProbe', surfaceC: shownC, sdC: toldSdC };
    }
  }
}

function passed(bounds: readonly number[], surfaceC: number): number {
  return bounds.filter((bound) => surfaceC > bound).length;
}
