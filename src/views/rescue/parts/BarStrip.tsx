import { runsOfStudent } from '@/core/files';
import { formatBars, type BarRange } from '@/core/music';
import type { GoalContext, RescueOption } from '@/core/register';
import { inTerms } from '@/core/terms';
import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import css from './BarStrip.module.css';

/** Bars side by side before they are drawn narrower than can be told apart. */
const MOST = 200;

/** The bars of each piece that has some to be cut or thinned: what everyone knows, what went wrong last, what is tried. */
export function BarStrip({
  ready: { studio },
  context,
  options,
  taken,
}: {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly options: readonly RescueOption[];
  readonly taken: readonly string[];
}) {
  const ids = [...new Set(options.flatMap(({ change }) => ('pieceId' in change ? [change.pieceId] : [])))];
  return ids.map((id) => {
    const piece = studio.pieces.get(id);
    const bars = piece?.bars ?? 0;
    if (!piece || bars === 0 || bars > MOST) return null;
    const runs = runsOfStudent(studio, context.student.id).filter(({ pieceId }) => pieceId === id);
    const last = [...runs].sort((a, b) => (a.day < b.day ? 1 : -1))[0];
    const wrong = new Set([...(last?.slips ?? []), ...(last?.stops ?? [])].flatMap(({ bar }) => bar ?? []));
    const tried = options.filter((option) => taken.includes(option.id)).map(({ change }) => change);
    const cut = tried.flatMap((change) =>
      change.kind === 'cut' && change.pieceId === id ? [change.bars] : [],
    );
    const thin = new Set(
      tried.flatMap((change) =>
        change.kind === 'simplify' && change.pieceId === id ? change.as.lighter.map(({ bar }) => bar) : [],
      ),
    );
    const known = piece.wellKnown ?? [];
    const isIn = (ranges: readonly BarRange[], bar: number) =>
      ranges.some(({ from, to }) => from <= bar && bar <= to);
    return (
      <figure key={id} className={css.root}>
        <div className={css.strip} aria-hidden="true">
          {Array.from({ length: bars }, (_, at) => at + 1).map((bar) => (
            <span
              key={bar}
              data-known={isIn(known, bar)}
              data-wrong={wrong.has(bar)}
              data-cut={isIn(cut, bar)}
              data-thin={thin.has(bar)}
            />
          ))}
        </div>
        <figcaption className={css.words}>
          <span>
            {piece.title}, {inTerms`${bars} bars`}.
          </span>
          {last && (
            <span>
              <i data-wrong="true" /> {inTerms`${wrong.size} bars with a slip or a stop`} on{' '}
              {formatDay(last.day, 'written')}.
            </span>
          )}
          {known.length > 0 && (
            <span>
              <i data-known="true" />{' '}
              {inTerms`everyone knows bars ${known.map(formatBars).join(', ')}: they stay`}.
            </span>
          )}
          {cut.length > 0 && (
            <span>
              <i data-cut="true" /> {inTerms`bars ${cut.map(formatBars).join(', ')} left out`}.
            </span>
          )}
          {thin.size > 0 && (
            <span>
              <i data-thin="true" /> {inTerms`${thin.size} bars thinner`}.
            </span>
          )}
        </figcaption>
      </figure>
    );
  });
}
