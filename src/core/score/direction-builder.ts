import { noteValueOf } from '../music';
import { QUARTERS, type Attributes, type DraftMeasure, type Place } from './draft';
import type { Mark } from './model';
import { wordsOrder, type WordsOrder } from './words';

/** What stands in a `<direction>` or `<sound>`: tempo, words, dynamics, and the orders to leave the printed order. */
export class DirectionBuilder {
  /** Marks of the direction being read; they get their place when it ends. */
  private direction: { marks: ((at: number) => Mark)[]; offset: number; said: string[] } | null = null;
  private metronome: { units: { unit: string; dots: number }[]; perMinute: string } | null = null;
  private soundTempo = false;

  constructor(private readonly place: Place) {}

  /** A direction that a measure breaks off says nothing. */
  drop(): void {
    this.direction = null;
  }

  open(name: string, attributes: Attributes, parent: string): void {
    switch (name) {
      case 'direction':
        this.direction = { marks: [], offset: 0, said: [] };
        return;
      case 'sound':
        this.sound(attributes);
        return;
      case 'metronome':
        this.metronome = { units: [], perMinute: '' };
        return;
      case 'wedge': {
        const way = attributes['type'];
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
        this.end(measure);
    }
  }

  private mark(make: (at: number) => Mark): void {
    if (this.direction) this.direction.marks.push(make);
    else this.place.measure?.marks.push(make(this.place.at));
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
    const quarters = (QUARTERS[unit.unit] ?? 1) * (2 - 0.5 ** unit.dots);
    const figure = Number(/\d+([.,]\d+)?/.exec(metronome.perMinute)?.[0].replace(',', '.') ?? NaN);
    if (figure > 0) {
      const printed = `${unit.unit}${'.'.repeat(unit.dots)} = ${metronome.perMinute.trim()}`;
      const value = noteValueOf(quarters / 4);
      this.mark((at) => ({ at, kind: 'tempo', quartersPerMinute: figure * quarters, printed, unit: value }));
    } else this.place.notice('a metronome mark without a figure');
  }

  private end(measure: DraftMeasure): void {
    const { direction } = this;
    if (!direction) return;
    this.orders(direction);
    this.direction = null;
    const at = Math.max(0, this.place.at + direction.offset);
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
}

/** The fields of a mark that say more than its words alone: a label, an end named. */
const definite = (mark: Mark): Partial<Mark> =>
  Object.fromEntries(
    Object.entries(mark).filter(([name, value]) =>
      name === 'label' ? value !== '' : name === 'until' ? value !== 'either' : false,
    ),
  );
