import type { InstrumentFamily } from '@/core/skills';

/** What is found and set before the first note, by the kind of instrument. */
const SET: Readonly<Record<InstrumentFamily, string>> = {
  flute: 'Stand set at eye height; headjoint lined up; in tune.',
  oboe: 'Stand set at eye height; reed wet and tried; in tune.',
  woodwind: 'Stand set at eye height; reed or mouthpiece ready; in tune.',
  guitar: 'Seat and footplate set; strings in tune.',
  harp: 'Seat set; pedals or levers as the first piece has them.',
  voice: 'Both feet on the floor; first note heard or asked for.',
  strings: 'Seat or stand set; bow ready; in tune.',
  keyboard: 'Seat set to height and distance; pedals found with the shoes of the day.',
  brass: 'Stand set at eye height; mouthpiece warm; in tune.',
  percussion: 'Instruments and sticks where they are reached; height set.',
};

/** From coming on to going off, in order; rehearsed whole, in the clothes and shoes of the day. */
export const stageRoutine = (family: InstrumentFamily | null, isAccompanied: boolean): string[] => [
  'Come on, look up, stand still for a moment.',
  family === null ? 'Seat and stand set; the instrument ready.' : SET[family],
  'One slow breath. Hear the first sound and its tempo inwardly.',
  isAccompanied ? 'Look to whoever plays along, then begin.' : 'Begin when it is quiet.',
  'Whatever happens, go on.',
  'Stay with the last sound until it is gone.',
  'Stand, and bow slowly.',
  isAccompanied ? 'Thank whoever played along, and those who listened.' : 'Thank those who listened.',
];

/** Ten quiet minutes before it, where the event gives them. */
export const warmUp = (
  first: { readonly title: string; readonly key: string | null } | undefined,
): string[] => [
  first?.key ? `The scale of ${first.key}, slowly.` : 'The scale of the first piece, slowly.',
  'One long sound as softly as the room carries it; one as full as it likes.',
  'How heavily it speaks here, and how long the room rings on.',
  first
    ? `The first four bars of ${first.title}, once, under tempo.`
    : 'The first four bars, once, under tempo.',
  'Then stop, and leave it.',
];

/** What goes into the bag. */
export const toBring = (isAccompanied: boolean): string[] => [
  'the music itself, in the edition asked for, with page turns marked',
  ...(isAccompanied ? ['the part of whoever plays along'] : []),
  'the instrument and what belongs to it; a spare of what breaks',
  'clothes and shoes that were played in before',
  'the time and the place on paper; water',
];
