import * as v from 'valibot';
import { COATINGS, METALS, type StationBody, type Zone } from '#core/plate';
import type { KeptBurner } from '#contract';
import { figure, filled, orNothing, ofForm } from '../forms/fields.ts';
import { t } from '../words/index.ts';

/** What stands in the form, as typed. */
export interface StationForm {
  name: string;
  shape: StationBody['shape']['kind'];
  widthCm: string;
  depthCm: string;
  acrossCm: string;
  wells: string;
  wellCm: string;
  wellDepthMm: string;
  metal: StationBody['metal'];
  thickMm: string;
  coating: StationBody['coating'];
  /** First letter of a round plate's places. */
  letter: string;
  /** Burners from left to right. */
  burnerIds: string[];
  careNote: string;
  careDays: string;
}

const cm = (mm: number) => String(mm / 10);

export function stationForm(body: StationBody | null, freeLetter = 'A'): StationForm {
  const shape = body?.shape;
  return {
    name: body?.name ?? '',
    shape: shape?.kind ?? 'round',
    widthCm: shape?.kind === 'rectangle' ? cm(shape.widthMm) : '60',
    depthCm: shape?.kind === 'rectangle' ? cm(shape.depthMm) : '40',
    acrossCm: shape && shape.kind !== 'rectangle' ? cm(shape.diameterMm) : '24',
    wells: shape?.kind === 'wells' ? String(shape.count) : '7',
    wellCm: shape?.kind === 'wells' ? cm(shape.wellMm) : '7',
    wellDepthMm: shape?.kind === 'wells' ? String(shape.wellDepthMm) : '12',
    metal: body?.metal ?? 'carbonSteel',
    thickMm: String(body?.thicknessMm ?? 2.5),
    coating: body?.coating ?? 'seasoned',
    letter: body?.zones[0]?.id ?? freeLetter,
    burnerIds: body?.zones.map((zone) => zone.burnerId ?? '') ?? [''],
    careNote: body?.care?.note ?? '',
    careDays: body?.care?.everyDays ? String(body.care.everyDays) : '',
  };
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
/** The letter of a plate's zone, counted on from its first. */
export const zoneLetter = (first: string, index: number) =>
  LETTERS[(Math.max(0, LETTERS.indexOf(first)) + index) % LETTERS.length]!;

/** What is typed of a station over burners of the kitchen, and the station it means. */
export function stationSchema(burners: readonly KeptBurner[]): v.GenericSchema<StationForm, StationBody> {
  const reach = (low: number, high: number) => figure(low, high, () => t('stationForm.error.range', { low, high }));
  const noBurner = () => t('stationForm.error.burner');
  const burner = v.pipe(
    v.string(),
    v.transform((id) => burners.find((each) => each.id === id)),
    v.custom<KeptBurner>((found) => found !== undefined, noBurner),
  );
  const common = {
    name: filled(),
    letter: v.pipe(
      v.string(),
      v.regex(/^[A-Z]$/, () => t('stationForm.error.letter')),
    ),
    metal: v.picklist(METALS),
    thickMm: reach(0.5, 60),
    coating: v.picklist(COATINGS),
    careNote: v.pipe(v.string(), v.trim()),
    careDays: orNothing(reach(1, 365)),
  };
  const one = v.pipe(
    v.array(v.string()),
    v.transform((ids) => ids.slice(0, 1)),
    v.array(burner),
  );
  const shapes = v.variant('shape', [
    v.object({
      ...{ shape: v.literal('rectangle'), widthCm: reach(10, 300), depthCm: reach(10, 200) },
      ...{ burnerIds: v.array(burner), ...common },
    }),
    v.object({ shape: v.literal('round'), acrossCm: reach(8, 120), burnerIds: one, ...common }),
    v.object({
      ...{ shape: v.literal('wells'), acrossCm: reach(8, 120), wells: reach(1, 20), wellCm: reach(2, 40) },
      ...{ wellDepthMm: reach(2, 80), burnerIds: one, ...common },
    }),
  ]);
  return v.pipe(
    ofForm<StationForm>()(shapes),
    v.transform((typed): StationBody => ({
      ...{ name: typed.name, shape: shapeOf(typed), metal: typed.metal, thicknessMm: typed.thickMm },
      coating: typed.coating,
      zones: typed.burnerIds.map(({ id, body }, index): Zone => {
        return { id: zoneLetter(typed.letter, index), burnerId: id, ...body };
      }),
      ...careOf(typed.careNote, typed.careDays),
    })),
  );
}

type Shaped =
  | { shape: 'rectangle'; widthCm: number; depthCm: number }
  | { shape: 'round'; acrossCm: number }
  | { shape: 'wells'; acrossCm: number; wells: number; wellCm: number; wellDepthMm: number };

function shapeOf(typed: Shaped): StationBody['shape'] {
  if (typed.shape === 'rectangle')
    return { kind: 'rectangle', widthMm: typed.widthCm * 10, depthMm: typed.depthCm * 10 };
  const diameterMm = typed.acrossCm * 10;
  if (typed.shape === 'round') return { kind: 'round', diameterMm };
  const { wells: count, wellCm, wellDepthMm } = typed;
  return { kind: 'wells', diameterMm, count, wellMm: wellCm * 10, wellDepthMm };
}

const careOf = (note: string, everyDays: number | undefined): Pick<StationBody, 'care'> =>
  note || everyDays ? { care: { note, ...(everyDays ? { everyDays } : {}) } } : {};
