import { useEffect, useState } from 'react';
import { loadWords, parseRequirementFile, type RequirementFile } from '@/core/files';
import type { Studio } from '@/core/files';
import { setLabel } from '@/core/requirements';
import { takeRequirementFile } from '@/store';
import { Button, Dialog, DialogActs } from '@/ui';
import { FilePicker } from '../../shell/FilePicker';
import { Problems } from '../../shell/Problems';

/** A requirement file: checked whole, what it would change said, then taken as one action. */
export function ImportRequirementDialog({
  studio,
  onTaken,
  onClose,
}: {
  readonly studio: Studio;
  readonly onTaken: (setId: string) => void;
  readonly onClose: () => void;
}) {
  const [read, setRead] = useState<ReturnType<typeof parseRequirementFile> | null>(null);
  const [shipped, setShipped] = useState<readonly RequirementFile[]>([]);
  useEffect(() => {
    void import('@/demo').then(({ demoFiles }) => setShipped(demoFiles()));
  }, []);
  const file = read?.ok ? read.value : null;
  const known = file ? file.pieces.filter((piece) => studio.pieces.has(piece.id)).length : 0;
  return (
    <Dialog title="Import a requirement file" onClose={onClose}>
      <FilePicker
        label="Requirement file (JSON)"
        accept=".json,application/json"
        onFile={(bytes) =>
          void loadWords().then(() => setRead(parseRequirementFile(new TextDecoder().decode(bytes))))
        }
      />
      {!file && shipped.length > 0 && (
        <>
          <p>Or one of the invented examples, in the same format:</p>
          <DialogActs>
            {shipped.map((example) => (
              <Button key={example.set.id} onClick={() => setRead({ ok: true, value: example })}>
                {setLabel(example.set)}
              </Button>
            ))}
          </DialogActs>
        </>
      )}
      {read && !read.ok && <Problems title="This file cannot be imported" problems={read.why} />}
      {file && (
        <>
          <p>
            <b>{setLabel(file.set)}</b>: {file.set.levels.length}{' '}
            {file.set.levels.length === 1 ? 'level' : 'levels'}, {file.set.sessions.length}{' '}
            {file.set.sessions.length === 1 ? 'session' : 'sessions'}, {file.pieces.length} pieces.
          </p>
          <p>
            {studio.sets.has(file.set.id)
              ? 'It replaces this requirement in your library.'
              : 'It is new here.'}{' '}
            {known > 0
              ? `${known} of its pieces are in the library already; they take what the file says of them.`
              : ''}{' '}
            One undo takes it back.
          </p>
          <DialogActs>
            <Button look="do" onClick={() => void takeRequirementFile(file).then(() => onTaken(file.set.id))}>
              Import it into the library
            </Button>
          </DialogActs>
        </>
      )}
    </Dialog>
  );
}
