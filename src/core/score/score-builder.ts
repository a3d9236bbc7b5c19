import { AttributesBuilder } from './attributes-builder';
import { BarlineBuilder } from './barline-builder';
import { DirectionBuilder } from './direction-builder';
import { newMeasure, newPart, Place, type DraftMeasure, type DraftPart } from './draft';
import { oneLine } from '../plain-text';
import { lcm } from './fractions';
import type { Notice, Score } from './model';
import { NoteBuilder } from './note-builder';
import type { XmlAttributes } from './xml-listener';

/** More ticks than this to a crotchet are not exact any more when a piece is long. */
const MOST_TICKS = 1_000_000_000;
const ROUNDED_TICKS = 55_440;

const DIVISIONS = '<divisions';
const SAID = /[^>]*>\s*(\d{1,7})\s*</y;

/** Notes in one measure of a part: no page has more. */
export const MOST_NOTES = 2_000;

const MEASURE_CHILDREN = new Set(
  'note backup forward direction attributes harmony figured-bass print sound listening barline grouping link bookmark part measure'.split(
    ' ',
  ),
);

/**
 * Takes the elements of a score one after the other and builds it. It keeps the parts, the measures and the place in
 * them; what stands in a note, a direction, a barline or in the attributes goes to a builder of its own.
 */
export class ScoreBuilder {
  private readonly notices = new Map<string, { count: number; measure: number }>();
  private readonly parts = new Map<string, DraftPart>();
  private readonly path: string[] = [];
  private readonly place: Place;
  private readonly note: NoteBuilder;
  private readonly direction: DirectionBuilder;
  private readonly barline: BarlineBuilder;
  private readonly attributes: AttributesBuilder;
  private text = '';
  private title = '';
  private movement = '';
  private composer = '';
  private creator = '';
  private measureNumber = '';
  private measureImplicit = false;
  /** Ticks of the backup or forward being read. */
  private moved = 0;
  /** The number of a measure with more notes than are read, as printed; null while there is none. */
  crowded: string | null = null;
  /** Depth inside an element that is passed over; 0 outside. */
  private passedOver = 0;

  constructor(text: string) {
    this.place = new Place(this.commonTicks(text), (what, measure) => this.tell(what, measure));
    this.note = new NoteBuilder(this.place);
    this.direction = new DirectionBuilder(this.place);
    this.barline = new BarlineBuilder(this.place);
    this.attributes = new AttributesBuilder(this.place);
  }

  notice(what: string): void {
    this.place.notice(what);
  }

  private tell(what: string, measure: number): void {
    const known = this.notices.get(what);
    if (known) known.count += 1;
    else this.notices.set(what, { count: 1, measure });
  }

  /** All divisions of the file divide it, so that every length is whole; quintuplets and the like are in the divisions. */
  private commonTicks(text: string): number {
    let ticks = 1;
    for (let at = text.indexOf(DIVISIONS); at >= 0; at = text.indexOf(DIVISIONS, at + 1)) {
      SAID.lastIndex = at + DIVISIONS.length;
      const divisions = Number(SAID.exec(text)?.[1] ?? 0);
      if (divisions > 0) ticks = lcm(ticks, divisions);
      if (ticks > MOST_TICKS) {
        this.tell('divisions that have no common measure; lengths are rounded', -1);
        return ROUNDED_TICKS;
      }
    }
    // Lengths that are missing are taken from the note value, so a demisemiquaver of a triplet must be whole too.
    return lcm(ticks, 96) > MOST_TICKS ? ticks : lcm(ticks, 96);
  }

  open(name: string, attributes: XmlAttributes): void {
    this.path.push(name);
    this.text = '';
    if (name === 'note') this.note.meet();
    if (this.passedOver > 0) {
      this.passedOver += 1;
      return;
    }
    switch (name) {
      case 'score-part':
        this.parts.set(attributes.get('id') ?? '', newPart(attributes.get('id') ?? ''));
        this.place.part = this.parts.get(attributes.get('id') ?? '') ?? null;
        return;
      case 'part':
        this.place.part = this.partNamed(attributes.get('id') ?? '');
        // In a timewise score the parts stand inside the measures.
        if (this.path.includes('measure')) this.openMeasure();
        return;
      case 'measure':
        this.measureNumber = attributes.get('number') ?? '';
        this.measureImplicit = attributes.get('implicit') === 'yes';
        if (this.path[this.path.length - 2] === 'part') this.openMeasure();
        return;
      case 'creator':
        this.creator = attributes.get('type') ?? '';
        return;
    }
    if (this.place.measure) this.openInMeasure(name, attributes, this.place.measure);
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
    const { place } = this;
    if (!place.part) return;
    place.at = 0;
    place.lastOnset = 0;
    place.measure = newMeasure(this.measureNumber, this.measureImplicit, place.part);
  }

  private openInMeasure(name: string, attributes: XmlAttributes, measure: DraftMeasure): void {
    const parent = this.path[this.path.length - 2] ?? '';
    if ((parent === 'measure' || parent === 'part') && !MEASURE_CHILDREN.has(name)) {
      this.notice(`element ${name}`);
      this.passedOver = 1;
      return;
    }
    if (this.note.isOpen) {
      this.note.open(name, attributes, parent);
      return;
    }
    switch (name) {
      case 'note':
        this.note.begin(attributes);
        return;
      case 'backup':
      case 'forward':
        this.moved = 0;
        return;
      case 'key':
      case 'time':
      case 'transpose':
        this.attributes.open(name);
        return;
      case 'interchangeable':
        // Another way of writing the same metre.
        this.passedOver = 1;
        return;
      case 'print':
        if (attributes.get('new-system') === 'yes') measure.newSystem = true;
        if (attributes.get('new-page') === 'yes') measure.newPage = measure.newSystem = true;
        return;
      case 'harmony':
        measure.marks.push({ at: this.place.at, kind: 'harmony' });
        return;
    }
    if (name === 'barline' || parent === 'barline') this.barline.open(name, attributes, measure);
    else this.direction.open(name, attributes, parent);
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
    const { measure } = this.place;
    this.text = '';
    if (!measure) this.closeHead(name, text);
    else if (this.note.isOpen) {
      this.note.close(name, text, measure);
      if (measure.notes.length > MOST_NOTES) this.crowded ??= measure.number;
    } else this.closeInMeasure(name, text, measure);
  }

  private closeHead(name: string, text: string): void {
    if (name === 'work-title') this.title = oneLine(text).trim();
    else if (name === 'movement-title') this.movement = oneLine(text).trim();
    else if (name === 'creator' && (this.creator === 'composer' || this.composer === ''))
      this.composer = oneLine(text).trim();
    else if (name === 'part-name' && this.place.part && this.path.at(-1) === 'score-part')
      this.place.part.name = oneLine(text).trim();
    else if (name === 'score-part') this.place.part = null;
  }

  private closeInMeasure(name: string, text: string, measure: DraftMeasure): void {
    const { place } = this;
    switch (name) {
      case 'measure':
      case 'part':
        this.endMeasure(measure);
        return;
      case 'duration':
        this.moved = place.ticksOf(text);
        return;
      case 'backup':
        if (this.moved > place.at) this.notice('a backup past the start of the measure');
        place.at = Math.max(0, place.at - this.moved);
        return;
      case 'forward':
        place.at += this.moved;
        measure.filled = Math.max(measure.filled, place.at);
        return;
      case 'bar-style':
        this.barline.close(text.trim(), measure);
        return;
    }
    this.attributes.close(name, text, measure);
    this.direction.close(name, text, measure);
  }

  private endMeasure(measure: DraftMeasure): void {
    const { part } = this.place;
    this.place.measure = null;
    this.direction.drop();
    this.note.drop();
    if (!part) return;
    this.barline.endMeasure(measure, part);
    part.measures.push(measure);
  }

  /** What has been read when a file breaks off; null before the first whole measure. */
  partial(): Score | null {
    return [...this.parts.values()].some(({ measures }) => measures.length > 0) ? this.score() : null;
  }

  score(): Score {
    const notices = [...this.notices].map(([what, { count, measure }]): Notice => ({ what, count, measure }));
    return {
      title: this.title || this.movement,
      composer: this.composer,
      ticksPerQuarter: this.place.ticksPerQuarter,
      parts: [...this.parts.values()].map(({ id, name, measures }) => ({ id, name, measures })),
      notices: notices.sort((a, b) => b.count - a.count),
    };
  }
}
