import { noteValueOf } from '../music';
import { QUARTERS, type DraftMeasure, type Place } from './draft';
import type { Mark } from './model';
import { tempoWords, wordsOrder, type WordsOrder } from './words';
import type { XmlAttributes } from './xml-listener';

/** What stands in a `<direction>` or `<sound>`: tempo, words, dynamics, and the orders to leave the printed order. */
export class DirectionBuilder {
  /** Marks of the direction being read; they get their place when it ends. */
  private direction: {
    marks: ((at: number) => Mark)[];
    offset: number;
    /** Whether the offset moves what is heard, and not only where the sign is drawn. */
    sounds: boolean;
    said: string[];
  } | null = null;
  private metronome: { units: { unit: string; dots: number }[]; perMinute: string; related: boolean } | null =
    null;
  private soundTempo = false;

  constructor(private readonly place: Place) {}

  /** A direction that a measure breaks off says nothing. */
  drop(): void {
    this.direction = null;
  }

  open(name: string, attributes: XmlAttributes, parent: string): void {
    switch (name) {
      case 'direction':
        this.direction = { marks: [], offset: 0, sounds: false, said: [] };
        return;
      case 'offset':
        if (this.direction) this.direction.sounds = attributes.get('sound') === 'yes' || parent === 'sound';
        return;
      case 'sound':
        this.sound(attributes);
        return;
      case 'metronome':
        this.metronome = { units: [], perMinute: '', related: false };
        return;
      case 'wedge': {
        const way = attributes.get('type');
        if (way === 'crescendo' || way === 'diminuendo' || way === 'stop')
          this.mark((at) => ({ at, kind: 'wedge', way }));
        return;
      }
      case 'segno':
      case 'coda':
        if (parent === 'direction-type') this.mark((at) => ({ at, kind: name, label: '' }));
        return;
    }
    if (parent === 'dynamics' && this.direction) this.mark((at) => ({ at, kind: 'dynamic', name }));
  }

  close(name: string, text: string, measure: DraftMeasure): void {
    switch (name) {
      case 'offset':
        if (this.direction) this.direction.offset = this.place.signedTicksOf(text);
        return;
      case 'words':
        this.words(text);
        return;
      case 'rehearsal':
        this.mark((at) => ({ at, kind: 'rehearsal', text: text.trim() }));
        return;
      case 'beat-unit':
      case 'metronome-type':
        this.metronome?.units.push({ unit: text.trim(), dots: 0 });
        return;
      case 'metronome-relation':
      case 'metronome-tuplet':
        // Groups of notes set equal are more than a value each.
        if (this.metronome) this.metronome.related = name === 'metronome-tuplet' || this.metronome.related;
        return;
      case 'metronome-dot':
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
        this.end(measure);
    }
  }

  private mark(make: (at: number) => Mark): void {
    if (this.direction) this.direction.marks.push(make);
    else this.place.measure?.marks.push(make(this.place.at));
  }

  /** What is heard at a direction: its tempo, and the jumps it stands for. */
  private sound(attributes: XmlAttributes): void {
    const tempo = Number(attributes.get('tempo'));
    if (tempo > 0 && Number.isFinite(tempo)) {
      this.soundTempo = this.direction !== null;
      this.mark((at) => ({
        at,
        kind: 'tempo',
        quartersPerMinute: tempo,
        printed: '',
        unit: null,
        bends: false,
      }));
    }
    if (attributes.get('dacapo') === 'yes') this.jump({ kind: 'da capo', until: 'either' });
    const segno = attributes.get('dalsegno');
    if (segno !== undefined && segno !== 'no')
      this.jump({ kind: 'dal segno', label: segno, until: 'either' });
    const toCoda = attributes.get('tocoda');
    if (toCoda !== undefined && toCoda !== 'no') this.jump({ kind: 'to coda', label: toCoda });
    if (attributes.get('fine') !== undefined && attributes.get('fine') !== 'no') this.jump({ kind: 'fine' });
    for (const kind of ['segno', 'coda'] as const) {
      const label = attributes.get(kind);
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

  private words(text: string): void {
    const said = text.trim();
    if (said === '') return;
    this.mark((at) => ({ at, kind: 'words', text: said }));
    this.direction?.said.push(said);
  }

  /** Words of one direction are read together where they order something so: "D.S. al" and "Coda". */
  private orders({ said }: { readonly said: readonly string[] }): void {
    const whole = wordsOrder(said.join(' '));
    for (const order of whole ? [whole] : said.map(wordsOrder)) if (order) this.order(order);
  }

  private order(order: WordsOrder): void {
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
    const quartersIn = (each: { unit: string; dots: number }) =>
      (QUARTERS[each.unit] ?? 1) * (2 - 0.5 ** each.dots);
    const printedAs = (each: { unit: string; dots: number }) => `${each.unit}${'.'.repeat(each.dots)}`;
    const quarters = quartersIn(unit);
    const next = metronome.units[1];
    if (metronome.perMinute.trim() === '' && next && metronome.units.length === 2 && !metronome.related) {
      // The value before lasts as long as the one after: what was felt goes on in other notes.
      const factor = quartersIn(next) / quarters;
      const printed = `${printedAs(unit)} = ${printedAs(next)}`;
      this.mark((at) => ({ at, kind: 'tempo by ratio', factor, printed }));
      return;
    }
    const figure = Number(/\d+([.,]\d+)?/.exec(metronome.perMinute)?.[0].replace(',', '.') ?? NaN);
    if (figure > 0) {
      const printed = `${printedAs(unit)} = ${metronome.perMinute.trim()}`;
      const value = noteValueOf(quarters / 4);
      this.mark((at) => ({
        at,
        kind: 'tempo',
        quartersPerMinute: figure * quarters,
        printed,
        unit: value,
        bends: false,
      }));
    } else this.place.notice('a metronome mark without a figure');
  }

  private end(measure: DraftMeasure): void {
    const { direction } = this;
    if (!direction) return;
    this.orders(direction);
    this.direction = null;
    // An offset moves what is drawn; what is heard stays where it stands, unless the offset sounds.
    const at = Math.max(0, this.place.at + (direction.sounds ? direction.offset : 0));
    let marks = direction.marks.map((make) => make(at));
    const words = direction.said.map(tempoWords);
    const again = words.find((each) => each === 'before' || each === 'first');
    const heard = marks.some(({ kind }) => kind === 'tempo');
    if (again && !heard)
      marks.push({ at, kind: 'tempo again', to: again, printed: direction.said.join(' ') });
    // What sounds in the course of a rit. or accel., or with no word or figure at all, is no tempo to go back to.
    const isBare = direction.said.length === 0;
    const isPrinted = marks.some((mark) => mark.kind === 'tempo' && mark.printed !== '');
    if (heard && !isPrinted && (isBare || words.includes('bends')))
      marks = marks.map((mark) => (mark.kind === 'tempo' ? { ...mark, bends: true } : mark));
    // A tempo that sounds beside a ratio is that of the ratio.
    if (heard) marks = marks.filter(({ kind }) => kind !== 'tempo by ratio');
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
}

/** The fields of a mark that say more than its words alone: a label, an end named. */
const definite = (mark: Mark): Partial<Mark> =>
  Object.fromEntries(
    Object.entries(mark).filter(([name, value]) =>
      name === 'label' ? value !== '' : name === 'until' ? value !== 'either' : false,
    ),
  );
