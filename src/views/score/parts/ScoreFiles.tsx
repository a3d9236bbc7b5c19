import { textId } from '@/core/files';
import { useRef, useState } from 'react';
import { PLAIN_X_RAY, type KeptScore } from '@/core/score';
import type { CalendarDay } from '@/core/time';
import { addScores, newId } from '@/store';
import { Button, Dialog, DialogActs, Table } from '@/ui';
import { readScoreFile, type ScoreAnswer } from '@/workers/score.job';
import { sizeWords } from '../score-model';
import { refusalWords } from '../use-score';
import css from '../ScoreView.module.css';

type Looked = { readonly name: string } & (
  | { readonly kind: 'reading'; readonly fraction: number }
  | { readonly kind: 'read'; readonly answer: ScoreAnswer; readonly textId: string }
  | { readonly kind: 'refused'; readonly words: string }
);

/** Files dropped or chosen: each is read and shown before anything is kept. */
export function ScoreFiles({
  scores,
  today,
  onTaken,
}: {
  readonly scores: readonly KeptScore[];
  readonly today: CalendarDay;
  readonly onTaken: (id: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [files, setFiles] = useState<readonly Looked[]>([]);
  const [over, setOver] = useState(false);
  const read = async (chosen: readonly File[]) => {
    setFiles(chosen.map(({ name }) => ({ kind: 'reading', name, fraction: 0 })));
    // One after the other, so that a handful of long scores does not hold the machine.
    for (const [at, file] of chosen.entries()) {
      const set = (looked: Looked) =>
        setFiles((before) => before.map((each, index) => (index === at ? looked : each)));
      const { name } = file;
      const bytes = new Uint8Array(await file.arrayBuffer());
      await new Promise<void>((resolve) => {
        readScoreFile.ask({ file: bytes, options: PLAIN_X_RAY }, (reply) => {
          if (reply.kind === 'progress') set({ kind: 'reading', name, fraction: reply.progress });
          else {
            set(
              reply.kind === 'answer'
                ? { kind: 'read', name, answer: reply.answer, textId: textId(reply.answer.xml) }
                : { kind: 'refused', name, words: refusalWords(reply) },
            );
            resolve();
          }
        });
      });
    }
  };
  const good = files.flatMap((each) => (each.kind === 'read' ? [each] : []));
  const busy = files.some(({ kind }) => kind === 'reading');
  const take = () => {
    const made = good.map(({ name, answer, textId: id }): KeptScore => ({
      id: newId(),
      title: answer.title || name.replace(/\.[^.]+$/, ''),
      composer: answer.composer.slice(0, 200),
      fileName: name.slice(0, 200),
      addedOn: today,
      textId: id,
      notes: [],
    }));
    void addScores(made, new Map(good.map(({ answer, textId: id }) => [id, answer.xml]))).then((kept) => {
      if (!kept || !made[0]) return;
      setFiles([]);
      onTaken(made[0].id);
    });
  };
  return (
    <>
      {/* A drop is a shortcut: the button does the same. */}
      {/* eslint-disable-next-line jsx-a11y/no-static-element-interactions */}
      <div
        className={css.drop}
        data-over={over}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          void read([...event.dataTransfer.files]);
        }}
      >
        <Button onClick={() => input.current?.click()}>Open scores</Button>
        <span className={css.soft}>MusicXML, plain or compressed; or drop files here</span>
        <input
          ref={input}
          type="file"
          multiple
          hidden
          accept=".musicxml,.xml,.mxl"
          aria-label="Score files"
          onChange={({ target }) => {
            void read([...(target.files ?? [])]);
            target.value = '';
          }}
        />
      </div>
      {files.length > 0 && (
        <Dialog
          title={files.length === 1 ? 'A score' : `${files.length} scores`}
          wide
          onClose={() => setFiles([])}
        >
          <Table label="Scores read" head={['File', 'What it says']} tight>
            {files.map((each) => (
              <tr key={each.name}>
                <th scope="row">{each.name}</th>
                <td>
                  {each.kind === 'reading' && `${Math.round(each.fraction * 100)} % read`}
                  {each.kind === 'refused' && each.words}
                  {each.kind === 'read' && (
                    <>
                      <b>{each.answer.title}</b> {sizeWords(each.answer)}
                      {scores.some((score) => score.textId === each.textId) && '; here already'}
                      {each.answer.notices.length > 0 && (
                        <span className={css.soft}>
                          {' '}
                          {each.answer.notices.map(({ what, count }) => `${what} (${count})`).join('; ')}
                        </span>
                      )}
                    </>
                  )}
                </td>
              </tr>
            ))}
          </Table>
          <DialogActs>
            <Button look="do" disabled={busy || good.length === 0} onClick={take}>
              {good.length === 1 ? 'Import the score' : `Import ${good.length} scores`}
            </Button>
          </DialogActs>
        </Dialog>
      )}
    </>
  );
}
