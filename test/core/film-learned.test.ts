import { describe, expect, it } from '@jest/globals';
import * as v from 'valibot';
import { Memo } from '#core/memo';
import { lotConsistency } from '#core/lot';
import { fold, lotInUse, payloadSchemas, type StoredEvent } from '#core/run';
import { runView } from '#core/setup';
import { COVERS, likelihood, readingOfFilm, type FilmWord } from '#core/swirl';
import { filmAdvice, filmFacts } from '#core/what-if';
import { BRIEF, CREPES, PAN_ONE, READ_PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';
import { swirledMorning } from './swirled-mornings.ts';

const BOUNDS = { holeFromPaS: 0.1, shortFromPaS: 0.2 };
const PRIOR = { quantity: 'viscosity', value: 0.1, sdLn: 0.5 } as const;

describe('21.5 a word on a film', () => {
  it('cuts the axis of thickness where the pour would leave a hole and fall short; its words share all there is', () => {
    for (const paS of [0.02, 0.1, 0.14, 0.3]) {
      const said = (word: FilmWord) => likelihood(word, BOUNDS, Math.log(paS));
      expect(said('covered') + said('hole') + said('short')).toBeCloseTo(1, 6);
    }
    const [covered, hole, short] = (['covered', 'hole', 'short'] as const).map((word) => {
      const like = readingOfFilm(word, BOUNDS, PRIOR)!;
      // the normal that stands for the word, joined with the prior
      const [a, b] = [PRIOR.sdLn ** -2, like.sdLn ** -2];
      return Math.exp((a * Math.log(PRIOR.value) + b * Math.log(like.value)) / (a + b));
    });
    expect(covered).toBeLessThan(0.1);
    expect(hole).toBeGreaterThan(0.1);
    expect(hole).toBeLessThan(0.2);
    expect(short).toBeGreaterThan(0.2);
  });

  it('a half line has the moments of the truncated normal (Johnson, Kotz & Balakrishnan 1994, 13.10), widened by the eye', () => {
    // φ(0)/Φ(0) = 0.798 of the joined deviation, taken over to the prior's share of it
    const joint = Math.hypot(PRIOR.sdLn, 0.2);
    const meanZ = (-0.7979 * PRIOR.sdLn) / joint;
    const varianceZ = 1 - 0.6366 * (PRIOR.sdLn / joint) ** 2;
    const like = readingOfFilm('covered', { ...BOUNDS, shortFromPaS: 10 }, PRIOR)!;
    const precision = (PRIOR.sdLn / like.sdLn) ** 2;
    expect(1 / (1 + precision)).toBeCloseTo(varianceZ, 2);
    const at = Math.log(like.value / PRIOR.value) / PRIOR.sdLn;
    expect((at * precision) / (1 + precision)).toBeCloseTo(meanZ, 2);
  });

  it('silence is weakly "covered", and what was foreseen tells nothing', () => {
    const silent = readingOfFilm(null, BOUNDS, PRIOR)!;
    const covered = readingOfFilm('covered', BOUNDS, PRIOR)!;
    expect(silent.value).toBeLessThan(0.1);
    expect(silent.sdLn).toBeGreaterThan(1.5 * covered.sdLn);
    expect(readingOfFilm('covered', { holeFromPaS: 10, shortFromPaS: 20 }, PRIOR)).toBeNull();
  });
});

describe('21 what is said of films moves the lot, the hands and the next pour', () => {
  const event = writer(SERVICE_MS - 3_600_000);
  const lot = { formulaId: CREPES, lot: 1 };
  const mixed = [
    event('brief-set', BRIEF),
    event('lot-mixed', { ...lot, atMs: SERVICE_MS - 7_200_000, volumeMl: 1000, batterC: 20 }),
  ];
  const pour = (n: number, volumeMl = 60) =>
    event('poured', { pieceId: id(n), formulaId: CREPES, stationId: PAN_ONE, placeId: 'P1', volumeMl });
  const viewOf = (events: readonly StoredEvent[]) =>
    runView(READ_PINS, fold({ pins: READ_PINS, rehearsal: false }, numbered(events)), new Memo());
  const nowMs = SERVICE_MS - 3_000_000;
  const runs = (events: readonly StoredEvent[], told: 'itself' | 'swirl' = 'swirl') => {
    const run = viewOf(events);
    return lotConsistency(run, lotInUse(run.state, CREPES)!, nowMs, Infinity, told);
  };
  const [shown] = filmFacts(viewOf([...mixed, pour(0x700)]));
  const poured = [...mixed, pour(0x700), event('film-shown', shown!)];
  const said = (film: FilmWord) => [...poured, event('film-judged', { pieceId: id(0x700), film })];

  it('a fact of advice is kept once for each film on a plate', () => {
    expect(shown).toMatchObject({ pieceId: id(0x700), asks: true });
    expect(shown!.holeFromPaS).toBeLessThan(shown!.shortFromPaS);
    expect(filmFacts(viewOf(poured))).toEqual([]);
  });

  it('a film that fell short: the batter is believed thicker, and these hands to make it seem so, each by its share', () => {
    const [before, after] = [runs(poured, 'itself'), runs(said('short'), 'itself')];
    expect(after.value).toBeGreaterThan(1.1 * before.value);
    const underHands = runs(said('short')).value / runs(poured).value;
    expect(underHands).toBeGreaterThan(after.value / before.value);
    expect(runs(said('covered')).value).toBeLessThan(runs(poured).value);
    expect(runs(said('hole')).sdLn).toBeLessThan(runs(poured).sdLn);
  });

  it('advice: more of it, a dose of what it was made with, or a cooler pan, each with its chance', () => {
    const advice = filmAdvice(viewOf(said('short')), CREPES, PAN_ONE, nowMs)!;
    expect(advice.chance).toBeLessThan(0.4);
    expect(advice.steps.map((step) => step.do).slice(0, 2)).toEqual(['pour', 'dose']);
    for (const step of advice.steps) expect(step.chance).toBeGreaterThan(advice.chance);
    const [more, dose] = advice.steps;
    if (more?.do !== 'pour' || dose?.do !== 'dose') throw new Error('These two come first.');
    expect(more.volumeMl).toBeGreaterThan(60);
    expect(dose.massG).toBeGreaterThan(5);
    // what was taken does what it said
    const larger = [...said('short'), event('portion-set', { formulaId: CREPES, volumeMl: more.volumeMl })];
    expect(filmAdvice(viewOf(larger), CREPES, PAN_ONE, nowMs)!.chance).toBeCloseTo(more.chance, 2);
    const { ingredientId, massG } = dose;
    const thinned = [...said('short'), event('lot-thinned', { ...lot, ingredientId, massG })];
    const then = filmAdvice(viewOf(thinned), CREPES, PAN_ONE, nowMs)!;
    expect(Math.abs(then.chance - dose.chance)).toBeLessThan(0.1);
  });

  it('a dose is for what is left in the bowl, and what was stirred in late counts by what was left then', () => {
    const half = [...said('short'), event('lot-read', { ...lot, leftMl: 460 })];
    const doseIn = (events: readonly StoredEvent[]) => {
      const step = filmAdvice(viewOf(events), CREPES, PAN_ONE, SERVICE_MS)!.steps.find((each) => each.do === 'dose');
      if (step?.do !== 'dose') throw new Error('It asks for a dose.');
      return step;
    };
    const [whole, late] = [doseIn(said('short')), doseIn(half)];
    expect(late.massG / whole.massG).toBeGreaterThan(0.4);
    expect(late.massG / whole.massG).toBeLessThan(0.6);
    const { ingredientId, massG } = late;
    const thinned = [...half, event('lot-thinned', { ...lot, ingredientId, massG })];
    expect(Math.abs(filmAdvice(viewOf(thinned), CREPES, PAN_ONE, SERVICE_MS)!.chance - late.chance)).toBeLessThan(0.1);
  });

  it('a pour that covers nothing near its pan stays within what an event may say, and asks for no flood of milk', () => {
    const tiny = [...mixed, event('portion-set', { formulaId: CREPES, volumeMl: 5 }), pour(0x702, 5)];
    const [fact] = filmFacts(viewOf(tiny));
    expect(v.safeParse(payloadSchemas['film-shown'], fact).issues).toBeUndefined();
    const doses = filmAdvice(viewOf(tiny), CREPES, PAN_ONE, nowMs)!.steps.flatMap((step) =>
      step.do === 'dose' ? [step.massG] : [],
    );
    for (const massG of doses) expect(massG).toBeLessThan(250);
  });

  it('where nobody asked, silence says nothing', () => {
    const turned = event('flipped', { pieceId: id(0x700) });
    const unasked = [...mixed, pour(0x700), event('film-shown', { ...shown!, asks: false }), turned];
    expect(runs(unasked).sdLn).toBe(runs([...mixed, pour(0x700)]).sdLn);
    expect(runs([...poured, turned]).sdLn).toBeLessThan(runs(poured).sdLn);
  });

  it('too thick a film is poured smaller, as long as less surely covers', () => {
    const large = [...mixed, event('portion-set', { formulaId: CREPES, volumeMl: 110 }), pour(0x701, 110)];
    const [fact] = filmFacts(viewOf(large));
    const thick = [...large, event('film-shown', fact!), event('film-judged', { pieceId: id(0x701), film: 'thick' })];
    const [step] = filmAdvice(viewOf(thick), CREPES, PAN_ONE, nowMs)!.steps;
    expect(step).toMatchObject({ do: 'pour', volumeMl: 95 });
  });

  it('hands are the morning’s: the next lot is poured by the same', () => {
    const second = event('lot-mixed', {
      formulaId: CREPES,
      lot: 2,
      atMs: SERVICE_MS - 7_200_000,
      volumeMl: 900,
      batterC: 20,
    });
    const ofSecond = (events: readonly StoredEvent[]) => {
      const run = viewOf([...events, second]);
      return lotConsistency(run, run.state.lots.get(`${CREPES}/2`)!, nowMs, Infinity, 'swirl').value;
    };
    expect(ofSecond(said('short'))).toBeGreaterThan(1.05 * ofSecond(poured));
  });

  it('hidden batters and hands on the grid: after two judged pours they cover', () => {
    const made = Array.from({ length: 10 }, (_, seed) => swirledMorning(seed + 1, 3, 32));
    expect(made.filter((pours) => pours[2]!.coverage >= COVERS).length).toBeGreaterThanOrEqual(9);
    for (const pours of made) expect(pours[0]!.coverage).toBeGreaterThanOrEqual(pours[0]!.told.low - 0.05);
  });
});
