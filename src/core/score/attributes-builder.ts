import { inTerms } from '../terms';
import type { DraftMeasure, Place } from './draft';
import type { KeySignature } from './model';

/** What stands in `<attributes>`: divisions, key, metre. They are in force from here on in their part. */
export class AttributesBuilder {
  private fifths: number | null = null;
  private mode: KeySignature['mode'] = 'none';
  private beats: string[] = [];
  private beatTypes: string[] = [];
  private transpose = 0;

  constructor(private readonly place: Place) {}

  open(name: string): void {
    if (name === 'key') {
      this.fifths = null;
      this.mode = 'none';
    } else if (name === 'time') {
      this.beats = [];
      this.beatTypes = [];
    } else if (name === 'transpose') this.transpose = 0;
  }

  close(name: string, text: string, measure: DraftMeasure): void {
    switch (name) {
      case 'divisions':
        this.setDivisions(text);
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
      case 'chromatic':
        this.transpose += semitonesOf(text, 1);
        return;
      case 'octave-change':
        this.transpose += semitonesOf(text, 12);
        return;
      case 'transpose':
        if (this.place.part) this.place.part.transpose = this.transpose;
        if (this.place.at === 0) measure.transpose = this.transpose;
        return;
      case 'senza-misura':
        this.beats = [];
    }
  }

  private setDivisions(text: string): void {
    const divisions = Number(text);
    if (this.place.part && divisions > 0 && Number.isFinite(divisions)) {
      if (this.place.part.measures.length > 0 && divisions !== this.place.part.divisions)
        this.place.notice('divisions that change inside a part');
      this.place.part.divisions = divisions;
    } else this.place.notice('divisions that are no number');
  }

  private endKey(measure: DraftMeasure): void {
    const fifths = this.fifths !== null && Math.abs(this.fifths) <= 14 ? this.fifths : null;
    const key: KeySignature = { fifths, mode: this.mode };
    if (this.place.part) this.place.part.key = key;
    if (this.place.at === 0) measure.key = key;
  }

  private endTime(measure: DraftMeasure): void {
    const groups: number[] = [];
    let ticks = 0;
    let beatType: number | null = null;
    for (const [at, beats] of this.beats.entries()) {
      const type = Number(this.beatTypes[at] ?? this.beatTypes[0]);
      const counts = beats.split('+').map((each) => Number(each));
      if (!isFigure(type) || !counts.every(isFigure)) {
        this.place.notice(inTerms('a metre that is none'));
        continue;
      }
      beatType ??= type;
      for (const count of counts) {
        groups.push(count);
        ticks += (count * 4 * this.place.ticksPerQuarter) / type;
      }
    }
    const time = { groups, beatType, ticks: Math.round(ticks) };
    if (this.place.part) this.place.part.time = time;
    if (this.place.at === 0) measure.time = time;
  }
}

/** So many semitones or octaves, none beyond what an instrument transposes by. */
const semitonesOf = (text: string, each: number): number => {
  const count = Math.round(Number(text));
  return Number.isFinite(count) && Math.abs(count * each) <= 48 ? count * each : 0;
};

/** What may stand in a metre. */
const isFigure = (figure: number) => figure > 0 && figure <= 1_024;
