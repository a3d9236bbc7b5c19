import { classes } from './classes';
import css from './FitMark.module.css';

/** How a student stands to a level, each told apart by its shape alone. `figure` is weeks needed. */
export type FitMarkName =
  'ready now' | 'reachable' | 'beyond' | 'undecided' | 'not eligible' | 'held' | 'already passed' | 'waiting';

const SHAPES: Readonly<Record<FitMarkName, string | undefined>> = {
  'ready now': css.solid,
  reachable: css.open,
  beyond: css.dotted,
  undecided: css.diamond,
  'not eligible': css.dash,
  held: css.tick,
  'already passed': css.past,
  waiting: css.waiting,
};

/**
 * The sign in a box of 30 by 30. Its words belong to the control or line it stands in. One element drawn by
 * its borders: hundreds of them stand on a page, and borders print where backgrounds do not.
 */
export function FitMark({ name, figure = '' }: { readonly name: FitMarkName; readonly figure?: string }) {
  const shape = name === 'beyond' && figure === '' ? css.faint : SHAPES[name];
  return (
    <span className={classes(css.root, shape)} aria-hidden="true">
      {name === 'undecided' ? '?' : name === 'reachable' || name === 'beyond' ? figure : null}
    </span>
  );
}
