import { browned } from './browning.ts';
import { setFraction, type Column, type ColumnSettings } from './column.ts';
import { gasStep } from './gas.ts';
import { heatStep } from './heat.ts';
import { HOLE_MM, setStep } from './setting.ts';

/**
 * Advances a column by `dt` seconds: heat and water, gas, setting, and browning of the face on the plate.
 * @param touching share of the base that touches the plate: 1 for a pour, less for a face turned onto it
 */
export function advance(column: Column, settings: ColumnSettings, touching: number, dt: number): void {
  const { baseFaceC, baseActivity, throughKgM2 } = heatStep(column, settings, touching, dt);
  gasStep(column, settings, throughKgM2, dt);
  setStep(column, settings, dt);
  const skin = { faceC: baseFaceC, plateC: column.plateC, activity: baseActivity };
  column.baseLStar = browned(column.baseLStar, settings, skin, dt);
}

/**
 * Share of a turned face that touches the plate: soft batter lies down wholly, what has set touches with its high spots
 * unless it is pressed down, and open holes do not touch at all.
 */
export function touchingShare(column: Column, settings: ColumnSettings): number {
  const stiffContact = settings.pressed ? 1 : settings.parameters.stiffContact;
  const soft = 1 - setFraction(column, 0);
  return (stiffContact + (1 - stiffContact) * soft) * (1 - openShare(column));
}

/** Share of the face that is open holes: burst bubbles that no batter has filled again. */
function openShare({ holesPerM2 }: Column): number {
  return 1 - Math.exp(-holesPerM2 * Math.PI * (HOLE_MM / 2000) ** 2);
}
