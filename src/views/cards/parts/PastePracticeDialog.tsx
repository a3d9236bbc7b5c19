import { useCallback } from 'react';
import {
  PRACTICE_COLUMNS,
  readPractice,
  type ColumnMap,
  type PastedTable,
  type PracticeColumn,
  type Studio,
} from '@/core/files';
import { practiceNames } from '@/core/register';
import { formatDay, type CalendarDay } from '@/core/time';
import { addAllPractice } from '@/store';
import { Dialog } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';
import { useDraft } from '../../shell/use-draft';

/** A table of practice, such as a family keeps in a spreadsheet. */
export function PastePracticeDialog({
  studio,
  today,
  onClose,
}: {
  readonly studio: Studio;
  readonly today: CalendarDay;
  readonly onClose: () => void;
}) {
  const form = useDraft<null>('paste/practice', 'Paste practice', null);
  const read = useCallback(
    (table: PastedTable, map: ColumnMap<PracticeColumn>) =>
      readPractice(table, map, practiceNames(studio, today), today),
    [studio, today],
  );
  return (
    <Dialog title="Paste practice" wide onClose={onClose} {...form.dialog}>
      <PasteTable
        form={form}
        fields={PRACTICE_COLUMNS}
        read={read}
        itemWord="entry"
        preview={({ studentId, day, minutes }) => [
          studio.students.get(studentId)?.name ?? '',
          formatDay(day, 'short'),
          `${minutes} min`,
        ]}
        onTake={(items) => {
          void addAllPractice(items).then((kept) => {
            if (kept) onClose();
          });
        }}
      />
    </Dialog>
  );
}
