/** The same data with what can be left out left out. */
export const without = <T extends object, K extends keyof T & string>(data: T, name: K): Omit<T, K> =>
  Object.fromEntries(Object.entries(data).filter(([each]) => each !== name)) as Omit<T, K>;
