// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import {
  Button,
  CheckField,
  Combobox,
  Confirm,
  Dialog,
  Empty,
  ErrorSay,
  Loading,
  MiniStave,
  Progress,
  Ruler,
  SelectField,
  Table,
  TempoMark,
  TextField,
  type MiniLine,
} from '.';
import { standInForTheBrowser } from './test-dom';

beforeAll(standInForTheBrowser);
afterEach(cleanup);

describe('fields', () => {
  test('a field is named by its label, and says its hint', () => {
    const change = vi.fn();
    render(<TextField label="Name" value="" hint="as on the entry" onChange={change} />);
    const field = screen.getByRole('textbox', { name: 'Name' });
    expect(field.getAttribute('aria-describedby')).toBe(screen.getByText('as on the entry').id);
    fireEvent.change(field, { target: { value: 'Orla' } });
    expect(change).toHaveBeenCalledExactlyOnceWith('Orla');
  });
  test('an error takes the place of the hint and marks the field', () => {
    render(<TextField label="Name" value="" hint="as on the entry" error="Needed." onChange={vi.fn()} />);
    const field = screen.getByRole('textbox', { name: 'Name' });
    expect(screen.queryByText('as on the entry')).toBeNull();
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(field.getAttribute('aria-describedby')).toBe(screen.getByText('Needed.').id);
  });
  test('two fields of one label keep their own names', () => {
    render(
      <>
        <TextField label="Mark" value="1" onChange={vi.fn()} />
        <TextField label="Mark" value="2" onChange={vi.fn()} />
      </>,
    );
    const ids = screen.getAllByRole('textbox', { name: 'Mark' }).map((field) => field.id);
    expect(new Set(ids).size).toBe(2);
  });
  test('several rows make a text area', () => {
    render(<TextField label="Table" value="" rows={4} onChange={vi.fn()} />);
    expect(screen.getByRole('textbox', { name: 'Table' }).tagName).toBe('TEXTAREA');
  });
  test('a select gives the value of the option, not its words', async () => {
    const change = vi.fn();
    const options = [
      { value: '1', label: 'pass' },
      { value: '2', label: 'strong' },
    ];
    render(<SelectField label="Aim" value="1" options={options} onChange={change} />);
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Aim' }), 'strong');
    expect(change).toHaveBeenCalledExactlyOnceWith('2');
  });
  test('a box answers to its words', async () => {
    const change = vi.fn();
    render(<CheckField label="one take" checked={false} onChange={change} />);
    await userEvent.click(screen.getByText('one take'));
    expect(change).toHaveBeenCalledExactlyOnceWith(true);
  });
});

describe('the select with search', () => {
  const options = ['Tally Bells', 'Lantern Row', 'Gull Stairs', 'Low Lantern'].map((label, at) => ({
    value: `p${at}`,
    label,
  }));
  function Held({ onTake }: { readonly onTake: (value: string) => void }) {
    const [value, set] = useState('p0');
    return (
      <Combobox
        label="Piece"
        value={value}
        options={options}
        onChange={(next) => {
          set(next);
          onTake(next);
        }}
      />
    );
  }
  const open = () => {
    const take = vi.fn();
    render(<Held onTake={take} />);
    return { take, field: screen.getByRole('combobox', { name: 'Piece' }) };
  };
  const shown = () => screen.queryAllByRole('option').map((option) => option.textContent);

  test('shows what is chosen, and nothing more until something is typed', () => {
    const { field } = open();
    expect(field).toHaveProperty('value', 'Tally Bells');
    expect(field.getAttribute('aria-expanded')).toBe('false');
  });
  test.each([
    ['lantern', ['Lantern Row', 'Low Lantern']],
    ['LANTERN low', ['Low Lantern']],
    ['  ', ['Tally Bells', 'Lantern Row', 'Gull Stairs', 'Low Lantern']],
    ['zebra', ['nothing with these words']],
  ])('typing %j finds %j', (text, found) => {
    const { field } = open();
    fireEvent.change(field, { target: { value: text } });
    expect(shown()).toEqual(found);
  });
  test('arrows stop at both ends, Enter takes', async () => {
    const { take, field } = open();
    await userEvent.type(field, 'lantern');
    expect(field.getAttribute('aria-activedescendant')).toBe(screen.getAllByRole('option')[0]?.id);
    await userEvent.keyboard('{ArrowDown}{ArrowDown}{ArrowDown}{Enter}');
    expect(take).toHaveBeenCalledExactlyOnceWith('p3');
    expect(field).toHaveProperty('value', 'Low Lantern');
  });
  test('Escape closes the list, keeps the choice, and reaches nobody else', () => {
    const outside = vi.fn();
    render(
      // eslint-disable-next-line jsx-a11y/no-static-element-interactions -- stands for the dialog around it
      <div onKeyDown={outside}>
        <Combobox label="Piece" value="p1" options={options} onChange={vi.fn()} />
      </div>,
    );
    const field = screen.getByRole('combobox', { name: 'Piece' });
    fireEvent.change(field, { target: { value: 'gull' } });
    fireEvent.keyDown(field, { key: 'Escape' });
    expect(outside).not.toHaveBeenCalled();
    expect(field).toHaveProperty('value', 'Lantern Row');
  });
  test('Enter with nothing found takes nothing', () => {
    const { take, field } = open();
    fireEvent.change(field, { target: { value: 'zebra' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(take).not.toHaveBeenCalled();
  });
  test('a press takes a row', () => {
    const { take, field } = open();
    fireEvent.change(field, { target: { value: 'gull' } });
    // A finger that goes down and scrolls away takes nothing.
    fireEvent.pointerDown(screen.getByRole('option', { name: 'Gull Stairs' }));
    expect(take).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole('option', { name: 'Gull Stairs' }));
    expect(take).toHaveBeenCalledExactlyOnceWith('p2');
  });
  test('at most fifty rows of a long list', () => {
    const many = Array.from({ length: 900 }, (_, at) => ({ value: String(at), label: `Piece ${at}` }));
    render(<Combobox label="Many" value="" options={many} onChange={vi.fn()} />);
    fireEvent.change(screen.getByRole('combobox', { name: 'Many' }), { target: { value: 'piece' } });
    expect(shown()).toHaveLength(51);
    expect(shown().at(-1)).toBe('850 more; type more words');
  });
  test('the words as they stand come before the same words apart', () => {
    const options = ['Board 2026, Level 1', 'Board 2026, Level 2'].map((label) => ({ value: label, label }));
    render(<Combobox label="Level" value="" options={options} onChange={vi.fn()} />);
    fireEvent.change(screen.getByRole('combobox', { name: 'Level' }), { target: { value: 'level 2' } });
    expect(shown()).toEqual(['Board 2026, Level 2', 'Board 2026, Level 1']);
  });
  test('a tap opens it with every row, and the row the arrows are on comes into sight', () => {
    const seen = vi.fn();
    Element.prototype.scrollIntoView = seen;
    const { field } = open();
    fireEvent.click(field);
    expect(shown()).toHaveLength(4);
    seen.mockClear();
    fireEvent.keyDown(field, { key: 'ArrowDown' });
    expect(seen).toHaveBeenCalledOnce();
  });
});

describe('dialogs', () => {
  test('the cursor goes to the marked field, and back to the button after', () => {
    function Page() {
      const [asked, ask] = useState(false);
      return (
        <>
          <Button onClick={() => ask(true)}>Add</Button>
          {asked && (
            <Dialog title="Add a piece" onClose={() => ask(false)}>
              <TextField label="Composer" value="" onChange={vi.fn()} />
              <TextField label="Title" value="" onChange={vi.fn()} first />
            </Dialog>
          )}
        </>
      );
    }
    render(<Page />);
    const button = screen.getByRole('button', { name: 'Add' });
    button.focus();
    fireEvent.click(button);
    expect(document.activeElement).toBe(screen.getByRole('textbox', { name: 'Title' }));
    fireEvent.click(screen.getByRole('button', { name: /Close/ }));
    expect(screen.queryByRole('dialog')).toBeNull();
    expect(document.activeElement).toBe(button);
  });
  test('a confirmation is answered by its own words, or kept', () => {
    const [yes, no] = [vi.fn(), vi.fn()];
    render(
      <Confirm title="Erase the student?" action="Erase for good" onConfirm={yes} onClose={no}>
        <p>Everything goes.</p>
      </Confirm>,
    );
    const dialog = screen.getByRole('dialog', { name: 'Erase the student?' });
    fireEvent.click(within(dialog).getByRole('button', { name: 'Keep everything' }));
    expect([yes.mock.calls.length, no.mock.calls.length]).toEqual([0, 1]);
    fireEvent.click(within(dialog).getByRole('button', { name: 'Erase for good' }));
    expect(yes).toHaveBeenCalledOnce();
  });
});

describe('what a drawing says', () => {
  const line = (letter: string, mark: number | null): MiniLine => ({
    letter,
    mark,
    max: 24,
    aim: 19,
    by: 'teacher',
  });
  const place = (text: string | null) => Number(/translate\(([\d.]+)/.exec(text ?? '')?.[1]);

  test('the mini-stave in words, and only marks given have a notehead', () => {
    const { container } = render(<MiniStave lines={[line('A', 17), line('B', null)]} />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
      'A 17, B no mark; barline at the aim, 19 of 24',
    );
    expect(container.querySelectorAll('g[transform]')).toHaveLength(1);
    expect(screen.getByText('none')).toBeTruthy();
  });
  test('a higher mark stands further right, and the aim between the two sides of it', () => {
    const { container } = render(<MiniStave lines={[line('A', 12), line('B', 18), line('C', 24)]} />);
    const places = [...container.querySelectorAll('g[transform]')].map((each) =>
      place(each.getAttribute('transform')),
    );
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    const aim = Number(
      /^M([\d.]+) 2V/.exec(
        [...container.querySelectorAll('path')]
          .map((p) => p.getAttribute('d') ?? '')
          .find((d) => /^M[\d.]+ 2V/.test(d)) ?? '',
      )?.[1],
    );
    expect(aim).toBeGreaterThan(places[1]!);
    expect(aim).toBeLessThan(places[2]!);
  });
  test('a ruler is one picture with its words; amounts that do not fit keep their place', () => {
    render(
      <Ruler
        parts={[
          { label: 'A', amount: 100 },
          { label: 'B', amount: 140, look: 'pencil' },
        ]}
        lines={[
          { at: 200, label: 'pass', kind: 'single' },
          { at: 210, label: 'strong', kind: 'double' },
          { at: 240, label: 'limit', kind: 'final' },
        ]}
        max={240}
        step={60}
        say="240 of 240"
      />,
    );
    const picture = screen.getByRole('img', { name: '240 of 240' });
    expect(within(picture).getByText('strong')).toBeTruthy();
    const names = ['pass', 'strong', 'limit'].map((name) => within(picture).getByText(name));
    const boxes = names.map((name) => ({
      from: Number(name.getAttribute('x')),
      to: Number(name.getAttribute('x')) + 7.6 * name.textContent.length,
      row: name.getAttribute('y'),
    }));
    for (const [at, box] of boxes.entries())
      for (const other of boxes.slice(at + 1))
        if (box.row === other.row) expect(box.to <= other.from || other.to <= box.from).toBe(true);
  });
  test.each([
    ['q', 'crotchet', 96],
    ['q.', 'dotted crotchet', 54],
    ['h', 'minim', 60],
    ['e', 'quaver', 120],
  ])('a tempo names its note value: %s is a %s, = %i', (unit, name, perMinute) => {
    render(<TempoMark unit={unit} perMinute={perMinute} />);
    expect(document.body.textContent).toContain(String(perMinute));
    expect(screen.getByRole('img', { name })).toBeTruthy();
  });
});

describe('states', () => {
  test('an error is announced, waiting is polite, nothing is said plainly', () => {
    render(
      <>
        <ErrorSay title="The file could not be read">Line 3.</ErrorSay>
        <Loading what="Reading the studio" />
        <Empty title="No lessons" />
      </>,
    );
    expect(screen.getByRole('alert').textContent).toContain('Line 3.');
    expect(screen.getByRole('status').textContent).toContain('Reading the studio');
    expect(screen.getByText('No lessons').closest('[role]')).toBeNull();
  });
  test('progress has its share in figures and a way out', () => {
    const cancel = vi.fn();
    render(<Progress what="Searching" share={0.426} onCancel={cancel} />);
    expect(screen.getByRole('progressbar', { name: 'Searching' })).toHaveProperty('value', 0.426);
    expect(screen.getByText('43 in 100')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: /Cancel/ }));
    expect(cancel).toHaveBeenCalledOnce();
  });
  test('a button that is pressed, disabled or submits says so', () => {
    const press = vi.fn();
    render(
      <>
        <Button pressed onClick={press}>
          Held
        </Button>
        <Button disabled onClick={press}>
          Take
        </Button>
        <Button type="submit">Save</Button>
      </>,
    );
    expect(screen.getByRole('button', { name: 'Held' }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: 'Take' }));
    expect(press).not.toHaveBeenCalled();
    expect(screen.getByRole('button', { name: 'Save' })).toHaveProperty('type', 'submit');
  });
  test('a table has its name and its heads', () => {
    render(
      <Table label="Sessions" head={['Session', 'Day']}>
        <tr>
          <td>spring</td>
          <td>31 March</td>
        </tr>
      </Table>,
    );
    const table = screen.getByRole('table', { name: 'Sessions' });
    expect(
      within(table)
        .getAllByRole('columnheader')
        .map((head) => head.textContent),
    ).toEqual(['Session', 'Day']);
  });
});

describe('a dialog with something typed in it', () => {
  const open = (typed?: boolean) => {
    const onClose = vi.fn();
    render(
      <Dialog title="Form" onClose={onClose} {...(typed === undefined ? {} : { typed })}>
        <input aria-label="Name" defaultValue="" />
      </Dialog>,
    );
    return onClose;
  };
  const escape = () =>
    fireEvent(screen.getByRole('dialog', { name: 'Form' }), new Event('cancel', { cancelable: true }));
  const write = () => fireEvent.input(screen.getByLabelText('Name'), { target: { value: 'Orla' } });

  test('Escape asks first, and a second Escape goes back to the typing', () => {
    const onClose = open();
    write();
    escape();
    expect(onClose).not.toHaveBeenCalled();
    expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Keep typing' }));
    escape();
    expect(screen.queryByRole('alertdialog')).toBeNull();
    expect(screen.getByLabelText('Name')).toHaveProperty('value', 'Orla');
    fireEvent.click(screen.getByRole('button', { name: /^Close/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Close without saving' }));
    expect(onClose).toHaveBeenCalledOnce();
  });
  test('the browser asks when the page is left, and only then', () => {
    open();
    const leave = () => {
      const event = new Event('beforeunload', { cancelable: true });
      window.dispatchEvent(event);
      return event.defaultPrevented;
    };
    expect(leave()).toBe(false);
    write();
    expect(leave()).toBe(true);
  });
  test('nothing typed, or nothing that closing would lose: it closes', () => {
    const untouched = open();
    escape();
    expect(untouched).toHaveBeenCalledOnce();
    cleanup();
    const kept = open(false);
    write();
    escape();
    expect(kept).toHaveBeenCalledOnce();
  });
});
