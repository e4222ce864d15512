import { DateTime } from 'luxon';
import { computed, type Ref } from 'vue';
import { formulaOf } from '#core/desk';
import { lotsOf, tinState, type ScaledLine } from '#core/formula';
import { ingredientOf } from '#core/ingredients';
import { larderOf } from '#core/run';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';

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
  /** The same row in each lot, when there are several. */
  readonly perLot: readonly { readonly massG: number | null; readonly eggs: number | undefined }[];
  readonly tin: 'powder' | 'soda' | null;
  readonly weighed: boolean;
}

/** Figures to weigh for a row: one, or one for each lot; the same in all of them is said once. */
export function figuresOf(row: BatterRow): { times: number; figures: readonly Pick<BatterRow, 'massG' | 'eggs'>[] } {
  const [first, ...others] = row.perLot;
  if (!first) return { times: 1, figures: [row] };
  const same = others.every((lot) => lot.eggs === first.eggs && Math.abs((lot.massG ?? 0) - (first.massG ?? 0)) < 0.05);
  return same ? { times: row.perLot.length, figures: [first] } : { times: 1, figures: row.perLot };
}

/** The batter of a formula of the run in hand, as rows to weigh. */
export function useBatter(formulaId: Ref<string>) {
  const store = useRun();
  const session = useSession();
  const body = computed(() => formulaOf(store.run!.pins, formulaId.value));
  const larder = computed(() => larderOf(store.run!.pins));
  const amounts = computed(() => store.lots[formulaId.value]);
  const lot = computed(() => store.state!.lots.get(formulaId.value));
  const lots = computed(
    () =>
      amounts.value &&
      lotsOf(amounts.value, body.value, {
        bowlMl: session.session?.kitchen.facts.bowlMl ?? null,
        pouringMin: pouringMin(),
      }),
  );

  /** From the first pour to the last lift of this batter, as planned. */
  function pouringMin(): number | null {
    const plan = store.plan;
    const planned = plan?.lots.find((each) => each.formulaId === formulaId.value);
    return plan && planned ? (plan.lastLiftMs - planned.firstPourMs) / 60_000 : null;
  }

  const rows = computed(() => {
    const lines = amounts.value?.lines ?? [];
    const both = ['powder', 'soda'].every((role) => lines.some((line) => roleOf(line) === role));
    return lines.flatMap((line, index): BatterRow[] => {
      const role = roleOf(line);
      const ofLots = lots.value && lots.value.lots.length > 1 ? lots.value.lots.map((each) => each.lines[index]!) : [];
      const row = (section: Section, part: (of: ScaledLine) => number | null): BatterRow => ({
        ingredientId: line.ingredientId,
        section,
        massG: part(line),
        ofG: line.heldBackG > 0 ? line.massG : null,
        eggs: section === 'later' ? undefined : line.eggs,
        perLot: ofLots.map((of) => ({ massG: part(of), eggs: section === 'later' ? undefined : of.eggs })),
        tin: both && (role === 'powder' || role === 'soda') ? role : null,
        weighed: section !== 'later' && (lot.value?.weighed.has(line.ingredientId) ?? false),
      });
      const now = row(line.when, (of) => (of.massG === null ? null : of.massG - of.heldBackG));
      return line.heldBackG > 0 ? [now, row('later', (of) => of.heldBackG)] : [now];
    });
  });
  /** Tins past their last day on the day of the run. */
  const pastTins = computed(() => {
    const day = DateTime.fromMillis(store.nowMs, { zone: store.run!.pins.timeZone }).toISODate() ?? '';
    return body.value.lines.flatMap(({ ingredientId }) => {
      const { role, useBy } = ingredientOf(larder.value, ingredientId);
      if ((role !== 'powder' && role !== 'soda') || !useBy || tinState(useBy, day) !== 'past') return [];
      return [{ ingredientId, role, useBy }];
    });
  });
  const roleOf = (line: ScaledLine) => ingredientOf(larder.value, line.ingredientId).role;
  const sections = computed(() =>
    (['mix', 'later', 'justBefore', 'onPiece'] as const)
      .map((name) => ({ name, rows: rows.value.filter((row) => row.section === name) }))
      .filter((section) => section.rows.length > 0),
  );
  /** To be ticked before the lot is mixed. */
  const open = computed(() => rows.value.filter((row) => row.section === 'mix' && !row.weighed));
  return { body, larder, amounts, lot, lots, rows, sections, open, pastTins };
}
