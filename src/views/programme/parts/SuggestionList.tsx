import { inTerms } from '@/core/terms';
import { lazy, Suspense, useState } from 'react';
import type { Studio } from '@/core/files';
import { reasonsOf, type GoalContext, type ProgrammeSums } from '@/core/register';
import type { Programme } from '@/core/requirements';
import { Button, Loading, Section } from '@/ui';
import { obstacleWords, plainWords, programmeOf, signed, titlesOf } from '../advice-model';
import type { Advice } from '../use-advice';
import { Tell } from '../../shell/Tell';
import css from './SuggestionList.module.css';

const CompareDialog = lazy(() => import('./CompareDialog').then((part) => ({ default: part.CompareDialog })));
const WeightsDialog = lazy(() => import('./WeightsDialog').then((part) => ({ default: part.WeightsDialog })));

/** The best programmes found, each with its sum in words; one press takes one whole. */
export function SuggestionList({
  advice,
  sums,
  context,
  studio,
  onStop,
  onTake,
  onTakeBackIn,
}: {
  readonly advice: Advice;
  readonly sums: ProgrammeSums;
  readonly context: GoalContext;
  readonly studio: Studio;
  readonly onStop: () => void;
  readonly onTake: (programme: Programme) => void;
  readonly onTakeBackIn: (pieceId: string) => void;
}) {
  const [dialog, setDialog] = useState<'none' | 'compare' | 'weights'>('none');
  const found = advice.kind === 'ready' ? advice.advice : null;
  const shown = found?.programmes ?? (advice.kind === 'stopped' ? advice.best : []);
  const words = (each: Parameters<typeof obstacleWords>[0]) => obstacleWords(each, context, studio.pieces);
  const count = found?.programmes.length;
  const unseen = sums.cut + sums.unsaid;
  const obstacles = found?.conflict?.kind === 'conflict' ? found.conflict.obstacles : null;
  return (
    <Section
      title={inTerms('Best programmes')}
      end={sums.question.locked.length > 0 ? 'kept pieces stay in' : undefined}
    >
      <Tell
        words={
          count === undefined
            ? ''
            : count === 1
              ? inTerms('One programme found')
              : inTerms`${count} programmes found`
        }
      />
      {advice.kind === 'asking' && (
        <div className={css.acts}>
          <Loading
            what={advice.tried === 0 ? 'Searched' : `${advice.tried.toLocaleString('en')} options checked`}
          />
          {advice.tried > 0 && (
            <Button look="quiet" onClick={onStop}>
              Stop
            </Button>
          )}
        </div>
      )}
      {advice.kind === 'stopped' && (
        <p>
          Stopped{shown.length > 0 ? '; these are the best found until then' : ''}
          {inTerms('. A change of the programme searches anew.')}
        </p>
      )}
      {advice.kind === 'crashed' && <p role="alert">The search failed. {advice.message}</p>}
      {found?.programmes.length === 0 && (
        <div role="status">
          {obstacles === null ? (
            <p>
              {found.whole
                ? inTerms(
                    'There is no programme; what conflicts was not certain before the search reached its limit.',
                  )
                : inTerms('The search reached its limit and had found no programme.')}
            </p>
          ) : obstacles.length === 0 ? (
            <p>{inTerms('The lists alone give no programme.')}</p>
          ) : (
            <>
              <p>{inTerms('No programme keeps all of these together:')}</p>
              <ul className={css.obstacles}>
                {obstacles.map((each) => (
                  <li key={JSON.stringify(each)}>
                    {words(each)}
                    {found.remaining.includes(each) && ' (without it another conflict remains)'}
                  </li>
                ))}
              </ul>
            </>
          )}
          {unseen > 0 && obstacles !== null && (
            <p>
              Not certain: {unseen} more {unseen === 1 ? 'piece' : 'pieces'} could be chosen and{' '}
              {unseen === 1 ? 'was' : 'were'} not looked at.
            </p>
          )}
          {found.nearest[0] && (
            <>
              <p>
                Nearest: <b>{titlesOf(found.nearest[0].programme)}</b>, which gives up only:{' '}
                {words(found.nearest[0].without)}.
              </p>
              <Button
                look="quiet"
                onClick={() => found.nearest[0] && onTake(programmeOf(found.nearest[0].programme, context))}
              >
                Use the nearest
              </Button>
            </>
          )}
        </div>
      )}
      <ol className={css.list}>
        {shown.map((ranked, at) => (
          <li key={titlesOf(ranked)}>
            <p>{titlesOf(ranked)}</p>
            <p className={css.soft}>{plainWords(reasonsOf(ranked, sums, studio))}</p>
            <details className={css.sum}>
              <summary aria-label={inTerms`The sum of programme ${at + 1}`}>The sum</summary>
              <ul>
                {reasonsOf(ranked, sums, studio).map(({ words, points }) => (
                  <li key={words}>
                    <b>{signed(points)}</b> {words}
                  </li>
                ))}
                <li>
                  <b>{signed(ranked.points)}</b> in all
                </li>
              </ul>
            </details>
            <Button look="quiet" onClick={() => onTake(programmeOf(ranked, context))}>
              {inTerms('Use programme ')}
              {at + 1}
            </Button>
          </li>
        ))}
      </ol>
      {found && !found.whole && found.programmes.length > 0 && (
        <p className={css.soft}>{inTerms('The best so far; not every programme was tried.')}</p>
      )}
      {unseen > 0 && shown.length > 0 && (
        <p className={css.soft}>
          The best of the pieces looked at; {unseen} more {unseen === 1 ? 'piece' : 'pieces'} of the studio
          could be an own choice.
        </p>
      )}
      {sums.gone > 0 && (
        <p className={css.soft}>
          {sums.gone} listed {sums.gone === 1 ? 'piece is' : 'pieces are'} not in the studio.
        </p>
      )}
      {sums.uncounted > 0 && (
        <p className={css.soft}>
          {sums.uncounted} {sums.uncounted === 1 ? 'piece is' : 'pieces are'}
          {inTerms(' not looked at: bars not counted.')}
        </p>
      )}
      {sums.question.banned.length > 0 && (
        <ul className={css.obstacles} aria-label="Excluded">
          {sums.question.banned.map((id) => (
            <li key={id}>
              {studio.pieces.get(id)?.title ?? 'Deleted piece'} is excluded.{' '}
              <Button
                look="quiet"
                label={`Take ${studio.pieces.get(id)?.title ?? id} back in`}
                onClick={() => onTakeBackIn(id)}
              >
                Include again
              </Button>
            </li>
          ))}
        </ul>
      )}
      <div className={css.acts}>
        {(found?.programmes.length ?? 0) > 1 && (
          <Button onClick={() => setDialog('compare')}>Side by side</Button>
        )}
        <Button onClick={() => setDialog('weights')}>Weights</Button>
      </div>
      <Suspense fallback={null}>
        {dialog === 'compare' && found && (
          <CompareDialog
            programmes={found.programmes}
            sums={sums}
            context={context}
            studio={studio}
            onTake={(ranked) => {
              onTake(programmeOf(ranked, context));
              setDialog('none');
            }}
            onClose={() => setDialog('none')}
          />
        )}
        {dialog === 'weights' && <WeightsDialog studio={studio} onClose={() => setDialog('none')} />}
      </Suspense>
    </Section>
  );
}
