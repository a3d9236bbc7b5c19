export type RuleStatus = 'met' | 'unmet' | 'undecided' | 'waived';
export type OpenStatus = Exclude<RuleStatus, 'waived'>;

/** What a checker says before any waiver; `E` is the evidence it rests on, in the rule's own unit. */
export interface AnswerOf<E> {
  readonly status: OpenStatus;
  readonly evidence: E;
  /** Set where each open place could be filled, but no way of filling them all keeps the rule. */
  readonly noFilling?: true;
}

export interface VerdictOf<E> extends Omit<AnswerOf<E>, 'status'> {
  readonly ruleId: string;
  readonly status: RuleStatus;
  /** Set when the rule is waived. */
  readonly waiver: { readonly by: string; readonly why: string } | null;
}
