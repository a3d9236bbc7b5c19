import { inTerms } from '../terms';
import { QUARTERS, type DraftMeasure, type DraftNote, type Place } from './draft';
import type { Note } from './model';
import type { XmlAttributes } from './xml-listener';

const SEMITONES: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const LETTERS = 'CDEFGAB';
const SIGN_PARENTS = new Set(['ornaments', 'articulations', 'technical']);
const NOTE_SIGNS = new Set(['fermata', 'arpeggiate', 'non-arpeggiate', 'glissando', 'slide', 'tremolo']);

/** What stands in a `<note>`: it becomes a note, rest, grace note or chord note at the place of the reading. */
export class NoteBuilder {
  private note: DraftNote | null = null;
  /** Ticks of the note being read; null until it says. */
  private duration: number | null = null;
  /** Notes come past in the file so far. */
  private met = 0;
  private displayed = false;
  private display: { letter: number; octave: number } = { letter: 0, octave: 4 };

  constructor(private readonly place: Place) {}

  get isOpen(): boolean {
    return this.note !== null;
  }

  /** Counts a note of the file, whether it is read or passed over. */
  meet(): void {
    this.met += 1;
  }

  begin(attributes: XmlAttributes): void {
    this.note = newNote(this.met - 1);
    // What is heard in place of a sign and not printed is nothing to play.
    if (attributes.get('print-object') === 'no') this.note.cue = true;
    this.duration = null;
    this.displayed = false;
  }

  /** A note that a measure breaks off is none. */
  drop(): void {
    this.note = null;
  }

  open(name: string, attributes: XmlAttributes, parent: string): void {
    const { note } = this;
    if (!note) return;
    switch (name) {
      case 'grace':
        note.grace = true;
        return;
      case 'cue':
        note.cue = true;
        return;
      case 'chord':
        note.chord = true;
        return;
      case 'rest':
        note.wholeBarRest = attributes.get('measure') === 'yes';
        note.pitch = null;
        note.spelling = null;
        return;
      case 'pitch':
        note.spelling = { letter: 0, alter: 0 };
        return;
      case 'unpitched':
        note.unpitched = true;
        this.displayed = true;
        note.spelling = { letter: 0, alter: 0 };
        this.display = { letter: 6, octave: 4 };
        return;
      case 'tie':
        if (attributes.get('type') === 'start') note.tieStart = true;
        if (attributes.get('type') === 'stop') note.tieStop = true;
        return;
      case 'slur':
        if (attributes.get('type') === 'start') note.slurStart = true;
        if (attributes.get('type') === 'stop') note.slurStop = true;
        return;
      case 'dot':
        note.dots += 1;
        return;
      case 'time-modification':
        note.tuplet = { actual: 1, normal: 1 };
        return;
    }
    if (SIGN_PARENTS.has(parent) || NOTE_SIGNS.has(name)) note.signs.push(name);
    else if (parent === 'dynamics')
      this.place.measure?.marks.push({
        at: note.chord ? this.place.lastOnset : this.place.at,
        kind: 'dynamic',
        name,
      });
  }

  close(name: string, text: string, measure: DraftMeasure): void {
    const { note } = this;
    if (!note) return;
    switch (name) {
      case 'note':
        this.end(note, measure);
        return;
      case 'step':
      case 'display-step':
        if (name === 'step')
          note.spelling = {
            letter: Math.max(0, LETTERS.indexOf(text.trim())),
            alter: note.spelling?.alter ?? 0,
          };
        this.display.letter = Math.max(0, LETTERS.indexOf(text.trim()));
        return;
      case 'alter':
        note.spelling = { letter: note.spelling?.letter ?? 0, alter: this.within(text, 3, 'alteration') };
        return;
      case 'octave':
      case 'display-octave':
        this.display.octave = Math.round(this.within(text, 12, 'octave'));
        if (name === 'octave') note.pitch = pitchOf(note.spelling, this.display.octave);
        return;
      case 'duration':
        this.duration = this.place.ticksOf(text);
        return;
      case 'voice':
        note.voice = text.trim();
        return;
      case 'type':
        note.type = text.trim();
        return;
      case 'staff':
        note.staff = Math.max(1, Math.round(Number(text)) || 1);
        return;
      case 'accidental':
        note.accidental = text.trim();
        return;
      case 'string':
        note.string = Math.round(Number(text)) || null;
        return;
      case 'actual-notes':
        if (note.tuplet) note.tuplet = { ...note.tuplet, actual: Math.max(1, Number(text) || 1) };
        return;
      case 'normal-notes':
        if (note.tuplet) note.tuplet = { ...note.tuplet, normal: Math.max(1, Number(text) || 1) };
    }
  }

  /** A figure no further from 0 than `most`, else 0: no page has one. */
  private within(text: string, most: number, what: string): number {
    const figure = Number(text);
    if (Math.abs(figure) <= most) return figure;
    this.place.notice(`an ${what} that is none`);
    return 0;
  }

  private end(note: DraftNote, measure: DraftMeasure): void {
    const { place } = this;
    this.note = null;
    if (this.displayed) {
      const spelling = { letter: this.display.letter, alter: 0 };
      note.spelling = spelling;
      note.pitch = pitchOf(spelling, this.display.octave);
    }
    let length = note.grace ? 0 : this.duration;
    if (length === null) {
      place.notice('a note without a duration');
      const value = (QUARTERS[note.type] ?? 0) * (2 - 0.5 ** note.dots) * place.ticksPerQuarter;
      length = Math.round((value * (note.tuplet?.normal ?? 1)) / (note.tuplet?.actual ?? 1));
    }
    note.length = length;
    if (note.chord && measure.notes.length > 0) note.at = place.lastOnset;
    else {
      note.at = place.at;
      place.lastOnset = place.at;
      if (!note.grace) place.at += length;
    }
    measure.notes.push(note);
    if (note.wholeBarRest && measure.time && measure.time.ticks > 0 && length > measure.time.ticks) {
      place.notice(inTerms('a bar rest longer than its bar'));
      place.at = note.at + measure.time.ticks;
    }
    measure.filled = Math.max(measure.filled, place.at);
  }
}

const newNote = (order: number): DraftNote => ({
  order,
  at: 0,
  length: 0,
  pitch: null,
  unpitched: false,
  spelling: null,
  voice: '1',
  staff: 1,
  chord: false,
  grace: false,
  cue: false,
  wholeBarRest: false,
  tieStart: false,
  tieStop: false,
  type: '',
  dots: 0,
  tuplet: null,
  signs: [],
  slurStart: false,
  slurStop: false,
  accidental: '',
  string: null,
});

function pitchOf(spelling: Note['spelling'], octave: number): number {
  const letter = LETTERS[spelling?.letter ?? 0] ?? 'C';
  return (octave + 1) * 12 + (SEMITONES[letter] ?? 0) + Math.round(spelling?.alter ?? 0);
}
