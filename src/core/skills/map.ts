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
import { WOODWIND } from './maps/woodwind';
import { inTerms } from '../terms';
import { OTHER_DEMANDS } from './demand-names';
import type { Pathway } from './pathway';
import { skillOf, type SkillMap } from './skill';

const ROWS = [
  GENERAL,
  FLUTE,
  OBOE,
  WOODWIND,
  GUITAR,
  HARP,
  VOICE,
  STRINGS,
  KEYBOARD,
  BRASS,
  PERCUSSION,
].flat();

/** The shipped map: invented, and musically ordered. */
export const SKILL_MAP: SkillMap = new Map(
  ROWS.map(skillOf).map((skill) => [skill.id, { ...skill, name: inTerms(skill.name) }]),
);

/** Names of the shipped skills as pieces are kept with them, whatever terms they are spoken in, by id. */
export const KEPT_NAMES: ReadonlyMap<string, string> = new Map(ROWS.map(([id, name]) => [id, name]));
/** What pieces are kept with in the program's own words. */
const KEPT_DEMANDS: ReadonlySet<string> = new Set(
  [...KEPT_NAMES.values(), ...OTHER_DEMANDS].map((name) => name.toLowerCase()),
);

/** A demand as it is spoken; what a teacher wrote of her own stays as she wrote it. */
export const demandWords = (demand: string): string =>
  KEPT_DEMANDS.has(demand.trim().toLowerCase()) ? inTerms(demand) : demand;

/** Schools that order the same skills otherwise, each with its reason and what it gives up; of one question one is followed. */
export const PATHWAYS: readonly Pathway[] = [
  {
    id: 'aids-early',
    school: 'new positions',
    name: 'Early positions with visual aids',
    why: 'Tapes let the hand meet the higher position in the first year; the ear follows.',
    needs: {
      'strings.third-position': [['strings.finger-tapes']],
      'guitar.second-position': [['guitar.posture'], ['guitar.free-stroke']],
    },
    exceptions: [
      ['strings.without-tapes', 'strings.third-position'],
      ['guitar.first-position', 'guitar.fifth-position'],
    ],
  },
  {
    id: 'aids-weaned',
    school: 'new positions',
    name: 'Weaned from aids first',
    why: 'A second position is begun only when the first is in tune without tapes. The recommended order.',
    needs: { 'strings.third-position': [['strings.without-tapes']] },
    exceptions: [],
  },
  {
    id: 'weaned-together',
    school: 'new positions',
    name: 'Weaned from aids in the new position',
    why: 'The tapes go while the hand moves: a place that is never marked is found by ear from the first day.',
    needs: { 'strings.third-position': [['strings.first-position']] },
    exceptions: [['strings.without-tapes', 'strings.third-position']],
  },
  {
    id: 'side-by-side',
    school: 'new positions',
    name: 'Positions side by side',
    why: 'Two positions are met together, so that neither feels like the only home.',
    needs: {
      'strings.third-position': [['strings.open-strings'], ['general.tonic-heard']],
      'guitar.second-position': [['guitar.posture']],
    },
    exceptions: [
      ['strings.without-tapes', 'strings.third-position'],
      ['guitar.first-position', 'guitar.fifth-position'],
    ],
  },
  {
    id: 'rhythm-first',
    school: 'first reading',
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
    school: 'first reading',
    name: 'Score with questions',
    why: 'The score is given at once, with a sheet of questions that the page answers.',
    needs: {
      'general.sight-reading-steps': [['general.staff-notes'], ['general.sheet-answered']],
    },
    exceptions: [],
  },
];

/** The pathways followed, one a school: the one chosen last. */
export const followed = (pathwayIds: readonly string[]): Pathway[] => {
  const chosen = pathwayIds.flatMap((id) => PATHWAYS.find((pathway) => pathway.id === id) ?? []);
  return chosen.filter(({ school }, at) => chosen.findLastIndex((each) => each.school === school) === at);
};

/** The ids followed once another is chosen, or none of its school: those of other schools stay. */
export const withPathway = (
  pathwayIds: readonly string[],
  school: Pathway['school'],
  id: string | null,
): string[] => [
  ...followed(pathwayIds)
    .filter((pathway) => pathway.school !== school)
    .map((pathway) => pathway.id),
  ...(id === null ? [] : [id]),
];
