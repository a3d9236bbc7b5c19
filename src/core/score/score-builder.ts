import { noteValueOf } from '../music';
import { lcm } from './fractions';
import type { KeySignature, Mark, Measure, Note, Notice, Score, TimeSignature } from './model';
import { endingNumbers, wordsOrder } from './words';

type Attributes = Readonly<Record<string, string>>;
type Mutable<T> = { -readonly [K in keyof T]: T[K] };
type DraftNote = Mutable<Note> & { signs: string[] };
interface DraftMeasure extends Mutable<Measure> {
  notes: Note[];
  marks: Mark[];
}
interface DraftPart {
  id: string;
  name: string;
  measures: DraftMeasure[];
  divisions: number;
  key: KeySignature | null;
  time: TimeSignature | null;
}

/** Crotchets in the note values the format names. */
const QUARTERS: Readonly<Record<string, number>> = {
  maxima: 32,
  long: 16,
  breve: 8,
  whole: 4,
  half: 2,
  quarter: 1,
  eighth: 1 / 2,
  '16th': 1 / 4,
  '32nd': 1 / 8,
  '64th': 1 / 16,
  '128th': 1 / 32,
  '256th': 1 / 64,
  '512th': 1 / 128,
  '1024th': 1 / 256,
};
const SEMITONES: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const LETTERS = 'CDEFGAB';
/** More ticks than this to a crotchet are not exact any more when a piece is long. */
const MOST_TICKS = 1_000_000_000;
const ROUNDED_TICKS = 55_440;

const MEASURE_CHILDREN = new Set(
  'note backup forward direction attributes harmony figured-bass print sound listening barline grouping link bookmark part measure'.split(
    ' ',
  ),
);
const SIGN_PARENTS = new Set(['ornaments', 'articulations', 'technical']);
const NOTE_SIGNS = new Set(['fermata', 'arpeggiate', 'non-arpeggiate', 'glissando', 'slide', 'tremolo']);

/**
 * Takes the elements of a score one after the other and builds it. It holds what the format holds as state: divisions,
 * the place in the measure, the key and metre in force.
 */
export class ScoreBuilder {
  private readonly ticksPerQuarter: number;
  private readonly notices = new Map<string, { count: number; measure: number }>();
  private readonly parts = new Map<string, DraftPart>();
  private readonly path: string[] = [];
  private text = '';
  private title = '';
  private movement = '';
  private composer = '';
  private creator = '';
  private part: DraftPart | null = null;
  private measure: DraftMeasure | null = null;
  private measureNumber = '';
  private measureImplicit = false;
  /** Ticks from the start of the measure. */
  private place = 0;
  private lastOnset = 0;
  private note: DraftNote | null = null;
  /** Ticks of the note being read; null until it says. */
  private duration: number | null = null;
  private displayed = false;
  private moved = 0;
  /** Marks of the direction being read; they get their place when it ends. */
  private direction: { marks: ((at: number) => Mark)[]; offset: number } | null = null;
  private metronome: { units: { unit: string; dots: number }[]; perMinute: string } | null = null;
  private soundTempo = false;
  private fifths: number | null = null;
  private mode: KeySignature['mode'] = 'none';
  private beats: string[] = [];
  private beatTypes: string[] = [];
  private display: { letter: number; octave: number } = { letter: 0, octave: 4 };
  private barlineLeft = false;
  private passedOver = 0;

  constructor(text: string) {
    this.ticksPerQuarter = this.commonTicks(text);
  }

  notice(what: string): void {
    const measure = this.part && this.measure ? this.part.measures.length : -1;
    const known = this.notices.get(what);
    if (known) known.count += 1;
    else this.notices.set(what, { count: 1, measure });
  }

  /** All divisions of the file divide it, so that every length is whole; quintuplets and the like are in the divisions. */
  private commonTicks(text: string): number {
    let ticks = 1;
    for (const [, found] of text.matchAll(/<divisions[^>]*>\s*(\d{1,7})\s*</g)) {
      const divisions = Number(found);
      if (divisions > 0) ticks = lcm(ticks, divisions);
      if (ticks > MOST_TICKS) {
        this.notice('divisions that have no common measure; lengths are rounded');
        return ROUNDED_TICKS;
      }
    }
    // Lengths that are missing are taken from the note value, so a demisemiquaver of a triplet must be whole too.
    return lcm(ticks, 96) > MOST_TICKS ? ticks : lcm(ticks, 96);
  }

  open(name: string, attributes: Attributes): void {
    this.path.push(name);
    this.text = '';
    if (this.passedOver > 0) {
      this.passedOver += 1;
      return;
    }
    switch (name) {
      case 'score-part':
        this.parts.set(attributes['id'] ?? '', newPart(attributes['id'] ?? ''));
        this.part = this.parts.get(attributes['id'] ?? '') ?? null;
        return;
      case 'part':
        this.part = this.partNamed(attributes['id'] ?? '');
        // In a timewise score the parts stand inside the measures.
        if (this.path.includes('measure')) this.openMeasure();
        return;
      case 'measure':
        this.measureNumber = attributes['number'] ?? '';
        this.measureImplicit = attributes['implicit'] === 'yes';
        if (this.path[this.path.length - 2] === 'part') this.openMeasure();
        return;
      case 'creator':
        this.creator = attributes['type'] ?? '';
        return;
    }
    if (this.measure) this.openInMeasure(name, attributes, this.measure);
  }

  private partNamed(id: string): DraftPart {
    const known = this.parts.get(id);
    if (known) return known;
    this.notice('a part the list of parts does not name');
    const part = newPart(id);
    this.parts.set(id, part);
    return part;
  }

  private openMeasure(): void {
    const { part } = this;
    if (!part) return;
    this.place = 0;
    this.lastOnset = 0;
    this.measure = {
      number: this.measureNumber,
      implicit: this.measureImplicit,
      key: part.key,
      time: part.time,
      notes: [],
      filled: 0,
      marks: [],
      repeatStart: false,
      repeatEnd: 0,
      endingStart: null,
      endingStop: false,
      newSystem: false,
      newPage: false,
      barlineEnd: 'plain',
    };
  }

  private openInMeasure(name: string, attributes: Attributes, measure: DraftMeasure): void {
    const parent = this.path[this.path.length - 2] ?? '';
    if ((parent === 'measure' || parent === 'part') && !MEASURE_CHILDREN.has(name)) {
      this.notice(`element ${name}`);
      this.passedOver = 1;
      return;
    }
    switch (name) {
      case 'note':
        this.note = newNote();
        this.duration = null;
        this.displayed = false;
        return;
      case 'backup':
      case 'forward':
        this.moved = 0;
        return;
      case 'direction':
        this.direction = { marks: [], offset: 0 };
        return;
      case 'sound':
        this.sound(attributes);
        return;
      case 'key':
        this.fifths = null;
        this.mode = 'none';
        return;
      case 'time':
        this.beats = [];
        this.beatTypes = [];
        return;
      case 'print':
        if (attributes['new-system'] === 'yes') measure.newSystem = true;
        if (attributes['new-page'] === 'yes') measure.newPage = measure.newSystem = true;
        return;
      case 'barline':
        this.barlineLeft = attributes['location'] === 'left';
        if (attributes['location'] === 'middle') this.notice('a barline in the middle of a measure');
        return;
      case 'repeat':
        this.repeat(attributes, measure);
        return;
      case 'ending':
        this.ending(attributes, measure);
        return;
      case 'metronome':
        this.metronome = { units: [], perMinute: '' };
        return;
      case 'wedge':
        if (
          attributes['type'] === 'crescendo' ||
          attributes['type'] === 'diminuendo' ||
          attributes['type'] === 'stop'
        ) {
          const way = attributes['type'];
          this.mark((at) => ({ at, kind: 'wedge', way }));
        }
        return;
      case 'segno':
      case 'coda':
        if (parent === 'direction-type') this.mark((at) => ({ at, kind: name, label: '' }));
        else if (parent === 'barline')
          measure.marks.push({ at: this.barlineLeft ? 0 : this.place, kind: name, label: '' });
        return;
      case 'harmony':
        measure.marks.push({ at: this.place, kind: 'harmony' });
        return;
    }
    if (this.note) this.openInNote(name, attributes, this.note, parent);
    else if (parent === 'dynamics' && this.direction) this.mark((at) => ({ at, kind: 'dynamic', name }));
  }

  private openInNote(name: string, attributes: Attributes, note: DraftNote, parent: string): void {
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
        note.wholeBarRest = attributes['measure'] === 'yes';
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
        if (attributes['type'] === 'start') note.tieStart = true;
        if (attributes['type'] === 'stop') note.tieStop = true;
        return;
      case 'slur':
        if (attributes['type'] === 'start') note.slurStart = true;
        if (attributes['type'] === 'stop') note.slurStop = true;
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
      this.measure?.marks.push({ at: note.chord ? this.lastOnset : this.place, kind: 'dynamic', name });
  }

  private mark(make: (at: number) => Mark): void {
    if (this.direction) this.direction.marks.push(make);
    else this.measure?.marks.push(make(this.place));
  }

  /** What is heard at a direction: its tempo, and the jumps it stands for. */
  private sound(attributes: Attributes): void {
    const tempo = Number(attributes['tempo']);
    if (tempo > 0 && Number.isFinite(tempo)) {
      this.soundTempo = this.direction !== null;
      this.mark((at) => ({ at, kind: 'tempo', quartersPerMinute: tempo, printed: '', unit: null }));
    }
    if (attributes['dacapo'] === 'yes') this.jump({ kind: 'da capo', until: 'either' });
    const segno = attributes['dalsegno'];
    if (segno !== undefined && segno !== 'no')
      this.jump({ kind: 'dal segno', label: segno, until: 'either' });
    const toCoda = attributes['tocoda'];
    if (toCoda !== undefined && toCoda !== 'no') this.jump({ kind: 'to coda', label: toCoda });
    if (attributes['fine'] !== undefined && attributes['fine'] !== 'no') this.jump({ kind: 'fine' });
    for (const kind of ['segno', 'coda'] as const) {
      const label = attributes[kind];
      if (label !== undefined && label !== 'no') this.mark((at) => ({ at, kind, label }));
    }
  }

  private jump(
    order:
      | { kind: 'da capo'; until: 'either' }
      | { kind: 'dal segno'; label: string; until: 'either' }
      | { kind: 'to coda'; label: string }
      | { kind: 'fine' },
  ): void {
    this.mark((at) => ({ at, ...order }));
  }

  private repeat(attributes: Attributes, measure: DraftMeasure): void {
    if (attributes['direction'] === 'forward') {
      if (this.barlineLeft || this.place === 0) measure.repeatStart = true;
      else {
        this.notice('a repeat that starts at a right barline');
        this.pendingStart = true;
      }
      return;
    }
    const times = Math.min(99, Math.max(2, Math.round(Number(attributes['times'] ?? 2)) || 2));
    const before = this.part?.measures.at(-1);
    if (this.barlineLeft && before && this.place === 0) {
      this.notice('a repeat that ends at a left barline');
      before.repeatEnd = times;
    } else measure.repeatEnd = times;
  }
  private pendingStart = false;

  private ending(attributes: Attributes, measure: DraftMeasure): void {
    const numbers = endingNumbers(attributes['number'] ?? '');
    if (attributes['type'] === 'start') {
      if (numbers.length === 0) this.notice('an ending without a number');
      measure.endingStart = numbers.length > 0 ? numbers : [1];
    } else measure.endingStop = true;
  }

  addText(part: string): void {
    this.text += part;
  }

  close(name: string): void {
    this.path.pop();
    if (this.passedOver > 0) {
      this.passedOver -= 1;
      return;
    }
    const { text } = this;
    this.text = '';
    if (!this.measure) {
      this.closeHead(name, text);
      return;
    }
    if (this.note) {
      if (name === 'note') this.endNote(this.note, this.measure);
      else this.closeInNote(name, text, this.note);
      return;
    }
    this.closeInMeasure(name, text, this.measure);
  }

  private closeHead(name: string, text: string): void {
    if (name === 'work-title') this.title = text.trim();
    else if (name === 'movement-title') this.movement = text.trim();
    else if (name === 'creator' && (this.creator === 'composer' || this.composer === ''))
      this.composer = text.trim();
    else if (name === 'part-name' && this.part && this.path.at(-1) === 'score-part')
      this.part.name = text.trim();
    else if (name === 'score-part') this.part = null;
  }

  private closeInMeasure(name: string, text: string, measure: DraftMeasure): void {
    switch (name) {
      case 'measure':
      case 'part':
        this.endMeasure(measure);
        return;
      case 'divisions':
        this.setDivisions(text);
        return;
      case 'duration':
        this.moved = this.ticksOf(text);
        return;
      case 'backup':
        if (this.moved > this.place) this.notice('a backup past the start of the measure');
        this.place = Math.max(0, this.place - this.moved);
        return;
      case 'forward':
        this.place += this.moved;
        measure.filled = Math.max(measure.filled, this.place);
        return;
      case 'fifths':
        this.fifths = Math.round(Number(text));
        return;
      case 'mode':
        this.mode = text.trim() === 'major' || text.trim() === 'minor' ? (text.trim() as 'major') : 'none';
        return;
      case 'key':
        this.endKey(measure);
        return;
      case 'beats':
        this.beats.push(text);
        return;
      case 'beat-type':
        this.beatTypes.push(text);
        return;
      case 'time':
        this.endTime(measure);
        return;
      case 'senza-misura':
        this.beats = [];
        return;
      case 'bar-style':
        if (!this.barlineLeft)
          measure.barlineEnd =
            text.trim() === 'light-heavy'
              ? 'final'
              : text.trim() === 'light-light'
                ? 'double'
                : measure.barlineEnd;
        return;
      case 'offset':
        if (this.direction) this.direction.offset = this.signedTicksOf(text);
        return;
      case 'words':
        this.words(text);
        return;
      case 'rehearsal':
        this.mark((at) => ({ at, kind: 'rehearsal', text: text.trim() }));
        return;
      case 'beat-unit':
        this.metronome?.units.push({ unit: text.trim(), dots: 0 });
        return;
      case 'beat-unit-dot': {
        const unit = this.metronome?.units.at(-1);
        if (unit) unit.dots += 1;
        return;
      }
      case 'per-minute':
        if (this.metronome) this.metronome.perMinute = text;
        return;
      case 'metronome':
        this.endMetronome();
        return;
      case 'direction':
        this.endDirection(measure);
    }
  }

  private setDivisions(text: string): void {
    const divisions = Number(text);
    if (this.part && divisions > 0 && Number.isFinite(divisions)) {
      if (this.part.measures.length > 0 && divisions !== this.part.divisions)
        this.notice('divisions that change inside a part');
      this.part.divisions = divisions;
    } else this.notice('divisions that are no number');
  }

  private signedTicksOf(text: string): number {
    const ticks = (Number(text) * this.ticksPerQuarter) / (this.part?.divisions ?? 1);
    if (!Number.isFinite(ticks)) {
      this.notice('a length that is no number');
      return 0;
    }
    return Math.round(ticks);
  }
  private ticksOf(text: string): number {
    const ticks = this.signedTicksOf(text);
    if (ticks < 0) this.notice('a length below nothing');
    return Math.max(0, ticks);
  }

  private endKey(measure: DraftMeasure): void {
    const fifths = this.fifths !== null && Math.abs(this.fifths) <= 14 ? this.fifths : null;
    const key: KeySignature = { fifths, mode: this.mode };
    if (this.part) this.part.key = key;
    if (this.place === 0) measure.key = key;
  }

  private endTime(measure: DraftMeasure): void {
    const groups: number[] = [];
    let ticks = 0;
    let beatType: number | null = null;
    for (const [at, beats] of this.beats.entries()) {
      const type = Number(this.beatTypes[at] ?? this.beatTypes[0]);
      const counts = beats.split('+').map((each) => Number(each));
      if (!(type > 0) || counts.some((count) => !(count > 0))) continue;
      beatType ??= type;
      for (const count of counts) {
        groups.push(count);
        ticks += (count * 4 * this.ticksPerQuarter) / type;
      }
    }
    const time = { groups, beatType, ticks: Math.round(ticks) };
    if (this.part) this.part.time = time;
    if (this.place === 0) measure.time = time;
  }

  private words(text: string): void {
    const said = text.trim();
    if (said === '') return;
    this.mark((at) => ({ at, kind: 'words', text: said }));
    const order = wordsOrder(said);
    if (!order) return;
    this.mark((at) =>
      order.kind === 'da capo'
        ? { at, kind: 'da capo', until: order.until }
        : order.kind === 'dal segno'
          ? { at, kind: 'dal segno', label: '', until: order.until }
          : order.kind === 'fine'
            ? { at, kind: 'fine' }
            : { at, kind: order.kind, label: '' },
    );
  }

  private endMetronome(): void {
    const { metronome } = this;
    this.metronome = null;
    const unit = metronome?.units[0];
    if (!metronome || !unit) return;
    const quarters = (QUARTERS[unit.unit] ?? 1) * (2 - 0.5 ** unit.dots);
    const figure = Number(/\d+([.,]\d+)?/.exec(metronome.perMinute)?.[0].replace(',', '.') ?? NaN);
    if (figure > 0) {
      const printed = `${unit.unit}${'.'.repeat(unit.dots)} = ${metronome.perMinute.trim()}`;
      const value = noteValueOf(quarters / 4);
      this.mark((at) => ({ at, kind: 'tempo', quartersPerMinute: figure * quarters, printed, unit: value }));
    } else this.notice('a metronome mark without a figure');
  }

  private endDirection(measure: DraftMeasure): void {
    const { direction } = this;
    this.direction = null;
    if (!direction) return;
    const at = Math.max(0, this.place + direction.offset);
    let marks = direction.marks.map((make) => make(at));
    // The tempo that sounds stands before the one that is printed, which says the unit.
    const printed = marks.find((mark) => mark.kind === 'tempo' && mark.printed !== '');
    if (this.soundTempo && printed?.kind === 'tempo')
      marks = marks.flatMap((mark) =>
        mark.kind !== 'tempo'
          ? mark
          : mark.printed !== ''
            ? []
            : { ...mark, printed: printed.printed, unit: printed.unit },
      );
    this.soundTempo = false;
    // A coda sign beside the words is the sign to leave by, not the place to go to.
    if (marks.some(({ kind }) => kind === 'to coda')) marks = marks.filter(({ kind }) => kind !== 'coda');
    // Words and sound of one direction are one order.
    const kinds = new Map<string, Mark>();
    for (const mark of marks) {
      const single = ['da capo', 'dal segno', 'to coda', 'fine', 'segno', 'coda'].includes(mark.kind);
      const before = single ? kinds.get(mark.kind) : undefined;
      if (before) {
        const both = { ...before, ...mark, ...definite(before), ...definite(mark) } as Mark;
        measure.marks[measure.marks.indexOf(before)] = both;
        kinds.set(mark.kind, both);
      } else {
        measure.marks.push(mark);
        kinds.set(mark.kind, mark);
      }
    }
  }

  private closeInNote(name: string, text: string, note: DraftNote): void {
    switch (name) {
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
        note.spelling = { letter: note.spelling?.letter ?? 0, alter: Number(text) || 0 };
        return;
      case 'octave':
      case 'display-octave':
        this.display.octave = Math.round(Number(text)) || 0;
        if (name === 'octave') note.pitch = pitchOf(note.spelling, this.display.octave);
        return;
      case 'duration':
        this.duration = this.ticksOf(text);
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
      case 'actual-notes':
        if (note.tuplet) note.tuplet = { ...note.tuplet, actual: Math.max(1, Number(text) || 1) };
        return;
      case 'normal-notes':
        if (note.tuplet) note.tuplet = { ...note.tuplet, normal: Math.max(1, Number(text) || 1) };
    }
  }

  private endNote(note: DraftNote, measure: DraftMeasure): void {
    this.note = null;
    if (this.displayed) {
      const spelling = { letter: this.display.letter, alter: 0 };
      note.spelling = spelling;
      note.pitch = pitchOf(spelling, this.display.octave);
    }
    let length = note.grace ? 0 : this.duration;
    if (length === null) {
      this.notice('a note without a duration');
      const value = (QUARTERS[note.type] ?? 0) * (2 - 0.5 ** note.dots) * this.ticksPerQuarter;
      length = Math.round((value * (note.tuplet?.normal ?? 1)) / (note.tuplet?.actual ?? 1));
    }
    note.length = length;
    if (note.chord && measure.notes.length > 0) note.at = this.lastOnset;
    else {
      note.at = this.place;
      this.lastOnset = this.place;
      if (!note.grace) this.place += length;
    }
    measure.notes.push(note);
    if (note.wholeBarRest && measure.time && measure.time.ticks > 0 && length > measure.time.ticks) {
      this.notice('a bar rest longer than its bar');
      this.place = note.at + measure.time.ticks;
    }
    measure.filled = Math.max(measure.filled, this.place);
  }

  private endMeasure(measure: DraftMeasure): void {
    const { part } = this;
    this.measure = null;
    this.direction = null;
    this.note = null;
    if (!part) return;
    if (this.wasPendingStart.delete(part)) measure.repeatStart = true;
    if (this.pendingStart) this.wasPendingStart.add(part);
    this.pendingStart = false;
    part.measures.push(measure);
  }
  private readonly wasPendingStart = new Set<DraftPart>();

  /** What has been read when a file breaks off; null before the first whole measure. */
  partial(): Score | null {
    return [...this.parts.values()].some(({ measures }) => measures.length > 0) ? this.score() : null;
  }

  score(): Score {
    const notices = [...this.notices].map(([what, { count, measure }]): Notice => ({ what, count, measure }));
    return {
      title: this.title || this.movement,
      composer: this.composer,
      ticksPerQuarter: this.ticksPerQuarter,
      parts: [...this.parts.values()].map(({ id, name, measures }) => ({ id, name, measures })),
      notices: notices.sort((a, b) => b.count - a.count),
    };
  }
}

/** The fields of a mark that say more than its words alone: a label, an end named. */
const definite = (mark: Mark): Partial<Mark> =>
  Object.fromEntries(
    Object.entries(mark).filter(([name, value]) =>
      name === 'label' ? value !== '' : name === 'until' ? value !== 'either' : false,
    ),
  );

const newPart = (id: string): DraftPart => ({
  id,
  name: '',
  measures: [],
  divisions: 1,
  key: null,
  time: null,
});
const newNote = (): DraftNote => ({
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
});

function pitchOf(spelling: Note['spelling'], octave: number): number {
  const letter = LETTERS[spelling?.letter ?? 0] ?? 'C';
  return (octave + 1) * 12 + (SEMITONES[letter] ?? 0) + Math.round(spelling?.alter ?? 0);
}
