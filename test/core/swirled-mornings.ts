import { targetConsistency } from '#core/consistency';
import { hydration } from '#core/formula';
import { Memo } from '#core/memo';
import { lotAmounts } from '#core/lot';
import { normal, seeded } from '#core/statistics';
import { Folding, lotInUse, type EventKind, type Payload, type StoredEvent } from '#core/run';
import { portionMl, runView, type RunView } from '#core/setup';
import { COVERS, REACHES, USUAL_HANDS, pouredFilm, type FilmWord, type SwirlHands } from '#core/swirl';
import { coverInterval, filmAdvice, filmFacts, filmSetup } from '#core/what-if';
import { BRIEF, CREPES, PAN_ONE, READ_PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

/** A hidden batter, and hidden hands: neither is what the desk takes them for. */
interface HiddenCook {
  /** Ln of how much thicker the batter is than its formula promises. */
  readonly lnThicker: number;
  /** By how much a share of water on its flour really thins it. */
  readonly thinningPerWater: number;
  readonly waitS: number;
  readonly tiltDeg: number;
}

/** Batters that are half as thick again or two thirds, one standard deviation; hands a second late, give or take. Invented. */
function hiddenCook(seed: number): HiddenCook {
  const random = seeded(seed);
  return {
    lnThicker: 0.4 * normal(random),
    thinningPerWater: Math.max(1, 2.9 + 0.6 * normal(random)),
    waitS: Math.max(0, 0.6 + 0.6 * normal(random)),
    tiltDeg: 16 * Math.exp(0.25 * normal(random)),
  };
}

export interface SwirledPour {
  readonly coverage: number;
  /** As it was told before the pour, nine in ten. */
  readonly told: { readonly low: number; readonly high: number };
  readonly chance: number;
  readonly volumeMl: number;
}

/** Pours one after another, each judged by eye, and what the desk then asks for is done. */
export function swirledMorning(seed: number, pours: number, cells: number): SwirledPour[] {
  const cook = hiddenCook(seed);
  const random = seeded(seed + 100_000);
  const event = writer(SERVICE_MS - 3_600_000);
  const log: StoredEvent[] = [];
  const folding = new Folding({ pins: READ_PINS, rehearsal: false });
  const memo = new Memo();
  const run = (): RunView => runView(READ_PINS, folding.at(numbered(log)), memo);
  let nowMs = SERVICE_MS - 3_000_000;
  const tap: Tap = (kind, payload) => void log.push(event(kind, payload, { deviceAtMs: nowMs }));
  tap('brief-set', BRIEF);
  tap('lot-mixed', { formulaId: CREPES, lot: 1, atMs: SERVICE_MS - 5_400_000, volumeMl: 1000, batterC: 20 });
  const water = () => waterOf(run());
  const firstWater = water();
  const made: SwirledPour[] = [];
  for (let n = 0; n < pours; n++) {
    nowMs += 120_000;
    const volumeMl = portionMl(run(), CREPES);
    const setup = filmSetup(run(), { formulaId: CREPES, stationId: PAN_ONE }, nowMs)!;
    const told = coverInterval(setup, volumeMl);
    const { chance } = filmAdvice(run(), CREPES, PAN_ONE, nowMs)!;
    const trulyPaS =
      targetConsistency(run().formula(CREPES)) *
      Math.exp(cook.lnThicker - cook.thinningPerWater * (water() - firstWater));
    const hands: SwirlHands = {
      ...{ ...USUAL_HANDS, tiltDeg: cook.tiltDeg * Math.exp(0.05 * normal(random)), fromDeg: 360 * random() },
      waitS: Math.max(0, cook.waitS + 0.15 * normal(random)),
    };
    const batter = { ...setup.swirl.batter, consistencyPaSn: trulyPaS };
    const film = pouredFilm({ ...setup.swirl, batter, cells }, volumeMl * Math.exp(0.04 * normal(random)), hands);
    const { coverage } = film.shape;
    made.push({ coverage, told, chance, volumeMl });
    const pieceId = id(0x700 + n);
    tap('poured', { pieceId, formulaId: CREPES, stationId: PAN_ONE, placeId: 'P1', volumeMl });
    for (const fact of filmFacts(run())) tap('film-shown', fact);
    const word: FilmWord = coverage < REACHES ? 'short' : coverage < COVERS ? 'hole' : 'covered';
    tap('film-judged', { pieceId, film: word });
    tap('flipped', { pieceId });
    tap('lifted', { pieceId });
    follow(run(), nowMs, tap);
  }
  return made;
}

/** Water per gram of flour in the lot. */
function waterOf(run: RunView): number {
  return hydration(lotAmounts(run, CREPES, lotInUse(run.state, CREPES)), run.larder).withEggG / 100;
}

type Tap = <K extends EventKind>(kind: K, payload: Payload<K>) => void;

/** The first thing that is asked for is done. */
function follow(run: RunView, nowMs: number, tap: Tap): void {
  const step = filmAdvice(run, CREPES, PAN_ONE, nowMs)?.steps[0];
  if (step?.do === 'pour') tap('portion-set', { formulaId: CREPES, volumeMl: step.volumeMl });
  if (step?.do === 'dose') {
    const { ingredientId, massG } = step;
    tap('lot-thinned', { formulaId: CREPES, lot: 1, ingredientId, massG });
  }
}
