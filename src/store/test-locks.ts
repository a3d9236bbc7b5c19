/** The browser's locks for tests without a browser: one holder of a name at a time. */
export function standInLocks(): void {
  let last: Promise<unknown> = Promise.resolve();
  const request = (_: string, work: () => Promise<unknown>) => {
    const next = last.then(work, work);
    last = next.catch(() => undefined);
    return next;
  };
  Object.assign(navigator, { locks: { request }, storage: { persist: () => Promise.resolve(true) } });
}
