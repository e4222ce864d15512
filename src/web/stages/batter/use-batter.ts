import { DateTime } from 'luxon';
import { computed, type Ref } from 'vue';
import { bodyInRun } from '#core/setup';
import { plannedLot, sharesOf } from '#core/lot';
import { lotsOf, mixGroups, tinState, lastDayOf, type MixGroupId, type ScaledLine } from '#core/formula';
import { ingredientOf } from '#core/ingredients';
import { lotKey } from '#core/run';
import { useRun } from '../../stores/run.ts';

/** Where a figure belongs: what stays back is a figure of its own, so that nobody pours the wrong one. */
export type Section = 'mix' | 'later' | 'justBefore' | 'onPiece';

export interface BatterRow {
  readonly ingredientId: string;
  readonly section: Section;
  /** Null: unknown. */
  readonly massG: number | null;
  /** All of the line, when this row is a part of it. */
  readonly ofG: number | null;
  readonly eggs: number | undefined;
  readonly tin: 'powder' | 'soda' | null;
  readonly weighed: boolean;
  /** What went in, when it was another amount. */
  readonly wentInG: number | null;
}

export interface RowGroup {
  readonly section: Section;
  /** Bowl or turn of the formula's school. */
  readonly group: MixGroupId | null;
  readonly rows: readonly BatterRow[];
}

/** The batter of a formula of the run in hand, one lot of it as rows to weigh. */
export function useBatter(formulaId: Ref<string>, number: Ref<number>) {
  const store = useRun();
  const body = computed(() => bodyInRun(store.view, formulaId.value));
  const larder = computed(() => store.view.larder);
  const amounts = computed(() => store.lots[formulaId.value]);
  const shares = computed(() => sharesOf(store.state!, formulaId.value));
  const batter = computed(() => store.state!.batters.get(formulaId.value));
  /** One that was thrown away is begun anew. */
  const lot = computed(() => {
    const known = store.state!.lots.get(lotKey(formulaId.value, number.value));
    return known?.discardedAtMs === null ? known : undefined;
  });
  const planned = computed(() => plannedLot(store.view, formulaId.value, number.value));
  /** Lots that bowl, rest or whites ask for. */
  const advised = computed(
    () =>
      amounts.value &&
      lotsOf(amounts.value, body.value, { bowlMl: store.view.pins.bowlMl ?? null, pouringMin: pouringMin() }),
  );

  /** From the first pour to the last lift of this batter, as planned. */
  function pouringMin(): number | null {
    const pours = store.plan?.panfuls.filter((panful) => panful.formulaId === formulaId.value) ?? [];
    if (pours.length === 0) return null;
    return (pours.at(-1)!.endMs - pours[0]!.pourMs) / 60_000;
  }

  const rows = computed(() => {
    const lines = planned.value?.lines ?? [];
    const both = ['powder', 'soda'].every((role) => lines.some((line) => roleOf(line) === role));
    return lines.flatMap((line): BatterRow[] => {
      const role = roleOf(line);
      const row = (section: Section, massG: number | null): BatterRow => {
        const went = section === 'later' ? undefined : lot.value?.weighed.get(line.ingredientId);
        return {
          ingredientId: line.ingredientId,
          section,
          massG,
          ofG: line.heldBackG > 0 ? line.massG : null,
          eggs: section === 'later' ? undefined : line.eggs,
          tin: both && (role === 'powder' || role === 'soda') ? role : null,
          weighed: went !== undefined,
          wentInG: went != null && massG !== null && Math.abs(went - massG) > 0.051 ? went : null,
        };
      };
      const now = row(line.when, line.massG === null ? null : line.massG - line.heldBackG);
      return line.heldBackG > 0 ? [now, row('later', line.heldBackG)] : [now];
    });
  });
  /** Tins past their last day on the day of the run. */
  const pastTins = computed(() => {
    const day = DateTime.fromMillis(store.nowMs, { zone: store.view.pins.timeZone }).toISODate() ?? '';
    return body.value.lines.flatMap(({ ingredientId }) => {
      const tin = ingredientOf(larder.value, ingredientId);
      const lastDay = lastDayOf(tin);
      if ((tin.role !== 'powder' && tin.role !== 'soda') || !lastDay || tinState(tin, day) !== 'past') return [];
      return [{ ingredientId, role: tin.role, lastDay }];
    });
  });
  const roleOf = (line: ScaledLine) => ingredientOf(larder.value, line.ingredientId).role;
  const groups = computed((): RowGroup[] => {
    const now = mixGroups(body.value, larder.value).map(({ id, ingredientIds }): RowGroup => ({
      section: 'mix',
      group: id,
      rows: ingredientIds.flatMap((id) => rows.value.filter((row) => row.section === 'mix' && row.ingredientId === id)),
    }));
    const rest = (['later', 'justBefore', 'onPiece'] as const).map((section): RowGroup => ({
      ...{ section, group: null },
      rows: rows.value.filter((row) => row.section === section),
    }));
    return [...now, ...rest].filter((group) => group.rows.length > 0);
  });
  /** To be ticked before the lot is mixed, in the order in which they go in. */
  const open = computed(() =>
    groups.value.flatMap((group) => (group.section === 'mix' ? group.rows.filter((row) => !row.weighed) : [])),
  );
  return { body, larder, amounts, batter, shares, lot, planned, advised, rows, groups, open, pastTins };
}
