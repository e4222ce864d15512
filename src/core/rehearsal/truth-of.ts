import { PIECE_PARAMETERS, type PieceParameters } from '#core/piece';
import type { PlateTruth, StationBody } from '#core/plate';
import type { Kitchen } from './kitchen.ts';

/** A station's plate as it really is. */
export function plateTruth(body: StationBody, hidden: Kitchen['stations'][number]['hidden']): PlateTruth {
  const byZone = <T>(of: (burner: Kitchen['stations'][number]['hidden']['burners'][string]) => T) =>
    Object.fromEntries(body.zones.map(({ id }) => [id, of(hidden.burners[id] ?? HONEST)]));
  return {
    gain: byZone((burner) => burner.gain ?? 1),
    setErrorC: byZone((burner) => burner.setErrorC ?? 0),
    off: byZone((burner) => ({ xMm: burner.offXMm ?? 0, yMm: burner.offYMm ?? 0 })),
    fadesPerHour: byZone((burner) => burner.fadesPerHour ?? 0),
    lossFactor: hidden.lossFactor,
    spots: hidden.spots,
  };
}
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
