export { reviewRun, type ErrorSummary, type PieceRecord, type RunReview } from './errors.ts';
