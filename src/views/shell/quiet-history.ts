/**
 * The router notes how far the page is scrolled twice at each change of view, and mostly that stands there already. A
 * browser takes some ten milliseconds to be told the same again.
 */
export function quietHistory(): void {
  const replace = history.replaceState.bind(history);
  history.replaceState = (data: unknown, unused: string, url?: string | URL | null) => {
    const isSame = (url ?? null) === null && JSON.stringify(data) === JSON.stringify(history.state);
    if (!isSame) replace(data, unused, url);
  };
}
