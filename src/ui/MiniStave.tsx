import { GlyphShape, type GlyphName } from './Glyph';
import css from './MiniStave.module.css';

export interface MiniLine {
  readonly letter: string;
  readonly mark: number | null;
  readonly by: Extract<GlyphName, 'teacher' | 'own' | 'mock'>;
}

const LABEL = 20;
const FIGURE = 34;
const PITCH = 13;

/**
 * One line for each component, inked up to the last mark and dotted on to the aim, with a barline at the
 * aim. The scale begins a little under the lowest mark, so that near marks stand apart; it is cut with
 * two strokes where it does not begin at 0.
 */
export function MiniStave({
  lines,
  max,
  aim,
  width = 172,
}: {
  readonly lines: readonly MiniLine[];
  readonly max: number;
  readonly aim: number;
  readonly width?: number;
}) {
  const given = lines.flatMap((line) => (line.mark === null ? [] : [line.mark]));
  const lowest = Math.min(aim, ...given);
  const from = Math.max(0, Math.floor(lowest - max * 0.2));
  const start = LABEL;
  const end = width - FIGURE;
  const x = (mark: number) => start + 6 + ((end - start - 6) * (mark - from)) / (max - from);
  const height = lines.length * PITCH + 4;
  const say = `${lines.map((line) => `${line.letter} ${line.mark ?? 'no mark'}`).join(', ')}; barline at the aim, ${aim} of ${max}`;
  return (
    <svg width={width} height={height} role="img" aria-label={say} className={css.root}>
      {lines.map((line, at) => {
        const y = 9 + at * PITCH;
        return (
          <g key={at}>
            <text x={0} y={y + 4.5} className={css.letter}>
              {line.letter}
            </text>
            <path d={`M${start} ${y}H${end}`} className={css.hair} />
            {line.mark === null ? (
              <>
                <path d={`M${start} ${y}H${x(aim)}`} className={css.dotted} />
                <text x={width} y={y + 4.5} textAnchor="end" className={css.none}>
                  none
                </text>
              </>
            ) : (
              <>
                <path d={`M${start} ${y}H${x(line.mark)}`} className={css.done} />
                {line.mark < aim && <path d={`M${x(line.mark) + 7} ${y}H${x(aim)}`} className={css.dotted} />}
              </>
            )}
          </g>
        );
      })}
      {from > 0 && (
        <path
          d={`M${start + 2} ${height - 1}l3-${height - 2}m2 ${height - 2}l3-${height - 2}`}
          className={css.cut}
        />
      )}
      <path d={`M${x(aim)} 2V${height - 1}`} className={css.aim} />
      {lines.map((line, at) =>
        line.mark === null ? null : (
          <g key={at}>
            <g transform={`translate(${x(line.mark)} ${9 + at * PITCH}) scale(.92)`}>
              <GlyphShape name={line.by} />
            </g>
            <text x={width} y={9 + at * PITCH + 5} textAnchor="end" className={css.figure}>
              {line.mark}
            </text>
          </g>
        ),
      )}
    </svg>
  );
}
