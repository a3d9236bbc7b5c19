import { demandWords } from '@/core/skills';
import { inTerms } from '@/core/terms';
import { useMemo, useState, type ReactNode } from 'react';
import equal from 'fast-deep-equal';
import type { StudioSettings } from '@/core/files';
import { formatTime } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import type { KeptScore } from '@/core/score';
import { savePiece } from '@/store';
import { Button, Dialog, DialogActs, Loading, Table, TempoMark } from '@/ui';
import { useSaving } from '../../shell/use-saving';
import { readAs, useScore } from '../../score/use-score';
import { scoreFacts } from '../score-facts';
import css from '../RepertoireView.module.css';

/** What the score says against what is typed; taken over whole or left. */
export function FactsDialog({
  piece: given,
  score,
  settings,
  onClose,
}: {
  readonly piece: Piece;
  readonly score: KeptScore;
  readonly settings: StudioSettings;
  readonly onClose: () => void;
}) {
  const [piece] = useState(given);
  const saving = useSaving(savePiece, onClose);
  const options = useMemo(() => readAs(settings), [settings]);
  const read = useScore(score.textId, options);
  const facts = read.kind === 'ready' ? scoreFacts(read.answer) : null;
  const time = (seconds: number | null) => (seconds === null ? '–' : formatTime(seconds));
  const tempo = (each: Piece['tempo']) => (each === null ? '–' : <TempoMark {...each} />);
  const span = (semitones: number | undefined) => (semitones === undefined ? '–' : `${semitones} semitones`);
  const rows: readonly (readonly [string, ReactNode, ReactNode])[] = facts
    ? [
        ['Time', time(piece.seconds), time(facts.seconds)],
        [inTerms('Bars'), String(piece.bars ?? '–'), String(facts.bars)],
        [inTerms('Bars to learn'), String(piece.barsToLearn ?? '–'), String(facts.barsToLearn)],
        [inTerms('Metre'), piece.metre ?? '–', facts.metre ?? '–'],
        ['Tempo', tempo(piece.tempo), equal(piece.tempo, facts.tempo) ? 'the same' : tempo(facts.tempo)],
        ['Widest span', span(piece.span), span(facts.span)],
        [
          'Demands',
          piece.demands.map(demandWords).join(', ') || '–',
          facts.demands.map(demandWords).join(', ') || '–',
        ],
      ]
    : [];
  return (
    <>
      <Dialog title={`${piece.title}, from its score`} wide onClose={onClose}>
        {read.kind === 'reading' && <Loading what="The score is being read" />}
        {read.kind === 'refused' && <p role="alert">{read.words}</p>}
        {facts && (
          <>
            <Table label="Facts" head={['Fact', 'Now', 'By the score']} tight>
              {rows.map(([name, now, then]) => (
                <tr key={name}>
                  <th scope="row">{name}</th>
                  <td>{now}</td>
                  <td>{then === now ? 'the same' : then}</td>
                </tr>
              ))}
            </Table>
            <p className={css.soft}>Demands typed by hand stay; those of the score come beside them.</p>
            <DialogActs>
              <Button
                look="do"
                onClick={() => {
                  const names = new Set(piece.demands.map((demand) => demand.toLowerCase()));
                  saving.save(
                    {
                      ...piece,
                      ...facts,
                      seconds: facts.seconds ?? piece.seconds,
                      metre: facts.metre ?? piece.metre,
                      tempo: facts.tempo ?? piece.tempo,
                      demands: [
                        ...piece.demands,
                        ...facts.demands.filter((demand) => !names.has(demand.toLowerCase())),
                      ].slice(0, 60),
                    },
                    piece,
                  );
                }}
              >
                Take them
              </Button>
            </DialogActs>
          </>
        )}
      </Dialog>
      {saving.asking}
    </>
  );
}
