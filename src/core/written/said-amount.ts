import type { MeasureSystem } from '#core/units';
import { readNumber } from './read-number.ts';
import { readUnit, type ReadUnit } from './read-unit.ts';

/** A part of an amount as it is typed: "1/3 cup"; a null unit where none is written. */
export interface SaidPart {
  readonly value: number;
  readonly unit: ReadUnit | null;
}

/**
 * An amount as a cook types it, in parts that add up: "1/3 cup", "1 cup + 2 tbsp", "250", "½ l". Null for what is none, and
 * for a range, of which nobody knows which end is meant.
 */
export function saidAmount(text: string, system: MeasureSystem): readonly SaidPart[] | null {
  const parts: SaidPart[] = [];
  let rest = text.trim();
  while (rest !== '') {
    const number = readNumber(rest);
    if (number?.low !== number?.high || !number) return null;
    rest = rest
      .slice(number.length)
      .trimStart()
      .replace(/^-(?=[a-z])/i, '');
    const unit = readUnit(rest, system);
    rest = rest.slice(unit?.length ?? 0).trimStart();
    parts.push({ value: number.low, unit: unit?.unit ?? null });
    if (rest === '') break;
    const joint = /^(?:\+|plus\b|and\b|&|,)\s*/i.exec(rest);
    if (!joint || rest.length === joint[0].length) return null;
    rest = rest.slice(joint[0].length);
  }
  return parts.length > 0 ? parts : null;
}

/** Millilitres of a typed volume; a bare number counts in `plainMl`. Null for what is no volume. */
export function saidVolumeMl(text: string, system: MeasureSystem, plainMl = 1): number | null {
  const parts = saidAmount(text, system);
  if (!parts) return null;
  let sum = 0;
  for (const { value, unit } of parts) {
    if (unit !== null && unit.kind !== 'volume') return null;
    sum += value * (unit?.ml ?? plainMl);
  }
  return sum;
}
