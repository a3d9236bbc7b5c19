/**
 * The practice card of a week: which place of which piece on which day, how it is practised, at which tempo, and why.
 *
 * It follows a plan of `plan` and adds nothing to its minutes. Read `practiceCard` first.
 */
export { practiceCard, type CardBlock, type CardDay, type CardRow, type PracticeCard } from './card';
export { climb, ladder, type Play } from './ladder';
export { linesOf } from './lines';
export { drawOrder, rowWords } from './scale-rows';
