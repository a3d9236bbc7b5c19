import { inTerms } from '@/core/terms';
import css from './TempoMark.module.css';

/** A small stemmed note, 16 units high, lower left at (0, 16). `unit` as in tempos: q, q., e, h … */
export function NoteShape({ unit }: { readonly unit: string }) {
  const open = unit.startsWith('h');
  return (
    <>
      <ellipse
        cx={3.6}
        cy={13.2}
        rx={3.3}
        ry={2.4}
        transform="rotate(-22 3.6 13.2)"
        className={open ? css.open : css.head}
      />
      <path d="M6.6 12.6V1" className={css.stem} strokeWidth={1.1} />
      {unit.endsWith('.') && <circle cx={9.6} cy={12.6} r={1.2} className={css.head} />}
      {unit.startsWith('e') && <path d="M6.6 1C7 4 10.6 5 9.4 9.4" className={css.stem} strokeWidth={1.3} />}
      {unit.startsWith('s') && (
        <path
          d="M6.6 1C7 4 10.6 5 9.4 9.4M6.6 4.4C7 7.4 10.6 8.4 9.4 12"
          className={css.stem}
          strokeWidth={1.2}
        />
      )}
    </>
  );
}

export const UNIT_NAMES: Readonly<Record<string, string>> = {
  h: inTerms('minim'),
  'h.': inTerms('dotted minim'),
  q: inTerms('crotchet'),
  'q.': inTerms('dotted crotchet'),
  e: inTerms('quaver'),
  'e.': inTerms('dotted quaver'),
  s: inTerms('semiquaver'),
};

/** Note = figure, as tempos are printed. */
export function TempoMark({ unit, perMinute }: { readonly unit: string; readonly perMinute: number }) {
  const wide = unit.endsWith('.') || unit.startsWith('e') || unit.startsWith('s') ? 11 : 8;
  return (
    <span className={css.root}>
      <svg
        width={wide}
        height={15}
        viewBox={`0 0 ${wide} 16`}
        role="img"
        aria-label={UNIT_NAMES[unit] ?? unit}
      >
        <NoteShape unit={unit} />
      </svg>
      {' = '}
      {Math.round(perMinute)}
    </span>
  );
}
