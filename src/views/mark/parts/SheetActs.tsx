import type { Ref } from 'react';
import type { Criterion, MarkSheet, SchemeComponent } from '@/core/marks';
import type { Tempo } from '@/core/music';
import type { GoalContext } from '@/core/register';
import type { Component } from '@/core/requirements';
import { formatDay, type CalendarDay } from '@/core/time';
import { valueAt } from '@/core/value-at';
import { closeSheet, letStand } from '@/store';
import { Button, LinkButton } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { TapButton } from '../../shell/TapButton';
import { soFar } from '../mark-model';
import css from './SheetActs.module.css';

/** What can be done with a mark sheet besides giving marks. */
export function SheetActs({
  context,
  component,
  scheme,
  sheet,
  criterion,
  day,
  today,
  tempo,
  pieceId,
  isListening,
  isPlaying,
  listenButton,
  onListen,
  letters,
  onClear,
  onToday,
  onLetters,
}: {
  readonly context: GoalContext;
  readonly component: Component;
  readonly scheme: SchemeComponent;
  readonly sheet: MarkSheet | undefined;
  /** The one that is marked next. */
  readonly criterion: Criterion | undefined;
  readonly day: CalendarDay;
  readonly today: CalendarDay;
  readonly tempo: Tempo | null;
  /** The piece that is marked; null where there is none. */
  readonly pieceId: string | null;
  /** Whether it is listened to below. */
  readonly isListening: boolean;
  /** Whether a take is being played, which would be lost. */
  readonly isPlaying: boolean;
  readonly listenButton: Ref<HTMLButtonElement>;
  readonly onListen: () => void;
  readonly letters: boolean;
  readonly onClear: () => void;
  readonly onToday: () => void;
  readonly onLetters: (letters: boolean) => void;
}) {
  const stand = context.standing.marks.find((each) => each.componentId === component.id);
  return (
    <div className={css.root}>
      <LinkButton keyName="H" href={hrefOf('/own-marks', { goal: context.goal.id, component: component.id })}>
        Hand over for own marks
      </LinkButton>
      <LinkButton look="quiet" href={hrefOf('/print', { sheet: 'own', goal: context.goal.id })}>
        Print a sheet for own marks
      </LinkButton>
      {sheet && !sheet.closed && soFar(scheme, sheet)?.kind === 'complete' && (
        <Button onClick={() => void closeSheet(sheet.id)}>Close the mark sheet</Button>
      )}
      <Button disabled={!sheet || valueAt(sheet.marks, criterion?.id ?? '') === undefined} onClick={onClear}>
        Clear {criterion?.name.toLowerCase()}
      </Button>
      <TapButton tempo={tempo} />
      {pieceId !== null && (
        <>
          <Button ref={listenButton} pressed={isListening} disabled={isPlaying} onClick={onListen}>
            Listen
          </Button>
          <LinkButton href={hrefOf('/run', { student: context.student.id, piece: pieceId })}>
            Run-through
          </LinkButton>
        </>
      )}
      <LinkButton look="quiet" href="/panel">
        Panels
      </LinkButton>
      {stand?.mock && (
        <Button onClick={() => void letStand(stand.mock?.sheetId ?? '', true)}>
          Count the mock examiner’s {stand.mock.mark} of {formatDay(stand.mock.day, 'medium')}
        </Button>
      )}
      {stand?.from?.assessor === 'mock' && (
        <Button onClick={() => void letStand(stand.from?.sheetId ?? '', false)}>
          Do not count the mock examiner’s {stand.from.mark}
        </Button>
      )}
      {day !== today && (
        <p>
          <b>These are the marks of {formatDay(day, 'full')}.</b> They keep their day.{' '}
          <Button look="quiet" onClick={onToday}>
            Back to today
          </Button>
        </p>
      )}
      {sheet?.closed && (
        <p className={css.soft}>This sheet is closed; the next mark makes a correction that supersedes it.</p>
      )}
      <label className={css.soft}>
        <input
          type="checkbox"
          checked={letters}
          onChange={(event) => {
            localStorage.setItem('formal-stave.letters', event.target.checked ? 'on' : 'off');
            onLetters(event.target.checked);
          }}
        />{' '}
        letter keys pick the criterion
      </label>
    </div>
  );
}
