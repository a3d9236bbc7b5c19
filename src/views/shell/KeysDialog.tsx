import { inTerms } from '@/core/terms';
import { Dialog, KeyCap, Table } from '@/ui';
import { VIEW_HELP } from './view-help';
import { TABS } from './views-table';

const KEYS: readonly (readonly [string, string])[] = [
  ...TABS.map(({ name, path }, at) => [String(at + 1), `${name}: ${VIEW_HELP[path] ?? ''}`] as const),
  ['/, Ctrl K', 'find anything'],
  ['F', inTerms('Fit, Programme, Repertoire: find in the list')],
  ['J, K', 'next, back'],
  ['Enter', 'the first button'],
  ['↑ ↓ ← →', 'move within a list, a map or a table; Tab leaves it'],
  ['P', 'print'],
  ['D', 'Register: next decision'],
  ['S', 'Register: the student’s page'],
  ['L', 'Register, Student: the list of students'],
  ['[, ]', 'Plan: week back, week on'],
  ['G', 'Plan: move the next gate'],
  ['Q W E R T Y', 'Mark: pick the criterion'],
  ['0 to 9', 'Mark: give the mark and go on; Shift with a figure is the student’s own'],
  ['N', inTerms('Mark: note at a bar; Student: note on the lesson')],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['Esc', 'close'],
];

export function KeysDialog({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog title="Keys" onClose={onClose}>
      <Table label="Keys" head={['Key', 'What it does']} tight>
        {KEYS.map(([key, does]) => (
          <tr key={key}>
            <td>
              <KeyCap name={key} />
            </td>
            <td>{does}</td>
          </tr>
        ))}
      </Table>
    </Dialog>
  );
}
