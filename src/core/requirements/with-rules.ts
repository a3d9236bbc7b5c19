import type { EntryOf } from './entry';
import type { LevelOf, SetOf } from './requirement-set';
import type { Evidence, Rule } from './rules';
import type { AnswerOf, VerdictOf } from './verdict';

export type Level = LevelOf<Rule>;
export type RequirementSet = SetOf<Rule>;
/** Everything a rule may look at. `session` is null while none is picked. */
export type Entry = EntryOf<Rule>;
export type Answer = AnswerOf<Evidence>;
export type Verdict = VerdictOf<Evidence>;
