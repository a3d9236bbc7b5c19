/** Goes to another view, keeping the student that is looked at. */
export function goTo(path: string, query: Readonly<Record<string, string | undefined>> = {}): void {
  location.assign(hrefOf(path, query));
}
export function hrefOf(path: string, query: Readonly<Record<string, string | undefined>> = {}): string {
  const pairs = Object.entries(query).flatMap(([name, value]) =>
    value === undefined ? [] : [[name, value]],
  );
  return pairs.length === 0 ? path : `${path}?${new URLSearchParams(pairs).toString()}`;
}
export const queryOf = (name: string): string | null => new URLSearchParams(location.search).get(name);
