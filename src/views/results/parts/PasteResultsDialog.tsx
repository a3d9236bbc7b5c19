import { useCallback, useState } from 'react';
import {
  readResults,
  RESULT_COLUMNS,
  type ColumnMap,
  type DayOrder,
  type PastedTable,
  type ResultColumn,
  type Studio,
} from '@/core/files';
import { formatDay, type CalendarDay } from '@/core/time';
import { takeResults } from '@/store';
import { Dialog, SelectField } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';
import { useDraft } from '../../shell/use-draft';

/** A table of official results, of this session or of earlier years. */
export function PasteResultsDialog({
  studio,
  today,
  onClose,
}: {
  readonly studio: Studio;
  readonly today: CalendarDay;
  readonly onClose: () => void;
}) {
  const form = useDraft<null>('paste/results', 'Paste results', null);
  const [dayOrder, setDayOrder] = useState<DayOrder | null>(null);
  const read = useCallback(
    (table: PastedTable, map: ColumnMap<ResultColumn>) => {
      const { items, bad, asksDayOrder } = readResults(table, map, {
        today,
        students: studio.students.values(),
        sets: studio.sets.values(),
        goals: studio.goals.values(),
        dayOrder,
      });
      const questions = asksDayOrder && (
        <SelectField
          label="Days such as 4/5/2026"
          value={dayOrder ?? ''}
          options={[
            { value: '', label: 'which comes first?' },
            { value: 'day first', label: 'the day comes first' },
            { value: 'month first', label: 'the month comes first' },
          ]}
          onChange={(value) => setDayOrder(value === '' ? null : (value as DayOrder))}
        />
      );
      return { items, bad, questions };
    },
    [studio, today, dayOrder],
  );
  return (
    <Dialog title="Paste results" wide onClose={onClose} {...form.dialog}>
      <PasteTable
        form={form}
        fields={RESULT_COLUMNS}
        read={read}
        itemWord="result"
        preview={({ studentName, set, level, result, goalId }) => [
          studentName,
          `${set.name} ${level.name}`,
          formatDay(result.on, 'written'),
          result.award ?? 'no award',
          result.total === null ? '' : String(result.total),
          goalId === null ? 'from before' : '',
        ]}
        onTake={(items) => {
          void takeResults(items).then((kept) => {
            if (kept) onClose();
          });
        }}
      />
    </Dialog>
  );
}
