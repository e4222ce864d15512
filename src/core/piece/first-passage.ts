/** The moment at which a quantity first reaches a threshold, straight between steps so that times do not jump. */
export class FirstPassage {
  at: number | undefined;
  private readonly threshold: number;
  private readonly sign: 1 | -1;
  private lastS = 0;
  private last: number | undefined;

  constructor(threshold: number, direction: 'rises' | 'falls') {
    this.threshold = threshold;
    this.sign = direction === 'rises' ? 1 : -1;
  }

  see(atS: number, value: number): void {
    if (this.at !== undefined) return;
    const over = this.sign * (value - this.threshold);
    if (over >= 0) {
      const before = this.last === undefined ? over : this.sign * (this.last - this.threshold);
      this.at = before < 0 ? this.lastS + ((atS - this.lastS) * before) / (before - over) : atS;
    }
    this.lastS = atS;
    this.last = value;
  }
}
