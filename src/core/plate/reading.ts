import * as v from 'valibot';
import { ZoneSchema, type StationBody } from './station.ts';

/** From a plate out of a frozen van to iron that glows: an overheated pan must never be refused by the record. */
export const SurfaceCSchema = v.pipe(v.number(), v.minValue(-40), v.maxValue(800));

/** What a drop of water does on clean bare metal, coolest first. */
export const DROP_SIGNS = ['sits', 'spreads', 'dances', 'glides'] as const;
/** What a dab of butter does within half a minute, coolest first. */
export const BUTTER_SIGNS = ['melts', 'foams', 'browns', 'brownsAtOnce', 'blackens'] as const;
/** Colours below that a cook names, palest first. */
export const UNDERSIDES = ['pale', 'lightGold', 'golden', 'brown', 'dark'] as const;
/** Fats whose smoke is looked for. */
export const SMOKE_FATS = ['butter', 'clarifiedButter', 'rapeseed', 'sunflower', 'olive'] as const;

/**
 * A look at how hot a plate is, with what a kitchen has. One payload a method; a spot of the plate where it was done may
 * stand beside it.
 */
export const HEAT_READINGS = {
  probe: v.object({
    method: v.picklist(['probe', 'simulatedProbe']),
    surfaceC: SurfaceCSchema,
    sdC: v.pipe(v.number(), v.gtValue(0), v.maxValue(100)),
  }),
  infrared: v.object({
    method: v.literal('infrared'),
    shownC: SurfaceCSchema,
    /** What the gun is set to. */
    gun: v.pipe(v.number(), v.minValue(0.1), v.maxValue(1)),
    /** It looked at a film of oil, a drop of batter or a patch of soot, not at the bare metal. */
    covered: v.boolean(),
  }),
  drop: v.object({ method: v.literal('drop'), seen: v.picklist(DROP_SIGNS) }),
  butter: v.object({ method: v.literal('butter'), seen: v.picklist(BUTTER_SIGNS) }),
  /** Seconds that a hand a hand's breadth above the plate bears it. */
  hand: v.object({ method: v.literal('hand'), seconds: v.pipe(v.number(), v.minValue(0.5), v.maxValue(60)) }),
  /** A test piece, looked under so many seconds after its pour. */
  piece: v.object({
    method: v.literal('piece'),
    formulaId: v.pipe(v.string(), v.uuid()),
    afterS: v.pipe(v.number(), v.minValue(5), v.maxValue(900)),
    underside: v.picklist(UNDERSIDES),
  }),
  smoke: v.object({ method: v.literal('smoke'), fat: v.picklist(SMOKE_FATS), seen: v.boolean() }),
} as const;

const HeatReadingSchema = v.variant('method', [
  HEAT_READINGS.probe,
  HEAT_READINGS.infrared,
  HEAT_READINGS.drop,
  HEAT_READINGS.butter,
  HEAT_READINGS.hand,
  HEAT_READINGS.piece,
  HEAT_READINGS.smoke,
]);
export type HeatReading = v.InferOutput<typeof HeatReadingSchema>;
export type HeatMethod = HeatReading['method'];

/** A spot of the plate, mm from its top left corner. */
export const SpotSchema = v.object({
  xMm: v.pipe(v.number(), v.minValue(0), v.maxValue(3000)),
  yMm: v.pipe(v.number(), v.minValue(0), v.maxValue(3000)),
});
export type SpotOnPlate = v.InferOutput<typeof SpotSchema>;

/** A look at a plate over one of its burners, with how it had been heated until then, from cold. */
export const CalibrationReadingSchema = v.object({
  zoneId: ZoneSchema.entries.id,
  burnerId: v.optional(v.pipe(v.string(), v.uuid())),
  /** How the dial stood before, oldest first: from so many seconds before the reading. */
  turns: v.pipe(
    v.array(
      v.object({
        beforeS: v.pipe(v.number(), v.minValue(0), v.maxValue(86_400)),
        mark: v.pipe(v.number(), v.minValue(0), v.maxValue(600)),
      }),
    ),
    v.minLength(1, 'Say how the burner was turned before.'),
    v.maxLength(60),
  ),
  roomC: v.pipe(v.number(), v.minValue(-20), v.maxValue(60)),
  spot: v.optional(SpotSchema),
  reading: HeatReadingSchema,
});

/** Why a way to look says nothing on a plate. */
export type ReadingFault = 'dropOnCoating' | 'dropOnOil' | 'smokeOnNonStick';

/** Whether a way to look means anything on this plate: water only on clean bare metal, smoke never on non-stick. */
export function readingFault(
  method: HeatMethod,
  station: Pick<StationBody, 'coating'>,
  oiled: boolean,
): ReadingFault | null {
  if (method === 'drop' && station.coating !== 'none') return 'dropOnCoating';
  if (method === 'drop' && oiled) return 'dropOnOil';
  if (method === 'smoke' && station.coating === 'nonStick') return 'smokeOnNonStick';
  return null;
}

/** Spread of a clip-on or press-on surface thermometer with its contact, °C. Common practice, no source. */
export const PROBE_SD_C = 2.5;
/** Spread of a kitchen infrared gun on a face of known emissivity, °C. Makers say 1.5–2 % of reading; from memory. */
export const INFRARED_SD_C = 3;
