import type { Stage } from '@/core/effort';
import css from './PhaseShape.module.css';

/** Hatchings of the phases, light to dark. Learn and secure differ in slope, weight and edge, not in slope alone. */
export function PhasePatterns() {
  return (
    <defs>
      <pattern id="phase-learn" width={9} height={12} patternUnits="userSpaceOnUse" y={-6}>
        <path d="M0 12L9 0" className={css.thin} />
      </pattern>
      <pattern id="phase-secure" width={7} height={12} patternUnits="userSpaceOnUse" y={-6}>
        <path d="M0 12L7 0M0 0L7 12" className={css.cross} />
      </pattern>
      <pattern id="phase-tempo" width={9} height={12} patternUnits="userSpaceOnUse" y={-6}>
        <path d="M1 .5L7 6L1 11.5" className={css.chevron} />
      </pattern>
      <pattern id="phase-over" width={5} height={5} patternUnits="userSpaceOnUse">
        <path d="M0 5L5 0" className={css.cross} />
      </pattern>
    </defs>
  );
}

/** One phase from `from` to `to` px on the line at y = 0. */
export function PhaseShape({
  stage,
  from,
  to,
}: {
  readonly stage: Stage;
  readonly from: number;
  readonly to: number;
}) {
  const width = Math.max(0, to - from);
  if (width < 1) return null;
  switch (stage) {
    case 'prepare':
      return <path d={`M${from + 4} 0H${to - 2}`} className={css.dots} />;
    case 'learn':
      return <rect x={from} y={-6} width={width} height={12} fill="url(#phase-learn)" />;
    case 'secure':
      return (
        <g>
          <rect x={from} y={-6} width={width} height={12} fill="url(#phase-secure)" />
          <path d={`M${from}-6.5H${to}M${from} 6.5H${to}`} className={css.edge} />
        </g>
      );
    case 'up to tempo':
      return <rect x={from} y={-6} width={width} height={12} fill="url(#phase-tempo)" />;
    case 'memorise':
      return <rect x={from + 1} y={-5} width={Math.max(0, width - 2)} height={10} className={css.hollow} />;
    case 'perform':
      return <rect x={from + 1} y={-4} width={Math.max(0, width - 2)} height={8} className={css.solid} />;
  }
}
