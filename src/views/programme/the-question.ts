/** What the search for programmes is asked, and its answers in words: they need the whole skill map, and the page is there before it. */
export { programmeQuestion } from '@/core/register';
export { whyWords } from './advice-model';
