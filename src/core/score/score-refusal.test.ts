import { zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { proofRuns } from '@/proof-runs';
import { BACK, half, left, noteOf, right, scoreOf, utf8, wholeBar, words } from './arbitrary';
import { readScore } from './read-score';
import { explainScoreRefusal } from './score-refusal';
import { xRay } from './x-ray';

describe('what is refused, with its place', () => {
  test.each<[string, string | Uint8Array, string]>([
    ['nothing', '', 'The file is empty.'],
    ['another kind of document', '<svg/>', 'The file is not a MusicXML score: it begins with svg.'],
    ['a score without bars', scoreOf([]), 'The score has no bars.'],
    [
      'entities of its own',
      '<!DOCTYPE score-partwise [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>\n<score-partwise/>',
      'Line 1, column 67: the file declares entities of its own, which are not read.',
    ],
    [
      'a zip of nothing',
      Uint8Array.from([0x50, 0x4b, 3, 4]),
      'The file looks compressed but cannot be unpacked.',
    ],
    ['a zip of something else', zipSync({ 'a.txt': utf8('x') }), 'The compressed file holds no score.'],
  ])('%s', (_, file, said) => {
    const read = readScore(typeof file === 'string' ? utf8(file) : file);
    expect(read.ok ? 'read' : explainScoreRefusal(read.why)).toBe(said);
  });

  test('a zip that would unpack to too much is refused by its own word, unread', () => {
    const small = zipSync({ 'a.xml': new Uint8Array(3_000_000) });
    // The size is stated in the directory and the file's own head; both are made to say 100 million bytes.
    const view = new DataView(small.buffer, small.byteOffset, small.byteLength);
    for (let at = 0; at + 30 < small.length; at += 1) {
      if (view.getUint32(at, true) === 0x04034b50) view.setUint32(at + 22, 100_000_000, true);
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 100_000_000, true);
    }
    const read = readScore(small);
    expect(read.ok ? 'read' : read.why.kind).toBe('too large');
  });

  test('a file that breaks off: the place, and the bars before it', () => {
    const text = scoreOf([wholeBar(), wholeBar('D5'), wholeBar('E5')]);
    const read = readScore(utf8(text.slice(0, text.indexOf('E</step>'))));
    if (read.ok || read.why.kind !== 'not well-formed') throw new Error('was read');
    expect(read.why.line).toBe(1);
    expect(read.why.column).toBeGreaterThan(text.indexOf('number="3"'));
    expect(read.why.partial?.parts[0]?.measures).toHaveLength(2);
  });

  test('hurt files: a score or a refusal with words, never a crash', () => {
    const texts = [
      scoreOf([
        { head: 'number="0" implicit="yes"', body: noteOf('G4', 4) },
        left('<repeat direction="forward"/>') + wholeBar() + words('Fine'),
        left('<ending number="1" type="start"/>') +
          half +
          half +
          right(`<ending number="1" type="stop"/>${BACK}`),
        left('<ending number="2" type="start"/>') + wholeBar('F#5') + words('D.C. al Fine'),
      ]),
    ];
    let refused = 0;
    let longest = 0;
    const edit = fc.record({
      at: fc.nat(),
      cut: fc.nat(12),
      put: fc.constantFrom(
        '',
        '<',
        '>',
        '"',
        '&',
        '-',
        '9',
        '0',
        '<note>',
        '</measure>',
        '\u0000',
        'NaN',
        '1e9',
      ),
    });
    // A figure in the place of another leaves the file well-formed, and may be beyond all measure.
    const figure = fc.record({
      nth: fc.nat(),
      figure: fc.constantFrom('1e9', '999999999', '-1', '0', '0.5', 'Infinity', 'NaN', ''),
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...texts),
        fc.array(fc.oneof(edit, figure), { minLength: 1, maxLength: 6 }),
        (text, edits) => {
          const hurt = edits.reduce((all, each) => {
            if ('figure' in each) {
              const figures = [...all.matchAll(/(?<=[>"])\d+(?=[<"])/g)];
              const { index = 0, 0: found = '' } = figures[each.nth % figures.length] ?? {};
              return all.slice(0, index) + each.figure + all.slice(index + found.length);
            }
            const place = each.at % all.length;
            return all.slice(0, place) + each.put + all.slice(place + each.cut);
          }, text);
          const before = process.cpuUsage();
          const read = readScore(utf8(hurt));
          const seen = read.ok ? xRay(read.value.score) : null;
          const { user, system } = process.cpuUsage(before);
          longest = Math.max(longest, (user + system) / 1_000);
          if (read.ok) {
            if (seen?.ok) expect(Number.isFinite(seen.value.seconds)).toBe(true);
          } else {
            refused += 1;
            expect(explainScoreRefusal(read.why).length).toBeGreaterThan(10);
            if (read.why.kind === 'not well-formed') expect(read.why.line).toBeGreaterThan(0);
          }
        },
      ),
      { numRuns: proofRuns(5_000) },
    );
    expect(refused).toBeGreaterThan(proofRuns(1_000));
    // No hang: a file takes the processor some milliseconds, however long the machine is busy with others.
    expect(longest).toBeLessThan(2_000);
  }, 120_000);
});
