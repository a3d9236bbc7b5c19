import {
  checksOfNotes,
  explainWavRefusal,
  KEYS_COSTS,
  listenToMany,
  listenToNotes,
  listenToTaps,
  listenToVoice,
  questionOf,
  readMidi,
  readWav,
  type Heard,
  type HeardNote,
  type Question,
} from '@/core/listening';
import { CLEAN_PLAYER, perform, SIMULATED, writtenMusic, type SimulatedName } from '@/core/performer';
import { playbackOf } from '@/core/playback';
import { ok, refuse, type Result } from '@/core/result';
import { readScoreText, tempoChanges, type Score } from '@/core/score';
import type { Captured, ListenRefusal, listenTo } from './listen.job';
import type { preparePlayback } from './playback.job';
import { serve } from './serve';

serve<{ listenTo: typeof listenTo; preparePlayback: typeof preparePlayback }>({
  listenTo: ({ xml, asked, captured }, by): Result<Heard, ListenRefusal> => {
    if (captured.input === 'taps') return ok(listenToTaps(captured.taps));
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
): Result<Heard, ListenRefusal> {
  switch (captured.input) {
    case 'notes':
      return ok(ofNotes(captured.notes, question));
    case 'simulated':
      return ok(ofNotes(simulated(captured.player, captured.seed, question, score), question));
    case 'one':
      return ok(listenToVoice(captured, question, tell));
    case 'many':
      return ok(listenToMany(captured, question, tell));
    case 'file': {
      const midi = readMidi(captured.bytes);
      if (midi.ok) return ok(ofNotes(midi.value, question));
      const sound = readWav(captured.bytes);
      if (!sound.ok)
        return refuse({
          kind: 'file',
          words:
            sound.why.kind === 'no wav'
              ? 'This is neither a WAV nor a MIDI file.'
              : explainWavRefusal(sound.why),
        });
      return ok((captured.voices === 'one' ? listenToVoice : listenToMany)(sound.value, question, tell));
    }
  }
}

const ofNotes = (notes: readonly HeardNote[], question: Question): Heard =>
  listenToNotes(notes, question, KEYS_COSTS, { input: 'midi', checks: checksOfNotes(notes) });

function simulated(name: SimulatedName, seed: number, { part, layout }: Question, score: Score): HeardNote[] {
  const [road] = writtenMusic(score, score.parts.indexOf(part));
  if (!road) return [];
  const tempo = tempoChanges(score, layout)[0]?.quartersPerMinute ?? CLEAN_PLAYER.tempo;
  return perform(road, { ...CLEAN_PLAYER, tempo, ...SIMULATED[name].player, seed }).notes.map(
    ({ on, off, pitch, velocity }) => ({ on, off, pitch, velocity }),
  );
}
