import { SECOND_COLOURS, type SecondSigns } from './second-signs.ts';
import { neighbours, type TimelineTable } from './table.ts';

/** When a second side is done and when its face passes each colour, at a surface: straight between the table's rows. */
export function secondSignsAt(table: TimelineTable, surfaceC: number): SecondSigns {
  const { low, share } = neighbours(table, surfaceC);
  const [x, y] = [table.secondSigns[low]!, table.secondSigns[low + 1]!];
  const mixed = (from: number | undefined, to: number | undefined) =>
    from === undefined || to === undefined ? undefined : from + share * (to - from);
  const colours = Object.fromEntries(SECOND_COLOURS.map((colour) => [colour, mixed(x[colour], y[colour])]));
  return { insideS: x.insideS + share * (y.insideS - x.insideS), ...colours };
}
