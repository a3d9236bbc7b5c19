import css from './Glyph.module.css';

/** Marks and signs, each told apart by its shape alone. */
export const GLYPHS = [
  'teacher',
  'own',
  'mock',
  'mock planned',
  'peer',
  'judge',
  'official',
  'gate',
  'gate set',
  'gate passed',
  'gate waiting',
  'half',
  'tick',
  'decision',
  'slip',
  'slip kept',
  'slip stopped',
  'lesson',
  'rest',
] as const;
export type GlyphName = (typeof GLYPHS)[number];

/** The drawing of a sign round (0, 0), about 14 units wide, for use inside a larger picture. */
export function GlyphShape({ name }: { readonly name: GlyphName }) {
  switch (name) {
    case 'teacher':
      return <ellipse rx={6.1} ry={4.5} transform="rotate(-22)" className={css.pencilFill} />;
    case 'own':
      return (
        <ellipse rx={5.4} ry={3.9} transform="rotate(-22)" className={css.pencilOpen} strokeWidth={1.9} />
      );
    case 'mock':
      return <path d="M0-6.4L6.4 0 0 6.4-6.4 0Z" className={css.pencilFill} />;
    case 'mock planned':
      return <path d="M0-6L6 0 0 6-6 0Z" className={css.open} strokeWidth={1.5} strokeDasharray="2.6 2" />;
    case 'peer':
      return <path d="M0-5.4L5.8 4.6H-5.8Z" className={css.pencilOpen} strokeWidth={1.8} />;
    case 'judge':
      return <path d="M0-5.6L5.6 0 0 5.6-5.6 0Z" className={css.pencilOpen} strokeWidth={1.9} />;
    case 'official':
      return (
        <>
          <rect x={-4.6} y={-3.8} width={9.2} height={7.6} className={css.pencilFill} />
          <path d="M-6.2-6V6M6.2-6V6" className={css.pencilStroke} strokeWidth={1.8} />
        </>
      );
    case 'gate':
      return <rect x={-5} y={-5} width={10} height={10} className={css.open} strokeWidth={1.6} />;
    case 'gate set':
      return <rect x={-5} y={-5} width={10} height={10} className={css.open} strokeWidth={3.4} />;
    case 'gate passed':
      return (
        <>
          <rect x={-5} y={-5} width={10} height={10} className={css.open} strokeWidth={1.6} />
          <path d="M-5-1.2L-1 3.4 6.8-7" className={css.stroke} strokeWidth={2} />
        </>
      );
    case 'gate waiting':
      return <rect x={-5} y={-5} width={10} height={10} className={css.pencilOpen} strokeWidth={1.8} />;
    case 'half':
      return (
        <>
          <rect x={-5} y={-5} width={10} height={10} className={css.open} strokeWidth={1.6} />
          <path d="M-5 5V-5L5 5Z" className={css.fill} />
        </>
      );
    case 'tick':
      return <path d="M-5.5.2L-1.5 4.4 6-5.5" className={css.stroke} strokeWidth={2} />;
    case 'decision':
      return <path d="M-5.5-4.4L6 0-5.5 4.4" className={css.pencilStroke} strokeWidth={2.4} />;
    case 'slip':
      return <path d="M-4-4L4 4M4-4L-4 4" className={css.stroke} strokeWidth={1.8} />;
    case 'slip kept':
      return (
        <>
          <path d="M-3.2-.6L3.2 5.8M3.2-.6L-3.2 5.8" className={css.stroke} strokeWidth={1.8} />
          <path d="M-6.2-2C-3.4-6 3.4-6 6.2-2" className={css.stroke} strokeWidth={1.5} />
        </>
      );
    case 'slip stopped':
      return (
        <>
          <path d="M-6-4L1 4M1-4L-6 4" className={css.stroke} strokeWidth={1.8} />
          <path d="M3.6-5V5M6.2-5V5" className={css.stroke} strokeWidth={1.5} />
        </>
      );
    case 'lesson':
      return <path d="M-5 6L5-6" className={css.stroke} strokeWidth={4} />;
    case 'rest':
      return (
        <>
          <path d="M-7-4H7" className={css.stroke} strokeWidth={1} />
          <rect x={-5} y={-4} width={10} height={6} className={css.fill} />
        </>
      );
  }
}

/** A sign in a line of text. Give it a `label` unless the words beside it already say it. */
export function Glyph({
  name,
  size = 14,
  label,
}: {
  readonly name: GlyphName;
  readonly size?: number;
  readonly label?: string;
}) {
  return (
    <svg
      className={css.inline}
      width={size}
      height={size}
      viewBox="-7 -7 14 14"
      {...(label === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
    >
      <GlyphShape name={name} />
    </svg>
  );
}
