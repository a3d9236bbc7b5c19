import { FitMark, type FitMarkName } from '@/ui';
import css from '../FitView.module.css';

const SIGNS: readonly (readonly [FitMarkName, string, string])[] = [
  ['ready now', '', 'ready now'],
  ['reachable', '6', 'reachable by the session, in 6 weeks'],
  ['beyond', '24', 'beyond it, 24 weeks'],
  ['beyond', '', 'a year or more'],
  ['undecided', '', 'undecided, something unknown'],
  ['not eligible', '', 'not eligible'],
  ['held', '', 'held'],
  ['already passed', '', 'already passed'],
];

/** What the signs mean. */
export const FitKey = () => (
  <ul className={css.key} aria-label="Legend">
    {SIGNS.map(([name, figure, words]) => (
      <li key={words}>
        <FitMark name={name} figure={figure} /> {words}
      </li>
    ))}
    <li>
      <span className={css.entered}>
        <FitMark name="ready now" />
      </span>{' '}
      entered
    </li>
    <li>
      <span className={css.line} aria-hidden="true" /> reach line, this session
    </li>
  </ul>
);
