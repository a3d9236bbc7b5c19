import type { DraftMeasure, DraftPart, Place } from './draft';
import { endingNumbers } from './words';
import type { XmlAttributes } from './xml-listener';

/** What stands in a `<barline>`: repeats, endings, its style, a segno or coda above it. */
export class BarlineBuilder {
  private left = false;
  /** A repeat that a right barline starts belongs to the next measure of its part. */
  private startsNext = false;
  private readonly starting = new Set<DraftPart>();

  constructor(private readonly place: Place) {}

  open(name: string, attributes: XmlAttributes, measure: DraftMeasure): void {
    switch (name) {
      case 'barline':
        this.left = attributes.get('location') === 'left';
        if (attributes.get('location') === 'middle')
          this.place.notice('a barline in the middle of a measure');
        return;
      case 'repeat':
        this.repeat(attributes, measure);
        return;
      case 'ending':
        this.ending(attributes, measure);
        return;
      case 'segno':
      case 'coda':
        measure.marks.push({ at: this.left ? 0 : this.place.at, kind: name, label: '' });
    }
  }

  close(style: string, measure: DraftMeasure): void {
    if (this.left) return;
    if (style === 'light-heavy') measure.barlineEnd = 'final';
    else if (style === 'light-light') measure.barlineEnd = 'double';
  }

  endMeasure(measure: DraftMeasure, part: DraftPart): void {
    if (this.starting.delete(part)) measure.repeatStart = true;
    if (this.startsNext) this.starting.add(part);
    this.startsNext = false;
  }

  private repeat(attributes: XmlAttributes, measure: DraftMeasure): void {
    if (attributes.get('direction') === 'forward') {
      if (this.left || this.place.at === 0) measure.repeatStart = true;
      else {
        this.place.notice('a repeat that starts at a right barline');
        this.startsNext = true;
      }
      return;
    }
    if (attributes.get('after-jump') === 'yes') measure.repeatAfterJump = true;
    const times = Math.min(99, Math.max(2, Math.round(Number(attributes.get('times') ?? 2)) || 2));
    const before = this.place.part?.measures.at(-1);
    if (this.left && before) {
      this.place.notice('a repeat that ends at a left barline');
      before.repeatEnd = times;
    } else measure.repeatEnd = times;
  }

  private ending(attributes: XmlAttributes, measure: DraftMeasure): void {
    const numbers = endingNumbers(attributes.get('number') ?? '');
    if (attributes.get('type') === 'start') {
      if (numbers.length === 0) this.place.notice('an ending without a number');
      measure.endingStart = numbers.length > 0 ? numbers : [1];
    } else measure.endingStop = true;
  }
}
