import { memo } from 'react';
import { entryKey, stateWords } from '@/core/fit';
import type { FitGroup } from '@/core/register';
import type { Student } from '@/core/students';
import { FitMark, classes } from '@/ui';
import { figureOf, firstOfGroup, type FitGrid, type FitRowModel, type Selected } from '../fit-model';
import css from './FitTable.module.css';

/** One student against every level. Drawn anew only when something of its own changes. */
export const FitRow = memo(function FitRow({
  index,
  student,
  grid,
  groups,
  places,
  row,
  above,
  who,
  entered,
  picked,
  onSelect,
}: {
  readonly index: number;
  readonly student: Student;
  readonly grid: FitGrid;
  readonly groups: readonly FitGroup[];
  /** Columns in sight; the others have a gap in their place. */
  readonly places: readonly number[];
  readonly row: FitRowModel;
  /** The row before it: the reach line steps between the two. */
  readonly above: FitRowModel | null;
  readonly who: string;
  /** Student ids with the `entryKey` entered. */
  readonly entered: ReadonlySet<string>;
  /** The selected column, when this row is the selected one. */
  readonly picked: number | null;
  readonly onSelect: (selected: Selected) => void;
}) {
  return (
    <tr data-mine={picked !== null} aria-rowindex={index + 1}>
      <th scope="row" className={css.name}>
        <button type="button" onClick={() => onSelect({ studentId: student.id, at: -1 })}>
          <b>{student.name}</b>
          <span>{who}</span>
        </button>
      </th>
      <td className={css.gap} />
      {places.map((place) => {
        const [view, cell] = [grid.view[place], row.cells[place]];
        if (!view || !cell) return null;
        const { column, state } = cell;
        const end = row.ends[view.group] ?? -1;
        const before = above?.ends[view.group] ?? -1;
        const isPicked = place === picked;
        const isEntered = entered.has(
          `${student.id} ${entryKey(column.set.id, column.level.id, column.session.id)}`,
        );
        const words = `${student.name}, ${groups[view.group]?.name ?? ''} ${view.name}: ${state ? stateWords(state) : 'being computed'}${isEntered ? ', entered' : ''}`;
        const mark = <FitMark name={state?.kind ?? 'waiting'} {...(state && { figure: figureOf(state) })} />;
        const steps = index > 0 && ((place > before && place <= end) || (place > end && place <= before));
        return (
          <td
            key={place}
            role="gridcell"
            aria-colindex={place + 2}
            aria-selected={isPicked}
            aria-label={words}
            tabIndex={isPicked ? 0 : -1}
            className={classes(
              css.cell,
              firstOfGroup(grid, place) && css.first,
              place === end && css.reach,
              steps && css.step,
            )}
            onClick={() => onSelect({ studentId: student.id, at: place })}
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') onSelect({ studentId: student.id, at: place });
            }}
          >
            {isPicked || isEntered ? (
              <span className={classes(css.mark, isPicked && css.picked, isEntered && css.entered)}>
                {mark}
              </span>
            ) : (
              mark
            )}
          </td>
        );
      })}
      <td className={css.gap} />
    </tr>
  );
});
