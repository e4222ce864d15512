import type { BatterProperties } from './batter.ts';
import { newColumn, type AirAbove, type Column, type ColumnSettings, type PlateContact } from './column.ts';
import type { FlipBy } from './first-side.ts';
import { fruitIn, type FruitOnPiece } from './fruit.ts';
import { leftAfterSteps } from './kinetics.ts';
import { VAPOUR_PA } from './lookup.ts';
import { PIECE_PARAMETERS, type PieceParameters } from './parameters.ts';

export interface PieceInput {
  readonly batter: BatterProperties;
  readonly thicknessMm: number;
  readonly batterC: number;
  readonly plate: PlateContact;
  readonly ambientC: number;
  readonly pressurePa: number;
  readonly parameters?: PieceParameters;
  /** The cook's school; holes that stay for a leavened piece and the dry edge for a thin one when it is left out. */
  readonly flipBy?: FlipBy;
  readonly fruit?: FruitOnPiece;
  /** Covered while the first side cooks. */
  readonly lid?: boolean;
  /** Pressed once as it is turned. */
  readonly pressed?: boolean;
}

/** A piece at its pour. */
export interface PouredPiece {
  /** In the air of the room, and as it lies on its first side: under a lid, if it has one. */
  readonly open: ColumnSettings;
  readonly covered: ColumnSettings;
  readonly thicknessM: number;
  readonly core: Column;
  /** Thinner than the rest. */
  readonly rim: Column;
  /** The batter about its fruit; nothing without. */
  readonly about: Column | undefined;
}

/** Lays a piece out in columns. @param cells of the core, from its underside to its face */
export function pouredPiece(input: PieceInput, cells: number): PouredPiece {
  const { batter, plate, pressurePa, pressed, parameters = PIECE_PARAMETERS } = input;
  const shared = { batter, parameters, plate, pressurePa, pressed, leftAfter: leftAfterSteps() };
  const open: ColumnSettings = { ...shared, air: roomAir(input) };
  const thicknessM = input.thicknessMm / 1000;
  const column = (columnM: number, of: number, fruit?: Column['fruit']) =>
    newColumn(open, columnM, input.batterC, of, fruit);
  const fruit = input.fruit && input.fruit.count > 0 ? fruitIn(input.fruit, input.ambientC) : undefined;
  return {
    ...{ open, thicknessM },
    covered: input.lid ? { ...shared, air: LID_AIR } : open,
    core: column(thicknessM, cells),
    rim: column(parameters.rimThickness * thicknessM, Math.round(RIM_CELLS * cells)),
    about: fruit && column(thicknessM, cells, fruit.fruit),
  };
}

/** Cells of the rim, in those of the core: it is thinner. Assumed. */
const RIM_CELLS = 0.67;

/** Half-damp air of the room: its vapour at half of what it could hold. */
function roomAir({ ambientC }: PieceInput): AirAbove {
  return { tempC: ambientC, vapourPa: 0.5 * VAPOUR_PA.at(ambientC) };
}
/** Under a lid: warm and full of the piece's own steam. Assumed. */
const LID_AIR: AirAbove = { tempC: 70, vapourPa: VAPOUR_PA.at(62) };
