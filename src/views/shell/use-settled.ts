import { useEffect, useState } from 'react';

/** The value once it has stayed the same for a while, in milliseconds; the first one at once. */
export function useSettled<Value>(value: Value, after: number): Value {
  const [settled, settle] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => settle(value), after);
    return () => clearTimeout(timer);
  }, [value, after]);
  return settled;
}
