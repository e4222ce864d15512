/** Cooking at once, without a brief. */
export const cookNow = {
  cookNow: {
    title: 'Cook now',
    lead: 'The batter is in the bucket. Three taps, and you are at the plate.',
    batter: 'Which batter',
    amount: 'How much',
    another: 'Another amount',
    warmth: 'How warm the batter is',
    warmthHint: 'Left empty: {usual}.',
    plate: 'Which plate',
    pieces: 'about {n} piece | about {n} pieces',
    unread: 'heat not read yet',
    runName: '{batter}, now',
  },
};
