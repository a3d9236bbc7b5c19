import { aimMark, type Assessor, type MarkSheet, type ReadSheet, type SchemeComponent } from '@/core/marks';
import type { GoalContext } from '@/core/register';
import type { Component } from '@/core/requirements';
import { formatDay, type CalendarDay } from '@/core/time';
import { Button, Section } from '@/ui';
import { ASSESSOR_GLYPH, ASSESSOR_NAME, MarkLine } from '../../shell/MarkLine';
import { MARKERS, whoName, type Marker, type MarkingAs } from '../mark-model';
import css from './History.module.css';

/** Sheets seen at once; the others are one press away. */
const LATEST = 6;

const isMarker = (assessor: Assessor): assessor is Marker => MARKERS.some((each) => each === assessor);

function OpenSheet({
  sheet,
  isPart,
  onOpen,
}: {
  readonly sheet: MarkSheet;
  readonly isPart: boolean;
  readonly onOpen: (day: CalendarDay, who: MarkingAs) => void;
}) {
  const { assessor, by } = sheet;
  if (!isMarker(assessor)) return null;
  return (
    <Button
      look="quiet"
      label={`${isPart ? 'Finish' : 'Correct'} ${by ?? `the ${ASSESSOR_NAME[assessor]}`}’s marks of ${formatDay(sheet.day, 'medium')}`}
      onClick={() => onOpen(sheet.day, { assessor, ...(by !== undefined && { by }) })}
    >
      {isPart ? 'Finish' : 'Correct'}
    </Button>
  );
}

/** Every sheet of the component so far, one line each, against the aim. */
export function History({
  context,
  component,
  scheme,
  today,
  onOpen,
}: {
  readonly context: GoalContext;
  readonly component: Component;
  readonly scheme: SchemeComponent;
  readonly today: CalendarDay;
  /** Opens the sheet to be finished or corrected. */
  readonly onOpen: (day: CalendarDay, who: MarkingAs) => void;
}) {
  const award = context.scheme.awards.find((each) => each.id === context.goal.aimAwardId);
  const aim = award && aimMark(context.scheme, award, scheme);
  const sheets = context.readSheets
    .filter(({ sheet }) => sheet.componentId === component.id && Object.keys(sheet.marks).length > 0)
    .sort(({ sheet: a }, { sheet: b }) =>
      a.day < b.day ? -1 : a.day > b.day ? 1 : a.assessor < b.assessor ? -1 : 1,
    );
  const rowOf = ({ sheet, mark: { mark, kind }, maxMark, current }: ReadSheet) => {
    const who = whoName(sheet);
    return (
      <li key={sheet.id} className={css.row}>
        <span data-today={sheet.day === today}>
          {sheet.day === today ? 'today' : formatDay(sheet.day, 'short')}
        </span>
        <MarkLine
          marks={[{ mark, glyph: ASSESSOR_GLYPH[sheet.assessor], latest: true }]}
          lines={aim === undefined || !current ? [] : [{ mark: aim, label: 'aim' }]}
          max={maxMark ?? mark}
          width={150}
          say={`${who}, ${mark} of ${maxMark ?? 'a maximum that was not kept'}${kind === 'part' ? ' so far' : ''}${current ? '' : ', marked under the earlier scheme'}`}
        />
        <b>
          {mark}
          {kind === 'part' ? ' …' : ''}
        </b>
        {isMarker(sheet.assessor) && current && sheet.day !== today && (
          <OpenSheet sheet={sheet} isPart={kind === 'part'} onOpen={onOpen} />
        )}
        {!current && (
          <p className={css.earlier}>
            {maxMark === null ? '' : `of ${maxMark}, `}marked under the earlier scheme
          </p>
        )}
      </li>
    );
  };
  return (
    <Section
      title={`${component.letter} so far`}
      end={aim === undefined ? undefined : `barline: the aim, ${aim}`}
    >
      {sheets.length === 0 && <p className={css.none}>Not marked yet.</p>}
      <ul>{sheets.slice(-LATEST).map(rowOf)}</ul>
      {sheets.length > LATEST && (
        <details>
          <summary>{sheets.length - LATEST} earlier</summary>
          <ul>{sheets.slice(0, -LATEST).map(rowOf)}</ul>
        </details>
      )}
    </Section>
  );
}
