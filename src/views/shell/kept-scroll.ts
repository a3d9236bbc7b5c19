/** How far each view was scrolled, by its address, as long as the tab lives. */
const MEMORY = 'formal-stave.scrolled';
/** Addresses kept; our choice, because nobody goes back further. */
const MOST = 60;
/** Frames a view may take until it is long enough to be scrolled to where it was. */
const FRAMES = 60;

const read = (): [string, number][] => {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(MEMORY) ?? '[]');
    return Array.isArray(kept) ? (kept as [string, number][]) : [];
  } catch {
    return [];
  }
};
const address = () => location.pathname + location.search;

/** Keeps how far the view is scrolled that is being left. */
export function keepScroll(): void {
  const others = read().filter(([at]) => at !== address());
  sessionStorage.setItem(MEMORY, JSON.stringify([...others, [address(), scrollY]].slice(-MOST)));
}

/** Scrolls a view that was just drawn to where it was left; answers how to stop trying. */
export function scrollAsLeft(): () => void {
  const y = read().find(([at]) => at === address())?.[1] ?? 0;
  let frame = 0;
  const follow = (tries: number) => {
    scrollTo({ top: y, behavior: 'instant' });
    if (Math.abs(scrollY - y) > 1 && tries > 0) frame = requestAnimationFrame(() => follow(tries - 1));
  };
  if (y > 0) follow(FRAMES);
  return () => cancelAnimationFrame(frame);
}
