import { BRASS } from './maps/brass';
import { FLUTE } from './maps/flute';
import { GENERAL } from './maps/general';
import { GUITAR } from './maps/guitar';
import { HARP } from './maps/harp';
import { KEYBOARD } from './maps/keyboard';
import { OBOE } from './maps/oboe';
import { PERCUSSION } from './maps/percussion';
import { STRINGS } from './maps/strings';
import { VOICE } from './maps/voice';
import type { Pathway } from './pathway';
import { skillOf, type SkillMap } from './skill';

const ROWS = [GENERAL, FLUTE, OBOE, GUITAR, HARP, VOICE, STRINGS, KEYBOARD, BRASS, PERCUSSION].flat();

/** The shipped map: invented, and musically ordered. */
export const SKILL_MAP: SkillMap = new Map(ROWS.map(skillOf).map((skill) => [skill.id, skill]));

/** A demand of a piece names a skill of its instrument's family or a general one. */
export function skillNamed(map: SkillMap, family: string | null, name: string): string | undefined {
  const plain = name.trim().toLowerCase();
  const found = [...map.values()].filter((skill) => skill.name.toLowerCase() === plain || skill.id === plain);
  return (found.find((skill) => skill.family === family) ?? found.find((skill) => skill.family === 'general'))
    ?.id;
}

/** Schools that order the same skills otherwise, each with its reason and what it gives up. */
export const PATHWAYS: readonly Pathway[] = [
  {
    id: 'aids-early',
    name: 'Early positions with visual aids',
    why: 'Tapes let the hand meet the higher position in the first year; the ear follows.',
    needs: {
      'strings.third-position': [['strings.finger-tapes']],
      'guitar.second-position': [['guitar.posture'], ['guitar.free-stroke']],
    },
    exceptions: [['guitar.first-position', 'guitar.fifth-position']],
  },
  {
    id: 'aids-weaned',
    name: 'Weaned from aids first',
    why: 'A second position is begun only when the first is in tune without tapes.',
    needs: { 'strings.third-position': [['strings.without-tapes']] },
    exceptions: [],
  },
  {
    id: 'side-by-side',
    name: 'Positions side by side',
    why: 'Two positions are met together, so that neither feels like the only home.',
    needs: {
      'strings.third-position': [['strings.open-strings'], ['general.tonic-heard']],
      'guitar.second-position': [['guitar.posture']],
    },
    exceptions: [['guitar.first-position', 'guitar.fifth-position']],
  },
  {
    id: 'rhythm-first',
    name: 'Rhythm before the score',
    why: 'The score is held back until the rhythm of the passage is sure.',
    needs: {
      'general.sight-reading-steps': [
        ['general.staff-notes'],
        ['general.crotchets-and-quavers'],
        ['general.rhythm-tapped'],
      ],
    },
    exceptions: [],
  },
  {
    id: 'score-first',
    name: 'Score with questions',
    why: 'The score is given at once, with a sheet of questions that the page answers.',
    needs: {
      'general.sight-reading-steps': [['general.staff-notes'], ['general.sheet-answered']],
    },
    exceptions: [],
  },
];
