import * as v from 'valibot';
import { StationBodySchema } from '#core/plate';

/** A figure within a span, with what it means: the meaning goes into the JSON schema. */
const figure = (low: number, high: number, means: string) =>
  v.pipe(v.number(), v.finite(), v.minValue(low), v.maxValue(high), v.description(means));

/** How one burner really is, against what its station says of it. */
const HiddenBurnerSchema = v.object({
  gain: v.optional(figure(0.2, 3, 'Heat it gives as a share of what is written of it; 1 is honest.'), 1),
  setErrorC: v.optional(figure(-120, 120, 'How much hotter than its mark a thermostat holds, °C.'), 0),
  offXMm: v.optional(figure(-300, 300, 'How far right of its zone’s middle it sits, mm.'), 0),
  offYMm: v.optional(figure(-300, 300, 'How far in front of its zone’s middle it sits, mm.'), 0),
  fadesPerHour: v.optional(figure(-1, 1, 'Share by which it weakens in an hour (e-fold rate); below 0 it gains.'), 0),
  dial: v.optional(
    v.pipe(
      v.object({
        floor: v.optional(figure(0, 0.8, 'Share of full power at its lowest flame.'), 0),
        exponent: v.optional(
          figure(0.3, 4, 'Power above the floor goes with the share of the dial to this exponent.'),
          1,
        ),
        fullAt: v.optional(figure(0.2, 1, 'Share of the dial at which it gives all it has.'), 1),
      }),
      v.description('How its dial really gives heat; usual: as the desk takes dials of its kind.'),
    ),
  ),
  lagS: v.optional(
    figure(0, 600, 'Seconds in which it takes up a turn, and gives off its own heat; usual: by its kind.'),
  ),
});

const HeatSpotSchema = v.object({
  xMm: figure(0, 3000, 'From the plate’s left edge, mm.'),
  yMm: figure(0, 2000, 'From the plate’s far edge, mm.'),
  radiusMm: figure(10, 500, 'Standard radius of the bump, mm.'),
  more: figure(-0.9, 3, 'Share by which more of the heat falls here at its middle; below 0 less.'),
});

const KitchenStationSchema = v.object({
  body: v.pipe(StationBodySchema, v.description('The station as its cook has it written down: all the desk knows.')),
  hidden: v.object({
    lossFactor: v.optional(figure(0.3, 3, 'Share of the usual loss to the room.'), 1),
    burners: v.pipe(
      v.record(v.string(), HiddenBurnerSchema),
      v.description('By zone letter; a zone not named is honest.'),
    ),
    spots: v.optional(v.array(HeatSpotSchema), []),
    wind: v.optional(figure(0, 3, 'How much wind adds to what the air carries off at its strongest, as a share.'), 0),
  }),
});

const HiddenBatterSchema = v.object({
  patches: v.optional(
    v.object({
      share: v.optional(figure(0, 0.5, 'Structure: share of a piece that lies otherwise than the rest.'), 0),
      contact: v.optional(figure(0.3, 1.5, 'Factor on the contact there.'), 1),
      thickness: v.optional(figure(0.5, 1.8, 'Factor on the thickness there: a film that ran.'), 1),
    }),
    {},
  ),
  contact: v.optional(figure(0.3, 3, 'Factor on the contact of base and plate.'), 1),
  contactLost: v.optional(figure(0, 0.9, 'Structure: share of the contact lost as the base sets and stiffens.'), 0),
  vented: v.optional(figure(0, 20, 'Factor on the share of steam that leaves at the side and beneath.'), 1),
  ventedOnceSet: v.optional(
    figure(0, 0.9, 'Structure: share of the steam that leaves besides once the base has set.'),
    0,
  ),
  setting: v.optional(figure(0.3, 3, 'Factor on the rates of starch and egg.'), 1),
  leavening: v.optional(figure(0.2, 5, 'Factor on the rate of the leavening.'), 1),
  thickening: v.optional(figure(0.5, 2, 'Factor on the viscosity gained from raw to set (in ln).'), 1),
  browning: v.optional(figure(0.2, 5, 'Factor on the rate of browning.'), 1),
  browningEnergy: v.optional(figure(0.4, 2.5, 'Factor on the activation energy of browning.'), 1),
  browningOrder: v.optional(figure(0.5, 3, 'Structure: order of browning in what is left to darken.'), 1),
  holesOpenPerCm2: v.optional(
    v.nullable(
      figure(0.1, 100, 'Structure: holes stay when so many stand open on a cm²; null: by how slowly they close.'),
    ),
    null,
  ),
});

/**
 * A kitchen for rehearsals, all of it in one file: what is written of its plates, and how plates, batter, pours, hands,
 * eyes and probe really are. The desk is told `stations[].body` and what hands and eyes report, never the rest.
 */
export const KitchenSchema = v.object({
  $schema: v.optional(v.string()),
  name: v.pipe(v.string(), v.minLength(1), v.maxLength(80)),
  note: v.optional(v.pipe(v.string(), v.maxLength(400)), ''),
  roomC: v.optional(figure(-10, 45, 'Air of the room, °C; the desk is told.'), 22),
  stations: v.pipe(v.array(KitchenStationSchema), v.minLength(1), v.maxLength(6)),
  batter: v.optional(HiddenBatterSchema, {}),
  pours: v.optional(
    v.object({
      lnVolumeSd: v.optional(figure(0, 0.6, 'Spread of ln of the volume poured.'), 0.05),
      lnThicknessSd: v.optional(figure(0, 0.6, 'Spread of ln of the thickness beside what the volume does.'), 0.02),
      offPlaceSdMm: v.optional(figure(0, 50, 'How far from its place a pour lands, each way, mm.'), 5),
    }),
    {},
  ),
  /** Left out: films lie as the piece model has them, and cover. */
  swirl: v.optional(
    v.object({
      thicker: v.optional(
        figure(0.2, 6, 'Factor on the viscosity of thin batters against what their formulas promise.'),
        1,
      ),
      thinning: v.optional(figure(0.3, 2, 'Factor on ln of what a dose of liquid does to it.'), 1),
      lateS: v.optional(figure(0, 9, 'How long after the pour these hands begin to tilt, mean, s.'), 0),
      lateSdS: v.optional(figure(0, 5, 'Its spread, s.'), 0),
      tiltDeg: v.optional(figure(3, 40, 'How steep they tilt, degrees; usual: 16.')),
      lnVolumeSd: v.optional(figure(0, 0.5, 'Spread of ln of a thin pour.'), 0),
    }),
  ),
  hands: v.optional(
    v.object({
      lateS: v.optional(figure(0, 30, 'How long after a prompt hands act, mean, s.'), 1),
      lateSdS: v.optional(figure(0, 30, 'Its spread, s.'), 1),
    }),
    {},
  ),
  eyes: v.optional(
    v.object({
      lagS: v.optional(figure(0, 20, 'How long after a cue eyes notice it, s.'), 1),
      lnTimeSd: v.optional(figure(0, 0.5, 'Spread of ln of the moment at which a cue is called.'), 0.05),
      noticed: v.optional(figure(0, 1, 'Share of cues noticed and tapped with full attention.'), 0.6),
      slips: v.optional(figure(0, 0.5, 'Share of calls that are of another cue than the one seen.'), 0.01),
      lStarOff: v.optional(figure(-15, 15, 'How much lighter than it is a colour is judged, L*.'), 0),
      lStarSd: v.optional(figure(0, 15, 'Spread of a judged colour, L*.'), 4),
    }),
    {},
  ),
  looks: v.optional(
    v.pipe(
      v.picklist(['probe', 'butter', 'drop', 'hand']),
      v.description('What this kitchen looks at a plate with when it is asked to; rehearsals that read use the probe.'),
    ),
    'probe',
  ),
  probe: v.optional(
    v.object({
      offC: v.optional(figure(-60, 60, 'How much too hot the probe reads, °C.'), 0),
      sdC: v.optional(figure(0, 40, 'Its noise, °C.'), 2.5),
      toldSdC: v.optional(figure(0.5, 40, 'The spread the desk is told it has, °C.'), 3),
    }),
    {},
  ),
});
export type Kitchen = v.InferOutput<typeof KitchenSchema>;
export type KitchenFile = v.InferInput<typeof KitchenSchema>;

/** A kitchen from a parsed file. @throws RangeError naming the field that is wrong and why. */
export function readKitchen(file: unknown): Kitchen {
  const result = v.safeParse(KitchenSchema, file);
  if (result.success) return result.output;
  const [issue] = result.issues;
  throw new RangeError(`${v.getDotPath(issue) ?? 'kitchen'}: ${issue.message}`);
}
