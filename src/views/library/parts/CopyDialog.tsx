import { useState } from 'react';
import { copySet, setLabel, type RequirementSet } from '@/core/requirements';
import { keepDraft, newId, openedStudio } from '@/store';
import { Button, CheckField, Dialog, DialogActs, SelectField, TextField } from '@/ui';
import { goTo } from '../../shell/addresses';
import { useDraft } from '../../shell/use-draft';
import { draftOf } from '../draft';

const WHAT_FOR = [
  { value: 'edition', label: 'the next edition' },
  { value: 'instrument', label: 'another instrument or voice' },
];

/** What a requirement is copied for and what comes with it, before the copy is opened to be changed. */
export function CopyDialog({ set, onClose }: { readonly set: RequirementSet; readonly onClose: () => void }) {
  const title = `Copy ${setLabel(set)}`;
  const form = useDraft(`copy/${set.id}`, title, null);
  const [whatFor, setWhatFor] = form.field('whatFor', 'edition');
  const [instrument, setInstrument] = form.field('instrument', '');
  const [lists, setLists] = form.field('lists', true);
  const [sessions, setSessions] = form.field('sessions', false);
  const [tried, setTried] = useState(false);
  const [full, setFull] = useState(false);
  const isOther = whatFor === 'instrument';
  const named = instrument.trim();
  const error = !isOther
    ? undefined
    : named === ''
      ? 'Which instrument or voice?'
      : named.toLowerCase() === set.instrument.toLowerCase()
        ? 'It is for this one already.'
        : undefined;
  return (
    <Dialog {...form.dialog} title={title} onClose={onClose}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          setTried(true);
          if (error !== undefined) return;
          const id = newId();
          const copy = copySet(set, id, { instrument: isOther ? named : null, lists, sessions });
          const which = openedStudio();
          const kept =
            which !== null &&
            keepDraft(which, `set/${id}`, { opened: null, typed: { draft: draftOf(copy, setLabel(set)) } });
          setFull(!kept);
          if (!kept) return;
          form.drop();
          goTo('/requirement', { id });
        }}
      >
        <SelectField
          label="A copy for"
          value={whatFor}
          options={WHAT_FOR}
          onChange={(next) => {
            setWhatFor(next);
            // The next edition keeps most of its pieces and has other dates; another instrument the other way round.
            setLists(next === 'edition');
            setSessions(next === 'instrument');
          }}
        />
        {isOther && (
          <TextField
            required
            label="Instrument or voice of the copy"
            value={instrument}
            onChange={setInstrument}
            error={tried ? error : undefined}
            hint="Its levels are its own: one held here does not count there."
          />
        )}
        <CheckField label="With the pieces in its lists" checked={lists} onChange={setLists} />
        <CheckField label="With its sessions" checked={sessions} onChange={setSessions} />
        {full && (
          <p role="alert">This browser has no room for the copy. Save or discard other things first.</p>
        )}
        <DialogActs>
          <Button type="submit" look="do">
            Open the copy
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
