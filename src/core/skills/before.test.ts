import { expect, test } from 'vitest';
import { inPathway, mustComeBefore, PATHWAYS, SKILL_MAP, type Pathway } from '.';

/** What any teacher would teach first, written down before the map was. */
const PAIRS: readonly (readonly [before: string, after: string])[] = [
  ['general.steady-pulse', 'general.crotchets-and-quavers'],
  ['general.crotchets-and-quavers', 'general.dotted-figures'],
  ['general.crotchets-and-quavers', 'general.syncopation'],
  ['general.crotchets-and-quavers', 'general.triplets'],
  ['general.steady-pulse', 'general.compound-time'],
  ['general.compound-time', 'general.irregular-metres'],
  ['general.staff-notes', 'general.accidentals'],
  ['general.accidentals', 'general.one-flat'],
  ['general.one-sharp', 'general.four-sharps'],
  ['general.one-flat', 'general.four-flats'],
  ['general.loud-and-soft', 'general.swell'],
  ['general.major-scale', 'general.minor-scale'],
  ['general.tonic-heard', 'general.cadences-heard'],
  ['general.staff-notes', 'general.sight-reading-steps'],
  ['general.sight-reading-steps', 'general.sight-reading-leaps'],
  ['flute.head-sound', 'flute.low-octave'],
  ['flute.low-octave', 'flute.second-octave'],
  ['flute.second-octave', 'flute.high-register'],
  ['flute.single-tonguing', 'flute.double-tonguing'],
  ['flute.single-tonguing', 'flute.tongued-triplets'],
  ['flute.double-tonguing', 'flute.triple-tonguing'],
  ['flute.slurs-by-step', 'flute.slurred-thirds'],
  ['flute.breath-four-bars', 'flute.breath-eight-bars'],
  ['flute.long-tones', 'flute.vibrato'],
  ['oboe.crow', 'oboe.first-notes'],
  ['oboe.first-notes', 'oboe.half-hole'],
  ['oboe.half-hole', 'oboe.octave-keys'],
  ['oboe.breathe-out-first', 'oboe.long-phrases'],
  ['guitar.free-stroke', 'guitar.arpeggio-p-i-m-a'],
  ['guitar.first-position', 'guitar.fifth-position'],
  ['guitar.two-voices', 'guitar.three-voices'],
  ['guitar.half-barre', 'guitar.full-barre'],
  ['guitar.arpeggio-p-i-m-a', 'guitar.tremolo'],
  ['guitar.ascending-slurs', 'guitar.trill-by-slurs'],
  ['harp.hand-shape', 'harp.placing-four-fingers'],
  ['harp.placing-two-fingers', 'harp.placing-four-fingers'],
  ['harp.hands-together', 'harp.rolled-chords'],
  ['harp.one-pedal', 'harp.pedals-in-time'],
  ['harp.thumbs-under', 'harp.scales-two-octaves'],
  ['voice.posture', 'voice.breath-low'],
  ['voice.breath-low', 'voice.long-phrases'],
  ['voice.match-pitch', 'voice.melody-alone'],
  ['voice.melody-alone', 'voice.second-part'],
  ['voice.pure-vowels', 'voice.foreign-text'],
  ['voice.register-joined', 'voice.high-notes-soft'],
  ['strings.bow-hold', 'strings.whole-bow'],
  ['strings.open-strings', 'strings.first-position'],
  ['strings.without-tapes', 'strings.third-position'],
  ['strings.third-position', 'strings.shifting-first-third'],
  ['strings.whole-bow', 'strings.spiccato'],
  ['strings.first-position', 'strings.double-stops'],
  ['strings.shifting-first-third', 'strings.thumb-or-high-positions'],
  ['keyboard.five-finger', 'keyboard.thumb-under'],
  ['keyboard.thumb-under', 'keyboard.scales-two-octaves'],
  ['keyboard.hands-together-simple', 'keyboard.two-against-three'],
  ['keyboard.legato', 'keyboard.pedal-with-harmony'],
  ['keyboard.two-voices', 'keyboard.fugal-voices'],
  ['brass.buzz', 'brass.first-partials'],
  ['brass.first-partials', 'brass.lip-slurs'],
  ['brass.single-tonguing', 'brass.double-tonguing'],
  ['percussion.grip', 'percussion.single-strokes'],
  ['percussion.double-strokes', 'percussion.long-roll'],
  ['percussion.single-strokes', 'percussion.flam'],
];

const declares = (pathway: Pathway, before: string, after: string) =>
  pathway.exceptions.some((pair) => pair[0] === before && pair[1] === after);

test('there are sixty pairs and more, each once', () => {
  expect(new Set(PAIRS.map(String)).size).toBe(PAIRS.length);
  expect(PAIRS.length).toBeGreaterThanOrEqual(60);
});

test.each(PAIRS)('%s comes before %s, in every pathway that declares no exception', (before, after) => {
  expect(mustComeBefore(SKILL_MAP, after)).toContain(before);
  for (const pathway of PATHWAYS)
    expect(mustComeBefore(inPathway(SKILL_MAP, pathway), after).has(before)).toBe(
      !declares(pathway, before, after),
    );
});
