/** The hidden kitchen of a rehearsal and the simulated stove: they come with the first of them, no real morning is sent them. */
export { ReplayedKitchen, drawnStove, heatedStove, probeShows, trulyCooked } from '#core/rehearsal';
