/**
 * How one student shapes and fingers one piece: repeats graded, the one peak, tempo events, fingerings at their notes.
 *
 * It asks where a plan is open or contradicts itself; it never decides. Read `ShapingPlan` first.
 */
export {
  emptyShaping,
  repeatsOf,
  returnsIn,
  shapeWords,
  shapingQuestions,
  withMark,
  type Repeats,
  type ShapeMark,
  type ShapingPlan,
} from './shaping';
export { GRADES, PRINTED_FINGERING, SHAPES, type Grade, type PrintedFingering, type Shape } from './names';
export {
  fingeringPlace,
  fingeringQuestion,
  hasSideKeys,
  sideChain,
  type Fingering,
  type Side,
  type SideChain,
} from './fingering';
