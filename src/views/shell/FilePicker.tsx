import { useId, useState } from 'react';
import css from './FilePicker.module.css';

/** Largest file taken, in bytes; a studio of 200 students with years of marks is under 30 MB. */
const MOST = 60_000_000;

/** A file from the disk, read as UTF-8 text. Nothing leaves the browser. */
export function FilePicker({
  label,
  onText,
}: {
  readonly label: string;
  readonly onText: (text: string, name: string) => void;
}) {
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <div className={css.root}>
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        type="file"
        accept=".json,application/json"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (!file) return;
          if (file.size > MOST) {
            setProblem(`${file.name} is larger than 60 MB.`);
            return;
          }
          setProblem(null);
          void file.text().then((text) => onText(text, file.name));
        }}
      />
      {problem !== null && <p role="alert">{problem}</p>}
    </div>
  );
}
