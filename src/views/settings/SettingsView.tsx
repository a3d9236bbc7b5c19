import { TERM_CHOICES, TERMS, type Terms } from '@/core/terms';
import { useEffect, useState } from 'react';
import { formatCsv } from '@/core/files';
import { markRows, resultRows, studentRows, type TableRows } from '@/core/register';
import { formatDay } from '@/core/time';
import {
  changeSettings,
  lastBackup,
  listSnapshots,
  openStudio,
  restoreSnapshot,
  saveSettings,
  saveSettingsForm,
  wipe,
  type ReadyState,
  type SnapshotInfo,
} from '@/store';
import { Button, CheckField, Confirm, FieldRow, Section, SelectField, TextField } from '@/ui';
import { without } from '@/core/without';
import { PageLine } from '../shell/PageLine';
import { StudioPage } from '../shell/StudioPage';
import { saveStudio } from '../shell/save-studio';
import { setSingleKeys, singleKeysAct } from '../shell/use-keys';
import { useSaving } from '../shell/use-saving';
import { fileName, saveFile } from '../shell/save-file';
import { Figures } from './parts/Figures';
import { ImportStudio } from './parts/ImportStudio';
import { OwnWords } from './parts/OwnWords';
import css from './SettingsView.module.css';

export const SettingsView = () => (
  <StudioPage>{(ready) => <Settings key={ready.which} ready={ready} />}</StudioPage>
);

function Settings({ ready }: { readonly ready: ReadyState }) {
  const { settings } = ready.studio;
  const [teacher, setTeacher] = useState(settings.teacher);
  const [place, setPlace] = useState(settings.place);
  const [wiping, setWiping] = useState(false);
  const [opened, setOpened] = useState(settings);
  const saving = useSaving(saveSettingsForm, setOpened);
  const dirty = teacher !== opened.teacher || place !== opened.place;
  return (
    <>
      <PageLine title="Settings" sub={ready.which === 'demo' ? 'of the demo studio' : 'of the studio'} />
      <div className={css.grid}>
        <ImportStudio which={ready.which} isEmpty={ready.saved === 0} />
        <Section title="Studio">
          <form
            onSubmit={(event) => {
              event.preventDefault();
              saving.save({ ...opened, teacher: teacher.trim(), place: place.trim() }, opened);
            }}
          >
            <FieldRow>
              <TextField label="Teacher" value={teacher} onChange={setTeacher} />
              <TextField label="Place" value={place} onChange={setPlace} />
            </FieldRow>
            <div className={css.acts}>
              <Button type="submit" disabled={!dirty}>
                Save
              </Button>
            </div>
            <CheckField
              label="names as initials on paper"
              checked={settings.initialsOnPaper}
              onChange={(initialsOnPaper) => void saveSettings({ initialsOnPaper })}
            />
          </form>
        </Section>
        <Backup ready={ready} />
        <Tables ready={ready} />
        <Theme />
        <Terminology />
        <OwnWords words={settings.ownWords ?? []} />
        <Section title="Practising">
          <SelectField
            label="Metronome"
            value={settings.metronomeFrom ?? 'learn'}
            options={[
              { value: 'learn', label: 'from the first week' },
              { value: 'secure', label: 'only when the notes are secure' },
            ]}
            onChange={(value) =>
              void changeSettings((before) =>
                value === 'secure' ? { ...before, metronomeFrom: value } : without(before, 'metronomeFrom'),
              )
            }
          />
        </Section>
        <Keys />
        {(settings.skippedSteps ?? []).length > 0 && (
          <Section title="First steps" end="some were skipped">
            <div className={css.acts}>
              <Button onClick={() => void saveSettings({ skippedSteps: [] })}>Show them again</Button>
            </div>
          </Section>
        )}
        <div id="figures" className={css.whole}>
          <Figures settings={settings} />
        </div>
        <Snapshots ready={ready} />
        <Section title="Which studio">
          <p>
            {ready.which === 'demo'
              ? 'This is the demo: invented people, kept in a database of its own. Your own studio is kept apart.'
              : 'This is your own studio. The demo is kept apart from it.'}
          </p>
          <div className={css.acts}>
            <Button onClick={() => void openStudio(ready.which === 'demo' ? 'own' : 'demo')}>
              {ready.which === 'demo' ? 'Go to your studio' : 'Look round the demo'}
            </Button>
            <Button onClick={() => setWiping(true)}>
              {ready.which === 'demo' ? 'Reset the demo' : 'Wipe this studio'}
            </Button>
          </div>
        </Section>
      </div>
      {saving.asking}
      {wiping && (
        <Confirm
          title={ready.which === 'demo' ? 'Reset the demo?' : 'Wipe this studio?'}
          action={ready.which === 'demo' ? 'Reset it' : 'Wipe everything'}
          onClose={() => setWiping(false)}
          onConfirm={() => {
            setWiping(false);
            void wipe().then(() => (ready.which === 'demo' ? openStudio('demo') : undefined));
          }}
        >
          <p>
            {ready.studio.students.size} students, {ready.studio.goals.size} goals and{' '}
            {ready.studio.sheets.size} mark sheets go from this browser, with their snapshots. It cannot be
            undone. A studio file saved before brings them back.
          </p>
        </Confirm>
      )}
    </>
  );
}

const THEMES = ['match system', 'light', 'dark'] as const;

function Theme() {
  const [theme, setTheme] = useState(localStorage.getItem('formal-stave.theme') ?? 'match system');
  return (
    <Section title="Appearance">
      <div className={css.acts} role="group" aria-label="Appearance">
        {THEMES.map((name) => (
          <Button
            key={name}
            pressed={theme === name}
            onClick={() => {
              setTheme(name);
              if (name === 'match system') {
                localStorage.removeItem('formal-stave.theme');
                delete document.documentElement.dataset['theme'];
              } else {
                localStorage.setItem('formal-stave.theme', name);
                document.documentElement.dataset['theme'] = name;
              }
            }}
          >
            {name}
          </Button>
        ))}
      </div>
    </Section>
  );
}

const CHOICES: readonly {
  readonly name: keyof Terms;
  readonly label: string;
  readonly words: Readonly<Record<string, string>>;
}[] = [
  {
    name: 'noteValues',
    label: 'Note values',
    words: { crotchets: 'crotchet, quaver', 'quarter notes': 'quarter note, eighth note' },
  },
  { name: 'bars', label: 'Bars', words: { bars: 'bar', measures: 'measure' } },
  {
    name: 'spelling',
    label: 'Spelling',
    words: { programme: 'programme, metre', program: 'program, meter' },
  },
  {
    name: 'counting',
    label: 'Counting aloud',
    words: { numbers: '1 2, 1 2 3', syllables: 'ta ti, ta ti ti' },
  },
  { name: 'notes', label: 'Notes', words: { letters: 'C D E', 'sol-fa': 'do re mi, do moves with the key' } },
];

/** The words every page and sheet says. What the studio keeps is in none of them. */
function Terminology() {
  return (
    <Section title="Terminology">
      <div className={css.terms}>
        {CHOICES.map(({ name, label, words }) => (
          <SelectField
            key={name}
            label={label}
            value={TERMS[name]}
            options={TERM_CHOICES[name].map((value) => ({ value, label: words[value] ?? value }))}
            onChange={(value) => {
              localStorage.setItem('formal-stave.terms', JSON.stringify({ ...TERMS, [name]: value }));
              // Words are chosen before a page is made.
              location.reload();
            }}
          />
        ))}
      </div>
    </Section>
  );
}

function Keys() {
  const [act, setAct] = useState(singleKeysAct());
  return (
    <Section title="Keys">
      <CheckField
        label="single letters and figures act by themselves"
        checked={act}
        onChange={(on) => {
          setAct(on);
          setSingleKeys(on);
        }}
      />
    </Section>
  );
}

function Backup({ ready }: { readonly ready: ReadyState }) {
  const [passphrase, setPassphrase] = useState('');
  const [day, setDay] = useState(lastBackup(ready.which));
  const [busy, setBusy] = useState(false);
  return (
    <Section
      title="Studio file"
      end={day === null ? 'not backed up' : `last backed up ${formatDay(day, 'written')}`}
    >
      <p>
        The studio file is the real backup: everything in one file, with a checksum. Browsers may clear what
        they keep; a file stays.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          setBusy(true);
          void saveStudio(ready, passphrase).then(() => {
            setDay(ready.now.day);
            setBusy(false);
          });
        }}
      >
        <TextField
          label="Passphrase, if the file should be locked"
          type="password"
          value={passphrase}
          onChange={setPassphrase}
          hint="Without it nobody can open the file, not even this app."
        />
        <div className={css.acts}>
          <Button type="submit" look="do" disabled={busy}>
            Save the studio file
          </Button>
        </div>
      </form>
    </Section>
  );
}

/** What a spreadsheet can read. */
function Tables({ ready: { studio, now } }: { readonly ready: ReadyState }) {
  const save = (name: string, rows: TableRows) =>
    saveFile(fileName([name, now.day], 'csv'), formatCsv(rows), 'text/csv;charset=utf-8');
  return (
    <Section title="Tables">
      <p>For a spreadsheet, as CSV. The table of students can be pasted back on the Students page.</p>
      <div className={css.acts}>
        <Button onClick={() => save('Students', studentRows(studio, now.day))}>Save the students</Button>
        <Button onClick={() => save('Marks', markRows(studio))}>Save the marks</Button>
        <Button onClick={() => save('Goals and results', resultRows(studio))}>Save goals and results</Button>
      </div>
    </Section>
  );
}

function Snapshots({ ready }: { readonly ready: ReadyState }) {
  const [list, setList] = useState<readonly SnapshotInfo[]>([]);
  useEffect(() => {
    void listSnapshots(ready.which).then(setList);
  }, [ready.which]);
  return (
    <Section title="Snapshots in this browser" end="the last seven days">
      {list.length === 0 && <p>None yet; one is kept each day the studio is opened.</p>}
      <ul>
        {list.map((each) => (
          <li key={each.day} className={css.snapshot}>
            {formatDay(each.day, 'written')}, {each.records} records
            <Button look="quiet" onClick={() => void restoreSnapshot(ready.which, each.day)}>
              Restore
            </Button>
          </li>
        ))}
      </ul>
    </Section>
  );
}
