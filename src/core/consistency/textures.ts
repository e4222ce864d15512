import type { BatterFamily } from '#core/formula';
import type { Estimate } from './estimate.ts';

/**
 * How a batter looks when it falls from the ladle, in words, from thin to thick: 68 % bounds in Pa·s (thin) and Pa (thick).
 * Creams from memory; the ladle's words are assumed. A word is worth little and says so by its spread.
 */
export const TEXTURES = {
  thin: {
    milk: [0.003, 0.01],
    singleCream: [0.01, 0.03],
    heavyCream: [0.04, 0.1],
    custard: [0.12, 0.4],
  },
  leavened: {
    runsLevel: [2, 6],
    ribbonSinks: [7, 14],
    ribbonStays: [15, 30],
    mounds: [35, 75],
    clings: [85, 200],
  },
} as const satisfies Record<BatterFamily, Record<string, readonly [number, number]>>;

export type Texture = keyof (typeof TEXTURES)['thin'] | keyof (typeof TEXTURES)['leavened'];
export const TEXTURE_WORDS = Object.values(TEXTURES).flatMap((words) => Object.keys(words)) as Texture[];

export function texturesOf(family: BatterFamily): Texture[] {
  return Object.keys(TEXTURES[family]) as Texture[];
}

/** The number behind a word. */
export function estimateOfTexture(texture: Texture): Estimate {
  const [quantity, bounds] =
    texture in TEXTURES.thin
      ? (['viscosity', TEXTURES.thin[texture as keyof (typeof TEXTURES)['thin']]] as const)
      : (['yieldStress', TEXTURES.leavened[texture as keyof (typeof TEXTURES)['leavened']]] as const);
  const [low, high] = bounds;
  return { quantity, value: Math.sqrt(low * high), sdLn: Math.log(high / low) / 2 };
}

/** The word nearest to a consistency. */
export function textureOf(estimate: Estimate): Texture {
  const family = estimate.quantity === 'viscosity' ? 'thin' : 'leavened';
  const off = (texture: Texture) => Math.abs(Math.log(estimateOfTexture(texture).value / estimate.value));
  return texturesOf(family).reduce((best, each) => (off(each) < off(best) ? each : best));
}
