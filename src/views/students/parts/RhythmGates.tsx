import { useState } from 'react';
import { rhythmGatesOfStudent } from '@/core/files';
import {
  foundFault,
  isRhythmPassed,
  rhythmDone,
  RHYTHM_STEPS,
  shownIn,
  type RhythmExtract,
  type RhythmGate,
} from '@/core/plan';
import type { Piece } from '@/core/repertoire';
import type { Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import { formatDay, type CalendarDay } from '@/core/time';
import { foundRhythm, newId, removeRhythmGate, setRhythmGate, showRhythm, type ReadyState } from '@/store';
import {
  Button,
  CheckField,
  Dialog,
  DialogActs,
  Glyph,
  LinkButton,
  Section,
  SelectField,
  TextField,
  type GlyphName,
  Sideways,
} from '@/ui';
import { hrefOf } from '../../shell/addresses';
import css from './RhythmGates.module.css';

const GLYPH = { 'not yet': 'gate', 'with teacher': 'half', alone: 'tick' } as const satisfies Record<
  string,
  GlyphName
>;

/** The rhythm gates of a student: what must be shown alone before each piece is begun. */
export function RhythmGates({
  ready: { studio, now },
  student,
  pieces,
}: {
  readonly ready: Pick<ReadyState, 'studio' | 'now'>;
  readonly student: Student;
  /** That a gate can be set for. */
  readonly pieces: readonly Piece[];
}) {
  const [isSetting, set] = useState(false);
  const gates = rhythmGatesOfStudent(studio, student.id);
  return (
    <Section title="Rhythm before the score" end={gates.length > 0 ? 'press a field to go on' : undefined}>
      {gates.map((gate) => (
        <Grid
          key={gate.id}
          gate={gate}
          title={studio.pieces.get(gate.pieceId)?.title ?? 'a piece that is gone'}
          day={now.day}
        />
      ))}
      {pieces.length > 0 && (
        <Button look="quiet" onClick={() => set(true)}>
          Set a rhythm gate
        </Button>
      )}
      {isSetting && (
        <SetDialog studentId={student.id} pieces={pieces} day={now.day} onClose={() => set(false)} />
      )}
    </Section>
  );
}

function Grid({
  gate,
  title,
  day,
}: {
  readonly gate: RhythmGate;
  readonly title: string;
  readonly day: CalendarDay;
}) {
  const { alone, of } = rhythmDone(gate);
  return (
    <div className={css.gate}>
      <p className={css.head}>
        <b>{title}</b>
        <span>
          {isRhythmPassed(gate) ? 'passed' : `${alone} of ${of} alone`}, set {formatDay(gate.setOn, 'short')}
        </span>
        <LinkButton look="quiet" href={hrefOf('/print', { sheet: 'rhythm', gate: gate.id })}>
          Sheet for home
        </LinkButton>
        <Button
          look="quiet"
          label={`Remove the rhythm gate of ${title}`}
          onClick={() => void removeRhythmGate(gate.id)}
        >
          ×
        </Button>
      </p>
      <Sideways label={`Rhythm gate of ${title}`}>
        <table className={css.grid}>
          <thead>
            <tr>
              <th scope="col">Rhythm</th>
              {gate.steps.map((step) => (
                <th key={step} scope="col">
                  {step}
                </th>
              ))}
              <th scope="col">Found in the score</th>
            </tr>
          </thead>
          <tbody>
            {gate.extracts.map((extract) => (
              <tr key={extract.id}>
                <th scope="row">{extract.words}</th>
                {gate.steps.map((step) => {
                  const how = shownIn(gate, extract.id, step);
                  return (
                    <td key={step}>
                      <button
                        type="button"
                        className={css.cell}
                        aria-label={`${extract.words}, ${step}: ${how}`}
                        onClick={() => void showRhythm(gate.id, extract.id, step, day)}
                      >
                        <Glyph name={GLYPH[how]} /> {how}
                      </button>
                    </td>
                  );
                })}
                <td>
                  <Found gate={gate} extract={extract} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
    </div>
  );
}

/** Where the student says that it stands; checked against the score. */
function Found({ gate, extract }: { readonly gate: RhythmGate; readonly extract: RhythmExtract }) {
  const [typed, setTyped] = useState((extract.found ?? []).join(', '));
  if (extract.bars.length === 0) return <span className={css.soft}>typed, not in a score</span>;
  const named = typed.split(/[\s,;]+/).filter(Boolean);
  const isRead = named.every((each) => /^\d{1,5}$/.test(each));
  const { wrong, missing } = foundFault(extract);
  const words =
    extract.found === undefined || extract.found.length === 0
      ? ''
      : wrong.length > 0
        ? inTerms`not in bar ${wrong.join(', ')}`
        : missing > 0
          ? `${missing} more to find`
          : 'all found';
  return (
    <form
      className={css.found}
      onSubmit={(event) => {
        event.preventDefault();
        if (isRead) void foundRhythm(gate.id, extract.id, named.map(Number));
      }}
    >
      <TextField
        label={inTerms`Bars of ${extract.words}`}
        value={typed}
        onChange={setTyped}
        error={isRead ? undefined : 'as 3, 9'}
      />
      <span className={css.soft}>{words}</span>
      <Button
        type="submit"
        look="quiet"
        disabled={!isRead}
        label={inTerms`Check the bars of ${extract.words}`}
      >
        Check
      </Button>
    </form>
  );
}

/** Rhythms of the score that are offered at once. */
const OFFERED = 6;

function SetDialog({
  studentId,
  pieces,
  day,
  onClose,
}: {
  readonly studentId: string;
  readonly pieces: readonly Piece[];
  readonly day: CalendarDay;
  readonly onClose: () => void;
}) {
  const [pieceId, setPieceId] = useState(pieces[0]?.id ?? '');
  const piece = pieces.find(({ id }) => id === pieceId);
  const offered = (piece?.work?.rhythms ?? []).slice(0, OFFERED);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [typed, setTyped] = useState('');
  const [steps, setSteps] = useState<ReadonlySet<string>>(new Set(RHYTHM_STEPS.slice(0, 3)));
  const [isFirst, setFirst] = useState(false);
  const extracts: RhythmExtract[] = [
    ...offered.flatMap((bars, at) =>
      left.has(at) ? [] : [{ id: newId(), words: inTerms`bar ${bars[0] ?? ''}`, bars }],
    ),
    ...typed
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean)
      .map((words) => ({ id: newId(), words, bars: [] })),
  ];
  const toggled = <T,>(set: ReadonlySet<T>, value: T): ReadonlySet<T> => {
    const next = new Set(set);
    if (!next.delete(value)) next.add(value);
    return next;
  };
  const isReady = extracts.length > 0 && steps.size > 0;
  return (
    <Dialog title="Set a rhythm gate" onClose={onClose}>
      <SelectField
        label="Before"
        value={pieceId}
        options={pieces.map(({ id, title }) => ({ value: id, label: title }))}
        onChange={(id) => {
          setPieceId(id);
          setLeft(new Set());
        }}
      />
      {offered.length > 0 && (
        <fieldset>
          <legend>Rhythms of its score</legend>
          {offered.map((bars, at) => (
            <CheckField
              key={bars[0]}
              label={
                bars.length === 1
                  ? inTerms`bar ${bars[0] ?? ''}`
                  : inTerms`bar ${bars[0] ?? ''}, in ${bars.length} bars`
              }
              checked={!left.has(at)}
              onChange={() => setLeft(toggled(left, at))}
            />
          ))}
        </fieldset>
      )}
      <TextField label="Rhythms in your own words, one a line" rows={3} value={typed} onChange={setTyped} />
      <fieldset>
        <legend>Each is shown</legend>
        {RHYTHM_STEPS.map((step) => (
          <CheckField
            key={step}
            label={step}
            checked={steps.has(step)}
            onChange={() => setSteps(toggled(steps, step))}
          />
        ))}
      </fieldset>
      <CheckField label="a figure is met for the first time" checked={isFirst} onChange={setFirst} />
      <DialogActs>
        <Button
          look="do"
          disabled={!isReady}
          onClick={() => {
            void setRhythmGate({
              studentId,
              pieceId,
              setOn: day,
              isFirst,
              extracts,
              steps: RHYTHM_STEPS.filter((step) => steps.has(step)),
              shown: {},
            });
            onClose();
          }}
        >
          Set the gate
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </DialogActs>
    </Dialog>
  );
}
