import css from './FitMark.module.css';

/** How a student stands to a level, each told apart by its shape alone. `figure` is weeks needed. */
export type FitMarkName =
  'ready now' | 'reachable' | 'beyond' | 'undecided' | 'not eligible' | 'held' | 'past it' | 'waiting';

/** The sign in a box of 30 by 30. Its words belong to the control or line it stands in. */
export function FitMark({ name, figure = '' }: { readonly name: FitMarkName; readonly figure?: string }) {
  return (
    <svg viewBox="-15 -15 30 30" width={30} height={30} aria-hidden="true" className={css.root}>
      {name === 'ready now' && <rect x={-10} y={-10} width={20} height={20} className={css.solid} />}
      {name === 'reachable' && <rect x={-10} y={-10} width={20} height={20} className={css.open} />}
      {name === 'beyond' &&
        (figure === '' ? <circle r={2} className={css.faint} /> : <circle r={11} className={css.dotted} />)}
      {name === 'undecided' && <path d="M0-11L11 0 0 11-11 0Z" className={css.open} />}
      {name === 'not eligible' && <path d="M-6 0H6" className={css.dash} />}
      {name === 'held' && <path d="M-7 0L-2 6 8-7" className={css.tick} />}
      {name === 'past it' && <path d="M-6-2L-2 3 6-7M-7 8H7" className={css.tick} />}
      {name === 'waiting' && <path d="M-2 0H2" className={css.dash} />}
      {(name === 'reachable' || name === 'beyond' || name === 'undecided') && (
        <text y={4.6} textAnchor="middle" className={name === 'beyond' ? css.soft : css.figure}>
          {name === 'undecided' ? '?' : figure}
        </text>
      )}
    </svg>
  );
}
