export { restPhase, restWindow, type RestPhase, type RestWindow } from './window.ts';
