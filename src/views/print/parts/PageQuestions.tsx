import type { KeptScore } from '@/core/score';
import { Empty, Loading, PrintFrame } from '@/ui';
import { useScore } from '../../score/use-score';
import css from './PageQuestions.module.css';

/** Questions on a score for home, and on a page of its own the key to them. */
export function PageQuestions({ score }: { readonly score: KeptScore }) {
  const read = useScore(score.textId);
  if (read.kind === 'reading') return <Loading what="The score is being read" />;
  if (read.kind === 'refused') return <Empty title={read.words} />;
  const { pageQuestions } = read.answer;
  const sub = score.composer;
  return (
    <>
      <PrintFrame size="A4" title={`Page questions: ${score.title}`} sub={sub}>
        <p className={css.lead}>The page has every answer. Name and day:</p>
        <ol className={css.list}>
          {pageQuestions.map(({ question }) => (
            <li key={question}>
              {question}
              <span className={css.line} />
            </li>
          ))}
        </ol>
      </PrintFrame>
      <div className={css.key}>
        <PrintFrame size="A4" title={`Answer key: ${score.title}`} sub={sub}>
          <ol className={css.list}>
            {pageQuestions.map(({ question, answer }) => (
              <li key={question}>
                {question} <b>{answer}</b>
              </li>
            ))}
          </ol>
        </PrintFrame>
      </div>
    </>
  );
}
