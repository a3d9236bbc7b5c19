import { GlyphShape, type GlyphName } from '@/ui';
import css from './MarkLine.module.css';

export const ASSESSOR_GLYPH = {
  student: 'own',
  peer: 'peer',
  teacher: 'teacher',
  mock: 'mock',
  judge: 'judge',
  official: 'official',
} as const satisfies Readonly<Record<string, GlyphName>>;
export const ASSESSOR_NAME = {
  student: 'student',
  peer: 'peer',
  teacher: 'teacher',
  mock: 'mock examiner',
  judge: 'judge',
  official: 'official',
} as const;

const KINDS = ['single', 'double', 'final'] as const;

/** One component on a line from 0 to its maximum: marks as noteheads, awards' shares as barlines. */
export function MarkLine({
  marks,
  lines,
  max,
  width,
  say,
  range,
}: {
  readonly marks: readonly { readonly mark: number; readonly glyph: GlyphName; readonly latest: boolean }[];
  readonly lines: readonly { readonly mark: number; readonly label: string }[];
  readonly max: number;
  readonly width: number;
  readonly say: string;
  /** Where it is likely to lie on the day. */
  readonly range?: { readonly from: number; readonly to: number };
}) {
  const x = (mark: number) => 8 + ((width - 16) * mark) / max;
  const top = Math.max(0, ...marks.filter((each) => each.latest).map((each) => each.mark));
  return (
    <svg
      width={width}
      height={44}
      viewBox={`0 0 ${width} 44`}
      className={css.root}
      role="img"
      aria-label={say}
    >
      <path d={`M${x(0)} 18H${x(max)}`} className={css.hair} />
      {top > 0 && <path d={`M${x(0)} 18H${x(top)}`} className={css.done} />}
      {range && (
        <rect
          x={x(range.from)}
          y={11}
          width={x(range.to) - x(range.from)}
          height={14}
          className={css.range}
        />
      )}
      {lines.map((line, at) => {
        const kind = KINDS[Math.min(2, at)];
        const left = x(line.mark);
        return (
          <g key={line.label}>
            <path
              d={kind === 'double' ? `M${left - 2} 6V30M${left + 2} 6V30` : `M${left} 6V30`}
              className={css.bar}
            />
            {kind === 'final' && <rect x={left + 3} y={6} width={4} height={24} className={css.fill} />}
            <text x={left} y={43} textAnchor="middle" className={css.tick}>
              {line.mark}
            </text>
          </g>
        );
      })}
      {lines.every(({ mark }) => mark > 0) && (
        <text x={x(0)} y={43} className={css.tick}>
          0
        </text>
      )}
      {marks.map((mark, at) => (
        <g
          key={at}
          transform={`translate(${x(mark.mark)} 18) scale(${mark.latest ? 1.1 : 0.8})`}
          opacity={mark.latest ? 1 : 0.65}
        >
          <GlyphShape name={mark.glyph} />
        </g>
      ))}
    </svg>
  );
}
