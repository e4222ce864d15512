import { stationNow, zoneOf } from '#core/setup';
import { type Remedy } from '#core/guidance';
import { type Piece } from '#core/run';
import { differenceFromCelsius } from '#core/units';
import type { NewEvent } from '../../sync/envelope.ts';
import {
  ingredientName,
  markText,
  millilitres,
  number,
  stretch,
  temperatureSpread,
  weight,
} from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';

/** What to do about a fault and what it is good for, in a cook's words. */
export function remedyWords(remedy: Remedy, piece: Piece): string {
  const { zoneId: zone, placeId: place } = piece;
  const degrees = (byC: number) =>
    String(Math.round(differenceFromCelsius(byC, useSession().settings.temperatureUnit)));
  switch (remedy.do) {
    case 'turn':
      return t('remedy.turn', {
        zone,
        mark: markOf(remedy.mark, piece),
        ...change(remedy),
        good: remedy.good,
        of: remedy.of,
      });
    case 'wait':
      return t('remedy.wait', { zone, ...change(remedy) });
    case 'atEnd':
      return t(remedy.tooHot ? 'advice.lowest' : 'advice.highest', { zone });
    case 'read':
      return t('remedy.read', { place: remedy.placeId, sd: temperatureSpread(remedy.sdC) });
    case 'pourLess':
      return t('remedy.pourLess', { volume: millilitres(remedy.volumeMl), ...change(remedy) });
    case 'move':
      return t('remedy.move', { place: remedy.placeId, by: degrees(remedy.byC) });
    case 'quarter':
      return t('remedy.quarter', { place, by: degrees(remedy.byC) });
    case 'fat':
      return t('remedy.fat', { zone });
    case 'leave':
      return t('remedy.leave', { time: stretch(remedy.untilS) });
    case 'dose':
      return t('remedy.dose', { what: nameOf(remedy.ingredientId), mass: weight(remedy.massG) });
    case 'measure':
      return t('remedy.measure');
  }
}

/** The tap that does it, where a tap can. */
export function remedyAction(
  remedy: Remedy,
  piece: Piece,
): { readonly label: string; readonly event: NewEvent } | null {
  const { stationId, zoneId, formulaId, lot } = piece;
  switch (remedy.do) {
    case 'turn':
      return {
        label: t('advice.turned', { zone: zoneId, mark: markOf(remedy.mark, piece) }),
        event: { kind: 'burner-turned', payload: { stationId, zoneId, mark: remedy.mark } },
      };
    case 'pourLess':
      return {
        label: t('remedy.pourLessDone', { volume: millilitres(remedy.volumeMl) }),
        event: { kind: 'portion-set', payload: { formulaId, volumeMl: remedy.volumeMl } },
      };
    case 'fat':
      return { label: t('remedy.fatDone'), event: { kind: 'fat-put', payload: { stationId, zoneId } } };
    case 'dose': {
      const { ingredientId } = remedy;
      const massG = Math.max(1, Math.round(remedy.massG));
      return {
        label: t('remedy.doseDone', { what: nameOf(ingredientId), mass: weight(massG) }),
        event: { kind: 'lot-thinned', payload: { formulaId, lot, ingredientId, massG } },
      };
    }
    default:
      return null;
  }
}

function change({ nowS, thenS }: { readonly nowS: number; readonly thenS: number }) {
  return { now: number(nowS), then: number(thenS) };
}

function markOf(mark: number, { stationId, zoneId }: Piece): string {
  return markText(zoneOf(stationNow(useRun().view, stationId), zoneId).dial, mark);
}

function nameOf(ingredientId: string): string {
  return ingredientName(ingredientId, useRun().view.larder).toLowerCase();
}
