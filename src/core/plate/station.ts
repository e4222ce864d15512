import * as v from 'valibot';
import { BurnerSchema } from './burner.ts';

const Millimetres = (max: number) => v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(max));

/** The part of a plate that one burner rules, and that burner as it was set up. */
export const ZoneSchema = v.object({
  id: v.pipe(v.string(), v.regex(/^[A-Z]$/, 'A zone is named by one capital letter.')),
  /** Which burner of the kitchen it is; a plate can be moved to another. */
  burnerId: v.optional(v.pipe(v.string(), v.uuid())),
  ...BurnerSchema.entries,
});
export type Zone = v.InferOutput<typeof ZoneSchema>;

export const METALS = ['carbonSteel', 'castIron', 'aluminium', 'stainless'] as const;
export const COATINGS = ['none', 'seasoned', 'nonStick', 'enamel'] as const;

/** A plate over one burner a zone. Round plates have one zone; a rectangle is shared out evenly across its width. */
export const StationBodySchema = v.object({
  name: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(60)),
  shape: v.variant('kind', [
    v.object({ kind: v.literal('rectangle'), widthMm: Millimetres(3000), depthMm: Millimetres(2000) }),
    v.object({ kind: v.literal('round'), diameterMm: Millimetres(1200) }),
    /** A round pan with moulded wells, all alike. */
    v.object({
      kind: v.literal('wells'),
      diameterMm: Millimetres(1200),
      count: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(30)),
      wellMm: Millimetres(400),
      wellDepthMm: Millimetres(80),
    }),
  ]),
  metal: v.picklist(METALS),
  thicknessMm: Millimetres(60),
  coating: v.picklist(COATINGS),
  zones: v.pipe(v.array(ZoneSchema), v.minLength(1), v.maxLength(8)),
  /** How the cook keeps it, in own words, and every how many days it is cleaned down or seasoned. */
  care: v.optional(
    v.object({
      note: v.pipe(v.string(), v.trim(), v.maxLength(300)),
      everyDays: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(365))),
    }),
  ),
});
export type StationBody = v.InferOutput<typeof StationBodySchema>;

/** A station that cannot be: which field, and why. */
export interface StationFault {
  readonly field: string;
  readonly code: 'oneBurner' | 'sameZone' | 'wellsTooWide' | 'sameBurner';
}

/** What of a station cannot be, although each of its figures can. */
export function stationFault(station: StationBody): StationFault | null {
  const { shape, zones } = station;
  if (shape.kind !== 'rectangle' && zones.length > 1) return { field: 'zones', code: 'oneBurner' };
  if (new Set(zones.map((zone) => zone.id)).size < zones.length) return { field: 'zones', code: 'sameZone' };
  const burners = zones.flatMap((zone) => zone.burnerId ?? []);
  if (new Set(burners).size < burners.length) return { field: 'zones', code: 'sameBurner' };
  if (shape.kind === 'wells' && shape.count * shape.wellMm ** 2 > shape.diameterMm ** 2)
    return { field: 'shape.wellMm', code: 'wellsTooWide' };
  return null;
}

/** The plate's outline in millimetres: a round one in the square about it. */
export function plateSizeMm(station: StationBody): { readonly widthMm: number; readonly depthMm: number } {
  const { shape } = station;
  return shape.kind === 'rectangle'
    ? { widthMm: shape.widthMm, depthMm: shape.depthMm }
    : { widthMm: shape.diameterMm, depthMm: shape.diameterMm };
}

/** Area of one zone of the plate, m². */
export function zoneAreaM2(station: StationBody): number {
  const { widthMm, depthMm } = plateSizeMm(station);
  if (station.shape.kind !== 'rectangle') return (Math.PI * (widthMm / 1000) ** 2) / 4;
  return (widthMm * depthMm) / 1e6 / station.zones.length;
}

/** The middle of a cell, when the plate's outline is cut into columns and rows counted row by row. */
export function cellMiddle(
  station: StationBody,
  { columns, rows }: { readonly columns: number; readonly rows: number },
  cell: number,
): { readonly xMm: number; readonly yMm: number } {
  const { widthMm, depthMm } = plateSizeMm(station);
  return {
    xMm: (((cell % columns) + 0.5) * widthMm) / columns,
    yMm: ((Math.floor(cell / columns) + 0.5) * depthMm) / rows,
  };
}

/** The zone a point of the plate lies in; zones share the width evenly. */
export function zoneAt(station: StationBody, xMm: number): Zone {
  const { zones } = station;
  const share = Math.floor((xMm / plateSizeMm(station).widthMm) * zones.length);
  return zones[Math.min(zones.length - 1, Math.max(0, share))]!;
}

/** The middle of a zone, mm from the plate's top left corner. */
export function zoneMiddle(station: StationBody, zoneId: string): { readonly xMm: number; readonly yMm: number } {
  const { widthMm, depthMm } = plateSizeMm(station);
  const index = Math.max(
    0,
    station.zones.findIndex((zone) => zone.id === zoneId),
  );
  return { xMm: ((index + 0.5) * widthMm) / station.zones.length, yMm: depthMm / 2 };
}
