import { lazy, Suspense, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { FIT_KINDS, type FitKind } from '@/core/fit';
import { fitGroups, fitWindows, type FitWindow } from '@/core/register';
import { heldCommonLevel } from '@/core/requirements';
import { formatDay } from '@/core/time';
import type { Student } from '@/core/students';
import type { ReadyState } from '@/store';
import { Button, Empty, LinkButton, SelectField, TextField } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { feedStudio } from '@/workers/studio-feed';
import { fit } from '@/workers/studio.job';
import { mirror } from '../shell/looked';
import { useAsked } from '../shell/view-state';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import { FitKey } from './parts/FitKey';
import { FitTable } from './parts/FitTable';
import { firstOrder, gridOf, ORDERS, rowOf, sortedStudents, type Order, type Selected } from './fit-model';
import { Tell } from '../shell/Tell';
import { useFit } from './use-fit';
import css from './FitView.module.css';

/** The rows of the first drawing: the page stands before its table is filled, in slices of time. */
const NO_ROWS: readonly Student[] = [];

/** What stands behind one cell needs the whole search: it is loaded after the map. */
const FitPanel = lazy(() => import('./parts/FitPanel').then((part) => ({ default: part.FitPanel })));

export function FitView() {
  useEffect(() => {
    feedStudio();
    fit.warm();
  }, []);
  return <StudioPage>{(ready) => <Fit ready={ready} />}</StudioPage>;
}

/** Every student against every level, class and call with a session in the window; the panel says why. */
function Fit({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  // Each by itself: what one edit leaves as it is is neither worked out nor drawn anew.
  const { sets, students: all, settings } = studio;
  const windows = useMemo(() => fitWindows(now.day), [now.day]);
  const [windowAt, setWindowAt] = useState(0);
  const window = windows[windowAt] as FitWindow;
  const groups = useMemo(() => fitGroups({ sets }, window), [sets, window]);
  const grid = useMemo(() => gridOf(groups), [groups]);
  const students = firstOrder(all);
  const { states, work, answered, cancel } = useFit(ready, window, grid);
  const filters = useRef<HTMLDivElement>(null);
  useKeys({ f: () => filters.current?.querySelector('input')?.focus() });
  const panel = useRef<HTMLDivElement>(null);
  const [order, setOrder] = useState<Order>(ORDERS[0]);
  const [text, setText] = useState('');
  const [kind, setKind] = useState<FitKind | 'any'>('any');
  const shown = useMemo(() => {
    const words = text.trim().toLowerCase();
    const held = (student: (typeof students)[0]) =>
      heldCommonLevel(settings.commonLevels, sets.values(), student);
    return sortedStudents(students, order, held).filter(
      (student) =>
        `${student.name} ${student.instrument}`.toLowerCase().includes(words) &&
        (kind === 'any' ||
          rowOf(grid, states.get(student.id)).cells.some(({ state }) => state?.kind === kind)),
    );
  }, [students, order, text, kind, grid, states, settings, sets]);
  // Other students, or another order, are drawn in slices of time; an edit of one of them at once.
  const ids = shown.map(({ id }) => id).join('\n');
  const drawnIds = useDeferredValue(ids, '');
  const rows = useMemo(
    () => (drawnIds === '' ? NO_ROWS : drawnIds.split('\n').flatMap((id) => all.get(id) ?? [])),
    [drawnIds, all],
  );
  const { query, remembered } = useAsked();
  const [picked, pick] = useState<Selected | null>(() => {
    const asked = query('student') ?? remembered('student');
    // No cell of that student yet: the first that is reachable.
    return asked === null ? null : { studentId: asked, at: -1 };
  });
  // The same function each time: rows that are as they were are not drawn anew.
  const select = useCallback((next: Selected) => {
    pick(next);
    // On touch the panel stands below; the pressed cell brings it into sight.
    if (matchMedia('(pointer: coarse)').matches)
      requestAnimationFrame(() => panel.current?.scrollIntoView({ block: 'nearest' }));
  }, []);
  const pickedId = picked?.studentId ?? null;
  useEffect(() => mirror('student', pickedId), [pickedId]);
  const selected = useMemo((): Selected | null => {
    const first = grid.view.flatMap(({ group, members }) => (group === 0 ? members : []));
    const reachable = ({ id }: Student) =>
      first.some(({ at }) => states.get(id)?.get(at)?.kind === 'reachable');
    const student = shown.find((each) => each.id === picked?.studentId) ?? shown.find(reachable) ?? shown[0];
    if (!student || grid.view.length === 0) return null;
    const at = picked && picked.studentId === student.id && picked.at >= 0 ? picked.at : -1;
    const reached = rowOf(grid, states.get(student.id)).cells.findIndex(
      ({ state }) => state?.kind === 'reachable',
    );
    return { studentId: student.id, at: Math.min(grid.view.length - 1, at >= 0 ? at : Math.max(0, reached)) };
  }, [picked, shown, grid, states]);
  if (studio.sets.size === 0 || students.length === 0)
    return (
      <>
        <PageLine title="Fit" sub="students against levels" />
        <Empty title={students.length === 0 ? 'No student yet' : 'No requirement yet'}>
          <p>
            Fit shows every student against every level, class and call: ready now, reachable, beyond, and
            why.
          </p>
          <LinkButton
            href={students.length === 0 ? '/' : '/library'}
            keyName={students.length === 0 ? '1' : '7'}
          >
            {students.length === 0 ? 'Register' : 'Library'}
          </LinkButton>
        </Empty>
      </>
    );
  const student = selected && studio.students.get(selected.studentId);
  const column = selected && grid.view[selected.at];
  const row = student && rowOf(grid, states.get(student.id));
  const cell = selected && row?.cells[selected.at];
  // The panel searches anew: it waits for the cell's own state, so that the map is drawn first.
  const explained = cell?.state ?? (work.kind === 'cancelled' || work.kind === 'crashed');
  return (
    <div className={css.page}>
      <div className={css.map}>
        <PageLine
          title="Fit"
          end={
            <div className={css.windows} role="group" aria-label="Sessions">
              {windows.map((each, at) => (
                <Button key={each.to} pressed={at === windowAt} onClick={() => setWindowAt(at)}>
                  to {formatDay(each.to, 'short')}
                </Button>
              ))}
            </div>
          }
        />
        <div className={css.filters} ref={filters}>
          <TextField
            label="Find"
            type="search"
            value={text}
            onChange={setText}
            placeholder="student or instrument"
          />
          <SelectField
            label="Only with"
            value={kind}
            options={['any', ...FIT_KINDS].map((value) => ({
              value,
              label: value === 'any' ? 'any state' : value,
            }))}
            onChange={(value) => setKind(value as FitKind | 'any')}
          />
          <SelectField
            label="Order"
            value={order}
            options={ORDERS.map((value) => ({ value, label: value }))}
            onChange={(value) => setOrder(value as Order)}
          />
          <Tell words={work.kind === 'done' ? 'All cells are worked out' : ''} />
          <div className={css.progress}>
            {work.kind === 'working' && (
              <>
                {work.done} of {work.all} cells{' '}
                <Button look="quiet" onClick={cancel}>
                  Stop
                </Button>
              </>
            )}
            {work.kind === 'cancelled' && 'Stopped; the rest is not computed.'}
            {work.kind === 'crashed' && 'The computation failed. Reload the page.'}
          </div>
        </div>
        {grid.view.length === 0 ? (
          <p className={css.none}>
            No requirement has a session from {formatDay(window.from, 'written')} to{' '}
            {formatDay(window.to, 'written')}.
          </p>
        ) : (
          <FitTable
            studio={studio}
            groups={groups}
            grid={grid}
            students={rows}
            states={states}
            today={now.day}
            selected={selected}
            onSelect={select}
          />
        )}
        <FitKey />
      </div>
      <div ref={panel} className={css.holder}>
        {student && column && cell && explained && (
          <Suspense fallback={<aside aria-label="The selected cell" />}>
            <FitPanel
              ready={ready}
              answered={answered ?? ready}
              student={student}
              cell={cell}
              levels={grid.view.map((each, at) => ({
                at,
                label: `${groups[each.group]?.name ?? ''}, ${each.name}`,
                state: row.cells[at]?.state ?? null,
              }))}
              at={selected.at}
              onPick={(at) => pick({ studentId: student.id, at })}
            />
          </Suspense>
        )}
      </div>
    </div>
  );
}
