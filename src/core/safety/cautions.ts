/** Cautions by stage. The words live in the message catalogue; sources: FDA and CDC (raw flour), NFPA (oil fire), NHS (burns). */
export const CAUTIONS = {
  batter: ['rawBatter'],
  rest: ['counterClock'],
  heat: ['hotPlate', 'oilFire'],
  cook: ['burn'],
} as const;

export type CautionStage = keyof typeof CAUTIONS;
