import { demandWords } from '@/core/skills';
import { inTerms } from '@/core/terms';
import { lazy, memo, Suspense, useMemo, useState } from 'react';
import { repertoireOf } from '@/core/register';
import type { Piece } from '@/core/repertoire';
import { RELATIONS, related, sharedDemands, type Relation, type Shelf, type ShelfItem } from '@/core/shelf';
import { shortName, type Student } from '@/core/students';
import { newId, takeIntoRepertoire, type ReadyState } from '@/store';
import { Button, Glyph, LinkButton, Roving, Section, TempoMark } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { placeWords, stateWords, timeWords } from '../shelf-model';
import { ScoreLink } from './ScoreLink';
import css from '../RepertoireView.module.css';

const PieceDialog = lazy(() =>
  import('../../library/parts/PieceDialog').then((part) => ({ default: part.PieceDialog })),
);
const PartsDialog = lazy(() => import('./PartsDialog').then((part) => ({ default: part.PartsDialog })));
const RepertoireDialog = lazy(() =>
  import('./RepertoireDialog').then((part) => ({ default: part.RepertoireDialog })),
);

/** Pieces named under each relation; the button shows the rest on the shelf. */
const RELATED = 3;

/** One piece: its facts, where each requirement puts it, what it asks of the student, what it leads to. */
export const PiecePanel = memo(function PiecePanel({
  ready,
  shelf,
  item: { piece, places },
  student,
  had,
  onNear,
  onPick,
}: {
  readonly ready: ReadyState;
  readonly shelf: Shelf;
  readonly item: ShelfItem;
  readonly student: Student | null;
  readonly had: ReadonlySet<string> | null;
  readonly onNear: (as: Relation, pieceId: string) => void;
  readonly onPick: (pieceId: string) => void;
}) {
  const { studio, now } = ready;
  const [dialog, setDialog] = useState<'none' | 'facts' | 'parts' | 'repertoire'>('none');
  const close = () => setDialog('none');
  const kin = useMemo(
    () => RELATIONS.map((as) => ({ as, found: related(shelf, piece.id, as, RELATED) })),
    [shelf, piece.id],
  );
  const own = student
    ? repertoireOf(studio, student.id).find(({ pieceId }) => pieceId === piece.id)
    : undefined;
  const facts = [
    timeWords(piece),
    piece.key,
    piece.metre,
    piece.bars === null ? null : inTerms`${piece.bars} bars`,
    piece.barsToLearn === null ? null : `${piece.barsToLearn} to learn`,
    piece.period,
    piece.character,
    piece.accompaniment,
    piece.kind === 'piece' ? null : piece.kind,
  ].filter((fact) => fact !== null);
  return (
    <>
      <Section title={piece.title} end={piece.composer}>
        <p>
          {facts.join(' · ')}
          {piece.tempo && (
            <>
              {' · '}
              <TempoMark {...piece.tempo} />
            </>
          )}
        </p>
        {piece.notes !== undefined && <p className={css.soft}>{piece.notes}</p>}
        <div className={css.acts}>
          {student &&
            (own ? (
              <>
                <span>
                  {shortName(student.name)}: {stateWords(own)}
                </span>
                <Button look="quiet" onClick={() => setDialog('repertoire')}>
                  Set its state
                </Button>
              </>
            ) : (
              <Button
                look="do"
                onClick={() =>
                  void takeIntoRepertoire({
                    id: newId(),
                    studentId: student.id,
                    pieceId: piece.id,
                    part: null,
                    stretch: false,
                    steps: [{ state: 'begun', day: now.day }],
                  })
                }
              >
                Begin with {shortName(student.name)}
              </Button>
            ))}
          <Button onClick={() => setDialog('facts')}>Change its facts</Button>
          {piece.parts && <Button onClick={() => setDialog('parts')}>Give out the parts</Button>}
        </div>
        <ScoreLink piece={piece} studio={studio} />
      </Section>
      <Section title="Placed" end={places.length === 0 ? 'in no requirement' : undefined}>
        <ul className={css.list}>
          {places.map((place) => (
            <li key={`${place.setId}${place.levelName}${place.list}`}>{placeWords(place, studio.sets)}</li>
          ))}
        </ul>
      </Section>
      <Section title="Asks for" end={demandsEnd(piece, student, had)}>
        <ul className={css.list}>
          {piece.demands.map((demand) => {
            const has = had?.has(demand.toLowerCase());
            return (
              <li key={demand}>
                {has !== undefined && (
                  <Glyph name={has ? 'tick' : 'gate'} label={has ? 'has it' : 'new'} size={13} />
                )}
                {demandWords(demand)}
              </li>
            );
          })}
        </ul>
        {piece.demands.length === 0 && (
          <p className={css.soft}>Not known. Type its demands by hand, or take them from a score.</p>
        )}
      </Section>
      {kin.map(({ as, found }) => (
        <Section
          key={as}
          title={as === 'prepares for' ? 'Prepares for' : 'Follows from'}
          end={
            found.length > 0 && (
              <Button
                look="quiet"
                onClick={() => onNear(as === 'prepares for' ? 'follows from' : 'prepares for', piece.id)}
              >
                Show all
              </Button>
            )
          }
        >
          <Roving>
            <ul className={css.list}>
              {found.map(({ piece: other }) => (
                <li key={other.id}>
                  <Button look="name" onClick={() => onPick(other.id)}>
                    {other.title}
                  </Button>
                  <span className={css.soft}>{sharedDemands(piece, other).join(', ')}</span>
                </li>
              ))}
            </ul>
          </Roving>
          {found.length === 0 && <p className={css.soft}>No piece shares a demand with it there.</p>}
        </Section>
      ))}
      {student && (
        <LinkButton look="quiet" href={hrefOf('/skills', { student: student.id })}>
          Skills of {student.name}
        </LinkButton>
      )}
      <Suspense fallback={null}>
        {dialog === 'facts' && <PieceDialog piece={piece} onClose={close} />}
        {dialog === 'parts' && <PartsDialog ready={ready} piece={piece} onClose={close} />}
        {dialog === 'repertoire' && own && (
          <RepertoireDialog entry={own} piece={piece} today={now.day} onClose={close} />
        )}
      </Suspense>
    </>
  );
});

function demandsEnd(piece: Piece, student: Student | null, had: ReadonlySet<string> | null) {
  if (!student || !had || piece.demands.length === 0) return undefined;
  const count = piece.demands.filter((demand) => had.has(demand.toLowerCase())).length;
  return `${shortName(student.name)} has ${count} of ${piece.demands.length}`;
}
