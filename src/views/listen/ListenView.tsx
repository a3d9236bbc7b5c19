import type { Piece } from '@/core/repertoire';
import { instrumentOn } from '@/core/students';
import type { ReadyState } from '@/store';
import { PageLine } from '../shell/PageLine';
import { StudioPage } from '../shell/StudioPage';
import { StudentAndPiece, WhoPlays } from '../run/StudentAndPiece';
import { ListenDesk } from './ListenDesk';

export const ListenView = () => <StudioPage>{(ready) => <ListenOf ready={ready} />}</StudioPage>;

const ListenOf = ({ ready }: { readonly ready: ReadyState }) => (
  <StudentAndPiece ready={ready} title="Listen" what="to listen to" preferred={hasScore}>
    {(student, piece, pickers) => (
      <>
        <PageLine
          title={piece.title}
          sub={<WhoPlays student={student}>{instrumentOn(student, ready.now.day)}</WhoPlays>}
          end={pickers}
        />
        <ListenDesk key={`${student.id} ${piece.id}`} ready={ready} student={student} piece={piece} />
      </>
    )}
  </StudentAndPiece>
);

const hasScore = ({ scoreId }: Piece): boolean => scoreId !== undefined;
