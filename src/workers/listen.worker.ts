import {
  explainWavRefusal,
  listenToKeys,
  listenToRhythm,
  listenToSound,
  listenToTaps,
  questionOf,
  readMidi,
  readWav,
  writeWav,
  type Heard,
  type HeardNote,
  type Question,
} from '@/core/listening';
import { CLEAN_PLAYER, perform, SIMULATED, writtenMusic, type SimulatedName } from '@/core/performer';
import { playbackOf } from '@/core/playback';
import { ok, refuse, type Result } from '@/core/result';
import { readScoreText, tempoChanges, type Score } from '@/core/score';
import type { Captured, ListenAnswer, ListenRefusal, listenTo } from './listen.job';
import type { preparePlayback } from './playback.job';
import { serve } from './serve';

serve<{ listenTo: typeof listenTo; preparePlayback: typeof preparePlayback }>({
  listenTo: ({ xml, asked, captured }, by): Result<ListenAnswer, ListenRefusal> => {
    if (captured.input === 'taps') return ok({ heard: listenToTaps(captured.taps), sound: null });
    if (xml === null) return refuse({ kind: 'no score' });
    const read = readScoreText(xml);
    if (!read.ok) return refuse({ kind: 'score', why: read.why });
    const question = questionOf(read.value, asked);
    if (!question.ok) return refuse({ kind: 'asked', why: question.why });
    return heardOf(captured, question.value, read.value, (share) => by.tell(share));
  },
  preparePlayback: ({ xml, asked }) => {
    const read = readScoreText(xml);
    if (!read.ok) return refuse({ kind: 'score', why: read.why });
    const playback = playbackOf(read.value, asked);
    return playback.ok ? playback : refuse({ kind: 'asked', why: playback.why });
  },
});

function heardOf(
  captured: Exclude<Captured, { input: 'taps' }>,
  question: Question,
  score: Score,
  tell: (share: number) => void,
): Result<ListenAnswer, ListenRefusal> {
  switch (captured.input) {
    case 'rhythm':
      return ok({ heard: listenToRhythm(captured.taps, question, captured.earlier), sound: null });
    case 'notes':
      return ofNotes(captured.notes, question);
    case 'simulated':
      return ofNotes(simulated(captured.player, captured.seed, question, score), question);
    case 'one':
    case 'many':
      return ofSound(listenToSound(captured.input, captured, question, tell), writeWav(captured));
    case 'file': {
      const midi = readMidi(captured.bytes);
      if (midi.ok) return ofNotes(midi.value, question);
      const sound = readWav(captured.bytes);
      if (!sound.ok)
        return refuse({
          kind: 'file',
          words:
            sound.why.kind === 'no wav'
              ? 'This is neither a WAV nor a MIDI file.'
              : explainWavRefusal(sound.why),
        });
      return ofSound(listenToSound(captured.voices, sound.value, question, tell), captured.bytes);
    }
  }
}

const ofNotes = (notes: readonly HeardNote[], question: Question): Result<ListenAnswer, never> =>
  ok({
    heard: listenToKeys(notes, question),
    sound: { kind: 'notes', notes },
  });
const ofSound = (heard: Heard, bytes: Uint8Array): Result<ListenAnswer, never> =>
  ok({ heard, sound: { kind: 'wav', bytes } });

function simulated(name: SimulatedName, seed: number, { part, layout }: Question, score: Score): HeardNote[] {
  const [road] = writtenMusic(score, score.parts.indexOf(part));
  if (!road) return [];
  const tempo = tempoChanges(score, layout)[0]?.quartersPerMinute ?? CLEAN_PLAYER.tempo;
  return perform(road, { ...CLEAN_PLAYER, tempo, ...SIMULATED[name].player, seed }).notes.map(
    ({ on, off, pitch, velocity }) => ({ on, off, pitch, velocity }),
  );
}
