import { demandWords } from '@/core/skills';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import type { Studio } from '@/core/files';
import type { ShelfItem } from '@/core/shelf';
import { Roving, classes } from '@/ui';
import { newWords, placeWords, timeWords } from '../shelf-model';
import css from './ShelfList.module.css';

const ROW = 62;

/** The found pieces; only those in sight are drawn. */
export function ShelfList({
  items,
  sets,
  had,
  selectedId,
  onSelect,
}: {
  readonly items: readonly ShelfItem[];
  readonly sets: Studio['sets'];
  readonly had: ReadonlySet<string> | null;
  readonly selectedId: string | null;
  readonly onSelect: (pieceId: string) => void;
}) {
  const scroll = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- the list is not memoised
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 2,
    initialRect: { width: 800, height: 480 },
  });
  const at = items.findIndex(({ piece }) => piece.id === selectedId);
  const followed = useRef<string | null>(null);
  useEffect(() => {
    // A piece picked is brought into sight; a new search begins at its top.
    if (followed.current !== selectedId && at >= 0) rows.scrollToIndex(at);
    else if ((rows.scrollOffset ?? 0) > 0) rows.scrollToOffset(0);
    followed.current = selectedId;
  }, [items, selectedId, at, rows]);
  return (
    <div ref={scroll} className={css.scroll}>
      <Roving follow>
        <ul className={css.list} style={{ blockSize: rows.getTotalSize() }} aria-label="Pieces">
          {rows.getVirtualItems().map(({ index, start }) => {
            const item = items[index];
            if (!item) return null;
            const { piece, places } = item;
            const fresh = newWords(piece, had);
            const first = places[0];
            return (
              <li
                key={piece.id}
                className={classes(css.row, index === at && css.picked)}
                style={{ transform: `translateY(${start}px)` }}
                data-selected={index === at}
                aria-setsize={items.length}
                aria-posinset={index + 1}
              >
                <button
                  type="button"
                  className={css.press}
                  aria-pressed={index === at}
                  onClick={() => onSelect(piece.id)}
                >
                  <span className={css.title}>{piece.title}</span>
                  <span className={css.place}>
                    {first ? placeWords(first, sets) : 'in no requirement'}
                    {places.length > 1 && `, and ${places.length - 1} more`}
                  </span>
                  <span className={css.time}>{timeWords(piece)}</span>
                  <span className={css.soft}>{piece.composer}</span>
                  <span className={css.soft}>
                    {fresh === '' ? piece.demands.map(demandWords).join(', ') : fresh}
                  </span>
                  <span className={css.soft}>{[piece.key, piece.metre].filter(Boolean).join(', ')}</span>
                </button>
              </li>
            );
          })}
        </ul>
      </Roving>
    </div>
  );
}
