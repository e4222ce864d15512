import { GAS_CONSTANT_J_MOLK } from '#core/units';
import { ingredientOf, massByRole, type Amount, type Larder } from '#core/ingredients';
import { grainOf } from './balance.ts';

/** g/mol. Source: IUPAC standard atomic weights. */
const SODIUM_BICARBONATE_G_PER_MOL = 84.007;
const CARBON_DIOXIDE_G_PER_MOL = 44.009;
/** J/(mol K). Source: CODATA 2018, exact. */
/** At which gas is counted: a batter on the counter. Definition. */
const GAS_AT_K = 298.15;

interface Range {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

export type LeaveningVerdict = 'none' | 'powderOnly' | 'noAcid' | 'sour' | 'balanced' | 'slightlyAlkaline' | 'alkaline';

export interface LeaveningBalance {
  readonly sodaG: number;
  readonly powderG: number;
  /** Powder per 100 g grain. */
  readonly powderPercent: number;
  /** Soda that the sour ingredients could neutralise. */
  readonly neutralisableG: Range;
  /** Soda left over when the acid is what it usually is; never below zero. */
  readonly excessSodaG: number;
  /** CO₂ per 100 g grain at room heat under the kitchen's own pressure, mL. */
  readonly gasMlPer100g: Range;
  readonly verdict: LeaveningVerdict;
  /** Both powder and soda: told apart and each confirmed. */
  readonly both: boolean;
  /** Ids of sour or rising things whose amount is unknown. */
  readonly gaps: readonly string[];
}

/**
 * Acid against soda, in grams, and the gas of both. A gram of soda gives 11.9 mmol by the acid route (1 : 1) and half of it
 * by heat alone; powder brings its own acid and gives its declared CO₂. Ideal dry gas, so it is what there is to rise with
 * and not how high it rises.
 * @param pressurePa of the kitchen's air @throws FormulaFault without grain
 */
export function leaveningBalance(amounts: readonly Amount[], larder: Larder, pressurePa: number): LeaveningBalance {
  const grainG = grainOf(amounts, larder);
  const sodaG = massByRole(amounts, 'soda', larder);
  const powderG = massByRole(amounts, 'powder', larder);
  const neutralisableG = { value: 0, low: 0, high: 0 };
  const powderMol = { value: 0, low: 0, high: 0 };
  const gaps: string[] = [];
  for (const { ingredientId, massG } of amounts) {
    const { sodaPerG, co2Percent, role } = ingredientOf(larder, ingredientId);
    const counts = sodaPerG !== undefined || co2Percent !== undefined || role === 'soda';
    if (massG === null) {
      if (counts) gaps.push(ingredientId);
      continue;
    }
    for (const key of ['value', 'low', 'high'] as const) {
      if (sodaPerG) neutralisableG[key] += massG * sodaPerG[key];
      if (co2Percent) powderMol[key] += (massG * co2Percent[key]) / 100 / CARBON_DIOXIDE_G_PER_MOL;
    }
  }
  const mlPerMol = ((GAS_CONSTANT_J_MOLK * GAS_AT_K) / pressurePa) * 1e6;
  const gas = (key: keyof Range) => {
    const met = Math.min(sodaG, neutralisableG[key]);
    const sodaMol = (met + (sodaG - met) / 2) / SODIUM_BICARBONATE_G_PER_MOL;
    return ((sodaMol + powderMol[key]) * mlPerMol * 100) / grainG;
  };
  return {
    sodaG,
    powderG,
    powderPercent: (powderG * 100) / grainG,
    neutralisableG,
    excessSodaG: Math.max(0, sodaG - neutralisableG.value),
    gasMlPer100g: { value: gas('value'), low: gas('low'), high: gas('high') },
    verdict: verdict(sodaG, powderG, neutralisableG),
    both: sodaG > 0 && powderG > 0,
    gaps,
  };
}

function verdict(sodaG: number, powderG: number, acid: Range): LeaveningVerdict {
  if (sodaG === 0) return powderG > 0 ? 'powderOnly' : 'none';
  if (acid.high === 0) return 'noAcid';
  if (sodaG > acid.high) return 'alkaline';
  if (sodaG < acid.low) return 'sour';
  return sodaG > acid.value * 1.1 ? 'slightlyAlkaline' : 'balanced';
}

/** An opened tin draws damp: it is good for so many months. Source: USDA FoodKeeper (baking powder and soda), from memory. */
const OPENED_MONTHS = 6;
const MONTHS = 12; // Definition.
/** The last day that every month has. Definition. */
const LAST_OF_ALL = 28;

interface Tin {
  readonly useBy?: string | null | undefined;
  readonly openedOn?: string | null | undefined;
}

/** The last day on which a tin is good: as it says, or half a year after it was opened; nothing when nobody knows. */
export function lastDayOf({ useBy, openedOn }: Tin): string | null {
  const opened = openedOn ? afterMonths(openedOn, OPENED_MONTHS) : null;
  if (!useBy || !opened) return useBy || opened;
  return opened < useBy ? opened : useBy;
}

/** A day so many months later, year-month-day; a day that month may not have is its 28th. */
function afterMonths(day: string, months: number): string {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const all = year * MONTHS + month - 1 + months;
  const two = (n: number) => String(n).padStart(2, '0');
  return `${Math.floor(all / MONTHS)}-${two((all % MONTHS) + 1)}-${two(Math.min(date, LAST_OF_ALL))}`;
}

/** State of a tin on a day: fine, past its day, or nobody knows. Days are written year-month-day. */
export function tinState(tin: Tin, onDay: string): 'good' | 'past' | 'unknown' {
  const last = lastDayOf(tin);
  if (!last) return 'unknown';
  return onDay <= last ? 'good' : 'past';
}
