import { inTerms } from '@/core/terms';
import type { Studio } from '@/core/files';
import { weightOf, WEIGHTS, type WeightName } from '@/core/register';
import { saveSettingsForm } from '@/store';
import { Button, Dialog, DialogActs, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';
import { useSaving } from '../../shell/use-saving';
import css from './SuggestionList.module.css';

const NAMES = Object.keys(WEIGHTS) as WeightName[];
const TITLE = inTerms('Weights of the programme search');

/** What the best programmes are judged by, for the whole studio; each default is stated. */
export function WeightsDialog({
  studio: given,
  onClose,
}: {
  readonly studio: Pick<Studio, 'settings'>;
  readonly onClose: () => void;
}) {
  const form = useDraft('weights', TITLE, given.settings);
  const settings = form.opened;
  const saving = useSaving(saveSettingsForm, () => {
    form.drop();
    onClose();
  });
  const [fields, setFields] = form.field(
    'fields',
    NAMES.map((name) => String(weightOf({ settings }, name))),
  );
  const isGood = (text: string) => /^\d{1,4}$/.test(text) && Number(text) <= 1_000;
  return (
    <>
      <Dialog {...form.dialog} title={TITLE} onClose={onClose}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (!fields.every(isGood)) return;
            const set = NAMES.flatMap((name, at) =>
              Number(fields[at]) === WEIGHTS[name].points ? [] : [[name, Number(fields[at])] as const],
            );
            saving.save({ ...settings, weights: Object.fromEntries(set) }, settings);
          }}
        >
          <p className={css.soft}>
            {inTerms('Points, for every student. The best programmes are those of the greatest sum.')}
          </p>
          <div className={css.weights}>
            {NAMES.map((name, at) => (
              <TextField
                key={name}
                required
                label={WEIGHTS[name].label}
                type="number"
                min={0}
                max={1_000}
                value={fields[at] ?? ''}
                hint={`${WEIGHTS[name].points} by default`}
                error={isGood(fields[at] ?? '') ? undefined : 'A whole number up to 1000.'}
                onChange={(value) => setFields(fields.with(at, value))}
              />
            ))}
          </div>
          <DialogActs>
            <Button type="submit" look="do" disabled={!fields.every(isGood)}>
              Save
            </Button>
            <Button onClick={() => setFields(NAMES.map((name) => String(WEIGHTS[name].points)))}>
              Back to the defaults
            </Button>
          </DialogActs>
        </form>
      </Dialog>
      {saving.asking}
    </>
  );
}
