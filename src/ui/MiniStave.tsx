import { GlyphShape, type GlyphName } from './Glyph';
import css from './MiniStave.module.css';

export interface MiniLine {
  readonly letter: string;
  readonly mark: number | null;
  /** The line's own maximum, above 0, and the mark aimed at on it; null without an aim. */
  readonly max: number;
  readonly aim: number | null;
  readonly by: Extract<GlyphName, 'teacher' | 'own' | 'mock'>;
}

const LABEL = 20;
const FIGURE = 34;
const PITCH = 13;

/**
 * One line for each component, inked up to the last mark and dotted on to the aim, with a barline at its own aim. Every
 * line is as long as its own maximum. The scale begins a little under the lowest share, so that near marks stand apart;
 * it is cut with two strokes where it does not begin at 0.
 */
export function MiniStave({
  lines,
  width = 172,
}: {
  readonly lines: readonly MiniLine[];
  readonly width?: number;
}) {
  const shares = lines.flatMap(({ mark, aim, max }) =>
    [mark, aim].flatMap((each) => (each === null ? [] : [each / max])),
  );
  const from = Math.max(0, Math.min(1, ...shares) - 0.2);
  const start = LABEL;
  const end = width - FIGURE;
  const x = (mark: number, max: number) => start + 6 + ((end - start - 6) * (mark / max - from)) / (1 - from);
  const height = lines.length * PITCH + 4;
  const [first] = lines;
  const same = first && lines.every(({ aim, max }) => aim === first.aim && max === first.max);
  const aimed = same
    ? first.aim === null
      ? ''
      : `; barline at the aim, ${first.aim} of ${first.max}`
    : '; barlines at the aims';
  const say = `${lines
    .map(
      ({ letter, mark, aim, max }) =>
        `${letter} ${mark ?? 'no mark'}${same ? '' : ` of ${max}${aim === null ? '' : `, aim ${aim}`}`}`,
    )
    .join(same ? ', ' : '; ')}${aimed}`;
  return (
    <svg width={width} height={height} role="img" aria-label={say} className={css.root}>
      {lines.map((line, at) => {
        const y = 9 + at * PITCH;
        const aimAt = line.aim === null ? end : x(line.aim, line.max);
        return (
          <g key={at}>
            <text x={0} y={y + 4.5} className={css.letter}>
              {line.letter}
            </text>
            <path d={`M${start} ${y}H${end}`} className={css.hair} />
            {line.mark === null ? (
              <>
                <path d={`M${start} ${y}H${aimAt}`} className={css.dotted} />
                <text x={width} y={y + 4.5} textAnchor="end" className={css.none}>
                  none
                </text>
              </>
            ) : (
              <>
                <path d={`M${start} ${y}H${x(line.mark, line.max)}`} className={css.done} />
                {line.aim !== null && line.mark < line.aim && (
                  <path d={`M${x(line.mark, line.max) + 7} ${y}H${aimAt}`} className={css.dotted} />
                )}
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
      {lines.map(({ aim, max }, at) =>
        aim === null ? null : (
          <path
            key={at}
            d={`M${x(aim, max)} ${at === 0 ? 2 : 9 + at * PITCH - PITCH / 2}V${at === lines.length - 1 ? height - 1 : 9 + at * PITCH + PITCH / 2}`}
            className={css.aim}
          />
        ),
      )}
      {lines.map((line, at) =>
        line.mark === null ? null : (
          <g key={at}>
            <g transform={`translate(${x(line.mark, line.max)} ${9 + at * PITCH}) scale(.92)`}>
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
