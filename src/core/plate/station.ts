import * as v from 'valibot';

const Millimetres = (max: number) => v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(max));

export const DialSchema = v.object({
  /** A power dial gives heat, not a temperature. */
  kind: v.picklist(['power']),
  max: v.pipe(v.number(), v.gtValue(0), v.maxValue(100)),
  step: v.pipe(v.number(), v.gtValue(0), v.maxValue(10)),
});
export type Dial = v.InferOutput<typeof DialSchema>;

export const ZoneSchema = v.object({
  id: v.pipe(v.string(), v.regex(/^[A-Z]$/, 'A zone is named by one capital letter.')),
  /** Heat that reaches the plate at the dial's highest mark, W. */
  powerW: v.pipe(v.number(), v.gtValue(0), v.maxValue(20000)),
  dial: DialSchema,
});
export type Zone = v.InferOutput<typeof ZoneSchema>;

export const METALS = ['carbonSteel', 'castIron', 'aluminium', 'stainless'] as const;

/** A plate over one burner a zone. Round plates have one zone; a rectangle is shared out evenly across its width. */
export const StationBodySchema = v.object({
  name: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(60)),
  shape: v.variant('kind', [
    v.object({ kind: v.literal('rectangle'), widthMm: Millimetres(3000), depthMm: Millimetres(2000) }),
    v.object({ kind: v.literal('round'), diameterMm: Millimetres(1200) }),
  ]),
  metal: v.picklist(METALS),
  thicknessMm: Millimetres(60),
  coating: v.picklist(['none', 'nonStick']),
  zones: v.pipe(v.array(ZoneSchema), v.minLength(1), v.maxLength(8)),
});
export type StationBody = v.InferOutput<typeof StationBodySchema>;

/** Area of one zone of the plate, m². */
export function zoneAreaM2(station: StationBody): number {
  const { shape } = station;
  if (shape.kind === 'round') return (Math.PI * (shape.diameterMm / 1000) ** 2) / 4;
  return (shape.widthMm * shape.depthMm) / 1e6 / station.zones.length;
}
