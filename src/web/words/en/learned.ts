/** What mornings leave for those to come, in words. */
export const learned = {
  learned: {
    title: 'Kept for next time',
    lead: 'What readings, signs and verdicts of this morning came to. It begins the next one, and fades with the weeks.',
    rehearsal: 'A rehearsal’s kitchen is made up: nothing of it is kept.',
    waiting: 'Nothing yet: it is kept once all is off the plate, when something was read or seen.',
    signs: {
      unseen: 'of its signs nothing was seen.',
      same: 'its signs come as foretold, give or take {sd} %.',
      more: 'its signs come {percent} % later than foretold, give or take {sd} %.',
      less: 'its signs come {percent} % sooner than foretold, give or take {sd} %.',
    },
    browns: {
      unseen: 'How it browns was not seen.',
      same: 'It browns as foretold, give or take {sd} %.',
      more: 'It browns {percent} % faster, give or take {sd} %.',
      less: 'It browns {percent} % slower, give or take {sd} %.',
    },
    seconds: {
      unseen: '',
      same: 'Its second sides take as long as foretold, give or take {sd} %.',
      more: 'Its second sides take {percent} % longer, give or take {sd} %.',
      less: 'Its second sides take {percent} % less, give or take {sd} %.',
    },
    plates:
      'No readings. | {n} reading of the empty plate counts from now on: {names}. | {n} readings of the empty plates count from now on: {names}.',
    before: 'From {day}: {words}',
  },
};
