import { useVirtualizer } from '@tanstack/react-virtual';
import {
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type KeyboardEvent,
  type PointerEvent,
} from 'react';
import { entryKey } from '@/core/fit';
import { goalsThatAre, type Studio } from '@/core/files';
import type { FitGroup } from '@/core/register';
import { whoPlays, type Student } from '@/core/students';
import type { CalendarDay } from '@/core/time';
import {
  inSight,
  NAME_WIDTH,
  printedBlocks,
  rowOf,
  widthOfColumn,
  type FitGrid,
  type RowStates,
  type Selected,
} from '../fit-model';
import { FitColumns } from './FitColumns';
import { FitRow } from './FitRow';
import { observeElementRect, scrollWhenAway } from '../element-rect';
import { usePrinting } from '../../shell/use-printing';
import css from './FitTable.module.css';

const ROW = 45;

/** About what is in sight of the map, so that its measured size changes little: the panel beside it, the heads above. */
const sightGuess = () => ({
  width: innerWidth > 1150 ? innerWidth - 440 : innerWidth - 56,
  height: Math.max(300, innerHeight - 314),
});

const onResize = (tell: () => void) => {
  window.addEventListener('resize', tell);
  return () => window.removeEventListener('resize', tell);
};

/** The words of the cell under the pointer; hundreds of cells need none until then. */
function tellWords({ target }: PointerEvent): void {
  const cell = target instanceof Element && target.closest<HTMLElement>('[role="gridcell"]');
  if (cell) cell.title = cell.ariaLabel ?? '';
}

/** The picture: a row a student, a column a level; arrows move, the selected cell has a bracket on both sides. */
export function FitTable({
  studio,
  groups,
  grid,
  students,
  states,
  today,
  selected,
  onSelect,
}: {
  readonly studio: Studio;
  readonly groups: readonly FitGroup[];
  readonly grid: FitGrid;
  readonly students: readonly Student[];
  readonly states: ReadonlyMap<string, RowStates>;
  readonly today: CalendarDay;
  readonly selected: Selected | null;
  readonly onSelect: (selected: Selected) => void;
}) {
  const scroll = useRef<HTMLDivElement>(null);
  const moved = useRef(false);
  // eslint-disable-next-line react-hooks/incompatible-library -- the list is not memoised
  const rows = useVirtualizer({
    count: students.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 2,
    initialRect: sightGuess(),
    observeElementRect,
    scrollToFn: scrollWhenAway,
    // A size that is told while the page is drawn is followed in a task of its own.
    useFlushSync: false,
  });
  const columns = useVirtualizer({
    horizontal: true,
    count: grid.view.length,
    getScrollElement: () => scroll.current,
    estimateSize: (place) => widthOfColumn(grid, place),
    paddingStart: NAME_WIDTH,
    scrollPaddingStart: NAME_WIDTH,
    overscan: 1,
    initialRect: sightGuess(),
    observeElementRect,
    scrollToFn: scrollWhenAway,
    // A size that is told while the page is drawn is followed in a task of its own.
    useFlushSync: false,
  });
  const printing = usePrinting();
  const room = useSyncExternalStore(onResize, () => sightGuess().width);
  // What its scroll bar takes is known once the browser has laid it out by itself.
  const [bar, setBar] = useState(0);
  useEffect(() => {
    if (!scroll.current) return undefined;
    const observer = new ResizeObserver((entries) => {
      const box = entries.at(-1);
      setBar((box?.borderBoxSize[0]?.inlineSize ?? 0) - (box?.contentBoxSize[0]?.inlineSize ?? 0));
    });
    observer.observe(scroll.current);
    return () => observer.disconnect();
  }, [printing]);
  const sight = useMemo(() => inSight(grid, room - bar), [grid, room, bar]);
  const beyond = grid.view.length - sight.columns;
  const { goals } = studio;
  const entered = useMemo(
    () =>
      new Set(
        goalsThatAre({ goals }, 'open').flatMap((goal) =>
          goal.enteredOn ? [`${goal.studentId} ${entryKey(goal.setId, goal.levelId, goal.sessionId)}`] : [],
        ),
      ),
    [goals],
  );
  const row = students.findIndex((student) => student.id === selected?.studentId);
  const at = selected?.at ?? 0;
  useEffect(() => {
    if (!moved.current || row < 0) return;
    moved.current = false;
    rows.scrollToIndex(row);
    columns.scrollToIndex(at);
    // What the scrolling brings into sight is drawn first, far away after some frames.
    let frame = 0;
    const follow = (tries: number) => {
      const cell = scroll.current?.querySelector<HTMLElement>('[aria-selected="true"]');
      if (cell) cell.focus({ preventScroll: true });
      else if (tries > 0) frame = requestAnimationFrame(() => follow(tries - 1));
    };
    frame = requestAnimationFrame(() => follow(30));
    return () => cancelAnimationFrame(frame);
  }, [row, at, rows, columns]);
  const onKeyDown = (event: KeyboardEvent) => {
    const step: Record<string, readonly [number, number]> = {
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageDown: [10, 0],
      PageUp: [-10, 0],
      Home: [0, -grid.view.length],
      End: [0, grid.view.length],
    };
    const by = step[event.key];
    if (!by) return;
    event.preventDefault();
    const next = students[Math.max(0, Math.min(students.length - 1, row + by[0]))];
    if (!next) return;
    moved.current = true;
    onSelect({ studentId: next.id, at: Math.max(0, Math.min(grid.view.length - 1, at + by[1])) });
  };
  const drawnRows = rows.getVirtualItems();
  const drawnColumns = columns.getVirtualItems();
  const key = drawnColumns.map(({ index }) => index).join(' ');
  const places = useMemo(() => (key === '' ? [] : key.split(' ').map(Number)), [key]);
  const blocks = useMemo(() => (printing ? printedBlocks(grid) : []), [printing, grid]);
  const common = { groups, grid, today, count: students.length };
  const rowsOf = (here: readonly number[], drawn: readonly { readonly index: number }[]) =>
    drawn.map(({ index }) => {
      const student = students[index];
      const above = students[index - 1];
      return student ? (
        <FitRow
          key={student.id}
          index={index}
          student={student}
          grid={grid}
          groups={groups}
          places={here}
          row={rowOf(grid, states.get(student.id))}
          above={above ? rowOf(grid, states.get(above.id)) : null}
          who={whoPlays(student, today)}
          entered={entered}
          picked={index === row ? at : null}
          onSelect={onSelect}
        />
      ) : null;
    });
  const span = places.length + 3;
  return printing ? (
    <div className={css.scroll}>
      {blocks.map((block) => (
        <FitColumns key={block[0]} {...common} places={block}>
          {rowsOf(
            block,
            students.map((_, index) => ({ index })),
          )}
        </FitColumns>
      ))}
    </div>
  ) : (
    <>
      {/* eslint-disable-next-line jsx-a11y/no-static-element-interactions -- the arrows move among the cells, which are the controls */}
      <div
        ref={scroll}
        className={css.scroll}
        style={beyond > 0 && sight.columns > 0 ? { maxInlineSize: sight.width + bar } : undefined}
        onKeyDown={onKeyDown}
        onPointerOver={tellWords}
      >
        <FitColumns
          {...common}
          places={places}
          before={(drawnColumns[0]?.start ?? NAME_WIDTH) - NAME_WIDTH}
          after={columns.getTotalSize() - (drawnColumns.at(-1)?.end ?? 0)}
        >
          <Gap height={drawnRows[0]?.start ?? 0} span={span} />
          {rowsOf(places, drawnRows)}
          {drawnRows.length > 0 && (
            <Gap height={rows.getTotalSize() - (drawnRows.at(-1)?.end ?? 0)} span={span} />
          )}
        </FitColumns>
      </div>
      {beyond > 0 && (
        <p className={css.beyond}>
          {beyond} more {beyond === 1 ? 'column' : 'columns'} to the right: scroll, or go there with the
          arrows.
        </p>
      )}
    </>
  );
}

/** Keeps the place of rows that are not drawn. */
const Gap = ({ height, span }: { readonly height: number; readonly span: number }) =>
  height > 0 ? (
    <tr aria-hidden="true" style={{ blockSize: height }}>
      <td colSpan={span} />
    </tr>
  ) : null;
