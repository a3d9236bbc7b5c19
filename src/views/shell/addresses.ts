let turn: (href: string) => void = (href) => location.assign(href);
/** @param turnTo - turns to a page of the program without leaving it */
export const turnPagesBy = (turnTo: (href: string) => void): void => {
  turn = turnTo;
};

/** Goes to another view. */
export const goTo = (path: string, query: Readonly<Record<string, string | undefined>> = {}): void =>
  turn(hrefOf(path, query));

export function hrefOf(path: string, query: Readonly<Record<string, string | undefined>> = {}): string {
  const pairs = Object.entries(query).flatMap(([name, value]) =>
    value === undefined ? [] : [[name, value]],
  );
  return pairs.length === 0 ? path : `${path}?${new URLSearchParams(pairs).toString()}`;
}
export const queryOf = (name: string): string | null => new URLSearchParams(location.search).get(name);
