export { reviewRun, type PieceRecord } from './errors.ts';
