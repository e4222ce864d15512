const { floor, max, min } = Math; // bound once: asked for at every cell of every step
/** What a film lies on: how hot it is as it is poured, what it stores and what still feeds it. */
export interface HotPlate {
  readonly surfaceC: number;
  /** J/(m² K). */
  readonly arealHeatCapacityJm2K: number;
  /** What the burner gives it while it lies there, W/m²; nothing off the heat. */
  readonly fedWm2: number;
}

/** Heat of a thin batter: conductivity W/(m K), capacity J/(m³ K). Source: Choi & Okos 1986 for four fifths water, from memory. */
const CONDUCTIVITY_WMK = 0.52;
const CAPACITY_JM3K = 3.8e6; // Source: the same.
/** Between plate and batter, W/(m² K), and where starch and egg hold, °C. Assumed: tuned with the prototype. */
const CONTACT_WM2K = 600;
const SETS_C = 70; // Assumed.
/** Steam takes what would go beyond. Definition. */
const BOILS_C = 100;

/** Layers of the batter and how deep they reach; more than any film of a thin batter. Numerical. */
const LAYERS = 60;
const DEEP_M = 0.003; // Numerical.
/** A step is this share of what would be unstable. Numerical. */
const STABLE_SHARE = 0.4;
/** The table's grain and its end, s. Numerical. */
const GRAIN_S = 0.05;
const LONGEST_S = 30; // Numerical.

/** How deep a batter has set so long after it met the plate. */
export interface SetDepths {
  readonly grainS: number;
  readonly depthM: Float64Array;
}

/**
 * Depth of the layer that holds, by how long it has lain there: conduction from a plate that cools as it gives (explicit
 * finite differences), the depth at which it is as warm as starch and egg hold. Where steam forms it stays at 100 °C.
 */
export function setDepths(plate: HotPlate, batterC: number): SetDepths {
  const dz = DEEP_M / LAYERS;
  const stepS = (STABLE_SHARE * dz * dz * CAPACITY_JM3K) / CONDUCTIVITY_WMK;
  const ratio = (stepS * CONDUCTIVITY_WMK) / (CAPACITY_JM3K * dz * dz);
  const count = Math.round(LONGEST_S / GRAIN_S) + 1;
  const depthM = new Float64Array(count);
  let layers = new Float64Array(LAYERS).fill(batterC);
  let plateC = plate.surfaceC;
  let t = 0;
  for (let i = 1; i < count; i++) {
    for (; t < i * GRAIN_S; t += stepS) {
      const givesWm2 = CONTACT_WM2K * (plateC - layers[0]!);
      plateC += (stepS * (plate.fedWm2 - givesWm2)) / plate.arealHeatCapacityJm2K;
      const next = new Float64Array(LAYERS);
      for (let z = 0; z < LAYERS; z++) {
        const here = layers[z]!;
        const above = layers[min(LAYERS - 1, z + 1)]!;
        const from = z === 0 ? (stepS * givesWm2) / (CAPACITY_JM3K * dz) : ratio * (layers[z - 1]! - here);
        next[z] = min(BOILS_C, here + from + ratio * (above - here));
      }
      layers = next;
    }
    depthM[i] = max(depthM[i - 1]!, depthOf(layers, dz));
  }
  return { grainS: GRAIN_S, depthM };
}

/** Where the temperature crosses what holds, between layers. */
function depthOf(layers: Float64Array, dz: number): number {
  const cool = layers.findIndex((tempC) => tempC < SETS_C);
  if (cool < 0) return layers.length * dz;
  if (cool === 0) return 0;
  const [warm, cold] = [layers[cool - 1]!, layers[cool]!];
  return (cool - 0.5 + (warm - SETS_C) / (warm - cold)) * dz;
}

/** Depth after so many seconds, m. */
export function setDepthAt({ grainS, depthM }: SetDepths, seconds: number): number {
  const place = min(depthM.length - 1, max(0, seconds / grainS));
  const low = floor(place);
  const from = depthM[low]!;
  return from + (place - low) * ((depthM[low + 1] ?? from) - from);
}
