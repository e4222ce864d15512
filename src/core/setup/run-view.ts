import { pouredDensityGPerMl, type FormulaBody } from '#core/formula';
import type { Larder } from '#core/ingredients';
import { Memo, type Question } from '#core/memo';
import type { StationBody } from '#core/plate';
import type { Climate } from '#core/rest';
import { climateOf, larderOf, pinnedFormula, pinnedStation, type Piece, type Pins, type RunState } from '#core/run';
import { calibratedBody } from './calibrated-station.ts';

/** A run was asked for something that it does not have. */
export class NotInRun extends RangeError {
  override readonly name = 'NotInRun';
}

/** Of one state the latest answers at so many moments. Numerical. */
const MAX_KEPT = 4000;
const LARDER: Pick<Question<Larder>, 'name' | 'answer'> = { name: 'larder of pins' };
const STATION: Pick<Question<StationBody>, 'name' | 'answer'> = { name: 'station as read' };

/**
 * A run as it stands, to be read: what it pinned and the state of its log, which never change, with checked look-ups, and
 * the answers that follow from the two.
 */
export class RunView {
  readonly pins: Pins;
  readonly state: RunState;
  /** What may be kept beyond this state. */
  readonly memo: Memo;
  private readonly answers = new Map<string, unknown>();

  constructor(pins: Pins, state: RunState, memo: Memo) {
    this.pins = pins;
    this.state = state;
    this.memo = memo;
  }

  /** What the run cooks with. */
  get larder(): Larder {
    return this.memo.of(LARDER, this.pins, () => larderOf(this.pins));
  }

  /** The kitchen as a batter feels it: as it was read this morning, else as it was pinned. */
  get climate(): Climate {
    const { roomC, fridgeC } = this.state.climate;
    const pinned = climateOf(this.pins);
    return { roomC: roomC ?? pinned.roomC, fridgeC: fridgeC ?? pinned.fridgeC };
  }

  /** A formula as it was pinned. @throws NotInRun */
  formula(formulaId: string): FormulaBody {
    const pinned = pinnedFormula(this.pins, formulaId);
    if (!pinned) throw new NotInRun(`Formula ${formulaId} is not pinned by this run.`);
    return pinned.body;
  }

  /** A station as it was pinned and as its readings say it is. @throws NotInRun */
  station(stationId: string): StationBody {
    const pinned = pinnedStation(this.pins, stationId);
    if (!pinned) throw new NotInRun(`Station ${stationId} is not pinned by this run.`);
    return this.memo.of(STATION, pinned, () => calibratedBody(pinned.body, pinned.calibration));
  }

  /** Density of a formula's batter as it is poured, g/mL. @throws NotInRun */
  densityGPerMl(formulaId: string): number {
    const density = { name: `density of ${formulaId}` } as Pick<Question<number>, 'name' | 'answer'>;
    return this.memo.of(density, this.pins, () => pouredDensityGPerMl(this.formula(formulaId), this.larder));
  }

  /** @throws NotInRun */
  piece(pieceId: string): Piece {
    const piece = this.state.pieces.get(pieceId);
    if (!piece) throw new NotInRun(`Piece ${pieceId} was not poured in this run.`);
    return piece;
  }

  /** The same run as it would be with something else decided. */
  with(changed: Partial<RunState>): RunView {
    return new RunView(this.pins, { ...this.state, ...changed }, this.memo);
  }

  /** What follows from this run alone, worked out once. @param question with all else that it depends on, written out */
  once<T>(question: string, make: () => T): T {
    if (this.answers.has(question)) return this.answers.get(question) as T;
    if (this.answers.size >= MAX_KEPT) this.answers.clear();
    const answer = make();
    this.answers.set(question, answer);
    return answer;
  }
}

/** @param memo a new one for a run that is looked at once */
export function runView(pins: Pins, state: RunState, memo = new Memo()): RunView {
  return new RunView(pins, state, memo);
}
