/**
 * A simulated performer, the stand-in for a keyboard and a microphone: labelled as such wherever it is shown.
 *
 * Apart from the listener: the two share no figure. Read `writtenMusic` first, then `perform`, then `soundOf`.
 */
export {
  CLEAN_PLAYER,
  perform,
  SIMULATED,
  type SimulatedName,
  type Performance,
  type PlayedNote,
  type Player,
} from './perform';
export { inventedScore, type Invention } from './invented';
export { inOneVoice, PLAIN_RECORDING, soundOf, TIMBRES, type Recording, type Timbre } from './sound';
export { WHOLE, writtenMusic, type WrittenBar, type WrittenMusic, type WrittenNote } from './written';
