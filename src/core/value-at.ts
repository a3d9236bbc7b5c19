/**
 * What a record keyed by data holds under a name. Names such as "toString" are never found on the prototype.
 * @returns undefined for a name the record does not hold itself
 */
export const valueAt = <T>(record: Readonly<Record<string, T>>, name: string): T | undefined =>
  Object.hasOwn(record, name) ? record[name] : undefined;
