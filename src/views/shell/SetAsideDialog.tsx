import type { ReadyState } from '@/store';
import { Button, Dialog, DialogActs, Table } from '@/ui';
import { saveFile } from './save-file';

/** Records that could not be read: what is wrong with each, and all of them as a file. */
export function SetAsideDialog({
  aside,
  onClose,
}: {
  readonly aside: ReadyState['aside'];
  readonly onClose: () => void;
}) {
  return (
    <Dialog title="Records set aside" onClose={onClose} wide>
      <Table label="Records set aside" head={['Record', 'Where', 'What is wrong']} tight>
        {aside.map((each) => (
          <tr key={each.key}>
            <td>{each.key}</td>
            <td>{each.problems[0]?.pointer}</td>
            <td>{each.problems[0]?.message}</td>
          </tr>
        ))}
      </Table>
      <DialogActs>
        <Button
          onClick={() => saveFile('Set aside.json', JSON.stringify(aside, null, 2), 'application/json')}
        >
          Save them as a file
        </Button>
      </DialogActs>
    </Dialog>
  );
}
