import type * as v from 'valibot';
import { estimateOfTexture, type Texture } from '#core/consistency';
import {
  FormulaBodySchema,
  familyOf,
  filmOf,
  lumpsOf,
  mixLimit,
  stepOf,
  type BatterType,
  type FilmSchool,
  type FormulaBody,
  type LineMoment,
  type MixLimit,
} from '#core/formula';
import { fromCelsius, toCelsius, type MeasureSystem, type TemperatureUnit } from '#core/units';
import { saidVolumeMl } from '#core/written';
import { asContract } from '../../forms/fields.ts';
import { readFigure } from '../../forms/read-figure.ts';

/** How a formula is made, as the form holds it: figures as typed, temperatures in the cook's unit. */
export interface BodyForm {
  type: BatterType;
  pieceWord: string;
  mix: {
    school: FormulaBody['mix']['school'];
    workMin: string;
    reason: string;
    steps: { text: string; reason: string }[];
    /** Seconds or strokes from wet meets dry; empty: until it is smooth. */
    limit: string;
    limitUnit: MixLimit['unit'];
    lumps: NonNullable<FormulaBody['mix']['lumps']>;
  };
  /** How it falls when it is ready, in a word; empty: as the formula has it. */
  runs: Texture | '';
  lines: { ingredientId: string; when: LineMoment; heldBack: string }[];
  rest: {
    earliestMin: string;
    bestMin: string;
    latestMin: string;
    where: FormulaBody['rest']['where'];
    watch: FormulaBody['rest']['watch'];
    reason: string;
  };
  heat: { targetC: string; lowC: string; highC: string; cover: 'open' | 'lid'; reason: string };
  portion: { volumeMl: string; reason: string };
  film: {
    school: FilmSchool;
    heat: 'off' | 'on';
    /** How deep a spreader leaves it, mm; empty: a hand's usual. */
    leavesMm: string;
    reason: string;
  };
  flip: { rule: FormulaBody['flip']['rule']; seconds: string; after: 'leave' | 'press'; reason: string };
  fat: {
    kind: FormulaBody['fat']['kind'];
    rule: FormulaBody['fat']['rule'];
    /** Each time, g; empty: a hand's usual film. */
    amountG: string;
    after: 'stays' | 'wiped';
    reason: string;
  };
}

const shown = (value: number) => String(Math.round(value * 10) / 10);
const figureOr = (value: number | undefined) => (value === undefined ? '' : shown(value));

export function bodyForm(body: FormulaBody, unit: TemperatureUnit): BodyForm {
  const degrees = (tempC: number) => String(Math.round(fromCelsius(tempC, unit)));
  const { mix, rest, heat } = body;
  const limit = mixLimit(body);
  const film = filmOf(body);
  return {
    ...{ type: body.type, pieceWord: body.pieceWord },
    mix: {
      ...{ school: mix.school, workMin: shown(mix.workMin), reason: mix.reason },
      steps: mix.steps.map(stepOf).map(({ text, reason }) => ({ text, reason: reason ?? '' })),
      ...{ limit: String(limit?.count ?? ''), limitUnit: limit?.unit ?? 'seconds', lumps: lumpsOf(body) },
    },
    runs: '' as const,
    lines: body.lines.map((line) => ({
      ...{ ingredientId: line.ingredientId, when: line.when ?? 'mix' },
      heldBack: line.heldBack ? shown(line.heldBack * 100) : '',
    })),
    rest: {
      ...{ earliestMin: shown(rest.earliestMin), bestMin: shown(rest.bestMin), latestMin: shown(rest.latestMin) },
      ...{ where: rest.where, watch: rest.watch, reason: rest.reason },
    },
    heat: {
      ...{ targetC: degrees(heat.targetC), lowC: degrees(heat.lowC), highC: degrees(heat.highC) },
      ...{ cover: heat.lid ? ('lid' as const) : ('open' as const), reason: heat.reason },
    },
    portion: { volumeMl: shown(body.portion.volumeMl), reason: body.portion.reason },
    film: { school: film.school, heat: film.heat, leavesMm: figureOr(film.leavesMm), reason: film.reason },
    flip: {
      rule: body.flip.rule,
      seconds: body.flip.seconds ? shown(body.flip.seconds) : '',
      after: body.flip.pressed ? 'press' : 'leave',
      reason: body.flip.reason,
    },
    fat: {
      ...{ kind: body.fat.kind, rule: body.fat.rule, reason: body.fat.reason },
      amountG: figureOr(body.fat.amountG),
      after: body.fat.wiped ? 'wiped' : 'stays',
    },
  };
}

/** What is typed of how a formula is made, and the formula it means; a fault stands at the field it is mended at. */
export const bodySchema = (
  body: FormulaBody,
  unit: TemperatureUnit,
  measures: MeasureSystem,
): v.GenericSchema<BodyForm, FormulaBody> =>
  asContract((typed: BodyForm) => written(typed, body, unit, measures), FormulaBodySchema, fieldOf);

/** The field of the form for a place in the formula. */
function fieldOf(place: string): string {
  if (place === 'rest') return 'rest.bestMin';
  if (place === 'heat') return 'heat.targetC';
  // a step without a reason is its text alone
  return /^mix\.steps\.\d+$/.test(place) ? `${place}.text` : place === 'mix.limit.count' ? 'mix.limit' : place;
}

/** The formula as it is typed, right or wrong. */
function written(form: BodyForm, body: FormulaBody, unit: TemperatureUnit, measures: MeasureSystem): unknown {
  /** A temperature left as it stood keeps its decimals. */
  const degrees = (text: string, before: number) =>
    readFigure(text) === Math.round(fromCelsius(before, unit)) ? before : toCelsius(readFigure(text), unit);
  const { rest, heat, mix } = form;
  const { film: _film, ...others } = body;
  return {
    ...others,
    ...filmSaid(form, body),
    ...{ type: form.type, pieceWord: form.pieceWord },
    lines: body.lines.map(({ heldBack: _back, when: _when, ...line }, index) => {
      const { heldBack, when } = form.lines[index]!;
      const share = heldBack.trim() === '' ? 0 : readFigure(heldBack) / 100;
      return { ...line, ...(share === 0 ? {} : { heldBack: share }), ...(when === 'mix' ? {} : { when }) };
    }),
    mix: {
      ...{ school: mix.school, workMin: readFigure(mix.workMin), reason: mix.reason },
      steps: mix.steps.map(({ text, reason }) => (reason.trim() === '' ? text : { text, reason })),
      ...ownStirring(mix, body),
      // said of the recipe's text, and no field of this form
      ...(body.mix.soakMin === undefined ? {} : { soakMin: body.mix.soakMin }),
    },
    ...runsAs(form.runs),
    rest: {
      ...{
        earliestMin: readFigure(rest.earliestMin),
        bestMin: readFigure(rest.bestMin),
        latestMin: readFigure(rest.latestMin),
      },
      ...{ where: rest.where, watch: rest.watch, reason: rest.reason },
    },
    heat: {
      targetC: degrees(heat.targetC, body.heat.targetC),
      lowC: degrees(heat.lowC, body.heat.lowC),
      highC: degrees(heat.highC, body.heat.highC),
      ...(heat.cover === 'lid' ? { lid: true } : {}),
      reason: heat.reason,
    },
    portion: { volumeMl: saidVolumeMl(form.portion.volumeMl, measures) ?? NaN, reason: form.portion.reason },
    flip: {
      rule: form.flip.rule,
      ...(form.flip.after === 'press' ? { pressed: true } : {}),
      ...(form.flip.rule === 'time' && form.flip.seconds.trim() !== ''
        ? { seconds: readFigure(form.flip.seconds) }
        : {}),
      reason: form.flip.reason,
    },
    fat: {
      ...{ kind: form.fat.kind, rule: form.fat.rule, reason: form.fat.reason },
      ...(form.fat.amountG.trim() === '' ? {} : { amountG: readFigure(form.fat.amountG) }),
      ...(form.fat.after === 'wiped' ? { wiped: true } : {}),
    },
  };
}

/** When stirring stops and what becomes of lumps; what is the school's own is left to the school. */
function ownStirring(mix: BodyForm['mix'], body: FormulaBody): Partial<FormulaBody['mix']> {
  const limit = mix.limit.trim() === '' ? null : { unit: mix.limitUnit, count: readFigure(mix.limit) };
  const { limit: _limit, lumps: _lumps, ...plain } = body.mix;
  const bySchool = { ...body, mix: { ...plain, school: mix.school } };
  const same = JSON.stringify(limit) === JSON.stringify(mixLimit(bySchool));
  return {
    ...(same && body.mix.limit === undefined ? {} : { limit }),
    ...(mix.lumps === lumpsOf(bySchool) && body.mix.lumps === undefined ? {} : { lumps: mix.lumps }),
  };
}

/** How it becomes a film; a batter that is no film, and one that is made as any is, say nothing of it. */
function filmSaid({ film, type }: BodyForm, body: FormulaBody): { film?: unknown } {
  if (familyOf(type) !== 'thin') return {};
  const { leavesMm, ...said } = film;
  const drawn = film.school === 'spreader' && leavesMm.trim() !== '';
  const is = { ...said, ...(drawn ? { leavesMm: readFigure(leavesMm) } : {}) };
  return body.film === undefined && JSON.stringify(is) === JSON.stringify(filmOf(body)) ? {} : { film: is };
}

/** The number behind a word for how a batter falls. */
function runsAs(texture: Texture | ''): Partial<FormulaBody> {
  if (texture === '') return {};
  const { quantity, value } = estimateOfTexture(texture);
  return quantity === 'viscosity' ? { viscosityPaS: value } : { yieldStressPa: value };
}
