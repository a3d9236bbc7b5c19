import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { isProof } from '../src/proof-runs';

/** A copy of the core that a recipe of CONTRIBUTING is carried out on: its own for each, as what is read once is kept. */
let root: string;
let core: string;
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'recipes-'));
  core = join(root, 'src', 'core');
  mkdirSync(join(root, 'src'));
  cpSync(join('src', 'core'), core, { recursive: true, filter: (path) => !/\.test\.tsx?$/.test(path) });
  cpSync(join('src', 'demo'), join(root, 'src', 'demo'), { recursive: true });
  cpSync(join('src', 'proof-runs.ts'), join(root, 'src', 'proof-runs.ts'));
  symlinkSync(join(process.cwd(), 'node_modules'), join(root, 'node_modules'));
});
afterEach(() => rmSync(root, { recursive: true }));

/** The files a recipe names, as patterns. */
function recipe(title: string): RegExp[] {
  const [, text = ''] = readFileSync('CONTRIBUTING.md', 'utf8').split(`### ${title}\n`);
  const [own = ''] = text.split('\n###');
  return [...own.matchAll(/^\d+\. `([^`]+)`/gm)].map(
    ([, path = '']) => new RegExp(`^${path.replace(/[.]/g, '\\.').replace(/<[^>]+>/g, '[a-z-]+')}$`),
  );
}

function follows(touched: readonly string[], title: string): void {
  const named = recipe(title);
  expect(touched).toHaveLength(named.length);
  for (const path of touched)
    expect(
      named.some((each) => each.test(path)),
      path,
    ).toBe(true);
}

const read = (path: string) => readFileSync(join(root, path), 'utf8');
/** Writes files of the copy and says which. */
function write(files: Readonly<Record<string, string>>): string[] {
  for (const [path, text] of Object.entries(files)) writeFileSync(join(root, path), text);
  return Object.keys(files);
}
function inserted(path: string, ...changes: readonly (readonly [before: string, text: string])[]): string {
  return changes.reduce((text, [before, more]) => {
    expect(text.split(before), `“${before}” in ${path}`).toHaveLength(2);
    return text.replace(before, `${more}${before}`);
  }, read(path));
}

let last: ts.Program | undefined;
/** What the compiler says of a file of the copy, each with its file; in the proof of all of the core. */
function complaints(path: string): string[] {
  const of = isProof ? core : join(root, path);
  const { config } = ts.readConfigFile('tsconfig.core.json', (path) => ts.sys.readFile(path)) as {
    config: object;
  };
  const { options, fileNames } = ts.parseJsonConfigFileContent(
    { ...config, ...(isProof ? { include: [join(core, '**', '*.ts')] } : { include: [], files: [of] }) },
    ts.sys,
    process.cwd(),
  );
  const program = ts.createProgram(fileNames, { ...options, skipLibCheck: true }, undefined, last);
  last = program;
  return program
    .getSourceFiles()
    .filter(({ fileName }) => fileName.startsWith(of))
    .flatMap((file) => program.getSemanticDiagnostics(file))
    .map(
      ({ file, messageText }) =>
        `${relative(root, file?.fileName ?? '')}: ${ts.flattenDiagnosticMessageText(messageText, ' ')}`,
    );
}

const KEYS = 'src/core/requirements/rules/different-keys.ts';
const RULES = 'src/core/requirements/rules/index.ts';
const keys = `import { canAllDiffer } from '../possible';
import { hasRepeat, kept } from '../search-parts';
import { amountOrNone } from './fields';
import { ruleModule } from './rule-module';
import { chosenOf, decide, openOf } from './ways';

export interface DifferentKeys {
  readonly id: string;
  readonly kind: 'different keys';
  readonly fromRank: number | null;
}

export const differentKeys = ruleModule<DifferentKeys>()({
  name: 'Different keys',
  about: 'pieces',
  title: () => 'Every piece in a different key',
  check: (_, __, slots) => {
    const chosen = chosenOf(slots);
    const { possible, repeated } = canAllDiffer(chosen, slots, ({ key }) => key);
    const open = openOf(slots);
    return { status: decide(possible, open === 0), evidence: { kind: 'keys' as const, repeated, open } };
  },
  sentence: (_, { evidence: { repeated } }) => (repeated === null ? 'No key twice.' : \`\${repeated} appears twice.\`),
  fields: { fromRank: amountOrNone(1, 50, { label: 'From level', wrong: 'A level, or empty.' }) },
  search: {
    fact: (_, { key }) => key,
    compile: (_, fact) => ({
      status: (places) => kept(!hasRepeat(places, fact)),
      lost: (places) => hasRepeat(places, fact),
    }),
  },
});
`;

test('a kind of rule: one module and its union; the compiler names what is missing', async () => {
  const member = ['  | Combined<Rule>;', '  | DifferentKeys\n'] as const;
  const row = ['  combined: combined(any),', "  'different keys': differentKeys,\n"] as const;
  const imported = [
    'import { editionValid,',
    "import { differentKeys, type DifferentKeys } from './different-keys';\n",
  ] as const;
  const before = read(RULES);
  write({ [KEYS]: keys, [RULES]: inserted(RULES, member, imported) });
  expect(complaints(RULES).join('\n')).toMatch(/rules\/index\.ts: .*'different keys'/);

  write({ [RULES]: before });
  write({ [KEYS]: keys.replace(/ {2}sentence:.*\n/, ''), [RULES]: inserted(RULES, member, imported, row) });
  expect(complaints(KEYS).join('\n')).toMatch(/rules\/different-keys\.ts: .*'sentence' is missing/);

  write({ [RULES]: before });
  const touched = write({ [KEYS]: keys, [RULES]: inserted(RULES, member, imported, row) });
  expect(complaints(RULES)).toEqual([]);
  follows(touched, 'A kind of rule');

  // Everything that takes rules takes it: the form of a file, the check, the words, the search.
  const requirements = (await import(
    join(core, 'requirements', 'index.ts')
  )) as typeof import('../src/core/requirements');
  const files = (await import(join(core, 'files', 'index.ts'))) as typeof import('../src/core/files');
  await files.loadWords();
  const file = JSON.parse(read('src/demo/tarrin-flute-2026.json')) as {
    set: { levels: { rules: object[] }[] };
    pieces: { key: string | null }[];
  };
  const rule = { id: 'keys', kind: 'different keys', fromRank: null };
  file.set.levels[0]?.rules.push(rule);
  const kept = files.readRequirementFile(file);
  if (!kept.ok) throw new Error(JSON.stringify(kept.why));
  const wrong = structuredClone(file);
  wrong.set.levels[0]?.rules.push({ ...rule, id: 'k2', fromRank: 51 });
  expect(files.readRequirementFile(wrong)).toMatchObject({ ok: false });
  const { set, pieces } = kept.value;
  const [level] = set.levels;
  if (!level) throw new Error('the set has no level');
  const all = pieces.map((piece) => ({ ...piece, key: 'D major' }));
  const same = new Map(all.map((piece) => [piece.id, piece]));
  const compiled = requirements.compileLevel(set, level, same, []);
  const own = compiled.rules.find((each) => each.rule.id === 'keys');
  const [first, second] = compiled.slots.flatMap(({ candidates }) => candidates);
  if (!own || !first || !second) throw new Error('the rule is not searched');
  expect(own.lost([first, second], requirements.NO_FACTS)).toBe(true);
  expect(own.status([first], requirements.NO_FACTS)).toBe('met');
  expect(requirements.ruleTitle(own.rule, level)).toBe('Every piece in a different key');
  expect(Object.keys(requirements.RULES)).toContain('different keys');
}, 120_000);

const VISIT = 'src/core/students/visit-entry.ts';
test('a kind of record: its type, its shape and one entry; erasing its owner erases it', async () => {
  const touched = write({
    [VISIT]: `import type { CalendarDay } from '../time';

export interface VisitEntry {
  readonly id: string;
  readonly studentId: string;
  readonly day: CalendarDay;
  readonly minutes: number;
}
`,
    'src/core/students/index.ts': `${read('src/core/students/index.ts')}export type { VisitEntry } from './visit-entry';\n`,
    'src/core/files/shapes.ts': `${read('src/core/files/shapes.ts')}export const visitShape = object({ id, studentId: id, day, minutes: whole(0, 720) });\n`,
    'src/core/files/kinds.ts': inserted(
      'src/core/files/kinds.ts',
      ['import type { LessonRecord, Student }', "import type { VisitEntry } from '../students';\n"],
      ['  repertoireShape,', '  visitShape,\n'],
      [
        '  settings: kind<StudioSettings>()({',
        "  visit: kind<VisitEntry>()({ plural: 'visits', shape: visitShape, home: withStudent, names: [] }),\n",
      ],
    ),
  });
  expect(complaints('src/core/files/kinds.ts')).toEqual([]);
  follows(touched, 'A kind of record');
  const files = (await import(join(core, 'files', 'index.ts'))) as unknown as {
    KINDS: object;
    ownedBy(key: string, kinds: object, records: ReadonlyMap<string, object>): string[];
    validateData(kind: string, data: object): { ok: boolean };
    loadWords(): Promise<void>;
  };
  await files.loadWords();
  const entry = (id: string, studentId: string) => ({ id, studentId, day: '2027-01-19', minutes: 20 });
  expect(files.validateData('visit', entry('p1', 'orla')).ok).toBe(true);
  expect(files.validateData('visit', { ...entry('p1', 'orla'), minutes: 721 }).ok).toBe(false);
  const records = new Map<string, object>(
    [entry('p1', 'orla'), entry('p2', 'jonah')].map((data) => [
      `visit/${data.id}`,
      { kind: 'visit', id: data.id, v: 1, revs: ['r'], data },
    ]),
  );
  expect(files.ownedBy('student/orla', files.KINDS, records)).toContain('visit/p1');
  expect(files.ownedBy('student/orla', files.KINDS, records)).not.toContain('visit/p2');
}, 120_000);
