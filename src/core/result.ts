/** An answer, or a refusal that says why no answer exists. Bugs throw instead. */
export type Result<T, Refusal> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly why: Refusal };

export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
export const refuse = <R>(why: R): { readonly ok: false; readonly why: R } => ({ ok: false, why });

/** A value that must not be mixed with others of the same shape. Only its own constructor casts. */
export type Brand<T, Name extends string> = T & { readonly __brand: Name };
