import { aimMark, type SchemeComponent } from '@/core/marks';
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
  const sheets = context.readSheets
    .filter(({ sheet }) => sheet.componentId === component.id && Object.keys(sheet.marks).length > 0)
    .sort(({ sheet: a }, { sheet: b }) =>
      a.day < b.day ? -1 : a.day > b.day ? 1 : a.assessor < b.assessor ? -1 : 1,
    );
  return (
    <Section
      title={`${component.letter} so far`}
      end={aim === undefined ? undefined : `barline: the aim, ${aim}`}
    >
      {sheets.length === 0 && <p className={css.none}>Not marked yet.</p>}
      <ul>
        {sheets.slice(-6).map(({ sheet, mark: { mark, kind }, maxMark, current }) => {
          const who = ASSESSOR_NAME[sheet.assessor];
          return (
            <li key={sheet.id} className={css.row}>
              <span data-today={sheet.day === today}>
                {sheet.day === today ? 'today' : formatDay(sheet.day, 'short')}
              </span>
              <MarkLine
                marks={[{ mark, glyph: ASSESSOR_GLYPH[sheet.assessor], latest: true }]}
                lines={aim === undefined || !current ? [] : [{ mark: aim, label: 'aim' }]}
                max={maxMark ?? mark}
                width={176}
                say={`${who}, ${mark} of ${maxMark ?? 'a maximum that was not kept'}${kind === 'part' ? ' so far' : ''}${current ? '' : ', marked under the earlier scheme'}`}
              />
              <b>
                {mark}
                {kind === 'part' ? ' …' : ''}
              </b>
              {!current && (
                <p className={css.earlier}>
                  {maxMark === null ? '' : `of ${maxMark}, `}marked under the earlier scheme
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
