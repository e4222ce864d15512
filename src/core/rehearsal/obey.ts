import { given } from '#core/given';
import { Memo } from '#core/memo';
import { fatAsked, promptsNow, type Hand, type MorningTask, type Prompt, type RunPlan } from '#core/guidance';
import { placeOf } from '#core/surface';
import { portionMl } from '#core/setup';
import { filmAdvice } from '#core/what-if';
import { promisedFilm } from './true-film.ts';
import { pieceInput } from '#core/forecast';
import { timelineAt, timelineTable } from '#core/piece';
import { zoneKey, type StoredEvent, pieceIn, piecesOnPlates, pinnedFormula, pinnedStation } from '#core/run';
import { mixingChores } from './chores.ts';
import { DeskSide } from './desk-side.ts';
import { judgedWord } from './judged-word.ts';
import type { Kitchen } from './kitchen.ts';
import { LateTaps } from './late-taps.ts';
import { lookAt } from './looks.ts';
import { follows, lateMs, type Looks } from './obedience.ts';
import type { ObeyedMorning, ObeyedPiece } from './obey-score.ts';
import { PlateWatch } from './plate-watch.ts';
import { seedFrom, seeded } from '#core/statistics';
import { toldRun, type RehearsalRun, type ToldRun } from './rehearsal-run.ts';
import type { Attention } from './rehearsal.ts';
import type { Structure } from './kitchen-plate.ts';
import { discMm } from './true-disc.ts';
import { TrueKitchen } from './true-kitchen.ts';
import { pieceOf } from './piece-of.ts';

export interface Obeying {
  readonly kitchen: Kitchen;
  readonly run: RehearsalRun;
  readonly look: Looks;
  readonly attention: Attention;
  readonly seed: number;
  /** How the truth is built: otherwise than the desk's plates, or as they are. */
  readonly structure?: Structure;
  readonly memo?: Memo;
}

export interface Obeyed extends ObeyedMorning {
  readonly events: readonly StoredEvent[];
}

/** Hands look at the screens this often when nothing is due, s. Assumed. */
const GLANCE_S = 5;
/** What each thing takes of a pair of hands, s. Assumed. */
const TAKES_S = { turn: 3, part: 4, look: 6, judge: 2, task: 5, beneath: 4, sign: 1 } as const;
/** A sign that does not come after so many looks never will. Assumed. */
const COMES_BACK_AT_MOST = 12;
const MAX_STEPS = 20_000;
/** After the last lift burners are still turned off as asked, s. Assumed. */
const CLOSING_S = 60;

/** A morning of hands that know nothing and do only what the screens show, when they show it. @throws Error when it does not end. */
export function obey({ run, ...of }: Obeying): Obeyed {
  return obeyTold(toldRun(of.kitchen, run), of);
}

/** The same of a run as the desk was told of it. */
export function obeyTold(told: ToldRun, of: Omit<Obeying, 'run'>): Obeyed {
  return new ObedientCook(told, of).morning();
}

class ObedientCook {
  private readonly of: Omit<Obeying, 'run'>;
  private readonly told: ToldRun;
  private readonly truth: TrueKitchen;
  private readonly desk: DeskSide;
  private readonly plan: RunPlan;
  private readonly watch: PlateWatch;
  private readonly coldMs: number;
  private readonly done = new Map<string, ObeyedPiece>();
  private readonly usualFirstS = new Map<string, number>();
  private readonly taps: LateTaps;
  private readonly looked = new Set<string>();
  private readonly panfuls = new Set<string>();
  private prompts = 0;
  private nowMs: number;

  constructor(told: ToldRun, of: Omit<Obeying, 'run'>) {
    this.of = of;
    this.told = told;
    this.desk = new DeskSide(this.told, of.memo ?? new Memo());
    this.plan = this.desk.plan();
    this.taps = new LateTaps(of.attention, seeded(seedFrom('obedient', of.seed)));
    this.truth = new TrueKitchen(of.kitchen, this.told.stationIds, of.seed, of.structure ?? 'own');
    this.watch = new PlateWatch(this.told, this.truth);
    this.coldMs = Math.min(this.plan.startMs, ...this.plan.preheats.map(({ lightMs }) => lightMs)) - 60_000;
    this.nowMs = this.coldMs;
    this.truth.eachStep = (timeS) => this.watch.see(timeS, this.coldMs + 1000 * timeS, this.desk.state());
  }

  morning(): Obeyed {
    const { startMs, firstPourMs, lastLiftMs, spareS, serviceAtMs } = this.plan;
    const { modelVersion } = this.told.pins;
    this.desk.tap(this.coldMs, 'plan-adopted', { startMs, firstPourMs, lastLiftMs, spareS, modelVersion });
    const chores = mixingChores(this.desk, this.plan);
    let endMs = Infinity;
    for (let steps = 0; this.nowMs < endMs; steps++) {
      if (steps > MAX_STEPS) throw new Error('The morning did not end.');
      while (chores[0] && chores[0].atMs <= this.nowMs) chores.shift()?.act();
      this.taps.come(this.nowMs);
      const prompts = this.open();
      const next = prompts.find((prompt) => this.actMs(prompt) <= this.nowMs);
      if (next) this.act(next);
      else
        this.wait(
          Math.min(
            this.nowMs + 1000 * GLANCE_S,
            ...prompts.slice(0, 6).map((prompt) => Math.max(this.nowMs + 1000, this.actMs(prompt))),
          ),
        );
      const over = prompts.every(({ kind }) => kind !== 'hand') && this.desk.state().pieces.size > 0;
      if (!over || !this.taps.none || this.desk.state().onPlate.size > 0) endMs = Infinity;
      else if (endMs === Infinity) endMs = this.nowMs + 1000 * CLOSING_S;
    }
    const learned = this.told.log.rehearsal ? null : this.desk.learned(this.nowMs);
    if (learned) this.desk.tap(this.nowMs, 'run-learned', learned);
    this.desk.tap(this.nowMs, 'run-finished', {});
    const state = this.desk.state();
    return {
      events: this.desk.events,
      pieces: [...this.done.values()],
      plates: this.watch.fared(state),
      ...{ prompts: this.prompts, panfuls: this.panfuls.size, serviceAtMs },
    };
  }

  /** What the screens ask for and these hands do, in the screens' own order. */
  private open(): Prompt[] {
    this.desk.keepShown(this.nowMs);
    const told = this.desk.predicted(this.nowMs);
    const prompts = promptsNow(this.desk.run(), told, this.plan, this.nowMs).filter(
      (prompt) => !this.taps.has(prompt.key) && follows(prompt, this.of, this.looked),
    );
    const asked = new Map(prompts.filter(({ dueMs }) => dueMs <= this.nowMs).map(({ key }) => [key, this.nowMs]));
    for (const [key, sinceMs] of this.askedSince) if (asked.has(key)) asked.set(key, sinceMs);
    this.askedSince = asked;
    return prompts;
  }
  /** Since when each thing that is due has been asked for: hands are late from then. */
  private askedSince: ReadonlyMap<string, number> = new Map();

  /** When these hands come to something. */
  private actMs(prompt: Prompt): number {
    return (this.askedSince.get(prompt.key) ?? prompt.dueMs) + lateMs(prompt, this.of.kitchen, this.of.seed);
  }

  private act(prompt: Prompt): void {
    const poured = this.desk.state().pieces.size > 0;
    if (prompt.kind !== 'hand' && poured) this.prompts += 1;
    switch (prompt.kind) {
      case 'hand':
        return this.withHands(prompt.hand, prompt.key);
      case 'heat': {
        const { stationId, zoneId, mark, stands } = prompt.step;
        const aside = stands === 'aside';
        this.truth.part(stationId, zoneId, aside);
        this.truth.turn(stationId, zoneId, mark);
        this.desk.tap(this.nowMs, 'burner-turned', { stationId, zoneId, mark, ...(aside && { aside }) });
        return this.spend(TAKES_S.turn);
      }
      case 'look': {
        const { stationId, zoneId, spot } = prompt.look;
        this.looked.add(zoneKey(stationId, zoneId));
        this.spend(TAKES_S.look);
        const { body } = given(pinnedStation(this.told.pins, stationId), 'it is asked of by the run');
        const eyes = seeded(seedFrom(`look ${stationId} ${zoneId}`, this.of.seed));
        const reading = lookAt(this.of.kitchen, body, this.truth.surfaceC(stationId, spot), eyes);
        return this.desk.tap(this.nowMs, 'reading-taken', { stationId, zoneId, spot, ...reading });
      }
      case 'beneath':
        this.tellUnderside(prompt.pieceId);
        return this.spend(TAKES_S.beneath);
      case 'judge':
        this.judge(prompt);
        return this.spend(TAKES_S.judge);
      case 'task':
        this.doTask(prompt.task);
        return this.spend(TAKES_S.task);
    }
  }

  private doTask({ id, kind, formulaId, lot }: MorningTask): void {
    const of = { formulaId: formulaId ?? '', lot: lot ?? 1 };
    if (kind === 'fold') this.desk.tap(this.nowMs, 'lot-folded', of);
    else if (kind === 'takeOut') this.desk.tap(this.nowMs, 'lot-moved', { ...of, to: 'counter' });
    else this.desk.tap(this.nowMs, 'task-done', { taskId: id });
  }

  private judge({ judgement }: Extract<Prompt, { kind: 'judge' }>): void {
    const { pieceId, asks } = judgement;
    if (asks === 'turn') this.desk.tap(this.nowMs, 'turn-judged', { pieceId, turn: this.truth.judgedTurn(pieceId) });
    else if (asks === 'centre') {
      const centre = this.done.get(pieceId)?.cooked ? 'done' : 'raw';
      this.desk.tap(this.nowMs, 'centre-judged', { pieceId, centre });
    } else if (asks === 'film') this.filmJudged(pieceId);
    else this.tellUnderside(pieceId);
  }

  /** The colour beneath a piece, or of the face that was turned up, in a word. */
  private tellUnderside(pieceId: string): void {
    const piece = pieceIn(this.desk.state(), pieceId);
    const { formulaId, stationId, zoneId } = piece;
    const afterS = Math.max(5, Math.round(((piece.flippedAtMs ?? this.nowMs) - piece.pouredAtMs) / 1000));
    const underside = judgedWord(this.truth.judgedLStar(pieceId));
    const spot = placeOf(this.desk.run(), piece);
    const of = { stationId, zoneId, spot: { xMm: spot.xMm, yMm: spot.yMm }, formulaId, afterS, underside };
    this.desk.tap(this.nowMs, 'reading-taken', { ...of, method: 'piece' });
  }

  private withHands(hand: Hand, key: string): void {
    const { formulaId, stationId, zoneId, placeId } = hand;
    const { hands } = this.desk.run().formula(formulaId);
    if (hand.verb === 'pour') {
      if (fatAsked(this.desk.run(), hand, this.desk.predicted(this.nowMs).zones) === 'put') {
        this.desk.tap(this.nowMs, 'fat-put', { stationId, zoneId });
        this.spend(hands.greaseS);
      }
      const pieceId = this.desk.nextId();
      this.pour(hand, pieceId);
      const volumeMl = portionMl(this.desk.run(), formulaId);
      this.taps.tap(key, this.nowMs, (atMs) =>
        this.desk.tap(atMs, 'poured', { pieceId, formulaId, stationId, placeId, volumeMl }),
      );
      return this.spend(hands.pourS);
    }
    const pieceId = pieceOf(hand);
    if (this.isTooSoon(hand)) {
      const side = hand.verb === 'flip' ? (1 as const) : (2 as const);
      this.desk.tap(this.nowMs, 'cue-seen', { pieceId, cue: 'notYet', side });
      return this.spend(TAKES_S.sign);
    }
    if (hand.verb === 'flip') {
      this.truth.flip(pieceId);
      this.taps.tap(key, this.nowMs, (atMs) => this.desk.tap(atMs, 'flipped', { pieceId }));
      return this.spend(hands.flipS);
    }
    this.truth.lift(pieceId);
    const outcome = this.truth.outcome(pieceId);
    const { pouredAtMs } = pieceIn(this.desk.state(), pieceId);
    const usualFirstS = given(
      this.usualFirstS.get(`${formulaId} ${stationId}`),
      'each batter has one on each of its plates',
    );
    const of = { pieceId, formulaId, stationId, zoneId, placeId, pouredAtMs, liftedAtMs: this.nowMs, usualFirstS };
    this.done.set(pieceId, { ...outcome, ...of });
    this.taps.tap(key, this.nowMs, (atMs) => this.desk.tap(atMs, 'lifted', { pieceId }));
    this.spend(hands.liftS);
  }

  /** Watchful hands look for the sign the card names, some times; where it says that it may burn they turn it whatever shows. */
  private isTooSoon(hand: Hand): boolean {
    const { verb, sign, mayBurn } = hand;
    if (this.of.attention === 'lazy' || !sign || mayBurn) return false;
    const pieceId = pieceOf(hand);
    const shows = verb === 'flip' ? this.truth.signShows(pieceId) : this.truth.springsBack(pieceId);
    const key = `${verb} ${pieceId}`;
    const times = (this.cameBack.get(key) ?? 0) + 1;
    this.cameBack.set(key, times);
    return !shows && times <= COMES_BACK_AT_MOST;
  }
  private readonly cameBack = new Map<string, number>();

  private pour(hand: Hand, pieceId: string): void {
    const { formulaId, stationId, zoneId, placeId } = hand;
    const { pins } = this.told;
    const state = this.desk.state();
    const ref = { formulaId, stationId, zoneId, placeId };
    const input = pieceInput(this.desk.run(), ref, this.nowMs);
    const { heat } = given(pinnedFormula(pins, formulaId), 'it is asked of by the run').body;
    const diameterMm = discMm(portionMl(this.desk.run(), formulaId), input.thicknessMm);
    const usual = `${formulaId} ${stationId}`;
    if (!this.usualFirstS.has(usual))
      this.usualFirstS.set(usual, timelineAt(timelineTable(input), heat.targetC).flip.bestS);
    const others = piecesOnPlates(state);
    if (!others.some((piece) => piece.stationId === stationId && piece.zoneId === zoneId)) this.panfuls.add(pieceId);
    const volumeMl = portionMl(this.desk.run(), formulaId);
    const film = promisedFilm(this.of.kitchen, this.desk.run(), { formulaId, stationId, volumeMl }, this.nowMs);
    this.truth.pour({ pieceId, stationId, spot: placeOf(this.desk.run(), ref), input, diameterMm, film });
  }

  /** What the film asked for: these hands pour what the card says. */
  private filmJudged(pieceId: string): void {
    this.desk.tap(this.nowMs, 'film-judged', { pieceId, film: this.truth.judgedFilm(pieceId) });
    // where nothing is told of its swirl a kitchen's films cover as they are: no pour of it is changed
    if (!this.of.kitchen.swirl) return;
    const { formulaId, stationId } = pieceIn(this.desk.state(), pieceId);
    const step = filmAdvice(this.desk.run(), formulaId, stationId, this.nowMs)?.steps[0];
    if (step?.do === 'pour') this.desk.tap(this.nowMs, 'portion-set', { formulaId, volumeMl: step.volumeMl });
  }

  /** Hands are at something for so long; eyes tap what they notice meanwhile. */
  private spend(forS: number): void {
    this.wait(this.nowMs + 1000 * forS);
  }

  private wait(untilMs: number): void {
    while (this.nowMs < untilMs - 1) {
      const call = this.truth.advanceTo((untilMs - this.coldMs) / 1000);
      this.nowMs = this.coldMs + 1000 * this.truth.timeS;
      if (call && this.of.attention === 'full' && this.desk.state().pieces.has(call.pieceId))
        this.desk.tap(this.nowMs, 'cue-seen', call);
    }
  }
}
