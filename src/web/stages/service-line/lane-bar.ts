/** What is on from one moment to another in a lane of the service line. */
export interface Bar {
  readonly key: string;
  readonly fromMs: number;
  readonly toMs: number;
  readonly look: 'mix' | 'rest' | 'heat' | 'first' | 'second';
  readonly title: string;
  /** Its zone's place among the zones of the lane: [index, count]. */
  readonly row: readonly [number, number];
}
