import { useEffect, useMemo, useRef, useState } from 'react';
import type { Piece } from '@/core/repertoire';
import type { Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import { addDays, formatDay } from '@/core/time';
import {
  agreeToRecording,
  chooseTake,
  dropTakes,
  MOST_BYTES,
  takeSound,
  type ReadyState,
  type Take,
} from '@/store';
import { Button, Confirm, ErrorSay, Glyph, Section, SelectField, Table, Unseen } from '@/ui';
import { clockWords } from '../../run/run-model';
import { fileName, saveFile } from '../../shell/save-file';
import { say } from '../../shell/say';
import type { AskedOfTake } from '@/core/register';
import { asWav, countWords, lookedAt, sizeWords, SOURCE_OF_TAKE, takeBarsWords } from '../take-model';
import css from './Takes.module.css';

/** Days after which takes may be deleted at once. */
const AGES = [30, 90, 180, 365];

/** The takes of a piece that were kept: heard again, compared, chosen, saved, deleted. */
export function Takes({
  ready: { which, now },
  student,
  piece,
  takes,
  asked,
  onLook,
  onPlace,
}: {
  readonly ready: Pick<ReadyState, 'which' | 'now'>;
  readonly student: Student;
  readonly piece: Piece;
  /** Of the whole studio. */
  readonly takes: readonly Take[];
  readonly asked: AskedOfTake;
  readonly onLook: (take: Take) => void;
  /** Seconds of the take that sound now; null when none does. */
  readonly onPlace: (place: number | null) => void;
}) {
  const own = useMemo(
    () => takes.filter(({ studentId, pieceId }) => studentId === student.id && pieceId === piece.id),
    [takes, student.id, piece.id],
  );
  const { all, best } = useMemo(() => lookedAt(own, asked, now.day), [own, asked, now.day]);
  const [open, show] = useState<string | null>(null);
  const [dropping, drop] = useState<Take | null>(null);
  const [age, setAge] = useState(AGES[1] ?? 90);
  const [clearing, clear] = useState(false);
  const { playing, trouble, hear, stop } = useHearing(which, onPlace);
  const bytes = takes.reduce((sum, take) => sum + take.bytes, 0);
  const before = addDays(now.day, -age);
  const old = takes.filter(({ day }) => day < before);
  const save = async (take: Take) => {
    const sound = await takeSound(which, take.id);
    if (!sound) {
      say('The sound of this take is not in this browser any more.');
      return;
    }
    saveFile(
      fileName(
        [student.name, piece.title, takeBarsWords(take), take.day, take.time.replace(':', '.')],
        'wav',
      ),
      await asWav(sound),
      'audio/wav',
    );
  };
  const { recordingAgreed: agreed } = student;
  return (
    <Section
      title="Takes"
      end={
        best
          ? `heard best: take ${all.indexOf(best) + 1}, ${countWords(best.count)}`
          : 'kept in this browser alone'
      }
    >
      {all.length === 0 ? (
        <p className={css.soft}>No take of this piece is kept.</p>
      ) : (
        <Table
          label="Kept takes"
          head={[
            'Take',
            'Recorded',
            'Length',
            'Heard',
            'Held against what is asked',
            <Unseen key="acts">Acts</Unseen>,
          ]}
        >
          {all.map(({ take, checks, count }, at) => (
            <tr key={take.id} className={css.row} data-chosen={take.isChosen}>
              <th scope="row">
                {at + 1}
                {take.isChosen && (
                  <>
                    {' '}
                    <Glyph name="tick" /> to send
                  </>
                )}
              </th>
              <td>
                {formatDay(take.day, 'short')}, {take.time}
                <small>
                  {SOURCE_OF_TAKE[take.source]}, {takeBarsWords(take)}
                </small>
              </td>
              <td>
                {clockWords(take.seconds)}
                <small>{sizeWords(take.bytes)}</small>
              </td>
              <td>{countWords(count)}</td>
              <td>
                <button
                  type="button"
                  className={css.checks}
                  aria-expanded={open === take.id}
                  onClick={() => show(open === take.id ? null : take.id)}
                >
                  {checks.filter(({ state }) => state === 'met').length} of {checks.length} met
                </button>
                {open === take.id && (
                  <ul className={css.list}>
                    {checks.map(({ what, state, why }) => (
                      <li key={what} data-state={state}>
                        <b>{inTerms(what)}</b>: {state}
                        {why === '' ? '' : inTerms(`, ${why}`)}
                      </li>
                    ))}
                  </ul>
                )}
              </td>
              <td>
                <div className={css.acts}>
                  <Button
                    label={`${playing === take.id ? 'Stop' : 'Hear'} take ${at + 1}`}
                    onClick={() => {
                      if (playing === take.id) stop();
                      else {
                        onLook(take);
                        void hear(take);
                      }
                    }}
                  >
                    {playing === take.id ? 'Stop' : 'Hear'}
                  </Button>
                  <Button label={`Look at take ${at + 1}`} onClick={() => onLook(take)}>
                    Look
                  </Button>
                  <Button
                    label={take.isChosen ? `Do not send take ${at + 1}` : `Choose take ${at + 1}`}
                    onClick={() => void chooseTake(which, take, !take.isChosen)}
                  >
                    {take.isChosen ? 'Not this' : 'Choose'}
                  </Button>
                  <Button label={`Save take ${at + 1}`} onClick={() => void save(take)}>
                    Save
                  </Button>
                  <Button label={`Delete take ${at + 1}`} onClick={() => drop(take)}>
                    Delete
                  </Button>
                </div>
              </td>
            </tr>
          ))}
        </Table>
      )}
      {trouble !== '' && <ErrorSay title={trouble} />}
      <div className={css.foot}>
        <span>
          {takes.length} {takes.length === 1 ? 'take' : 'takes'} in all, {sizeWords(bytes)} of{' '}
          {sizeWords(MOST_BYTES)}
        </span>
        {takes.length > 0 && (
          <>
            <SelectField
              label="Older than"
              value={String(age)}
              options={AGES.map((days) => ({ value: String(days), label: `${days} days` }))}
              onChange={(value) => setAge(Number(value))}
            />
            <Button disabled={old.length === 0} onClick={() => clear(true)}>
              {old.length === 0 ? 'None is older' : `Delete ${old.length}`}
            </Button>
          </>
        )}
        {agreed && (
          <>
            <span>
              {agreed.by === 'parent' ? 'A parent' : 'The student'} agreed to recordings on{' '}
              {formatDay(agreed.on, 'short')}
            </span>
            <Button onClick={() => void agreeToRecording(student.id, null)}>Take it back</Button>
          </>
        )}
      </div>
      {dropping && (
        <Confirm
          title={`Delete the take of ${formatDay(dropping.day, 'short')}, ${dropping.time}?`}
          action="Delete it"
          onClose={() => drop(null)}
          onConfirm={() => {
            stop();
            drop(null);
            void dropTakes(which, ({ id }) => id === dropping.id).then(() => say('The take is deleted.'));
          }}
        >
          Its sound and what was heard of it are gone for good. Faults and run-throughs that were kept stay.
        </Confirm>
      )}
      {clearing && (
        <Confirm
          title={`Delete ${old.length} ${old.length === 1 ? 'take' : 'takes'} from before ${formatDay(before, 'short')}?`}
          action="Delete them"
          onClose={() => clear(false)}
          onConfirm={() => {
            stop();
            clear(false);
            void dropTakes(which, ({ day }) => day < before).then((count) =>
              say(`${count} ${count === 1 ? 'take is' : 'takes are'} deleted.`),
            );
          }}
        >
          Takes of all students, for good. Save first what is to stay.
        </Confirm>
      )}
    </Section>
  );
}

/** One take heard again; whoever leaves has it stopped. */
function useHearing(which: ReadyState['which'], onPlace: (place: number | null) => void) {
  const [playing, set] = useState<string | null>(null);
  const [trouble, tell] = useState('');
  const audio = useRef<HTMLAudioElement | null>(null);
  const latest = useRef(onPlace);
  useEffect(() => {
    latest.current = onPlace;
  });
  const stop = () => {
    const sound = audio.current;
    audio.current = null;
    if (sound) {
      sound.pause();
      URL.revokeObjectURL(sound.src);
    }
    set(null);
    latest.current(null);
  };
  useEffect(
    () => () => {
      const sound = audio.current;
      audio.current = null;
      sound?.pause();
      if (sound) URL.revokeObjectURL(sound.src);
    },
    [],
  );
  useEffect(() => {
    if (playing === null) return undefined;
    const timer = setInterval(() => {
      if (audio.current) latest.current(audio.current.currentTime);
    }, 50);
    return () => clearInterval(timer);
  }, [playing]);
  const hear = async (take: Take) => {
    stop();
    tell('');
    const kept = await takeSound(which, take.id);
    if (!kept) {
      tell('The sound of this take is not in this browser any more.');
      return;
    }
    const sound = new Audio(URL.createObjectURL(new Blob([await asWav(kept)], { type: 'audio/wav' })));
    audio.current = sound;
    sound.addEventListener('ended', () => audio.current === sound && stop());
    set(take.id);
    await sound.play().catch(() => {
      stop();
      tell('This browser cannot play it. Save it and open it elsewhere.');
    });
  };
  return { playing, trouble, hear, stop };
}
