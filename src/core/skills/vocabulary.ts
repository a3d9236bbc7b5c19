import { CHORD_DEMANDS, type ScoreDemand } from './demand-names';
import type { InstrumentFamily } from './families';
import { KEPT_NAMES } from './map';
import { chordSkillId } from './maps/chords';
import type { Skill, SkillMap } from './skill';

/** What a demand of a piece means to a player of one family. */
export type DemandMeaning =
  | { readonly kind: 'skill'; readonly id: string }
  /** Known, and nothing to learn first. */
  | { readonly kind: 'no skill'; readonly why: string }
  /** A word that is neither on the map nor in the vocabulary. */
  | { readonly kind: 'unknown' };

interface Entry {
  /** Skills by family. */
  readonly in?: Readonly<Partial<Record<InstrumentFamily, string>>>;
  /** For every other family: a skill, or why there is none. */
  readonly else: { readonly skill: string } | { readonly why: string };
}

const general = (name: string): Entry => ({ else: { skill: `general.${name}` } });
const none = (why: string): Entry => ({ else: { why } });
const CHORDAL: readonly InstrumentFamily[] = ['keyboard', 'guitar', 'harp'];
const NOT_CHORDAL = 'chords are played on other instruments';

/** Words of the reader that the map has under another name, family by family. */
const ENTRIES: Readonly<Partial<Record<ScoreDemand, Entry>>> = {
  'no sharps or flats': none('nothing to learn first'),
  rests: general('rests-counted'),
  ties: general('ties'),
  'key changes': general('key-changes'),
  'metre changes': general('metre-changes'),
  'irregular time': general('irregular-metres'),
  quintuplets: general('other-tuplets'),
  tuplets: general('other-tuplets'),
  swells: { in: { voice: 'voice.swell' }, else: { skill: 'general.swell' } },
  leaps: { in: { keyboard: 'keyboard.leaps', voice: 'voice.leaps-tuned' }, else: { skill: 'general.leaps' } },
  'grace notes': general('grace-notes'),
  trills: {
    in: {
      flute: 'flute.two-finger-trill',
      keyboard: 'keyboard.ornaments',
      guitar: 'guitar.trill-by-slurs',
      harp: 'harp.trill-two-hands',
      voice: 'voice.ornaments',
    },
    else: { skill: 'general.ornaments' },
  },
  mordents: {
    in: { flute: 'flute.turns', keyboard: 'keyboard.ornaments', voice: 'voice.ornaments' },
    else: { skill: 'general.ornaments' },
  },
  turns: {
    in: { flute: 'flute.turns', keyboard: 'keyboard.ornaments', voice: 'voice.ornaments' },
    else: { skill: 'general.ornaments' },
  },
  tremolo: { in: { percussion: 'percussion.long-roll' }, else: { skill: 'general.tremolo' } },
  staccato: { in: { strings: 'strings.martele' }, else: { skill: 'general.articulation' } },
  tenuto: general('articulation'),
  accents: {
    in: { percussion: 'percussion.accents', brass: 'brass.accents', strings: 'strings.martele' },
    else: { skill: 'general.articulation' },
  },
  pauses: general('pauses'),
  'spread chords': {
    in: {
      harp: 'harp.rolled-chords',
      keyboard: 'keyboard.broken-chords',
      guitar: 'guitar.arpeggio-p-i-m',
      strings: 'strings.chords',
      percussion: 'percussion.four-mallets',
    },
    else: { why: NOT_CHORDAL },
  },
  glissando: { in: { harp: 'harp.glissando' }, else: { skill: 'general.glissando' } },
  harmonics: {
    in: { strings: 'strings.harmonics', guitar: 'guitar.natural-harmonics' },
    else: { why: 'harmonics are played on strings' },
  },
  pizzicato: {
    in: { strings: 'strings.pizzicato' },
    else: { why: 'plucking is asked of bowed strings' },
  },
  'double tonguing': none('tonguing is asked of wind instruments'),
  'triple tonguing': {
    in: { oboe: 'oboe.double-tongue' },
    else: { why: 'tonguing is asked of wind instruments' },
  },
  'breath marks': {
    in: {
      flute: 'flute.breath-four-bars',
      oboe: 'oboe.breathe-out-first',
      woodwind: 'woodwind.breath',
      brass: 'brass.breath',
      voice: 'voice.breath-low',
    },
    else: { why: 'a breath is asked of wind instruments and voices' },
  },
  'several notes at once': {
    in: {
      strings: 'strings.double-stops',
      guitar: 'guitar.two-voices',
      harp: 'harp.chords-flat',
      keyboard: 'keyboard.five-finger',
      percussion: 'percussion.two-mallets',
    },
    else: { why: 'the notes are shared out among players' },
  },
  'span of the right hand': none('set against the reach of the hand'),
  'span of the left hand': none('set against the reach of the hand'),
  'span of a further hand': none('set against the reach of the hand'),
  range: none('set against the instrument'),
  ...Object.fromEntries(
    CHORD_DEMANDS.map((chord): [string, Entry] => [
      chord,
      {
        in: {
          ...Object.fromEntries(CHORDAL.map((family) => [family, chordSkillId(family, chord)])),
          strings: 'strings.chords',
          percussion: 'percussion.four-mallets',
        },
        else: { why: NOT_CHORDAL },
      },
    ]),
  ),
};

/** A metre by its name: "in 7/8", "in 2+3/8". Compound and irregular time are demands of their own. */
const METRE = /^in [\d+]+\/\d+$/;
/** Signatures beyond seven, which double sharps or flats spell. */
const FAR_KEY = /^\d+ (sharp|flat)s$/;

/** Skills by their names in lower case, made once for a map. */
const named = new WeakMap<SkillMap, ReadonlyMap<string, readonly Skill[]>>();
function skillsNamed(map: SkillMap, plain: string): readonly Skill[] {
  let byName = named.get(map);
  if (!byName) {
    const made = new Map<string, Skill[]>();
    for (const skill of map.values())
      for (const name of new Set([
        skill.name.toLowerCase(),
        (KEPT_NAMES.get(skill.id) ?? skill.name).toLowerCase(),
        skill.id,
      ]))
        made.set(name, [...(made.get(name) ?? []), skill]);
    named.set(map, (byName = made));
  }
  return byName.get(plain) ?? [];
}

/**
 * What a demand asks of a player: the skill of that name in the player's family or in general, else what the vocabulary
 * says, else that nobody knows it.
 * @param family - null for an instrument whose family nobody has named
 */
export function meaningOf(map: SkillMap, family: string | null, demand: string): DemandMeaning {
  const plain = demand.trim().toLowerCase();
  const skills = skillsNamed(map, plain);
  const own = skills.find((skill) => skill.family === family);
  if (own) return { kind: 'skill', id: own.id };
  const entry = Object.hasOwn(ENTRIES, plain) ? ENTRIES[plain as ScoreDemand] : undefined;
  const inFamily = entry?.in?.[family as InstrumentFamily];
  if (inFamily !== undefined && map.has(inFamily)) return { kind: 'skill', id: inFamily };
  const shared = skills.find((skill) => skill.family === 'general');
  if (shared) return { kind: 'skill', id: shared.id };
  if (entry)
    return 'skill' in entry.else
      ? { kind: 'skill', id: entry.else.skill }
      : { kind: 'no skill', why: entry.else.why };
  if (METRE.test(plain))
    return { kind: 'no skill', why: 'compound and irregular time are demands of their own' };
  if (FAR_KEY.test(plain))
    return { kind: 'skill', id: plain.endsWith('sharps') ? 'general.seven-sharps' : 'general.seven-flats' };
  const [other] = skills;
  // Asked of another kind of instrument: for a family nobody has named that is not certain.
  return other && family !== null
    ? { kind: 'no skill', why: `a skill of the ${other.family}` }
    : { kind: 'unknown' };
}
