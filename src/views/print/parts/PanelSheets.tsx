import { judgeSheet, type Occasion } from '@/core/marks';
import { panelDay, type Entrant } from '@/core/register';
import { formatDay } from '@/core/time';
import { valueAt } from '@/core/value-at';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { outcomeWords, totalWords } from '../../panel/panel-model';
import css from '../PrintView.module.css';

type NameOf = (name: string) => string;
interface SheetProps {
  readonly occasion: Occasion;
  readonly entrants: readonly Entrant[];
  readonly nameOf: NameOf;
}
const dayOf = ({ day, start }: Occasion) =>
  [formatDay(day, 'full'), start === null ? '' : `from ${start}`].filter(Boolean).join(', ');

/** The sheets of a mock day or a panel, by name. */
export function PanelSheets({
  sheet,
  ready: { studio },
  occasion,
  nameOf,
}: {
  readonly sheet: 'running-order' | 'listener' | 'panel' | 'adjudication';
  readonly ready: ReadyState;
  readonly occasion: Occasion;
  readonly nameOf: NameOf;
}) {
  const props = { occasion, entrants: panelDay(studio, occasion), nameOf };
  switch (sheet) {
    case 'running-order':
      return <RunningOrderSheet {...props} />;
    case 'listener':
      return <ListenerSheets {...props} />;
    case 'panel':
      return <PanelSheet {...props} />;
    case 'adjudication':
      return <AdjudicationSheets {...props} />;
  }
}

const RunningOrderSheet = ({ occasion, entrants, nameOf }: SheetProps) => (
  <PrintFrame size="A4" title={`${occasion.name}: running order`} sub={dayOf(occasion)}>
    <table className={css.table}>
      <thead>
        <tr>
          <th scope="col">{occasion.start === null ? 'Place' : 'Time'}</th>
          <th scope="col">Student</th>
          <th scope="col">Class</th>
          <th scope="col">Plays</th>
        </tr>
      </thead>
      <tbody>
        {entrants.map(({ goal, student, set, level, time, pieces }, at) => (
          <tr key={goal.id}>
            <td>
              <b>{time ?? at + 1}</b>
            </td>
            <th scope="row">
              {nameOf(student.name)}, {student.instrument}
            </th>
            <td>
              {set.name} {level.name}
            </td>
            <td>{pieces.join(', ')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </PrintFrame>
);

/** For somebody who listens: no marks, two things to say. */
const ListenerSheets = ({ occasion, entrants, nameOf }: SheetProps) => (
  <PrintFrame size="A4" title={`${occasion.name}: for a listener`} sub={dayOf(occasion)}>
    <table className={css.table}>
      <thead>
        <tr>
          <th scope="col">Who plays</th>
          <th scope="col">What I liked</th>
          <th scope="col">What I would listen for next time</th>
        </tr>
      </thead>
      <tbody>
        {entrants.map(({ goal, student, time, pieces }, at) => (
          <tr key={goal.id}>
            <th scope="row">
              {time ?? `${at + 1}.`} {nameOf(student.name)}
              <p>{pieces.join(', ')}</p>
            </th>
            <td className={css.write} />
            <td className={css.write} />
          </tr>
        ))}
      </tbody>
    </table>
  </PrintFrame>
);

/** A sheet for each judge: every entrant with the criteria, and room to write. */
const PanelSheet = ({ occasion, entrants, nameOf }: SheetProps) => (
  <>
    {occasion.judges.map((judge) => (
      <PrintFrame key={judge} size="A4" title={`${occasion.name}: ${judge}`} sub={dayOf(occasion)}>
        <table className={css.table}>
          <thead>
            <tr>
              <th scope="col">Entrant</th>
              <th scope="col">Criteria</th>
              <th scope="col">Notes</th>
            </tr>
          </thead>
          <tbody>
            {entrants.map((entrant, at) => (
              <tr key={entrant.goal.id}>
                <th scope="row">
                  {entrant.time ?? `${at + 1}.`} {nameOf(entrant.student.name)}
                  <p>{entrant.level.name}</p>
                </th>
                <td>
                  {rowsOf(entrant).map(({ key, name, maxMark, componentId, criterionId }) => {
                    const given = judgeSheet(entrant.reads, judge, componentId, occasion.day);
                    const mark = given && valueAt(given.marks, criterionId);
                    return (
                      <p key={key} className={css.line}>
                        {name}, {maxMark} <b>{mark ?? '____'}</b>
                      </p>
                    );
                  })}
                </td>
                <td className={css.write} />
              </tr>
            ))}
          </tbody>
        </table>
      </PrintFrame>
    ))}
  </>
);

/** A sheet for each entrant: what every judge gave, what it comes to, and room for words. */
const AdjudicationSheets = ({ occasion, entrants, nameOf }: SheetProps) => (
  <>
    {entrants.map((entrant) => (
      <PrintFrame
        key={entrant.goal.id}
        size="A4"
        title={`${nameOf(entrant.student.name)}: adjudication`}
        sub={`${occasion.name}, ${entrant.level.name} · ${dayOf(occasion)}`}
      >
        {entrant.pieces.length > 0 && <p className={css.tasks}>{entrant.pieces.join(', ')}</p>}
        <table className={css.table}>
          <thead>
            <tr>
              <th scope="col">Criterion</th>
              {occasion.judges.map((judge) => (
                <th key={judge} scope="col">
                  {judge}
                </th>
              ))}
              <th scope="col">of</th>
            </tr>
          </thead>
          <tbody>
            {rowsOf(entrant).map(({ key, name, maxMark, componentId, criterionId }) => (
              <tr key={key}>
                <th scope="row">{name}</th>
                {occasion.judges.map((judge) => {
                  const given = judgeSheet(entrant.reads, judge, componentId, occasion.day);
                  const mark = given && valueAt(given.marks, criterionId);
                  return (
                    <td key={judge} className={css.box}>
                      {mark ?? <span />}
                    </td>
                  );
                })}
                <td>{maxMark}</td>
              </tr>
            ))}
            <tr>
              <th scope="row">Total</th>
              {entrant.judged.judges.map(({ judge, total }) => (
                <td key={judge} className={css.box}>
                  {total ? totalWords(total) : <span />}
                </td>
              ))}
              <td />
            </tr>
          </tbody>
        </table>
        {entrant.judged.result && (
          <p className={css.heading}>
            {entrant.judged.result.total === null ? '' : `${totalWords(entrant.judged.result.total)}: `}
            {outcomeWords(entrant)}
          </p>
        )}
        <h2 className={css.heading}>Words for the player</h2>
        <ol className={css.questions}>
          {occasion.judges.map((judge) => (
            <li key={judge}>
              {judge}
              <span />
              <span />
            </li>
          ))}
        </ol>
      </PrintFrame>
    ))}
  </>
);

const rowsOf = ({ scheme, level }: Entrant) =>
  scheme.components.flatMap(({ componentId, criteria }) =>
    criteria.map(({ id, name, maxMark }) => {
      const letter = level.components.find((each) => each.id === componentId)?.letter ?? '';
      return {
        key: `${componentId} ${id}`,
        name: scheme.components.length > 1 ? `${letter} ${name}` : name,
        maxMark,
        componentId,
        criterionId: id,
      };
    }),
  );
