import { zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { BACK, half, left, noteOf, right, scoreOf, utf8, wholeBar, words } from './arbitrary';
import { readScore } from './read-score';
import { explainScoreRefusal } from './score-refusal';
import { xRay, type XRay } from './x-ray';
import { PLAIN_X_RAY, type XRayOptions } from './x-ray-options';

function looked(text: string | Uint8Array, options: Partial<XRayOptions> = {}): XRay & { notices: string[] } {
  const read = readScore(typeof text === 'string' ? utf8(text) : text);
  if (!read.ok) throw new Error(explainScoreRefusal(read.why));
  const seen = xRay(read.value.score, { ...PLAIN_X_RAY, ...options });
  if (!seen.ok) throw new Error(JSON.stringify(seen.why));
  return { ...seen.value, notices: read.value.score.notices.map(({ what }) => what) };
}
/** Code units of a text; every one of a score in tests is a byte. */
const units = (text: string) => Array.from({ length: text.length }, (_, at) => text.charCodeAt(at));

describe('what files of different hands do, and how it is read', () => {
  test.each<
    [string, string | Uint8Array, Partial<Record<keyof XRay, unknown>> & { order?: number[] }, string?]
  >([
    ['no tempo: 120 crotchets a minute', scoreOf([wholeBar(), wholeBar()]), { seconds: 4, performed: 2 }],
    [
      'a metronome mark without a sounding tempo',
      scoreOf([
        `<direction><direction-type><metronome><beat-unit>quarter</beat-unit><beat-unit-dot/><per-minute>c. 40</per-minute></metronome></direction-type></direction>${wholeBar()}`,
      ]),
      { seconds: 4 },
    ],
    [
      'a sounding tempo beside a printed one: what sounds counts',
      scoreOf([
        `<direction><direction-type><metronome><beat-unit>half</beat-unit><per-minute>60</per-minute></metronome></direction-type><sound tempo="60"/></direction>${wholeBar()}`,
      ]),
      { seconds: 4 },
    ],
    [
      'a tempo that changes inside a bar',
      scoreOf([
        `${half}<direction><direction-type><words>meno</words></direction-type><sound tempo="60"/></direction>${half}`,
      ]),
      { seconds: 3 },
    ],
    [
      'words without sound: D.C. al Fine',
      scoreOf([wholeBar(), wholeBar('D5') + words('Fine'), wholeBar('E5') + words('D.C. al Fine')]),
      { order: [0, 1, 2, 0, 1], performed: 5 },
    ],
    [
      'sound without words: dal segno, to coda',
      scoreOf([
        wholeBar(),
        `<direction><direction-type><segno/></direction-type><sound segno="1"/></direction>${wholeBar('D5')}<sound tocoda="c"/>`,
        `${wholeBar('E5')}<sound dalsegno="1"/>`,
        `<sound coda="c"/>${wholeBar('F5')}`,
      ]),
      { order: [0, 1, 2, 1, 3] },
    ],
    [
      'two coda signs and no words: the first is the one to leave by',
      scoreOf([
        `${wholeBar()}<direction><direction-type><coda/></direction-type></direction>`,
        wholeBar('D5') + words('D.C. al Coda'),
        `<direction><direction-type><coda/></direction-type></direction>${wholeBar('E5')}`,
      ]),
      { order: [0, 1, 0, 2] },
    ],
    [
      'words of one order cut in two',
      scoreOf([
        `<direction><direction-type><segno/></direction-type></direction>${wholeBar()}`,
        wholeBar('D5') + words('To</words><words>Coda'),
        wholeBar('E5') + words('D.S. al</words><words font-style="italic">Coda'),
        words('Coda</words><words>broadly') + wholeBar('F5'),
      ]),
      { order: [0, 1, 2, 0, 1, 3] },
    ],
    [
      'a repeat that is played after the jump too',
      scoreOf([
        wholeBar() + right(BACK),
        wholeBar('D5') + right('<repeat direction="backward" after-jump="yes"/>'),
        wholeBar('E5') + words('D.C.'),
      ]),
      { order: [0, 0, 1, 1, 2, 0, 1, 1, 2] },
    ],
    [
      'a metre written in two ways is one metre',
      scoreOf([
        `<attributes><time><beats>6</beats><beat-type>8</beat-type><interchangeable><beats>2</beats><beat-type>4</beat-type></interchangeable></time></attributes>${noteOf('C5', 6)}`,
        noteOf('D5', 12),
      ]),
      { seconds: 2.25, printed: 1 },
    ],
    [
      'notes that are heard and not printed',
      scoreOf([wholeBar(), wholeBar('D5').replace('<note>', '<note print-object="no">'), wholeBar('E5')]),
      { toLearn: 2, performed: 3, seconds: 6 },
    ],
    [
      'a segno that is missing: said, and played on',
      scoreOf([wholeBar(), wholeBar('D5') + words('D.S.'), wholeBar('E5')]),
      { order: [0, 1, 2] },
    ],
    [
      'endings without stop',
      scoreOf([
        wholeBar(),
        left('<ending number="1" type="start"/>') + wholeBar('D5') + right(BACK),
        left('<ending number="2" type="start"/>') + wholeBar('E5'),
        wholeBar('F5'),
      ]),
      { order: [0, 1, 0, 2, 3] },
    ],
    [
      'one ending alone: left out on the second pass',
      scoreOf([
        wholeBar(),
        left('<ending number="1" type="start"/>') +
          wholeBar('D5') +
          right(`<ending number="1" type="stop"/>${BACK}`),
        wholeBar('E5'),
      ]),
      { order: [0, 1, 0, 2] },
    ],
    [
      'an end-repeat without a start goes to after the one before',
      scoreOf([wholeBar() + right(BACK), wholeBar('D5'), wholeBar('E5') + right(BACK)]),
      { order: [0, 0, 1, 2, 1, 2] },
    ],
    [
      'a repeat that ends at the left barline of the next measure',
      scoreOf([wholeBar(), left(BACK) + wholeBar('D5')]),
      { order: [0, 0, 1] },
      'a repeat that ends at a left barline',
    ],
    [
      'a repeat that starts at the right barline of the measure before',
      scoreOf([wholeBar() + right('<repeat direction="forward"/>'), wholeBar('D5') + right(BACK)]),
      { order: [0, 1, 1] },
      'a repeat that starts at a right barline',
    ],
    [
      'measures numbered X1: the pickup of a section is not counted, its split bar once',
      scoreOf([
        { head: 'number="0" implicit="yes"', body: noteOf('G4', 4) },
        { head: 'number="1"', body: wholeBar() },
        { head: 'number="2"', body: noteOf('D5', 12) + right(BACK) },
        { head: 'number="X1" implicit="yes"', body: noteOf('E5', 4) },
        { head: 'number="3"', body: wholeBar('F5') },
      ]),
      { printed: 3, performed: 5, order: [0, 1, 2, 0, 1, 2, 3, 4], toLearn: 3 },
    ],
    [
      'two short endings side by side are two bars',
      scoreOf([
        wholeBar(),
        left('<ending number="1" type="start"/>') + half + right(`<ending number="1" type="stop"/>${BACK}`),
        left('<ending number="2" type="start"/>') + half + right('<ending number="2" type="stop"/>'),
      ]),
      { printed: 3, performed: 4 },
    ],
    [
      'divisions that change',
      scoreOf([wholeBar(), `<attributes><divisions>6</divisions></attributes>${noteOf('C5', 24)}`]),
      { seconds: 4, toLearn: 1 },
      'divisions that change inside a part',
    ],
    [
      'rests of several voices make no bar longer or louder',
      scoreOf([
        `${noteOf('r', 16, '<voice>1</voice>')}<backup><duration>16</duration></backup>${noteOf('r', 16, '<voice>2</voice>')}`,
        wholeBar(),
      ]),
      { seconds: 4, toLearn: 1, printed: 2 },
    ],
    [
      'a bar rest written longer than its bar',
      scoreOf(['<note><rest measure="yes"/><duration>16</duration></note>', noteOf('C5', 12)], {
        time: '<beats>3</beats><beat-type>4</beat-type>',
      }),
      { seconds: 3 },
      'a bar rest longer than its bar',
    ],
    [
      'parts with different bar lengths: the fullest counts',
      scoreOf([half]).replace(
        '</part>',
        `</part><part id="P2"><measure number="1"><attributes><divisions>1</divisions></attributes>${noteOf('C4', 4)}</measure></part>`,
      ),
      { seconds: 2, printed: 1 },
      'a part the list of parts does not name',
    ],
    [
      'a note without a duration is as long as its value',
      scoreOf([wholeBar('C5').replace('<duration>16</duration>', '<type>whole</type>'), wholeBar()]),
      { seconds: 4, toLearn: 1 },
      'a note without a duration',
    ],
    [
      'an additive metre',
      scoreOf([noteOf('C5', 14)], { time: '<beats>2+2+3</beats><beat-type>8</beat-type>' }),
      { seconds: 1.75, printed: 1 },
    ],
    ['an empty measure lasts as its metre', scoreOf(['', wholeBar()]), { seconds: 4, toLearn: 1 }],
    [
      'elements nobody knows are passed over and counted',
      scoreOf([`<whistle><note><duration>99</duration></note></whistle>${wholeBar()}`]),
      { seconds: 2, printed: 1 },
      'element whistle',
    ],
    [
      'grace notes take no time and make a bar another',
      scoreOf([
        wholeBar(),
        `<note><grace/><pitch><step>B</step><octave>4</octave></pitch></note>${wholeBar()}`,
      ]),
      { seconds: 4, toLearn: 2 },
    ],
    [
      'cue notes are not played',
      scoreOf([
        wholeBar(),
        `<note><cue/><pitch><step>B</step><octave>4</octave></pitch><duration>16</duration></note>`,
      ]),
      { toLearn: 1 },
    ],
    [
      'a doctype is read over',
      scoreOf([wholeBar()]).replace(
        '?>',
        '?><!DOCTYPE score-partwise PUBLIC "-//Invented//DTD 3.1//EN" "partwise.dtd">',
      ),
      { printed: 1 },
    ],
    [
      'UTF-8 that declares UTF-16',
      scoreOf([wholeBar()]).replace('version="1.0"', 'version="1.0" encoding="UTF-16"'),
      { printed: 1 },
      'declares utf-16 but is written in utf-8',
    ],
    [
      'Latin-1 that declares UTF-8',
      Uint8Array.from(
        units(
          scoreOf([wholeBar()])
            .replace('Flute', 'Fl\u00f6te')
            .replace('version="1.0"', 'version="1.0" encoding="UTF-8"'),
        ),
      ),
      { printed: 1 },
      'declares utf-8 but is written in latin-1',
    ],
    [
      // Were it taken for Latin-1, the file would be said to be written in that.
      'UTF-8 with a sign that stands for what could not be read',
      scoreOf([wholeBar()])
        .replace('Flute', 'Fl\ufffdte')
        .replace('version="1.0"', 'version="1.0" encoding="UTF-8"'),
      { printed: 1 },
    ],
    [
      'UTF-16, low byte first',
      Uint8Array.from([0xff, 0xfe, ...units(scoreOf([wholeBar()])).flatMap((unit) => [unit, 0])]),
      { printed: 1 },
    ],
    [
      'UTF-16, high byte first, without a mark',
      Uint8Array.from(units(scoreOf([wholeBar()])).flatMap((unit) => [0, unit])),
      { printed: 1 },
    ],
    [
      'compressed, the score named by its container',
      zipSync({
        'META-INF/container.xml': utf8(
          '<container><rootfiles><rootfile full-path="b.xml"/></rootfiles></container>',
        ),
        'a.xml': utf8('<other/>'),
        'b.xml': utf8(scoreOf([wholeBar()])),
      }),
      { printed: 1 },
    ],
    [
      'compressed without a container',
      zipSync({ 'a.musicxml': utf8(scoreOf([wholeBar()])) }),
      { printed: 1 },
    ],
    [
      'timewise',
      `<score-timewise><part-list><score-part id="P1"><part-name/></score-part></part-list><measure number="1"><part id="P1"><attributes><divisions>4</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>${wholeBar()}</part></measure><measure number="2"><part id="P1">${wholeBar()}${right(BACK)}</part></measure></score-timewise>`,
      { printed: 2, performed: 4, toLearn: 1, order: [0, 1, 0, 1] },
    ],
    [
      'an alteration beyond all measure',
      scoreOf([wholeBar('F#4').replace('<alter>1<', '<alter>1e9<'), wholeBar('F4')]),
      { toLearn: 1 },
      'an alteration that is none',
    ],
    [
      'a metre beyond all measure',
      scoreOf([
        `<attributes><time><beats>Infinity</beats><beat-type>4</beat-type></time></attributes>${wholeBar()}`,
      ]),
      { seconds: 2, performed: 1 },
      'a metre that is none',
    ],
  ])('%s', (_, file, expected, notice) => {
    const found = looked(file);
    const { order, ...rest } = expected;
    expect(found).toMatchObject(rest);
    if (order) expect(found.roadmap.order).toEqual(order);
    if (notice === undefined) expect(found.notices).toEqual([]);
    else expect(found.notices).toContain(notice);
  });
});
