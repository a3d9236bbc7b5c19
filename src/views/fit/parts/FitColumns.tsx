import type { ReactNode } from 'react';
import type { FitGroup } from '@/core/register';
import { formatDay, type CalendarDay } from '@/core/time';
import { KeyCap, KeyHint, classes } from '@/ui';
import { firstOfGroup, NAME_WIDTH, widthOfColumn, type FitGrid } from '../fit-model';
import css from './FitTable.module.css';

/** Beside the name of a group, in px. */
const GROUP_PADDING = 22;

/** The table of some columns, with its heads; the rows are its children. */
export function FitColumns({
  groups,
  grid,
  places,
  count,
  today,
  before = 0,
  after = 0,
  children,
}: {
  readonly groups: readonly FitGroup[];
  readonly grid: FitGrid;
  /** Columns that are drawn; the others have a gap in their place. */
  readonly places: readonly number[];
  /** Students there are. */
  readonly count: number;
  readonly today: CalendarDay;
  /** Widths of the gaps before and after the columns that are drawn, in px. */
  readonly before?: number;
  readonly after?: number;
  readonly children: ReactNode;
}) {
  const widths = places.map((place) => widthOfColumn(grid, place));
  return (
    <table
      className={css.root}
      // eslint-disable-next-line jsx-a11y/no-noninteractive-element-to-interactive-role -- a grid of cells that are pressed
      role="grid"
      aria-label="Fit"
      aria-rowcount={count}
      aria-colcount={grid.view.length + 1}
      style={{ inlineSize: NAME_WIDTH + before + after + widths.reduce((sum, each) => sum + each, 0) }}
    >
      <colgroup>
        <col style={{ inlineSize: NAME_WIDTH }} />
        <col style={{ inlineSize: before }} />
        {places.map((place, at) => (
          <col key={place} style={{ inlineSize: widths[at] }} />
        ))}
        <col style={{ inlineSize: after }} />
      </colgroup>
      <thead>
        <tr>
          <th scope="col" className={css.corner} rowSpan={2}>
            {count} {count === 1 ? 'student' : 'students'}
            <span className={css.keys}>
              <KeyHint>
                <KeyCap name="↑" /> <KeyCap name="↓" /> <KeyCap name="←" /> <KeyCap name="→" /> move
              </KeyHint>
            </span>
          </th>
          <td rowSpan={2} className={css.gap} />
          {groups.map((group, number) => {
            const own = places.filter((place) => grid.view[place]?.group === number);
            const whole = grid.view.flatMap((column, at) =>
              column.group === number ? [widthOfColumn(grid, at)] : [],
            );
            const room = { maxInlineSize: whole.reduce((sum, each) => sum + each, 0) - GROUP_PADDING };
            return own.length === 0 ? null : (
              <th
                key={`${group.name}${group.session.day}`}
                scope="colgroup"
                colSpan={own.length}
                className={css.group}
                title={group.name}
              >
                <b style={room}>{group.name}</b>
                <span style={room}>
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
      <tbody>{children}</tbody>
    </table>
  );
}
