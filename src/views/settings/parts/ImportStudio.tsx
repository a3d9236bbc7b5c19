import { useState } from 'react';
import { withoutStudents } from '@/core/files';
import type { Student } from '@/core/students';
import { formatDay } from '@/core/time';
import { erasedStudents, importPreview, takeImport, type ImportPreview, type Which } from '@/store';
import { Button, CheckField, ErrorSay, Section, TextField } from '@/ui';
import { FilePicker } from '../../shell/FilePicker';
import { Problems } from '../../shell/Problems';

/** A studio file: checked whole, its changes shown, conflicts left to the teacher, taken as one action. */
export function ImportStudio({
  which,
  isEmpty,
}: {
  readonly which: Which;
  /** Nothing is in the studio yet. */
  readonly isEmpty: boolean;
}) {
  const [file, setFile] = useState<Uint8Array<ArrayBuffer> | null>(null);
  const [passphrase, setPassphrase] = useState('');
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [fromFile, setFromFile] = useState<ReadonlySet<string>>(new Set());
  const [again, setAgain] = useState<ReadonlySet<string>>(new Set());
  const [taken, setTaken] = useState(false);
  const look = (source: Uint8Array<ArrayBuffer>, phrase: string) => {
    setTaken(false);
    void importPreview(source, phrase).then(setPreview);
  };
  /** Students of the file that were erased in this browser: they stay out unless they are asked for. */
  const erased =
    preview?.kind === 'preview'
      ? preview.merge.add.flatMap((record) => {
          const on = record.kind === 'student' ? erasedStudents(which).get(record.id) : undefined;
          return on ? [{ id: record.id, name: (record.data as Student).name, on }] : [];
        })
      : [];
  const merge =
    preview?.kind === 'preview'
      ? withoutStudents(preview.merge, new Set(erased.flatMap(({ id }) => (again.has(id) ? [] : [id]))))
      : null;
  const count = merge ? merge.add.length + merge.update.length + fromFile.size : 0;
  return (
    <Section
      title={isEmpty ? 'Open a studio file' : 'Import a studio file'}
      end={which === 'demo' ? 'into the demo' : undefined}
    >
      <FilePicker
        label="Studio file"
        accept=".zip,.json,application/zip,application/json"
        onFile={(source) => {
          setFile(source);
          setFromFile(new Set());
          look(source, '');
        }}
      />
      {preview?.kind === 'locked' && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (file !== null) look(file, passphrase);
          }}
        >
          <TextField
            label="Passphrase of the file"
            type="password"
            value={passphrase}
            onChange={setPassphrase}
            error={
              preview.tried ? 'This passphrase does not open the file, or the file was changed.' : undefined
            }
          />
          <Button type="submit" disabled={passphrase === ''}>
            Open the file
          </Button>
        </form>
      )}
      {preview?.kind === 'refused' && (
        <Problems title="This file cannot be imported" problems={preview.problems} />
      )}
      {merge && preview?.kind === 'preview' && !taken && (
        <>
          <p>
            Saved {formatDay(preview.exportedOn, 'written')}. It would add {merge.add.length} and change{' '}
            {merge.update.length} records; {merge.same} are the same, {merge.older} are older than here and
            stay.
          </p>
          {erased.length > 0 && (
            <ErrorSay
              title={
                erased.length === 1
                  ? 'A student erased here is in the file'
                  : 'Students erased here are in the file'
              }
            >
              <p>They stay out, with all that is theirs, unless they are ticked.</p>
              {erased.map(({ id, name, on }) => (
                <CheckField
                  key={id}
                  label={`${name}, erased on ${formatDay(on, 'written')}`}
                  checked={again.has(id)}
                  onChange={(take) =>
                    setAgain(new Set([...again].filter((each) => each !== id).concat(take ? [id] : [])))
                  }
                />
              ))}
            </ErrorSay>
          )}
          {merge.conflicts.length > 0 && (
            <ErrorSay title={`${merge.conflicts.length} changed on both sides`}>
              <p>Tick those to take from the file; the others stay as they are here.</p>
              <ul>
                {merge.conflicts.map(({ theirs }) => {
                  const key = `${theirs.kind}/${theirs.id}`;
                  const named = theirs.data as { readonly name?: string; readonly title?: string };
                  return (
                    <li key={key}>
                      <CheckField
                        label={`${theirs.kind} ${named.name ?? named.title ?? theirs.id}`}
                        checked={fromFile.has(key)}
                        onChange={(checked) => {
                          const next = new Set(fromFile);
                          if (checked) next.add(key);
                          else next.delete(key);
                          setFromFile(next);
                        }}
                      />
                    </li>
                  );
                })}
              </ul>
            </ErrorSay>
          )}
          <Button
            look="do"
            disabled={count === 0}
            onClick={() => void takeImport(merge, preview.texts, fromFile).then(setTaken)}
          >
            Import {count} {count === 1 ? 'record' : 'records'}
          </Button>
        </>
      )}
      {taken && <p role="status">Imported. One undo takes it back.</p>}
    </Section>
  );
}
