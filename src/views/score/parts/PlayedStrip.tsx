import css from './PlayedStrip.module.css';

/** Every bar as performed, from left to right; a step up at each leap of the order. A press chooses the bar there. */
export function PlayedStrip({
  played,
  tints,
  selected,
  words,
  onSelect,
}: {
  readonly played: readonly number[];
  /** By bar, 0 to 1. */
  readonly tints: readonly number[];
  readonly selected: number;
  /** The order in words, as the picture's name. */
  readonly words: string;
  readonly onSelect: (bar: number) => void;
}) {
  const width = 1000 / Math.max(1, played.length);
  return (
    <figure className={css.root}>
      {/* The same is pressed on the page, bar by bar; here it is a shortcut for the hand. */}
      <svg
        viewBox="0 0 1000 44"
        preserveAspectRatio="none"
        role="img"
        aria-label={`As performed: ${words}`}
        className={css.strip}
        onClick={({ clientX, currentTarget }) => {
          const box = currentTarget.getBoundingClientRect();
          const at = Math.floor(((clientX - box.left) / box.width) * played.length);
          onSelect(played[Math.max(0, Math.min(played.length - 1, at))] ?? 0);
        }}
      >
        {played.map((bar, at) => (
          <rect
            key={at}
            x={at * width}
            y={bar === selected ? 0 : 8}
            width={width}
            height={bar === selected ? 44 : 28}
            className={css.bar}
            style={{ '--tint': tints[bar] ?? 0 } as React.CSSProperties}
            data-selected={bar === selected}
          />
        ))}
        {played.map((bar, at) =>
          at > 0 && bar !== (played[at - 1] ?? 0) + 1 ? (
            <path key={at} d={`M${at * width} 0V44`} className={css.leap} />
          ) : null,
        )}
      </svg>
      <figcaption>As performed: {words}</figcaption>
    </figure>
  );
}
