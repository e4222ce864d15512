import type { StationBody, Zone } from '#core/plate';
import type { KeptBurner } from '#contract';
import { readFigure } from '../parts/read-figure.ts';

/** What stands in the form, as typed. */
export interface StationForm {
  name: string;
  shape: StationBody['shape']['kind'];
  widthCm: string;
  depthCm: string;
  acrossCm: string;
  wells: string;
  wellCm: string;
  wellDepthMm: string;
  metal: StationBody['metal'];
  thickMm: string;
  coating: StationBody['coating'];
  /** First letter of a round plate's places. */
  letter: string;
  /** Burners from left to right. */
  burnerIds: string[];
  careNote: string;
  careDays: string;
}

const cm = (mm: number) => String(mm / 10);

export function stationForm(body: StationBody | null, freeLetter = 'A'): StationForm {
  const shape = body?.shape;
  return {
    name: body?.name ?? '',
    shape: shape?.kind ?? 'round',
    widthCm: shape?.kind === 'rectangle' ? cm(shape.widthMm) : '60',
    depthCm: shape?.kind === 'rectangle' ? cm(shape.depthMm) : '40',
    acrossCm: shape && shape.kind !== 'rectangle' ? cm(shape.diameterMm) : '24',
    wells: shape?.kind === 'wells' ? String(shape.count) : '7',
    wellCm: shape?.kind === 'wells' ? cm(shape.wellMm) : '7',
    wellDepthMm: shape?.kind === 'wells' ? String(shape.wellDepthMm) : '12',
    metal: body?.metal ?? 'carbonSteel',
    thickMm: String(body?.thicknessMm ?? 2.5),
    coating: body?.coating ?? 'seasoned',
    letter: body?.zones[0]?.id ?? freeLetter,
    burnerIds: body?.zones.map((zone) => zone.burnerId ?? '') ?? [''],
    careNote: body?.care?.note ?? '',
    careDays: body?.care?.everyDays ? String(body.care.everyDays) : '',
  };
}

type StationError =
  { readonly code: 'name' | 'number' | 'burner' | 'letter' } | { readonly code: 'range'; low: number; high: number };
export type StationErrors = Partial<Record<keyof StationForm | `burner${number}`, StationError>>;

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** The station a form means over burners of the kitchen, or what is wrong by field. */
export function readStationForm(
  form: StationForm,
  burners: readonly KeptBurner[],
): { readonly body: StationBody } | { readonly errors: StationErrors } {
  const errors: StationErrors = {};
  const figure = (field: keyof StationForm & string, low: number, high: number): number => {
    const value = readFigure(String(form[field]));
    if (!Number.isFinite(value)) errors[field] = { code: 'number' };
    else if (value < low || value > high) errors[field] = { code: 'range', low, high };
    return value;
  };
  if (form.name.trim() === '') errors.name = { code: 'name' };
  if (!/^[A-Z]$/.test(form.letter)) errors.letter = { code: 'letter' };
  const shape = readShape(form, figure);
  const thicknessMm = figure('thickMm', 0.5, 60);
  const first = Math.max(0, LETTERS.indexOf(form.letter));
  const count = form.shape === 'rectangle' ? form.burnerIds.length : 1;
  const zones = form.burnerIds.slice(0, count).flatMap((burnerId, index): Zone[] => {
    const burner = burners.find(({ id }) => id === burnerId);
    if (!burner) {
      errors[`burner${index}`] = { code: 'burner' };
      return [];
    }
    return [{ id: LETTERS[(first + index) % LETTERS.length]!, burnerId, ...burner.body }];
  });
  const everyDays = form.careDays.trim() === '' ? undefined : figure('careDays', 1, 365);
  if (Object.keys(errors).length > 0) return { errors };
  const care =
    form.careNote.trim() || everyDays ? { note: form.careNote.trim(), ...(everyDays ? { everyDays } : {}) } : undefined;
  return {
    body: {
      name: form.name.trim(),
      ...{ shape, metal: form.metal, thicknessMm, coating: form.coating, zones },
      ...(care ? { care } : {}),
    },
  };
}

function readShape(
  form: StationForm,
  figure: (field: keyof StationForm & string, low: number, high: number) => number,
): StationBody['shape'] {
  if (form.shape === 'rectangle')
    return { kind: 'rectangle', widthMm: figure('widthCm', 10, 300) * 10, depthMm: figure('depthCm', 10, 200) * 10 };
  const diameterMm = figure('acrossCm', 8, 120) * 10;
  if (form.shape === 'round') return { kind: 'round', diameterMm };
  return {
    kind: 'wells',
    ...{ diameterMm, count: figure('wells', 1, 20), wellMm: figure('wellCm', 2, 40) * 10 },
    wellDepthMm: figure('wellDepthMm', 2, 80),
  };
}
