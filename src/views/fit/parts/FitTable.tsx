import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { entryKey } from '@/core/fit';
import type { FitGroup, Studio } from '@/core/register';
import { whoPlays, type Student } from '@/core/students';
import { formatDay, type CalendarDay } from '@/core/time';
import { KeyCap, classes } from '@/ui';
import { firstOfGroup, rowOf, type FitGrid, type RowStates, type Selected } from '../fit-model';
import { FitRow } from './FitRow';
import { usePrinting } from '../../shell/use-printing';
import css from './FitTable.module.css';

const ROW = 45;
/** Widths in px: of the names, of a column, and of one that is a group of its own. */
const NAME = 168;
const COLUMN = 40;
const SINGLE = 140;
const GROUP_GAP = 14;

/** About what is in sight of the map, so that its measured size changes little: the panel beside it, the heads above. */
const sightGuess = () => ({
  width: innerWidth > 1150 ? innerWidth - 480 : innerWidth - 56,
  height: Math.max(300, innerHeight - 296),
});

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
    // A size that is told while the page is drawn is followed in a task of its own.
    useFlushSync: false,
  });
  const widthOf = (at: number) =>
    groups[grid.view[at]?.group ?? -1]?.columns.length === 1
      ? SINGLE
      : COLUMN + (firstOfGroup(grid, at) ? GROUP_GAP : 0);
  const columns = useVirtualizer({
    horizontal: true,
    count: grid.view.length,
    getScrollElement: () => scroll.current,
    estimateSize: widthOf,
    paddingStart: NAME,
    scrollPaddingStart: NAME,
    overscan: 1,
    initialRect: sightGuess(),
    // A size that is told while the page is drawn is followed in a task of its own.
    useFlushSync: false,
  });
  const printing = usePrinting();
  const entered = useMemo(
    () =>
      new Set(
        [...studio.goals.values()].flatMap((goal) =>
          goal.enteredOn && !goal.closedOn
            ? [`${goal.studentId} ${entryKey(goal.setId, goal.levelId, goal.sessionId)}`]
            : [],
        ),
      ),
    [studio.goals],
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
  const items = printing ? students.map((_, index) => ({ index })) : rows.getVirtualItems();
  const drawnRows = rows.getVirtualItems();
  const drawnColumns = columns.getVirtualItems();
  const key = printing ? 'all' : drawnColumns.map(({ index }) => index).join(' ');
  const places = useMemo(
    () => (key === 'all' ? grid.view.map((_, place) => place) : key === '' ? [] : key.split(' ').map(Number)),
    [key, grid],
  );
  const before = printing ? 0 : (drawnColumns[0]?.start ?? NAME) - NAME;
  const after = printing ? 0 : columns.getTotalSize() - (drawnColumns.at(-1)?.end ?? 0);
  const span = places.length + 3;
  return (
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions -- the arrows move among the cells, which are the controls
    <div ref={scroll} className={css.scroll} onKeyDown={onKeyDown} onPointerOver={tellWords}>
      {/* eslint-disable jsx-a11y/no-noninteractive-element-to-interactive-role -- a grid of cells that are pressed */}
      <table
        className={css.root}
        role="grid"
        aria-label="Fit"
        aria-rowcount={students.length}
        aria-colcount={grid.view.length + 1}
        style={{ inlineSize: columns.getTotalSize() }}
      >
        {/* eslint-enable jsx-a11y/no-noninteractive-element-to-interactive-role */}
        <colgroup>
          <col style={{ inlineSize: NAME }} />
          <col style={{ inlineSize: before }} />
          {places.map((place) => (
            <col key={place} style={{ inlineSize: widthOf(place) }} />
          ))}
          <col style={{ inlineSize: after }} />
        </colgroup>
        <thead>
          <tr>
            <th scope="col" className={css.corner} rowSpan={2}>
              {students.length} {students.length === 1 ? 'student' : 'students'}
              <span className={css.keys}>
                <KeyCap name="↑" /> <KeyCap name="↓" /> <KeyCap name="←" /> <KeyCap name="→" /> move
              </span>
            </th>
            <td rowSpan={2} className={css.gap} />
            {groups.map((group, number) => {
              const own = places.filter((place) => grid.view[place]?.group === number);
              return own.length === 0 ? null : (
                <th
                  key={`${group.name}${group.session.day}`}
                  scope="colgroup"
                  colSpan={own.length}
                  className={css.group}
                  title={group.name}
                >
                  <b>{group.name}</b>
                  <span>
                    {formatDay(group.session.day, 'short')}
                    {group.session.entryCloses === null
                      ? ''
                      : `; entry ${group.session.entryCloses < today ? 'closed' : 'closes'} ${formatDay(group.session.entryCloses, 'short')}`}
                  </span>
                </th>
              );
            })}
            <td rowSpan={2} className={css.gap} />
          </tr>
          <tr>
            {places.map((place) => {
              const column = grid.view[place];
              return (
                column && (
                  <th
                    key={place}
                    scope="col"
                    title={column.name}
                    aria-label={column.name}
                    className={classes(css.level, firstOfGroup(grid, place) && css.first)}
                  >
                    {column.short}
                  </th>
                )
              );
            })}
          </tr>
        </thead>
        <tbody>
          {!printing && <Gap height={drawnRows[0]?.start ?? 0} span={span} />}
          {items.map(({ index }) => {
            const student = students[index];
            if (!student) return null;
            const above = students[index - 1];
            return (
              <FitRow
                key={student.id}
                index={index}
                student={student}
                grid={grid}
                groups={groups}
                places={places}
                row={rowOf(grid, states.get(student.id))}
                above={above ? rowOf(grid, states.get(above.id)) : null}
                who={whoPlays(student, today)}
                entered={entered}
                picked={index === row ? at : null}
                onSelect={onSelect}
              />
            );
          })}
          {!printing && drawnRows.length > 0 && (
            <Gap height={rows.getTotalSize() - (drawnRows.at(-1)?.end ?? 0)} span={span} />
          )}
        </tbody>
      </table>
    </div>
  );
}

/** Keeps the place of rows that are not drawn. */
const Gap = ({ height, span }: { readonly height: number; readonly span: number }) =>
  height > 0 ? (
    <tr aria-hidden="true" style={{ blockSize: height }}>
      <td colSpan={span} />
    </tr>
  ) : null;
