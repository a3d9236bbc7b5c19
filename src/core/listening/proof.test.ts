import { expect, test } from 'vitest';
import { isProof } from '@/proof-runs';
import {
  inventedScore,
  type Invention,
  CLEAN_PLAYER,
  inOneVoice,
  perform,
  PLAIN_RECORDING,
  soundOf,
  TIMBRES,
  writtenMusic,
  type Performance,
  type PlayedNote,
  type Player,
} from '../performer';
import { readScoreText, type Score } from '../score';
import type { Heard, HeardAs } from './answer';
import { listenToKeys, questionOf, type Question } from './listen';
import { listenToMany, listenToVoice } from './listen-to-sound';

const METRES = ['4/4', '3/4', '6/8', '2/4'] as const;
const ROADS = ['plain', 'endings', 'da capo'] as const;
const invention = (seed: number, over: Partial<Invention> = {}): Invention => ({
  seed,
  bars: 16 + 8 * (seed % 3),
  metre: METRES[seed % 4] ?? '4/4',
  hands: seed % 3 === 2 ? 2 : 1,
  road: ROADS[(seed >> 2) % 3] ?? 'plain',
  dotted: seed % 4 !== 2 && seed % 5 === 0,
  ornaments: seed % 6 === 1,
  tempo: 90,
  octave: 5 - (seed % 3),
  ...over,
});

const STUDENT: Partial<Player> = {
  wrong: 0.02,
  missed: 0.015,
  added: 0.015,
  stops: 0.008,
  restarts: 0.006,
  spread: 0.02,
  rubato: 0.05,
};
const ROUGH: Partial<Player> = {
  wrong: 0.04,
  missed: 0.025,
  added: 0.03,
  stops: 0.015,
  restarts: 0.01,
  skips: 0.006,
  spread: 0.022,
  rubato: 0.06,
};

interface Asked {
  readonly score: Score;
  readonly question: Question;
}
function ask(wish: Invention): Asked {
  const read = readScoreText(inventedScore(wish));
  const question = read.ok && questionOf(read.value, { part: null, bars: null, repeats: true, ending: null });
  if (!read.ok || !question || !question.ok) throw new Error('the invented score cannot be asked about');
  return { score: read.value, question: question.value };
}
function hearNotes({ question }: Asked, { notes }: Performance): Heard {
  const heard = notes.map(({ on, off, pitch, velocity }) => ({ on, off, pitch, velocity }));
  return listenToKeys(heard, question);
}

/** True, told, and told truly. */
class Found {
  private readonly sums = { true: 0, told: 0, both: 0 };
  add(of: { readonly true: number; readonly told: number; readonly both: number }): void {
    this.sums.true += of.true;
    this.sums.told += of.told;
    this.sums.both += of.both;
  }
  get precision(): number {
    return this.sums.told === 0 ? 1 : this.sums.both / this.sums.told;
  }
  get recall(): number {
    return this.sums.true === 0 ? 1 : this.sums.both / this.sums.true;
  }
  say(): string {
    return `${percent(this.precision)}/${percent(this.recall)} of ${this.sums.true}`;
  }
}
const percent = (share: number) => (100 * share).toFixed(1);
const at = (values: readonly number[], share: number) =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;

/** How many of one list are met by another, each once. */
function both<A, B>(one: readonly A[], other: readonly B[], isSame: (a: A, b: B) => boolean) {
  const left = [...other];
  let met = 0;
  for (const a of one) {
    const place = left.findIndex((b) => isSame(a, b));
    if (place < 0) continue;
    left.splice(place, 1);
    met += 1;
  }
  return { true: one.length, told: other.length, both: met };
}

class Table {
  readonly kinds = { wrong: new Found(), added: new Found(), missed: new Found() };
  readonly stops = new Found();
  readonly back = new Found();
  readonly tempos: number[] = [];
  notes = 0;
  placed = 0;
  roads = 0;
  takes = 0;
  sure = 0;
  bars = 0;

  add(performance: Performance, road: string, heard: Heard): void {
    this.takes += 1;
    if (heard.road === road) this.roads += 1;
    performance.notes.forEach(({ number, pass }, note) => {
      const told: HeardAs | undefined = heard.notes[note];
      this.notes += 1;
      if (told?.number === number && told.pass === pass) this.placed += 1;
    });
    for (const kind of ['wrong', 'added'] as const) {
      const truth = performance.notes.map((note) => note.kind === kind);
      const told = performance.notes.map((_, note) => heard.notes[note]?.kind === kind);
      this.kinds[kind].add({
        true: truth.filter(Boolean).length,
        told: told.filter(Boolean).length,
        both: truth.filter((each, note) => each && told[note]).length,
      });
    }
    this.kinds.missed.add(
      both(
        performance.missed,
        heard.missed,
        (a, b) => a.number === b.number && a.pass === b.pass && a.midi === b.pitch,
      ),
    );
    this.stops.add(
      both(
        performance.stops,
        heard.stops.filter(({ fermata }) => !fermata),
        (a, b) => Math.abs(a.at - b.at) < 0.5 && a.number === b.number,
      ),
    );
    const back = <J extends { readonly kind: string }>(jumps: readonly J[]) =>
      jumps.filter(({ kind }) => kind === 'back');
    this.back.add(
      both(
        back(performance.jumps),
        back(heard.jumps),
        (a, b) => Math.abs(a.at - b.at) < 0.5 && a.to === b.to,
      ),
    );
    this.addTempos(performance, heard);
  }

  addTempos(performance: Performance, heard: Heard): void {
    for (const bar of performance.bars) {
      const told = heard.bars.find(
        (each) => each.number === bar.number && each.pass === bar.pass && Math.abs(each.at - bar.at) < 0.6,
      );
      this.bars += 1;
      if (told?.certain !== 'sure') continue;
      this.sure += 1;
      this.tempos.push(Math.abs(told.qpm / bar.qpm - 1));
    }
  }

  say(name: string): void {
    const { wrong, added, missed } = this.kinds;
    console.log(
      `listening, ${name}: ${this.takes} takes, notes at their place ${percent(this.placed / this.notes)}; wrong ${wrong.say()}; missed ${missed.say()}; added ${added.say()}; stops ${this.stops.say()}; restarts ${this.back.say()}; roads ${this.roads}; ${this.sayTempos()}`,
    );
  }
  sayTempos(): string {
    return `tempo of sure bars off by ${percent(at(this.tempos, 0.5))} (90 in 100: ${percent(at(this.tempos, 0.9))}), sure ${percent(this.sure / Math.max(1, this.bars))} of ${this.bars}`;
  }
}

const SCORES = isProof ? 60 : 12;
const SEEDS = isProof ? 5 : 2;

test('keys: what students and rough players do is found', () => {
  const tables = { student: new Table(), rough: new Table() };
  for (let seed = 1; seed <= SCORES; seed += 1) {
    const asked = ask(invention(seed));
    const roads = writtenMusic(asked.score);
    for (const [name, kind] of [
      ['student', STUDENT],
      ['rough', ROUGH],
    ] as const)
      for (let take = 1; take <= SEEDS; take += 1) {
        const [road] = roads;
        if (!road) throw new Error('no road');
        const played = perform(road, {
          ...CLEAN_PLAYER,
          seed: seed * 100 + take,
          tempo: 60 + take * 12,
          ...kind,
        });
        tables[name].add(played, road.name, hearNotes(asked, played));
      }
  }
  for (const [name, table] of Object.entries(tables)) table.say(name);
  const { student, rough } = tables;
  expect(student.placed / student.notes).toBeGreaterThan(0.993);
  expect(rough.placed / rough.notes).toBeGreaterThan(0.99);
  for (const [table, less] of [
    [student, 0],
    [rough, 0.02],
  ] as const) {
    const { wrong, added, missed } = table.kinds;
    expect([wrong.precision, wrong.recall].map((share) => share > 0.98 - less)).toEqual([true, true]);
    expect(missed.precision).toBeGreaterThan(0.98 - less);
    expect(missed.recall).toBeGreaterThan(0.95 - less);
    expect(added.precision).toBeGreaterThan(0.96 - less);
    expect(added.recall).toBeGreaterThan(0.96 - less);
    for (const found of [table.stops, table.back]) {
      expect(found.precision).toBeGreaterThan(0.9);
      expect(found.recall).toBeGreaterThan(0.9);
    }
    expect(at(table.tempos, 0.9)).toBeLessThan(0.026);
  }
}, 240_000);

test('keys: clean takes have no slip, and every road is known', () => {
  const table = new Table();
  let slips = 0;
  for (let seed = 1; seed <= SCORES; seed += 1) {
    const asked = ask(invention(seed));
    for (const road of writtenMusic(asked.score))
      for (let take = 1; take <= SEEDS; take += 1) {
        const played = perform(road, {
          ...CLEAN_PLAYER,
          seed: seed * 100 + take,
          tempo: 60 + take * 8,
          spread: 0.018,
        });
        const heard = hearNotes(asked, played);
        table.add(played, road.name, heard);
        if (heard.missed.length > 0 || heard.notes.some(({ kind }) => kind !== 'right')) slips += 1;
        expect(heard.complete).toBe(true);
      }
  }
  table.say('clean');
  expect(slips).toBe(0);
  expect(table.roads).toBe(table.takes);
}, 240_000);

test('keys: a lazy dotted figure and a drift are told, steady ones are not', () => {
  const ratios = { lazy: [] as number[], exact: [] as number[] };
  const drifts = { told: 0, rushing: 0, steady: 0, wrongly: 0 };
  for (let seed = 1; seed <= (isProof ? 40 : 8); seed += 1) {
    const asked = ask(
      invention(seed, { metre: '4/4', hands: 1, road: 'plain', dotted: true, bars: 32, ornaments: false }),
    );
    const [road] = writtenMusic(asked.score);
    if (!road) throw new Error('no road');
    const player = { ...CLEAN_PLAYER, seed, tempo: 84, spread: 0.015 };
    const exact = hearNotes(asked, perform(road, player));
    const lazy = hearNotes(asked, perform(road, { ...player, shortShare: 1 / 3 }));
    ratios.exact.push(exact.dotted?.ratio ?? 0);
    ratios.lazy.push(lazy.dotted?.ratio ?? 0);
    drifts.steady += 1;
    if (exact.drift?.claim) drifts.wrongly += 1;
    drifts.rushing += 1;
    const rushing = hearNotes(asked, perform(road, { ...player, drift: 8 }));
    if (rushing.drift?.claim && rushing.drift.perMinute > 4) drifts.told += 1;
  }
  console.log(
    `listening, figures: long to short ${at(ratios.exact, 0.5).toFixed(2)} for 3 (${at(ratios.exact, 0.05).toFixed(2)} to ${at(ratios.exact, 0.95).toFixed(2)}), ${at(ratios.lazy, 0.5).toFixed(2)} for 2 (${at(ratios.lazy, 0.05).toFixed(2)} to ${at(ratios.lazy, 0.95).toFixed(2)}); drift told of ${drifts.told} of ${drifts.rushing} rushing and ${drifts.wrongly} of ${drifts.steady} steady`,
  );
  expect(ratios.exact.every((ratio) => ratio > 2.6 && ratio < 3.4)).toBe(true);
  expect(ratios.lazy.every((ratio) => ratio > 1.7 && ratio < 2.3)).toBe(true);
  expect(drifts.told / drifts.rushing).toBeGreaterThan(0.9);
  expect(drifts.wrongly / drifts.steady).toBeLessThan(0.1);
}, 240_000);

const NOISES = [30, 20, 10] as const;
const upTo = (last: number) => Array.from({ length: last }, (_, at) => at + 1);

/** What was heard of one voice, by the moments of its notes: each heard note is held against the nearest played one. */
class VoiceTable extends Table {
  readonly onsets = new Found();
  readonly right = new Found();
  readonly wrong = new Found();
  readonly slips = new Found();
  near = 0;
  inBar = 0;
  clean = 0;

  hear(performance: Performance, heard: Heard): void {
    this.addTempos(performance, heard);
    const isNear = (a: { readonly on: number }, b: { readonly on: number }) => Math.abs(a.on - b.on) < 0.08;
    for (const note of heard.notes) {
      const truth = performance.notes.find((each) => isNear(each, note));
      if (!truth) continue;
      this.near += 1;
      if (truth.number === note.number && truth.pass === note.pass) this.inBar += 1;
    }
    const kind = (name: 'right' | 'wrong') =>
      [performance.notes, heard.notes].map((notes) => notes.filter((note) => note.kind === name)) as [
        PlayedNote[],
        HeardAs[],
      ];
    this.onsets.add(both(performance.notes, heard.notes, isNear));
    this.right.add(both(...kind('right'), isNear));
    this.wrong.add(both(...kind('wrong'), isNear));
    const slips = (of: Pick<Performance, 'notes' | 'missed'> | Heard) => [
      ...new Set(
        [...of.notes.filter((note) => note.kind !== 'right'), ...of.missed].map(
          ({ number, pass }) => `${number} ${pass}`,
        ),
      ),
    ];
    const [truth, told] = [slips(performance), slips(heard)];
    this.slips.add(both(truth, told, (a, b) => a === b));
    if (truth.length === 0) this.clean += told.length;
  }

  sayVoice(): string {
    return `${percent(this.inBar / this.near)} of ${this.near} in the right bar; onsets ${this.onsets.say()}; right ${this.right.say()}; wrong ${this.wrong.say()}; bars with a slip ${this.slips.say()}, ${this.clean} in clean takes; ${this.sayTempos()}`;
  }
}

test('one voice by microphone: places and tempo, at three timbres and three noises', () => {
  const table = new VoiceTable();
  for (const seed of isProof ? upTo(36) : [2, 4, 6]) {
    const asked = ask(invention(seed, { hands: 1, ornaments: false, bars: 16 }));
    const [road] = writtenMusic(asked.score);
    if (!road) throw new Error('no road');
    const kind = seed % 2 === 0 ? STUDENT : {};
    const played = perform(road, { ...CLEAN_PLAYER, seed, tempo: 72 + (seed % 4) * 8, ...kind });
    const samples = soundOf(inOneVoice(played.notes), played.seconds, {
      ...PLAIN_RECORDING,
      timbre: TIMBRES[seed % 3] ?? 'breath',
      overNoise: NOISES[(seed >> 1) % 3] ?? 30,
      tuning: (seed % 5) * 8 - 16,
      seed,
    });
    const heard = listenToVoice({ rate: PLAIN_RECORDING.rate, samples }, asked.question);
    table.hear(played, heard);
    expect(heard.jumps.every((jump) => jump.kind === 'back')).toBe(true);
  }
  console.log(`listening, one voice: ${table.sayVoice()}`);
  expect(table.inBar / table.near).toBeGreaterThan(0.97);
  expect(table.onsets.recall).toBeGreaterThan(0.96);
  expect(table.right.recall).toBeGreaterThan(0.97);
  expect(table.slips.recall).toBeGreaterThan(0.7);
  expect(at(table.tempos, 0.9)).toBeLessThan(0.026);
}, 600_000);

test('many voices by microphone: the tempo of bars, and nothing else', () => {
  const table = new Table();
  for (const seed of isProof ? upTo(24) : [1, 2]) {
    const asked = ask(invention(seed, { hands: 2, ornaments: false, bars: 16, octave: 5 - (seed % 2) }));
    const [road] = writtenMusic(asked.score);
    if (!road) throw new Error('no road');
    const kind = seed % 2 === 0 ? { wrong: 0.02, missed: 0.01, stops: 0.01, drift: 3 } : {};
    const played = perform(road, { ...CLEAN_PLAYER, seed, tempo: 72 + (seed % 4) * 8, ...kind });
    const samples = soundOf(played.notes, played.seconds, {
      ...PLAIN_RECORDING,
      timbre: TIMBRES[seed % 3] ?? 'breath',
      overNoise: [30, 20][seed % 2] ?? 20,
      seed,
    });
    const heard = listenToMany({ rate: PLAIN_RECORDING.rate, samples }, asked.question);
    table.addTempos(played, heard);
    expect([heard.notes, heard.missed, heard.stops, heard.jumps, heard.complete]).toEqual([
      [],
      [],
      [],
      [],
      null,
    ]);
  }
  console.log(`listening, many voices: ${table.sayTempos()}`);
  expect(table.sure / table.bars).toBeGreaterThan(0.6);
  expect(at(table.tempos, 0.9)).toBeLessThan(0.03);
}, 600_000);
