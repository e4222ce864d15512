import type { Source, StationBody, Zone } from '#core/plate';
import type { Pins } from '#core/run';
import { KitchenSchema, type Kitchen, type KitchenFile } from './kitchen.ts';
import { normal, seedFrom, seeded } from '#core/statistics';
import * as v from 'valibot';

type DrawnBurner = Kitchen['stations'][number]['hidden']['burners'][string];

/** How far kitchens differ from what is written of them. Assumed, about what kitchens differ by. */
const SPREAD = {
  ...{ lnGain: 0.11, lnLoss: 0.05, setC: 10, offMm: 12, fadesPerHour: 0.02 },
  ...{ lnContact: 0.08, lnBrowning: 0.18, lnSetting: 0.06, lnLeavening: 0.2, probeC: 1 },
  ...{ lnThicker: 0.25, lnThinning: 0.2 },
};
/** One burner in so many is off by far more than the others. Assumed. */
const OUTLIER = { share: 0.08, times: 3 };

/** How dials of a kind give heat: the middle of each figure, and the spread of ln of it. Assumed, otherwise than the desk has it. */
const DIALS: Record<Source, { readonly floor: number; readonly exponent: number; readonly fullAt: number }> = {
  gas: { floor: 0.2, exponent: 1.25, fullAt: 0.92 },
  camping: { floor: 0.24, exponent: 1.1, fullAt: 0.88 },
  coil: { floor: 0, exponent: 1.45, fullAt: 1 },
  electric: { floor: 0, exponent: 1.3, fullAt: 1 },
  induction: { floor: 0, exponent: 1.6, fullAt: 1 },
};
const LN_EXPONENT = 0.12;
/** How late hands begin to tilt, how much that and what they pour varies. Assumed: practised ones. */
const SWIRLS = { lateS: 0.4, lateSdS: 0.2, lnVolume: 0.06 };
/** How a piece lies, and at most how much of its contact is lost and of its steam leaves as its base sets. Assumed. */
const ROUGH = { share: 0.15, contact: 0.88, lost: 0.15, steamLeaves: 0.15 };

/**
 * A run's kitchen as it truly is, drawn from a seed: the same on every device. Burners, plates, batter, pours and eyes
 * differ from what is written and from the desk's models, in their figures and in how they are built.
 */
export function drawnKitchen(pins: Pins, seed: number): Kitchen {
  const draw = drawer('batter', seed);
  const film = drawer('film', seed);
  const even = seeded(seedFrom('rough', seed));
  const file: KitchenFile = {
    ...{ name: 'Drawn', roomC: pins.roomC },
    stations: pins.stations.map(({ id, body }) => ({ body, hidden: drawnPlate(id, body, seed) })),
    batter: {
      contact: Math.exp(SPREAD.lnContact * draw()),
      browning: Math.exp(SPREAD.lnBrowning * draw()),
      setting: Math.exp(SPREAD.lnSetting * draw()),
      leavening: Math.exp(SPREAD.lnLeavening * draw()),
      patches: { share: ROUGH.share, contact: ROUGH.contact },
      contactLost: ROUGH.lost * even(),
      ventedOnceSet: ROUGH.steamLeaves * even(),
    },
    swirl: {
      thicker: Math.exp(SPREAD.lnThicker * film()),
      thinning: Math.exp(SPREAD.lnThinning * film()),
      lateS: SWIRLS.lateS * Math.abs(film()),
      ...{ lateSdS: SWIRLS.lateSdS, lnVolumeSd: SWIRLS.lnVolume },
    },
    probe: { offC: SPREAD.probeC * draw() },
  };
  return v.parse(KitchenSchema, file);
}

/** A plate and its burners as they truly are. */
export function drawnPlate(stationId: string, body: StationBody, seed: number) {
  const loss = drawer(`loss ${stationId}`, seed);
  return {
    lossFactor: Math.exp(SPREAD.lnLoss * loss()),
    burners: Object.fromEntries(body.zones.map((zone) => [zone.id, drawnBurner(stationId, zone, seed)])),
  };
}

/** A burner as it truly is: it keeps its faults under any pan. */
export function drawnBurner(stationId: string, { id, burnerId, source }: Zone, seed: number): DrawnBurner {
  const draw = drawer(`burner ${burnerId ?? `${stationId}/${id}`}`, seed);
  const times = seeded(seedFrom(`outlier ${burnerId ?? `${stationId}/${id}`}`, seed))() < OUTLIER.share;
  const usual = source && DIALS[source];
  return {
    gain: within(0.5, Math.exp((times ? OUTLIER.times : 1) * SPREAD.lnGain * draw()), 1.6),
    setErrorC: (times ? OUTLIER.times : 1) * SPREAD.setC * draw(),
    ...{ offXMm: SPREAD.offMm * draw(), offYMm: SPREAD.offMm * draw() },
    fadesPerHour: SPREAD.fadesPerHour * draw(),
    ...(usual && { dial: { ...usual, exponent: usual.exponent * Math.exp(LN_EXPONENT * draw()) } }),
  };
}

function drawer(what: string, seed: number): () => number {
  const random = seeded(seedFrom(what, seed));
  return () => normal(random);
}

const within = (low: number, value: number, high: number) => Math.min(high, Math.max(low, value));
