export { fluxAt, fluxFactor, fluxTable, thinBatter, type Rheology } from './rheology.ts';
export { dryFilm, filmM3, flow, type Film, type Pull } from './film.ts';
export { areaMm2, dryPan, pourOn, type SwirlSetup } from './pan-film.ts';
export { setDepthAt, setDepths } from './setting.ts';
export { swirl } from './hands.ts';
export { handsOf, USUAL_HANDS, type SwirlHands } from './way.ts';
export { coverLogit, filmFeatures, filmLaw } from './film-law.ts';
export type { FilmLaw } from './drawn-law.ts';
export { SWIRL_SD_LN, likelihood, readingOfFilm, type FilmBounds } from './film-reading.ts';
export { reachOn } from './reach.ts';
export { FILM_WORDS, type FilmWord } from './judged.ts';
export { HOLE_M, dabMl, filmShape } from './measures.ts';
export { COVERS, REACHES, filmOutlook, pouredFilm, type FilmOutlook, type PouredFilm } from './outlook.ts';
export {
  SWIRL_LEVELS,
  basePart,
  levelPour,
  levelSetup,
  toolOf,
  type SwirlLevel,
  type SwirlTool,
} from './practice-levels.ts';
export { LEVEL_HELD, STEEPEST_DEG, SwirlPractice, bladeLies, type Held, type SwirlMoment } from './practice.ts';
export { swirlResult, type SwirlResult } from './practice-result.ts';
export { bareTowards, bestCourse, steered } from './steered.ts';
