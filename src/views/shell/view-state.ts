import { useEffect, useState } from 'react';
import { mirror, rememberedAt, type Looked } from './looked';
import { queryOf } from './addresses';
import { useAddress } from './view-address';

export interface Asked {
  /** What the address names. */
  readonly query: (name: string) => string | null;
  /**
   * What was looked at last in this tab. A link that says what it wants is shown that and nothing remembered beside it,
   * the goal aside. A day is not kept: who comes back to the register wants today.
   */
  readonly remembered: (name: Looked) => string | null;
}

/** What this view is asked to look at. */
export function useAsked(): Asked {
  const { path, isBare, isThere } = useAddress();
  return {
    query: (name) => (isThere() ? queryOf(name) : null),
    remembered: (name) => (name !== 'day' && (isBare || name === 'goal') ? rememberedAt(path, name) : null),
  };
}

/**
 * What a view looks at: what the address names, else what it looked at last in this tab; null for the view's own choice.
 * A change is said in the address.
 * @param also - another name an address may have for it
 */
export function useLooked(
  name: Looked,
  also?: string,
): readonly [string | null, (value: string | null) => void] {
  const { query, remembered } = useAsked();
  const [value, set] = useState(
    () => query(name) ?? (also === undefined ? null : query(also)) ?? remembered(name),
  );
  useEffect(() => mirror(name, value), [name, value]);
  return [value, set];
}
