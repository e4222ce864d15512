import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import {
  compareFormulas,
  forDiet,
  lotsOf,
  remainderOf,
  scale,
  scaleInKitchen,
  substitute,
  tasteOf,
  withTaste,
  yieldCheck,
  type Diet,
  type FormulaBody,
  type ScaleTarget,
  type Substitution,
  type WayOut,
} from '#core/formula';
import { pressureAtAltitudePa } from '#core/units';
import { KITCHEN_FACTS, type BookFormula } from '#contract';
import { orFault } from '../../parts/or-fault.ts';
import { useLibrary } from '../../stores/library.ts';
import { useSession } from '../../stores/session.ts';

/**
 * A formula on the bench: what is written in the book, what the cook is trying, and what that comes to. Nothing is kept
 * until the cook keeps it.
 */
export function useBench(formula: Ref<BookFormula | undefined>) {
  const library = useLibrary();
  const session = useSession();
  const facts = computed(() => session.session?.kitchen.facts ?? KITCHEN_FACTS);
  const larder = computed(() => library.larder);
  const pressurePa = computed(() => pressureAtAltitudePa(facts.value.altitudeM));

  const draft = shallowRef<FormulaBody | null>(null);
  const target = ref<ScaleTarget>({ by: 'pieces', pieces: 12 });
  const eggs = ref<'whole' | 'grams'>('whole');
  const portionMl = ref(75);
  /** What a diet left undone, until the next change. */
  const notes = ref<{ diet: Diet; left: readonly string[]; plateFat: boolean } | null>(null);

  watch(
    formula,
    (now, before) => {
      if (!now) return;
      draft.value = now.body;
      notes.value = null;
      if (before?.id === now.id) return;
      portionMl.value = now.body.portion.volumeMl;
      target.value = now.body.written ? { by: 'factor', factor: 1 } : { by: 'pieces', pieces: 24 };
    },
    { immediate: true },
  );

  // a pour that is changed on the bench is the one that is reckoned with
  watch(
    () => draft.value?.portion.volumeMl,
    (volumeMl) => {
      if (volumeMl !== undefined) portionMl.value = volumeMl;
    },
  );

  /** The last fault in the cook's wish, or nothing. */
  const worked = computed(() => {
    const body = draft.value;
    const { eggClass, measuredBy } = facts.value;
    const options = { portionMl: portionMl.value, eggs: eggs.value, eggClass, measuredBy };
    return body && orFault(() => scaleInKitchen(body, larder.value, target.value, options));
  });
  const batter = computed(() => worked.value?.value ?? null);
  const fault = computed(() => worked.value?.fault ?? null);
  const remainder = computed(() => batter.value && remainderOf(batter.value, portionMl.value, larder.value));
  const lots = computed(
    () =>
      batter.value &&
      draft.value &&
      lotsOf(batter.value, draft.value, { bowlMl: facts.value.bowlMl, pouringMin: null }),
  );
  /** What the recipe says it makes, beside what it makes by the portion it names. */
  const yields = computed(() => {
    const body = draft.value;
    if (!body?.written || fault.value) return null;
    const options = { portionMl: body.portion.volumeMl, eggClass: facts.value.eggClass, eggs: 'grams' as const };
    return yieldCheck(body, scale(body, larder.value, { by: 'factor', factor: 1 }, options));
  });
  const changed = computed(() => formula.value !== undefined && draft.value !== formula.value.body);
  const change = computed(() => {
    if (!changed.value || !formula.value || !draft.value || fault.value?.code === 'noGrain') return null;
    return compareFormulas(formula.value.body, draft.value, larder.value, pressurePa.value);
  });
  const taste = computed(() => draft.value && tasteOf(draft.value, larder.value));

  const edit = (body: FormulaBody) => {
    draft.value = body;
    notes.value = null;
  };
  return {
    ...{ facts, larder, pressurePa, draft, target, eggs, portionMl, notes },
    ...{ batter, fault, remainder, lots, yields, changed, change, taste, edit },
    setPercent(ingredientId: string, percent: number | null) {
      const body = draft.value!;
      edit({
        ...body,
        lines: body.lines.map((line) => (line.ingredientId === ingredientId ? { ...line, percent } : line)),
      });
    },
    addLine(ingredientId: string) {
      const body = draft.value!;
      if (body.lines.some((line) => line.ingredientId === ingredientId)) return;
      edit({ ...body, lines: [...body.lines, { ingredientId, percent: null }] });
    },
    dropLine(ingredientId: string) {
      const body = draft.value!;
      edit({ ...body, lines: body.lines.filter((line) => line.ingredientId !== ingredientId) });
    },
    standIn: (substitution: Substitution) => edit(substitute(draft.value!, substitution)),
    diet(diet: Diet) {
      const { body, left, plateFat } = forDiet(draft.value!, diet, larder.value);
      edit(body);
      notes.value = { diet, left, plateFat };
    },
    greaseWithOil() {
      const body = draft.value!;
      draft.value = { ...body, fat: { ...body.fat, kind: 'oil' } };
      if (notes.value) notes.value = { ...notes.value, plateFat: false };
    },
    switchTaste: () => edit(withTaste(draft.value!, taste.value === 'sweet' ? 'savoury' : 'sweet', larder.value)),
    putBack: () => formula.value && edit(formula.value.body),
    take(way: WayOut) {
      if (way.way === 'smallerPortion' || way.way === 'largerPortion')
        portionMl.value = Math.round(way.portionMl * 10) / 10;
    },
  };
}

export type Bench = ReturnType<typeof useBench>;
