import { STEFAN_BOLTZMANN_WM2K4, KELVIN_AT_ZERO_C } from '#core/units';
import { METAL, faceEmissivity, plateSizeMm, zoneAt, type StationBody, type Zone } from '#core/plate';
import { fired, type Fire, type TrueBurner } from './fire.ts';
import { gust } from './gust.ts';
import { heatPattern, type CellAt } from './pattern.ts';

const { abs, ceil, floor, hypot, max, min, sqrt } = Math; // bound once: asked for at every cell of every step

export interface TruePlateFaults {
  /** By zone letter. */
  readonly burners: Readonly<Record<string, TrueBurner>>;
  /** Share of the usual loss to the room. */
  readonly lossFactor: number;
  /** Where the plate is bowed or a jet is clogged: more of the heat falls there, or less. */
  readonly spots?: readonly HeatBump[];
  /** How much the wind adds to what the air carries off at its strongest, as a share. */
  readonly wind: number;
  readonly seed: number;
}

interface HeatBump extends CellAt {
  readonly radiusMm: number;
  /** Share by which more falls at its middle. */
  readonly more: number;
}

/** What lies on a plate draws heat from it, W/m². */
export interface Draws {
  readonly drawnWm2: number;
}

interface Lying {
  readonly cells: Int32Array;
  readonly covers: Float64Array;
  readonly food: Draws;
}

/** Cells across the smaller side; and how far a step may carry heat, as a share of a cell (an explicit scheme needs ¼). Numerical. */
const CELLS = 15;
const STABLE = 0.2; // Numerical.
const LONGEST_STEP_S = 0.5; // Numerical.
/** Free convection above a hot plate, 1.9·ΔT^¼ W/m²K: laminar, of a plate some decimetres wide (Incropera, ch. 9, from memory). */
const FREE_AIR = 1.9;
/** What supports and air below take, W/m²K. Handbook order of magnitude. Assumed. */
const BELOW_WM2K = 4;

/**
 * A plate as it really is: metal in square cells, conduction by an explicit scheme in short steps, free convection that
 * grows with the heat, wind, radiation from where no food lies, burners with dials of their own. It shares its material
 * figures with the desk's plates and nothing else. Time runs forwards only, s.
 */
export class TruePlate {
  readonly body: StationBody;
  private readonly faults: TruePlateFaults;
  private readonly roomC: number;
  private readonly columns: number;
  private readonly rows: number;
  private readonly cellM: number;
  private readonly middles: readonly CellAt[];
  private readonly metal: Uint8Array;
  private readonly tempC: Float64Array;
  private readonly flux: Float64Array;
  private readonly open: Float64Array;
  private readonly fires: Fire[];
  private readonly there: readonly number[];
  private readonly lying = new Map<string, Lying>();
  private readonly stepS: number;
  private readonly emissivity: number;
  private nowS = 0;

  constructor(body: StationBody, faults: TruePlateFaults, roomC: number) {
    this.body = body;
    this.faults = faults;
    this.roomC = roomC;
    const { widthMm, depthMm } = plateSizeMm(body);
    this.cellM = min(widthMm, depthMm) / CELLS / 1000;
    this.columns = Math.round(widthMm / 1000 / this.cellM);
    this.rows = Math.round(depthMm / 1000 / this.cellM);
    const count = this.columns * this.rows;
    this.middles = Array.from({ length: count }, (_cell, i) => ({
      xMm: (((i % this.columns) + 0.5) * widthMm) / this.columns,
      yMm: ((floor(i / this.columns) + 0.5) * depthMm) / this.rows,
    }));
    const round = body.shape.kind !== 'rectangle';
    this.metal = Uint8Array.from(this.middles, ({ xMm, yMm }) =>
      Number(!round || hypot(xMm - widthMm / 2, yMm - depthMm / 2) <= widthMm / 2),
    );
    this.tempC = new Float64Array(count).fill(roomC);
    this.flux = new Float64Array(count);
    this.open = new Float64Array(count);
    this.emissivity = faceEmissivity(body).value;
    const { conductivityWmK, densityKgM3, specificHeatJKgK } = METAL[body.metal];
    const diffusivity = conductivityWmK / (densityKgM3 * specificHeatJKgK);
    this.stepS = min(LONGEST_STEP_S, (STABLE * this.cellM ** 2) / diffusivity);
    this.there = this.middles.map((_at, i) => i).filter((i) => this.metal[i]);
    this.fires = body.zones.map((zone): Fire => {
      const burner = faults.burners[zone.id];
      if (!burner) throw new RangeError(`Nothing is said of the burner under zone ${zone.id}.`);
      return this.fireUnder(zone, burner);
    });
  }

  timeS(): number {
    return this.nowS;
  }

  turn(zoneId: string, mark: number): void {
    this.fireOf(zoneId).mark = mark;
  }

  /** A zone is moved to another burner, which is off. */
  refit(zone: Zone, burner: TrueBurner): void {
    this.fires[this.fires.indexOf(this.fireOf(zone.id))] = this.fireUnder(zone, burner);
  }

  /** A zone is found as hot as this. */
  warmTo(zoneId: string, tempC: number): void {
    for (const i of this.fireOf(zoneId).cells) this.tempC[i] = tempC;
  }

  /** The plate is taken off its burner, which stays as it is, or put back. */
  part(zoneId: string, off: boolean): void {
    this.fireOf(zoneId).under = !off;
  }

  pour(disc: CellAt & { readonly diameterMm: number; readonly food: Draws }, name: string): void {
    const radius = disc.diameterMm / 2;
    const cellMm = 1000 * this.cellM;
    const cells: number[] = [];
    const covers: number[] = [];
    this.middles.forEach(({ xMm, yMm }, i) => {
      if (!this.metal[i] || abs(xMm - disc.xMm) > radius + cellMm || abs(yMm - disc.yMm) > radius + cellMm) return;
      const share = coveredShare(xMm - disc.xMm, yMm - disc.yMm, cellMm, radius);
      if (share <= 0) return;
      cells.push(i);
      covers.push(share);
    });
    this.lying.set(name, {
      cells: Int32Array.from(cells),
      covers: Float64Array.from(covers),
      food: disc.food,
    });
  }

  lift(name: string): void {
    this.lying.delete(name);
  }

  advanceTo(timeS: number): void {
    while (this.nowS < timeS - 1e-9) {
      const steps = max(1, ceil((timeS - this.nowS) / this.stepS));
      this.step((timeS - this.nowS) / steps);
    }
  }

  /** The metal at a point, °C: of its cell, shared with the next cells by how near they are. */
  at(xMm: number, yMm: number): number {
    const { widthMm, depthMm } = plateSizeMm(this.body);
    const column = min(this.columns - 1, max(0, (xMm / widthMm) * this.columns - 0.5));
    const row = min(this.rows - 1, max(0, (yMm / depthMm) * this.rows - 0.5));
    let [sum, weights] = [0, 0];
    for (let r = floor(row); r <= min(this.rows - 1, floor(row) + 1); r++)
      for (let c = floor(column); c <= min(this.columns - 1, floor(column) + 1); c++) {
        const i = r * this.columns + c;
        const weight = (1 - abs(c - column)) * (1 - abs(r - row)) + 1e-6;
        if (this.metal[i]) [sum, weights] = [sum + weight * this.tempC[i]!, weights + weight];
      }
    return weights > 0 ? sum / weights : this.zoneMeanC(zoneAt(this.body, xMm).id);
  }

  zoneMeanC(zoneId: string): number {
    return mean(this.tempC, this.fireOf(zoneId).cells);
  }

  /** The heat that a twentieth of a zone's metal passes, °C: its hot spot, not one cell of it. */
  hotSpotC(zoneId: string): number {
    const sorted = Float64Array.from(this.fireOf(zoneId).cells, (i) => this.tempC[i]!).sort();
    return sorted[floor(0.95 * (sorted.length - 1))]!;
  }

  private step(dtS: number): void {
    const { tempC, flux, open, metal, columns, rows, cellM } = this;
    flux.fill(0);
    open.fill(1);
    for (const fire of this.fires) {
      const powerW = fired(fire, mean(tempC, fire.cells), this.nowS, dtS);
      if (powerW <= 0) continue;
      for (let i = 0; i < flux.length; i++) flux[i]! += fire.pattern[i]! * powerW;
    }
    for (const { cells, covers, food } of this.lying.values()) {
      const drawn = food.drawnWm2;
      for (let n = 0; n < cells.length; n++) {
        flux[cells[n]!]! -= covers[n]! * drawn;
        open[cells[n]!]! -= covers[n]!;
      }
    }
    const { conductivityWmK, densityKgM3, specificHeatJKgK } = METAL[this.body.metal];
    const thickM = this.body.thicknessMm / 1000;
    const across = (conductivityWmK * thickM) / cellM ** 2;
    const airs = this.faults.lossFactor * (1 + this.faults.wind * gust(this.nowS, this.faults.seed));
    const room4 = (this.roomC + KELVIN_AT_ZERO_C) ** 4;
    const perK = densityKgM3 * specificHeatJKgK * thickM;
    for (let row = 0, i = 0; row < rows; row++)
      for (let column = 0; column < columns; column++, i++) {
        if (!metal[i]) continue;
        const here = tempC[i]!;
        let sum = 0;
        if (column > 0 && metal[i - 1]) sum += tempC[i - 1]! - here;
        if (column + 1 < columns && metal[i + 1]) sum += tempC[i + 1]! - here;
        if (row > 0 && metal[i - columns]) sum += tempC[i - columns]! - here;
        if (row + 1 < rows && metal[i + columns]) sum += tempC[i + columns]! - here;
        const over = here - this.roomC;
        const bare = max(0, open[i]!);
        const air = airs * over * (bare * FREE_AIR * sqrt(sqrt(max(0, over))) + BELOW_WM2K);
        const light = bare * this.emissivity * STEFAN_BOLTZMANN_WM2K4 * ((here + KELVIN_AT_ZERO_C) ** 4 - room4);
        flux[i]! += across * sum - air - light;
      }
    for (let i = 0; i < flux.length; i++) if (metal[i]) tempC[i]! += (flux[i]! * dtS) / perK;
    this.nowS += dtS;
  }

  private fireUnder(zone: Zone, burner: TrueBurner): Fire {
    const { there, middles, body } = this;
    const onMetal = heatPattern(
      body,
      zone,
      there.map((i) => middles[i]!),
      this.cellM ** 2,
      { xMm: burner.offXMm, yMm: burner.offYMm },
    );
    const pattern = new Float64Array(middles.length);
    const bumped = there.map((i, n) => onMetal[n]! * bumpsAt(this.faults.spots ?? [], middles[i]!));
    // a bump moves heat about and makes none
    const kept = bumped.reduce((sum, each) => sum + each, 0) * this.cellM ** 2;
    there.forEach((i, n) => (pattern[i] = bumped[n]! / kept));
    const cells = Int32Array.from(there.filter((i) => zoneAt(body, middles[i]!.xMm).id === zone.id));
    const feltC = mean(this.tempC, cells);
    return { zone, burner, pattern, cells, feltC, mark: 0, under: true, calls: false, powerW: 0 };
  }

  private fireOf(zoneId: string): Fire {
    const fire = this.fires.find(({ zone }) => zone.id === zoneId);
    if (!fire) throw new RangeError(`The plate has no zone ${zoneId}.`);
    return fire;
  }
}

function mean(values: Float64Array, cells: Int32Array): number {
  let sum = 0;
  for (let n = 0; n < cells.length; n++) sum += values[cells[n]!]!;
  return sum / max(1, cells.length);
}

function bumpsAt(bumps: readonly HeatBump[], { xMm, yMm }: CellAt): number {
  const more = bumps.reduce(
    (sum, bump) => sum + bump.more * Math.exp(-0.5 * (hypot(xMm - bump.xMm, yMm - bump.yMm) / bump.radiusMm) ** 2),
    0,
  );
  return max(0, 1 + more);
}

/** Points asked along each side of a cell for how much of it a disc covers. Numerical. */
const POINTS = 5;

function coveredShare(dx: number, dy: number, cellMm: number, radius: number): number {
  let inside = 0;
  for (let a = 0; a < POINTS; a++)
    for (let b = 0; b < POINTS; b++) {
      const x = dx + ((a + 0.5) / POINTS - 0.5) * cellMm;
      const y = dy + ((b + 0.5) / POINTS - 0.5) * cellMm;
      if (x * x + y * y <= radius * radius) inside += 1;
    }
  return inside / POINTS ** 2;
}
