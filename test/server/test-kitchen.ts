/** A kitchen made for a test, and who is signed in to it. */
export interface TestKitchen {
  readonly id: string;
  readonly cookie: string;
  readonly personId: string;
  readonly name: string;
  readonly formulaId: string;
  readonly griddleId: string;
  readonly panId: string;
  /** One that stands under no plate. */
  readonly burnerId: string;
}
