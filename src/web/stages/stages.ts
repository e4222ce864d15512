/** The stages of a morning, in their order, as they stand in addresses. */
export const STAGES = ['brief', 'batter', 'rest', 'heat', 'portion', 'cook', 'review'] as const;
export type Stage = (typeof STAGES)[number];
