/** What cannot be computed, and why: each has its sentence in the message catalogue. */
export type FaultCode =
  | 'noGrain'
  | 'noVolume'
  | 'noPortion'
  | 'noAmount'
  | 'noEggs'
  | 'eggsNotWhole'
  | 'notInFormula'
  | 'amountUnknown'
  | 'eggsDrown'
  | 'circular'
  | 'nothingToReplace'
  | 'unknownIngredient';

/** A formula or a wish that makes no batter. Nothing was changed when it is thrown. */
export class FormulaFault extends RangeError {
  readonly code: FaultCode;
  /** The field or ingredient it is about. */
  readonly about: string;

  constructor(code: FaultCode, message: string, about = '') {
    super(message);
    this.code = code;
    this.about = about;
  }
}
