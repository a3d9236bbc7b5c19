import { Combobox } from '@/ui';
import type { GoalChoice } from './use-goal';
import css from './GoalPicker.module.css';

/** Which goal a view looks at. */
export function GoalPicker({ choice }: { readonly choice: GoalChoice }) {
  return (
    <div className={css.root}>
      <Combobox
        label="Student and goal"
        value={choice.context?.goal.id ?? ''}
        options={choice.options}
        onChange={choice.choose}
      />
    </div>
  );
}
