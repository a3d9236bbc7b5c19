import { useEffect, useRef } from 'react';
import type { Piece } from '@/core/repertoire';
import type { Student } from '@/core/students';
import type { ReadyState } from '@/store';
import { Button, KeysSilent, LinkButton, Section } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { ListenDesk } from '../../listen/ListenDesk';
import css from './Listening.module.css';

/** The piece that is marked, listened to beside the marks. The keys are those of the marking. */
export function Listening({
  ready,
  student,
  piece,
  isPlaying,
  onPlaying,
  onClose,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly piece: Piece;
  /** Whether a take is being played: who closed listening would lose it. */
  readonly isPlaying: boolean;
  readonly onPlaying: (isPlaying: boolean) => void;
  readonly onClose: () => void;
}) {
  const root = useRef<HTMLDivElement>(null);
  // It opens below the marks, where it might not be seen.
  useEffect(() => {
    root.current?.focus({ preventScroll: true });
    root.current?.scrollIntoView({ block: 'start' });
  }, []);
  return (
    <div ref={root} className={css.root} tabIndex={-1}>
      <Section
        title={`Listen: ${piece.title}`}
        end={
          <>
            <LinkButton look="quiet" href={hrefOf('/listen', { student: student.id, piece: piece.id })}>
              On a page of its own
            </LinkButton>{' '}
            <Button look="quiet" disabled={isPlaying} onClick={onClose}>
              Close listening
            </Button>
          </>
        }
      >
        <KeysSilent value>
          <ListenDesk ready={ready} student={student} piece={piece} onPlaying={onPlaying} />
        </KeysSilent>
      </Section>
    </div>
  );
}
