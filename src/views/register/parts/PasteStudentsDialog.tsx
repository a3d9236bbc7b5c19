import {
  readStudents,
  STUDENT_COLUMNS,
  type ColumnMap,
  type PastedTable,
  type StudentColumn,
} from '@/core/files';
import { addStudents, newId } from '@/store';
import { Dialog } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';

const read = (table: PastedTable, map: ColumnMap<StudentColumn>) => {
  const { students, bad } = readStudents(table, map, newId);
  return { items: students, bad };
};

export function PasteStudentsDialog({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog title="Paste students" onClose={onClose} wide>
      <PasteTable
        fields={STUDENT_COLUMNS}
        read={read}
        itemWords="students"
        preview={(student) => [
          student.name,
          student.instrument,
          student.birthDate,
          student.slot.kind === 'none' ? 'no lesson' : student.slot.start,
        ]}
        onTake={(students) => {
          void addStudents(students);
          onClose();
        }}
      />
    </Dialog>
  );
}
