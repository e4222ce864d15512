export { given } from './given.ts';
