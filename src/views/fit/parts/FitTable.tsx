import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import { entryKey, stateWords, type FitState } from '@/core/fit';
import type { FitGroup, Studio } from '@/core/register';
import type { Student } from '@/core/students';
import { formatDay, yearsBetween, type CalendarDay } from '@/core/time';
import { FitMark, KeyCap, classes } from '@/ui';
import { cellAt, figureOf, reachOf, type FitGrid } from '../fit-model';
import css from './FitTable.module.css';

export interface Selected {
  readonly studentId: string;
  /** Index of the column; -1 for the first that the student can reach. */
  readonly at: number;
}
const ROW = 45;

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
  readonly states: ReadonlyMap<string, ReadonlyMap<number, FitState>>;
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
    overscan: 6,
    initialRect: { width: 800, height: 480 },
  });
  const entered = new Set(
    [...studio.goals.values()].flatMap((goal) =>
      goal.enteredOn && !goal.closedOn
        ? [`${goal.studentId} ${entryKey(goal.setId, goal.levelId, goal.sessionId)}`]
        : [],
    ),
  );
  const row = students.findIndex((student) => student.id === selected?.studentId);
  const at = selected?.at ?? 0;
  useEffect(() => {
    if (!moved.current || row < 0) return;
    moved.current = false;
    rows.scrollToIndex(row);
    scroll.current?.querySelector<HTMLElement>('[aria-selected="true"]')?.focus();
  }, [row, at, rows]);
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
  const reach = (student: Student | undefined, group: number) =>
    student
      ? reachOf(grid.view, group, (index) => {
          const column = grid.view[index];
          return column ? cellAt(states.get(student.id), column).state : null;
        })
      : -1;
  const isFirst = (index: number) => grid.view[index - 1]?.group !== grid.view[index]?.group;
  const items = rows.getVirtualItems();
  return (
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions -- the arrows move among the cells, which are the controls
    <div ref={scroll} className={css.scroll} onKeyDown={onKeyDown}>
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-to-interactive-role -- a grid of cells that are pressed */}
      <table className={css.root} role="grid" aria-label="Fit" aria-rowcount={students.length}>
        <thead>
          <tr>
            <td className={css.corner} rowSpan={2}>
              {students.length} {students.length === 1 ? 'student' : 'students'}
              <span className={css.keys}>
                <KeyCap name="↑" /> <KeyCap name="↓" /> <KeyCap name="←" /> <KeyCap name="→" /> move
              </span>
            </td>
            {groups.map((group) => (
              <th
                key={`${group.name}${group.session.day}`}
                scope="colgroup"
                colSpan={group.columns.length}
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
            ))}
          </tr>
          <tr>
            {grid.view.map((column, index) => (
              <th
                key={index}
                scope="col"
                title={column.name}
                aria-label={column.name}
                className={classes(
                  css.level,
                  isFirst(index) && css.first,
                  groups[column.group]?.columns.length === 1 && css.single,
                )}
              >
                {column.short}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {items[0] && items[0].start > 0 && <Gap height={items[0].start} span={grid.view.length + 1} />}
          {items.map(({ index }) => {
            const student = students[index];
            if (!student) return null;
            const above = students[index - 1];
            const mine = index === row;
            return (
              <tr key={student.id} data-mine={mine} aria-rowindex={index + 1}>
                <th scope="row" className={css.name}>
                  <button type="button" onClick={() => onSelect({ studentId: student.id, at: -1 })}>
                    <b>{student.name}</b>
                    <span>
                      {student.instrument}, {yearsBetween(student.birthDate, today)}
                    </span>
                  </button>
                </th>
                {grid.view.map((view, place) => {
                  const { column, state } = cellAt(states.get(student.id), view);
                  const end = reach(student, view.group);
                  const before = reach(above, view.group);
                  const picked = mine && place === at;
                  const isEntered = entered.has(
                    `${student.id} ${entryKey(column.set.id, column.level.id, column.session.id)}`,
                  );
                  const words = `${student.name}, ${groups[view.group]?.name ?? ''} ${view.name}: ${state ? stateWords(state) : 'being computed'}${isEntered ? ', entered' : ''}`;
                  const steps =
                    index > 0 && ((place > before && place <= end) || (place > end && place <= before));
                  return (
                    <td
                      key={place}
                      role="gridcell"
                      aria-selected={picked}
                      aria-label={words}
                      title={words}
                      tabIndex={picked ? 0 : -1}
                      className={classes(
                        css.cell,
                        isFirst(place) && css.first,
                        place === end && css.reach,
                        steps && css.step,
                      )}
                      onClick={() => onSelect({ studentId: student.id, at: place })}
                      onKeyDown={(event) => {
                        if (event.key === 'Enter' || event.key === ' ')
                          onSelect({ studentId: student.id, at: place });
                      }}
                    >
                      <span
                        className={classes(css.mark, isEntered && css.entered)}
                        data-selected={picked ? true : undefined}
                      >
                        <FitMark
                          name={state?.kind ?? 'waiting'}
                          {...(state && { figure: figureOf(state) })}
                        />
                      </span>
                    </td>
                  );
                })}
              </tr>
            );
          })}
          {items.length > 0 && (
            <Gap height={rows.getTotalSize() - (items.at(-1)?.end ?? 0)} span={grid.view.length + 1} />
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
