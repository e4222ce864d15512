import * as v from 'valibot';
import { ConsistencyReadingSchema } from '#core/consistency';
import { MOST_POUR_ML, ScaleTargetSchema } from '#core/formula';
import { CENTRES, CUES, FAULTS, TURNS } from '#core/piece';
import { CalibrationReadingSchema, HEAT_READINGS, SpotSchema, SurfaceCSchema, ZoneSchema } from '#core/plate';
import { PlacePourSchema } from '#core/pour';
import { FILM_WORDS } from '#core/swirl';
import { DayMs, Id, Text, TimeMs, Uuid, YEAR_2100_MS } from './bounds.ts';

/** Event kinds of a run and the schema of each payload. A kind's version `v` starts at 1; upcasters lift older ones. */

const VolumeMl = v.pipe(v.number(), v.minValue(1, 'That is at least 1 mL.'), v.maxValue(100_000));
/** Less than a millilitre is no pour; the most is a cake that fills a large griddle. */
const PourMl = v.pipe(v.number(), v.minValue(1, 'A pour is at least 1 mL.'), v.maxValue(MOST_POUR_ML));
const MassG = v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(1_000_000));

/** A batter is mixed in one lot or in several; the first when nobody says which. */
const LotRef = {
  formulaId: Uuid,
  lot: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(12))),
} as const;

const ZoneRef = { stationId: Uuid, zoneId: Id } as const;
const PlateMm = v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(3000));
const ReadingRef = { ...ZoneRef, spot: v.optional(SpotSchema) } as const;
const PlaceId = v.pipe(
  v.string(),
  v.regex(/^[A-Z][0-9]{1,3}$/, 'A place is marked by its zone and a number, like A1.'),
);
/** A batter that takes a tenth or ten times of what is usual is no batter. */
const LN_MOST = Math.LN10;
/** Ln of a factor that is believed, with its standard deviation. */
const EstimateSchema = v.object({
  mean: v.pipe(v.number(), v.minValue(-LN_MOST), v.maxValue(LN_MOST)),
  sd: v.pipe(v.number(), v.gtValue(0), v.maxValue(LN_MOST)),
});
/** What is known of a batter: ln of how much later its signs come, of how much faster it browns, and of how much longer its second sides take. */
export const BatterKnownSchema = v.object({
  lnTime: EstimateSchema,
  lnBrowning: EstimateSchema,
  lnSecond: v.optional(EstimateSchema),
});

/** From half of water’s viscosity (1 mPa·s at 20 °C, IAPWS 2008) to what no longer runs (assumed), Pa·s. */
export const FILM_PAS = { least: 0.0005, most: 50 };
/** More is no dab but another pour, mL. Common practice, no source. */
const MOST_DABBED_ML = 100;
const FilmPaS = v.pipe(v.number(), v.minValue(FILM_PAS.least), v.maxValue(FILM_PAS.most));

/** A window as it was shown, in the run's own time. */
const ShownWindow = v.object({ earliestMs: TimeMs, bestMs: TimeMs, latestMs: TimeMs });

/** From a clock that was never set to the end of this century. Definition. */
const CENTURY_S = YEAR_2100_MS / 1000;

const BriefItemSchema = v.object({
  formulaId: Uuid,
  pieces: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(2000)),
  stationIds: v.pipe(v.array(Uuid), v.minLength(1), v.maxLength(12)),
});
export type BriefItem = v.InferOutput<typeof BriefItemSchema>;

const BriefSchema = v.object({
  items: v.pipe(v.array(BriefItemSchema), v.minLength(1), v.maxLength(8)),
  serviceAtMs: DayMs,
  people: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(2000))),
});
export type Brief = v.InferOutput<typeof BriefSchema>;

/** How warm a batter may be, °C. Numerical. */
const BatterC = v.pipe(v.number(), v.minValue(0), v.maxValue(60));

export const payloadSchemas = {
  /** What the morning is for. The last one stands. */
  'brief-set': BriefSchema,
  /** Fact of advice: the plan as it was adopted. Times in the run's own time. */
  'plan-adopted': v.object({
    startMs: TimeMs,
    firstPourMs: TimeMs,
    lastLiftMs: TimeMs,
    spareS: v.pipe(v.number(), v.minValue(-CENTURY_S), v.maxValue(CENTURY_S)),
    modelVersion: Text(40),
  }),
  /** How much of a batter is made, when it is not what the brief asks for; a target of null goes back to the brief. */
  'lot-sized': v.object({
    formulaId: Uuid,
    target: v.nullable(ScaleTargetSchema),
    eggs: v.picklist(['whole', 'grams']),
  }),
  /** The batter is made in so many lots, each with its share of the whole. The last one stands. */
  'lots-parted': v.object({
    formulaId: Uuid,
    shares: v.pipe(
      v.array(v.pipe(v.number(), v.gtValue(0), v.maxValue(1))),
      v.minLength(1),
      v.maxLength(12),
      v.check((shares) => Math.abs(shares.reduce((a, b) => a + b, 0) - 1) < 1e-6, 'The shares make one whole.'),
    ),
  }),
  /** Stand-ins for what is not in the house, by their ids, in their order. The last list stands. */
  'stand-ins-set': v.object({ formulaId: Uuid, standInIds: v.pipe(v.array(Id), v.maxLength(12)) }),
  /** An ingredient or a tool stands ready, or was put back. */
  'thing-gathered': v.object({
    formulaId: Uuid,
    kind: v.picklist(['ingredient', 'tool']),
    thing: Id,
    there: v.boolean(),
  }),
  /** A line of a lot was weighed; an unknown mass stays unknown. */
  'line-weighed': v.object({ ...LotRef, ingredientId: Id, massG: v.nullable(MassG) }),
  /** Wet met dry: from here the mixing limit counts. */
  'mixing-begun': v.object(LotRef),
  /** All is in the bowl. `atMs` is when it was mixed, which may be earlier than the tap. */
  'lot-mixed': v.object({
    ...LotRef,
    atMs: TimeMs,
    volumeMl: VolumeMl,
    batterC: BatterC,
  }),
  /**
   * A dose was stirred into a mixed lot: liquid that was held back or that thins it, or flour that thickens it; what is
   * poured from then on is that batter.
   */
  'lot-thinned': v.object({ ...LotRef, ingredientId: Id, massG: MassG }),
  /** How thick a mixed lot was, as it was measured. */
  'consistency-read': v.object({ ...LotRef, reading: ConsistencyReadingSchema }),
  /** A mixed lot as it really is: how warm, how much of it is left, weighed or read off, or how far it has risen. */
  'lot-read': v.pipe(
    v.object({
      ...LotRef,
      batterC: v.optional(BatterC),
      leftMl: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(1_000_000))),
      /** Of one that yeast raises: times its first volume. */
      risenTimes: v.optional(v.pipe(v.number(), v.minValue(1), v.maxValue(6))),
    }),
    v.check(
      ({ batterC, leftMl, risenTimes }) => [batterC, leftMl, risenTimes].some((each) => each !== undefined),
      'Say how warm, how much is left, or how far it has risen.',
    ),
  ),
  /** How warm this morning's room or fridge is, where it is not as the kitchen has it. The last reading stands. */
  'climate-read': v.pipe(
    v.object({
      roomC: v.optional(v.pipe(v.number(), v.minValue(-10), v.maxValue(50))),
      fridgeC: v.optional(v.pipe(v.number(), v.minValue(-2), v.maxValue(20))),
    }),
    v.check(({ roomC, fridgeC }) => roomC !== undefined || fridgeC !== undefined, 'Say how warm either is.'),
  ),
  /** A mixed lot was put somewhere else. */
  'lot-moved': v.object({ ...LotRef, to: v.picklist(['counter', 'fridge']) }),
  /** What belongs in just before the plate was folded in: whipped whites, fruit. */
  'lot-folded': v.object(LotRef),
  /** The rest is over; the lot goes to the plate, early or late as the cook decides. */
  'rest-ended': v.object(LotRef),
  /** Thrown away. */
  'lot-discarded': v.object(LotRef),
  /** A task beside the batter, and when it is due: before the first pour, or every so many minutes from then on. */
  'task-set': v.object({
    taskId: Uuid,
    text: Text(80),
    beforeMin: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(720)),
    everyMin: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(120))),
    dropped: v.optional(v.boolean()),
  }),
  /** A task was done: the cook's own by its id, the desk's by its name. */
  'task-done': v.object({ taskId: Text(120) }),
  /**
   * A burner was lit or turned; mark 0 is off. A thermostat's mark is a temperature of its own scale. A plate that stands
   * aside was taken off its burner, whose dial stays as it is, until the next such event without it.
   */
  'burner-turned': v.object({
    ...ZoneRef,
    mark: v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(600)),
    aside: v.optional(v.boolean()),
  }),
  /** Nothing is known of the plate but that it is in use: a guess with its spread. */
  'surface-assumed': v.object({
    ...ZoneRef,
    surfaceC: SurfaceCSchema,
    sdC: v.pipe(v.number(), v.gtValue(0), v.maxValue(100)),
  }),
  /** A look at the plate with what the kitchen has, at a spot or somewhere on its zone. */
  'reading-taken': v.variant('method', [
    v.object({ ...ReadingRef, ...HEAT_READINGS.probe.entries }),
    v.object({ ...ReadingRef, ...HEAT_READINGS.infrared.entries }),
    v.object({ ...ReadingRef, ...HEAT_READINGS.drop.entries }),
    v.object({ ...ReadingRef, ...HEAT_READINGS.butter.entries }),
    v.object({ ...ReadingRef, ...HEAT_READINGS.hand.entries }),
    v.object({ ...ReadingRef, ...HEAT_READINGS.piece.entries }),
    v.object({ ...ReadingRef, ...HEAT_READINGS.smoke.entries }),
  ]),
  /** The plate was put on another burner, which is off until it is turned. */
  'burner-swapped': v.object({ ...ZoneRef, burner: v.omit(ZoneSchema, ['id']) }),
  /** Fat is on the zone. */
  'fat-put': v.object(ZoneRef),
  /** A caution was read; it is not told again in this run. */
  'caution-read': v.object({ caution: Id, stationId: v.optional(Uuid) }),
  /** How much a pour is; in a ring or a mould, how wide that is. */
  'portion-set': v.object({
    formulaId: Uuid,
    volumeMl: PourMl,
    mouldMm: v.optional(v.nullable(v.pipe(v.number(), v.minValue(20), v.maxValue(600)))),
  }),
  /** Where the pieces of a batter lie on a plate, laid by hand or by wish; null goes back to the desk's own places. */
  'places-set': v.object({
    formulaId: Uuid,
    stationId: Uuid,
    places: v.nullable(
      v.pipe(
        v.array(v.object({ id: PlaceId, xMm: PlateMm, yMm: PlateMm, pour: v.optional(PlacePourSchema) })),
        v.minLength(1),
        v.maxLength(200),
      ),
    ),
  }),
  poured: v.object({
    pieceId: Uuid,
    formulaId: Uuid,
    stationId: Uuid,
    placeId: Id,
    volumeMl: PourMl,
  }),
  /** `assumed`: nobody tapped it when it was done; "the plate is now like this" wrote it down with its likeliest moment. */
  flipped: v.object({ pieceId: Uuid, assumed: v.optional(v.boolean()) }),
  lifted: v.object({ pieceId: Uuid, assumed: v.optional(v.boolean()) }),
  /** Torn, burnt or dropped: off the plate and not served. */
  failed: v.object({ pieceId: Uuid }),
  /** What the cook saw; `notYet` says only that it is too soon to flip or, told of the second side, to take it off. */
  'cue-seen': v.variant('cue', [
    v.object({ pieceId: Uuid, cue: v.picklist(CUES) }),
    v.object({ pieceId: Uuid, cue: v.literal('notYet'), side: v.optional(v.picklist([1, 2])) }),
  ]),
  /** How a piece stood as it was turned: it ran or tore, was right, or was past it. */
  'turn-judged': v.object({ pieceId: Uuid, turn: v.picklist(TURNS) }),
  /** How the middle of a piece was, cut open as it came off. */
  'centre-judged': v.object({ pieceId: Uuid, centre: v.picklist(CENTRES) }),
  /**
   * Fact of advice: of a pour that was swirled, as how thick a batter it would leave a hole, and not reach the rim, under
   * usual hands; how long it ran; and whether a word on it would change the next pour.
   */
  'film-shown': v.object({
    pieceId: Uuid,
    holeFromPaS: FilmPaS,
    shortFromPaS: FilmPaS,
    setsS: v.pipe(v.number(), v.minValue(0), v.maxValue(60)),
    asks: v.boolean(),
    modelVersion: Text(40),
  }),
  /** How the film of a thin batter lay once it had set. */
  'film-judged': v.object({ pieceId: Uuid, film: v.picklist(FILM_WORDS) }),
  /** A hole in its film was dabbed with so much batter; told again, the last counts. */
  'film-dabbed': v.object({ pieceId: Uuid, volumeMl: v.pipe(v.number(), v.minValue(0), v.maxValue(MOST_DABBED_ML)) }),
  /** What was wrong with a piece, before it was flipped or after. */
  'fault-seen': v.object({ pieceId: Uuid, fault: v.picklist(FAULTS) }),
  /** "Make them like this one": a piece that was turned is what later ones of its batter are to look like; null: none. */
  'aim-set': v.object({ formulaId: Uuid, pieceId: v.nullable(Uuid) }),
  /** How long a second side of a batter takes, pinned by the cook, s; null: as it is predicted. */
  'second-side-set': v.object({
    formulaId: Uuid,
    seconds: v.nullable(v.pipe(v.number(), v.minValue(5), v.maxValue(600))),
  }),
  /** Fact of advice: the window shown for a side of a piece. */
  'window-shown': v.object({ pieceId: Uuid, side: v.picklist([1, 2]), window: ShownWindow, modelVersion: Text(40) }),
  /**
   * Fact of advice: what this run leaves for runs to come, once all is off. Of its batters what is believed; of its
   * plates what was read before anything was poured, with how they had been heated from cold.
   */
  'run-learned': v.object({
    batters: v.pipe(v.array(v.object({ formulaId: Uuid, ...BatterKnownSchema.entries })), v.maxLength(8)),
    readings: v.pipe(
      v.array(v.object({ stationId: Uuid, atMs: TimeMs, ...CalibrationReadingSchema.entries })),
      v.maxLength(60),
    ),
    modelVersion: Text(40),
  }),
  undone: v.object({ eventIds: v.pipe(v.array(Uuid), v.minLength(1), v.maxLength(60)) }),
  /** For next time: about a formula, a station or the run. */
  'note-kept': v.object({ text: Text(500), formulaId: v.optional(Uuid), stationId: v.optional(Uuid) }),
  /** Rehearsals only: at this moment of real time the run's clock read `simAtMs` and ran at `speed` (0 stands still). */
  'clock-set': v.object({ simAtMs: TimeMs, speed: v.pipe(v.number(), v.minValue(0), v.maxValue(20)) }),
  'run-finished': v.object({}),
} as const;

export type EventKind = keyof typeof payloadSchemas;
export type Payload<K extends EventKind> = v.InferOutput<(typeof payloadSchemas)[K]>;
export const EVENT_KINDS = Object.keys(payloadSchemas) as EventKind[];
