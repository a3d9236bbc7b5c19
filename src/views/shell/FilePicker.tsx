import { useId, useState } from 'react';
import css from './FilePicker.module.css';

/** Largest file taken, in bytes; a studio of 200 students with years of marks is under 30 MB, its scores aside. */
const MOST = 200_000_000;

/** A file from the disk. Nothing leaves the browser. */
export function FilePicker({
  label,
  accept,
  onFile,
}: {
  readonly label: string;
  /** Endings and types, as an input takes them. */
  readonly accept: string;
  readonly onFile: (bytes: Uint8Array<ArrayBuffer>) => void;
}) {
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <div className={css.root}>
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        type="file"
        accept={accept}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (!file) return;
          if (file.size > MOST) {
            setProblem(`${file.name} is larger than 200 MB.`);
            return;
          }
          setProblem(null);
          void file.arrayBuffer().then((buffer) => onFile(new Uint8Array(buffer)));
        }}
      />
      {problem !== null && <p role="alert">{problem}</p>}
    </div>
  );
}
