import { aimMark, componentMax, currentSheets, sheetMark, type SchemeComponent } from '@/core/marks';
import type { GoalContext } from '@/core/register';
import type { Component } from '@/core/requirements';
import { formatDay, type CalendarDay } from '@/core/time';
import { Section } from '@/ui';
import { ASSESSOR_GLYPH, ASSESSOR_NAME, MarkLine } from '../../shell/MarkLine';
import css from './History.module.css';

/** Every sheet of the component so far, one line each, against the aim. */
export function History({
  context,
  component,
  scheme,
  today,
}: {
  readonly context: GoalContext;
  readonly component: Component;
  readonly scheme: SchemeComponent;
  readonly today: CalendarDay;
}) {
  const award = context.scheme.awards.find((each) => each.id === context.goal.aimAwardId);
  const aim = award && aimMark(context.scheme, award, scheme);
  const sheets = currentSheets(context.sheets)
    .filter((sheet) => sheet.componentId === component.id && Object.keys(sheet.marks).length > 0)
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.assessor < b.assessor ? -1 : 1));
  return (
    <Section
      title={`${component.letter} so far`}
      end={aim === undefined ? undefined : `barline: the aim, ${aim}`}
    >
      {sheets.length === 0 && <p className={css.none}>No evidence yet.</p>}
      <ul>
        {sheets.slice(-6).map((sheet) => {
          const { mark, kind } = sheetMark(scheme, sheet);
          const who = ASSESSOR_NAME[sheet.assessor];
          return (
            <li key={sheet.id} className={css.row}>
              <span data-today={sheet.day === today}>
                {sheet.day === today ? 'today' : formatDay(sheet.day, 'short')}
              </span>
              <MarkLine
                marks={[{ mark, glyph: ASSESSOR_GLYPH[sheet.assessor], latest: true }]}
                lines={aim === undefined ? [] : [{ mark: aim, label: 'aim' }]}
                max={componentMax(scheme)}
                width={176}
                say={`${who}, ${mark} of ${componentMax(scheme)}${kind === 'part' ? ' so far' : ''}`}
              />
              <b>
                {mark}
                {kind === 'part' ? ' …' : ''}
              </b>
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
