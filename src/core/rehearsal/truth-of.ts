import { PIECE_PARAMETERS, type PieceParameters } from '#core/piece';
import type { PlateTruth, Source, StationBody, Zone } from '#core/plate';
import { dialShare, type TrueBurner, type TruePlateFaults } from '#core/truth';
import type { Kitchen } from './kitchen.ts';
import { seedFrom } from '#core/statistics';

type HiddenPlate = Kitchen['stations'][number]['hidden'];
export type HiddenBurner = HiddenPlate['burners'][string];

/** The usual lag of a burner, s, where a kitchen's file says nothing. Assumed, otherwise than the desk has it. */
const USUAL_LAG_S: Record<Source, number> = { gas: 0, camping: 0, induction: 0, coil: 35, electric: 190 };
const LINEAR = { floor: 0, exponent: 1, fullAt: 1 };

/** A station's plate as it really is, for a truth that is built otherwise than the desk's plates. */
export function plateFaults(body: StationBody, hidden: HiddenPlate, seed: number): TruePlateFaults {
  return {
    burners: Object.fromEntries(body.zones.map((zone) => [zone.id, trueBurner(zone, hidden.burners[zone.id])])),
    lossFactor: hidden.lossFactor ?? 1,
    spots: hidden.spots ?? [],
    wind: hidden.wind ?? 0,
    seed: seedFrom(`wind ${body.name}`, seed) % 1000,
  };
}

/** A burner as it really is. */
export function trueBurner({ source }: Pick<Zone, 'source'>, of: Partial<HiddenBurner> = {}): TrueBurner {
  const { gain = 1, setErrorC = 0, offXMm = 0, offYMm = 0, fadesPerHour = 0, dial = LINEAR } = of;
  const lagS = of.lagS ?? (source ? USUAL_LAG_S[source] : 0);
  return { gain, setErrorC, offXMm, offYMm, fadesPerHour, dial: { ...LINEAR, ...dial }, lagS };
}

/** A station's plate as it really is. */
export function plateTruth(body: StationBody, hidden: HiddenPlate): PlateTruth {
  const byZone = <T>(of: (burner: Partial<HiddenBurner>) => T) =>
    Object.fromEntries(body.zones.map(({ id }) => [id, of(hidden.burners[id] ?? HONEST)]));
  return {
    gain: byZone((burner) => burner.gain ?? 1),
    setErrorC: byZone((burner) => burner.setErrorC ?? 0),
    off: byZone((burner) => ({ xMm: burner.offXMm ?? 0, yMm: burner.offYMm ?? 0 })),
    fadesPerHour: byZone((burner) => burner.fadesPerHour ?? 0),
    lossFactor: hidden.lossFactor,
    spots: hidden.spots,
    dialShare: byZone(({ dial }) => dial && ((share) => dialShare({ ...LINEAR, ...dial }, share))),
  };
}
/** A plate that is as its maker says. Numerical. */
const HONEST = { gain: 1, setErrorC: 0, offXMm: 0, offYMm: 0, fadesPerHour: 0 };

/** The kitchen's batter as the piece model's parameters. */
export function trueParameters({ batter }: Kitchen): PieceParameters {
  const p = PIECE_PARAMETERS;
  const by = (factor: number | undefined) => factor ?? 1;
  const kinetics = <K extends keyof PieceParameters & ('starch' | 'egg' | 'leavening' | 'browning')>(
    key: K,
    factor: number,
  ) => ({
    ...p[key],
    ratePerS: p[key].ratePerS * factor,
  });
  return {
    ...p,
    contactWetWm2K: p.contactWetWm2K * by(batter.contact),
    contactDryWm2K: p.contactDryWm2K * by(batter.contact),
    vented: Math.min(1, p.vented * by(batter.vented)),
    starch: kinetics('starch', by(batter.setting)),
    egg: kinetics('egg', by(batter.setting)),
    leavening: kinetics('leavening', by(batter.leavening)),
    browning: {
      ...kinetics('browning', by(batter.browning)),
      activationJPerMol: p.browning.activationJPerMol * by(batter.browningEnergy),
    },
    thickening: p.thickening * by(batter.thickening),
    otherwise: {
      contactLost: batter.contactLost ?? 0,
      ventedOnceSet: batter.ventedOnceSet ?? 0,
      browningOrder: by(batter.browningOrder),
      holesOpenPerCm2: batter.holesOpenPerCm2 ?? null,
    },
  };
}
