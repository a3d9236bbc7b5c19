import { componentMax, latestSheet, schemeComponent, sheetMark, type Assessor } from '@/core/marks';
import { faultsOfStudent } from '@/core/files';
import { formatBars } from '@/core/music';
import { faultPlaceWords, faultState } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { formatDay } from '@/core/time';
import { valueAt } from '@/core/value-at';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { piecesOf } from '../../shell/pieces-of';
import css from '../PrintView.module.css';
import { Bands } from './Bands';

/** The criteria of a component with their bands, the marks there are, and room to write. */
export function MarksSheet({
  studio,
  context,
  componentId,
  nameOf,
}: {
  readonly studio: ReadyState['studio'];
  readonly context: GoalContext;
  readonly componentId: string;
  readonly nameOf: (name: string) => string;
}) {
  const component =
    context.level.components.find((each) => each.id === componentId) ?? context.level.components[0];
  const scheme = component && schemeComponent(context.scheme, component.id);
  if (!component || !scheme) return null;
  const sheets = context.readSheets.flatMap(({ sheet, current }) =>
    current && sheet.componentId === component.id ? [sheet] : [],
  );
  const of = (assessor: Assessor) => latestSheet(sheets.filter((sheet) => sheet.assessor === assessor));
  const columns = (['student', 'teacher', 'mock'] as const).map((assessor) => ({
    assessor,
    sheet: of(assessor),
  }));
  const item = context.plan?.items.find((each) => each.componentId === component.id);
  const own = new Set(piecesOf(studio, context, component.id).map(({ id }) => id));
  const faults = faultsOfStudent(studio, context.goal.studentId).filter(
    (fault) => own.has(fault.pieceId) && faultState(fault) !== 'mended',
  );
  return (
    <PrintFrame
      size="A4"
      title={`${item?.title ?? component.name}: mark sheet`}
      sub={`${nameOf(context.student.name)}, ${context.student.instrument} · ${component.name}, ${context.set.name} ${context.level.name}, ${context.session.name} · out of ${componentMax(scheme)}`}
    >
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Criterion</th>
            <th scope="col">Bands</th>
            {columns.map(({ assessor, sheet }) => (
              <th key={assessor} scope="col">
                {assessor}
                {sheet ? <p>{formatDay(sheet.day, 'short')}</p> : null}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {scheme.criteria.map((criterion) => (
            <tr key={criterion.id}>
              <th scope="row">
                {criterion.name}, {criterion.maxMark}
              </th>
              <td>
                <Bands criterion={criterion} />
              </td>
              {columns.map(({ assessor, sheet }) => (
                <td key={assessor} className={css.box}>
                  {(sheet && valueAt(sheet.marks, criterion.id)) ?? <span />}
                </td>
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row">Total</th>
            <td />
            {columns.map(({ assessor, sheet }) => {
              const sum = sheet && sheetMark(scheme, sheet);
              return (
                <td key={assessor} className={css.box}>
                  {sum?.kind === 'complete' ? sum.mark : <span />}
                </td>
              );
            })}
          </tr>
        </tbody>
      </table>
      <ul className={css.tasks}>
        {faults.map((fault) => (
          <li key={fault.id}>
            <b>{faultPlaceWords(fault)}</b> {[fault.kind, fault.text].filter(Boolean).join(': ')}
            {faultState(fault) === 'back again' ? ', back again' : ''}
          </li>
        ))}
        {(of('teacher')?.notes ?? []).map((note) => (
          <li key={note.id}>
            <b>{formatBars(note.bars)}</b> {note.text}
          </li>
        ))}
      </ul>
    </PrintFrame>
  );
}
