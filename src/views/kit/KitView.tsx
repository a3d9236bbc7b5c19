import { useState } from 'react';
import {
  Button,
  CheckField,
  Combobox,
  Confirm,
  DecisionLine,
  Dialog,
  Empty,
  ErrorSay,
  FieldRow,
  Glyph,
  GLYPHS,
  KeyCap,
  LinkButton,
  Loading,
  MiniStave,
  PrintFrame,
  Progress,
  Ruler,
  Section,
  SelectField,
  Table,
  TempoMark,
  TextField,
} from '@/ui';
import { PageLine } from '../shell/PageLine';
import css from './KitView.module.css';

const OPTIONS = ['crotchet', 'quaver', 'minim'].map((value) => ({ value, label: value }));

/** Every component in every state, for the eye and for the checks. */
export function KitView() {
  const [text, setText] = useState('Low Water Air');
  const [choice, setChoice] = useState('crotchet');
  const [checked, setChecked] = useState(true);
  const [open, setOpen] = useState<'none' | 'dialog' | 'confirm'>('none');
  const [share, setShare] = useState(0.4);
  return (
    <>
      <PageLine title="Kit" sub="every component in every state" end={<KeyCap name="?" />} />
      <div className={css.grid}>
        <Section title="Buttons" end="plain, do, quiet; pressed; disabled">
          <div className={css.line}>
            <Button keyName="Enter">Plain</Button>
            <Button look="do" keyName="E">
              Do
            </Button>
            <Button look="quiet">Quiet</Button>
            <Button pressed>Pressed</Button>
            <Button disabled>Disabled</Button>
            <Button look="do" disabled>
              Do, disabled
            </Button>
            <LinkButton href="/kit">Link</LinkButton>
          </div>
        </Section>
        <Section title="Fields" end="plain, hint, error">
          <FieldRow>
            <TextField label="Text" value={text} onChange={setText} />
            <TextField label="With a hint" value="" onChange={setText} hint="as 17–32" placeholder="bars" />
            <TextField label="With an error" value="32–17" onChange={setText} error="Bars in rising order." />
          </FieldRow>
          <FieldRow>
            <SelectField label="Select" value={choice} options={OPTIONS} onChange={setChoice} />
            <Combobox label="Select with search" value={choice} options={OPTIONS} onChange={setChoice} />
            <CheckField label="Check" checked={checked} onChange={setChecked} />
          </FieldRow>
        </Section>
        <Section title="Signs" end="told apart by shape">
          <ul className={css.signs}>
            {GLYPHS.map((name) => (
              <li key={name}>
                <Glyph name={name} size={20} /> {name}
              </li>
            ))}
          </ul>
          <p>
            {['h', 'q', 'q.', 'e', 's'].map((unit) => (
              <span key={unit} className={css.tempo}>
                <TempoMark unit={unit} perMinute={72} />
              </span>
            ))}
          </p>
        </Section>
        <Section title="Mini-stave" end="cut scale; none; past the aim">
          <MiniStave
            lines={[
              { letter: 'A', mark: 18, max: 24, aim: 19, by: 'teacher' },
              { letter: 'B', mark: null, max: 24, aim: 19, by: 'own' },
              { letter: 'C', mark: 12, max: 24, aim: 19, by: 'own' },
              { letter: 'M', mark: 22, max: 24, aim: 19, by: 'mock' },
            ]}
          />
        </Section>
        <Section title="Ruler" end="ink, pencil, broken; single, double, final">
          <Ruler
            parts={[
              { label: 'A 18', amount: 18 },
              { label: 'B 16, today', amount: 16, look: 'pencil' },
              { label: '+9', amount: 9, look: 'broken' },
            ]}
            lines={[
              { at: 39, label: 'pass 39', kind: 'single' },
              { at: 47, label: 'strong 47', kind: 'double' },
              { at: 53, label: 'superb 53', kind: 'final' },
            ]}
            max={60}
            step={10}
            say="34 of 60, with 9 to come"
          />
        </Section>
        <Section title="Table">
          <Table label="A table" head={['Piece', 'Time']} tight>
            <tr>
              <th scope="row">Tally Bells</th>
              <td>2:05</td>
            </tr>
            <tr>
              <th scope="row">Gull Stairs</th>
              <td>1:55</td>
            </tr>
          </Table>
        </Section>
        <Section title="Said" end="decision, empty, error, loading, progress">
          <DecisionLine>Dance slipped one week. Move its gate, or shorten ‘secure’.</DecisionLine>
          <Empty title="No lessons on this day">
            <p>What can be done about it stands here.</p>
          </Empty>
          <ErrorSay title="This file cannot be imported">
            <p>Nothing was changed.</p>
          </ErrorSay>
          <Loading what="Opening the studio" />
          <Progress what="Reading" share={share} onCancel={() => setShare(0)} />
        </Section>
        <Section title="Dialogs">
          <div className={css.line}>
            <Button onClick={() => setOpen('dialog')}>Open a dialog</Button>
            <Button onClick={() => setOpen('confirm')}>Ask to confirm</Button>
          </div>
          {open === 'dialog' && (
            <Dialog title="A dialog" onClose={() => setOpen('none')}>
              <TextField label="First field" value={text} onChange={setText} />
            </Dialog>
          )}
          {open === 'confirm' && (
            <Confirm
              title="Erase for good?"
              action="Erase for good"
              onConfirm={() => setOpen('none')}
              onClose={() => setOpen('none')}
            >
              <p>What goes is said here.</p>
            </Confirm>
          )}
        </Section>
        <Section title="Print frame">
          <PrintFrame title="Practice card" sub="20 to 26 January" size="A5">
            <p>A printed page.</p>
          </PrintFrame>
        </Section>
      </div>
    </>
  );
}
