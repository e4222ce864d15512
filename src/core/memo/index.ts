export { Memo, type Question } from './memo.ts';
