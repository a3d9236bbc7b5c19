import { useState } from 'react';
import type { Heard } from '@/core/listening';
import type { Piece } from '@/core/repertoire';
import type { Student } from '@/core/students';
import { keepTake, MOST_BYTES, newId, type ReadyState, type Take, type TakeRefusal } from '@/store';
import { say } from '../shell/say';
import { sizeWords } from './take-model';
import type { HeardOf } from './use-listening';

/** Keeps what was captured as a take of the student; there is nothing to keep of taps, and of what is kept already. */
export function useKeepTake({
  which,
  student,
  piece,
  heard,
  of,
  now,
}: {
  readonly which: ReadyState['which'];
  readonly student: Student;
  readonly piece: Piece;
  readonly heard: Heard;
  readonly of: HeardOf;
  readonly now: ReadyState['now'];
}) {
  const [kept, set] = useState<{ readonly heard: Heard; readonly take: Take } | null>(null);
  const [isKeeping, begin] = useState(false);
  const [trouble, tell] = useState('');
  const take = of.take ?? (kept?.heard === heard ? kept.take : null);
  const { sound, source, bars } = of;
  const keepIt = async () => {
    if (!sound || source === 'taps' || isKeeping) return;
    begin(true);
    tell('');
    const { id: studentId } = student;
    const result = await keepTake(
      which,
      {
        id: newId(),
        studentId,
        pieceId: piece.id,
        day: now.day,
        time: now.time,
        source,
        bars,
        heard,
        seconds: heard.checks.seconds,
      },
      sound,
    );
    begin(false);
    if (result.ok) {
      set({ heard, take: result.value });
      say('The take is kept.');
    } else tell(refusalWords(result.why));
  };
  return { take, trouble, keepIt: sound && take === null ? () => void keepIt() : null };
}

const refusalWords = (why: TakeRefusal): string =>
  why.kind === 'not kept'
    ? 'The take could not be kept: the browser has no room for it. Delete older ones, or save them as files.'
    : `All takes may fill ${sizeWords(MOST_BYTES)}, and ${sizeWords(why.used)} are used. Delete older ones, then keep it.`;
