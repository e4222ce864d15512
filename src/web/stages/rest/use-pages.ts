import { bodyInRun, runAllergens } from '#core/setup';
import { lotRest, plannedLot } from '#core/lot';
import { stepOf, wholePieces } from '#core/formula';
import { clock, cups, day, eggCount, ingredientName, millilitres, temperature, weight } from '../../parts/format.ts';
import type { BatterCard } from '../../print/batter-card.ts';
import type { TubLabel } from '../../print/tub-labels.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import type { RunLot } from '../lots/use-lots.ts';

/** Thirds and eighths have no sign in the printed font. */
function printable(amount: string): string {
  const PLAIN: Record<string, string> = { '⅓': '1/3', '⅔': '2/3', '⅛': '1/8' };
  return amount.replace(
    /(\d?)([⅓⅔⅛])/g,
    (_all, whole: string, sign: string) => `${whole && `${whole} `}${PLAIN[sign]}`,
  );
}

/** What is printed of the run in hand, in words. */
export function usePages() {
  const store = useRun();
  const zone = () => store.view.pins.timeZone;
  const when = (ms: number) => `${day(ms, zone())}, ${clock(ms, zone())}`;
  /** A day is said once. */
  const from = (ms: number, mixedMs: number) =>
    day(ms, zone()) === day(mixedMs, zone()) ? clock(ms, zone()) : when(ms);
  const ofRun = () => t('label.made', { run: store.run!.name, day: day(store.state!.brief!.serviceAtMs, zone()) });

  function contains(formulaId: string) {
    const { batter, plate } = runAllergens(store.view, formulaId);
    const list = (each: readonly string[]) => each.map((allergen) => t(`allergen.${allergen}`)).join(', ');
    return {
      allergens: batter.length ? t('label.allergens', { list: list(batter) }) : t('label.noAllergens'),
      plate: plate.length ? t('label.plate', { list: list(plate) }) : '',
    };
  }

  /** @param lots mixed ones */
  function labels(lots: readonly RunLot[]): TubLabel[] {
    return lots.map(({ formulaId, number, of, body, lot, firstPourMs }) => {
      const rest = lotRest(store.view, lot!, store.nowMs, firstPourMs);
      return {
        title: body.name,
        lot: of > 1 ? t('label.lot', { n: number, of }) : '',
        mixed: t('label.mixed', { time: when(lot!.mixedAtMs!) }),
        use: t('label.use', {
          best: from(rest.window.bestMs, lot!.mixedAtMs!),
          latest: from(rest.window.latestMs, lot!.mixedAtMs!),
        }),
        discard: rest.exposure.discardMs ? t('label.discard', { time: when(rest.exposure.discardMs) }) : '',
        ...contains(formulaId),
        raw: t('label.raw'),
        run: ofRun(),
      };
    });
  }

  function cards(formulaIds: readonly string[]): BatterCard[] {
    return formulaIds.map((formulaId) => {
      const body = bodyInRun(store.view, formulaId);
      const larder = store.view.larder;
      const whole = store.lots[formulaId]!;
      const lines = plannedLot(store.view, formulaId)!.lines;
      const portion = store.state!.portionMl.get(formulaId) ?? body.portion.volumeMl;
      const { allergens, plate } = contains(formulaId);
      return {
        title: body.name,
        makes: t('batter.makes', { pours: wholePieces(whole.pours), portion: millilitres(portion) }),
        run: ofRun(),
        amounts: {
          title: t('label.amounts'),
          rows: lines.map((line) => [
            line.heldBackG > 0
              ? `${ingredientName(line.ingredientId, larder)}, ${t('label.held', { amount: weight(line.heldBackG) })}`
              : ingredientName(line.ingredientId, larder),
            weight(line.massG),
            printable(line.eggs ? eggCount(line.ingredientId, line.eggs) : cups(line.ingredientId, line.massG, larder)),
          ]),
        },
        method: { title: t('label.method'), steps: body.mix.steps.map((step) => stepOf(step).text) },
        lines: [
          {
            title: t('label.rest'),
            text: t('label.restLine', {
              where: t(`rest.where.${body.rest.where}`),
              ...{ earliest: body.rest.earliestMin, best: body.rest.bestMin, latest: body.rest.latestMin },
              reason: body.rest.reason,
            }),
          },
          {
            title: t('stage.heat'),
            text: t('label.heat', {
              target: temperature(body.heat.targetC),
              ...{ low: temperature(body.heat.lowC), high: temperature(body.heat.highC) },
              reason: body.heat.reason,
            }),
          },
          { title: t('stage.portion'), text: t('label.portion', { ml: portion, reason: body.portion.reason }) },
        ],
        allergens: [allergens, plate].filter(Boolean).join(' · '),
        raw: t('label.raw'),
      };
    });
  }

  return { labels, cards };
}
