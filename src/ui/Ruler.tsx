import css from './Ruler.module.css';
import { useWidth } from './use-width';

export interface RulerPart {
  readonly label: string;
  readonly amount: number;
  /** Amounts in pencil are marks just given; broken ones are not there yet. */
  readonly look?: 'ink' | 'pencil' | 'broken';
}
export interface RulerLine {
  readonly at: number;
  readonly label: string;
  readonly kind: 'single' | 'double' | 'final';
}

const BASE = 36;
/** Barlines begin under the labels of the amounts. */
const TOP = BASE - 17;

/** Amounts end to end on one line, with the lines to reach as barlines. `say` is the same in words. */
export function Ruler({
  parts,
  lines,
  max,
  step,
  format = String,
  say,
}: {
  readonly parts: readonly RulerPart[];
  readonly lines: readonly RulerLine[];
  readonly max: number;
  readonly step: number;
  readonly format?: (value: number) => string;
  readonly say: string;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(600);
  const x = (value: number) => (Math.min(max, value) / max) * (width - 8) + 1;
  const ticks = Array.from({ length: Math.floor(max / step) + 1 }, (_, at) => at * step);
  const names = placeNames(lines, x, width);
  const twoRows = names.some((name) => name.row === 1);
  const underName = (value: number) =>
    names.some((name) => name.row === 0 && x(value) + 9 > name.at - 6 && x(value) - 9 < name.to);
  const starts = parts.map((_, at) => parts.slice(0, at).reduce((sum, part) => sum + part.amount, 0));
  return (
    <div ref={ref} className={css.root}>
      <svg
        width={width}
        height={twoRows ? 84 : 66}
        viewBox={`0 0 ${width} ${twoRows ? 84 : 66}`}
        role="img"
        aria-label={say}
        className={css.picture}
      >
        <path d={`M0 ${BASE}H${width}`} className={css.line} />
        {ticks.map((value) => (
          <g key={value}>
            <path d={`M${x(value)} ${BASE}v6`} className={css.line} />
            {value > 0 && x(value) < width - 12 && !underName(value) && (
              <text x={x(value)} y={BASE + 20} textAnchor="middle" className={css.tick}>
                {format(value)}
              </text>
            )}
          </g>
        ))}
        {parts.map((part, at) => {
          const start = starts[at] ?? 0;
          const left = x(start);
          const wide = Math.max(0, x(start + part.amount) - left);
          return (
            <g key={at} data-look={part.look ?? 'ink'} className={css.part}>
              <rect x={left + 1} y={BASE - 14} width={Math.max(0, wide - 2)} height={13} />
              {part.look === 'pencil' && wide > 10 && (
                <path d={`M${left + 5} ${BASE - 7.5}H${left + wide - 4}`} className={css.dots} />
              )}
              {wide > part.label.length * 6 && (
                <text x={left + 2} y={BASE - 19}>
                  {part.label}
                </text>
              )}
            </g>
          );
        })}
        {lines.map((line, index) => {
          const { at, from, row } = names[index] ?? { at: 0, from: 0, row: 0 };
          return (
            <g key={`${line.kind}${line.at}${line.label}`}>
              <path
                className={css.bar}
                d={
                  line.kind === 'single'
                    ? `M${at} ${TOP}V${BASE + 26}`
                    : line.kind === 'double'
                      ? `M${at - 2.5} ${TOP}V${BASE + 26}M${at + 2.5} ${TOP}V${BASE + 26}`
                      : `M${at - 5} ${TOP}V${BASE + 26}`
                }
              />
              {line.kind === 'final' && (
                <rect x={at - 2} y={TOP} width={5} height={BASE + 26 - TOP} className={css.thick} />
              )}
              <text x={from} y={BASE + (row === 0 ? 24 : 42)} className={css.name}>
                {line.label}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}

/**
 * Names of the lines: right of their line where they end before the next one, else in a second row under the
 * barlines, where they are kept apart and inside the drawing.
 */
function placeNames(lines: readonly RulerLine[], x: (value: number) => number, width: number) {
  let after = -Infinity;
  return lines.map((line, index) => {
    const at = x(line.at);
    const next = lines[index + 1];
    const wide = 7.6 * line.label.length;
    if ((next ? x(next.at) - 6 : width) - at > wide + 8)
      return { at, from: at + 8, to: at + 12 + wide, row: 0 };
    const from = Math.min(width - wide, Math.max(at - wide / 2, after + 10, 0));
    after = from + wide;
    return { at, from, to: from + wide, row: 1 };
  });
}
