import { useState } from 'react';
import { heldCommonLevel } from '@/core/requirements';
import {
  studentSkills,
  emptyBook,
  familyOf,
  followed,
  mapWith,
  PATHWAYS,
  toAskAbout,
  withPathway,
  type Skill,
} from '@/core/skills';
import { formatDay } from '@/core/time';
import {
  choosePathways,
  exceptSkill,
  hearSkill,
  newId,
  removeOwnSkill,
  saveOwnSkill,
  type ReadyState,
} from '@/store';
import { Button, Empty, Glyph, LinkButton, Roving, Section, SelectField, TextField, classes } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { hrefOf } from '../shell/addresses';
import { useLooked } from '../shell/view-state';
import { StudioPage } from '../shell/StudioPage';
import { needsWords, STATE_WORDS, stagesOf, type SkillLine } from './skills-model';
import { OwnSkillDialog } from './parts/OwnSkillDialog';
import css from './SkillsView.module.css';

export const SkillsView = () => <StudioPage>{(ready) => <Skills ready={ready} />}</StudioPage>;

/** One student on the map of skills: what is held, what can be learned next, what lies beyond. */
function Skills({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const students = [...studio.students.values()]
    .filter((each) => each.archivedOn === null)
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const [looked, setStudent] = useLooked('student');
  const studentId = looked ?? students[0]?.id ?? '';
  const [picked, pick] = useState<string | null>(null);
  const [typed, type] = useState<Skill | null>(null);
  // A link to a student who is gone shows nobody else's skills.
  const student = studio.students.get(studentId);
  if (!student)
    return (
      <>
        <PageLine title="Skills" />
        <Empty title={students.length === 0 ? 'No student yet' : 'This student is no longer in the studio'}>
          <LinkButton href="/" keyName="1">
            Register
          </LinkButton>
        </Empty>
      </>
    );
  const book = studio.skillBooks.get(student.id) ?? emptyBook(student.id);
  const whole = mapWith(studio.settings.ownSkills);
  const family = familyOf(student.instrument, studio.settings.instrumentFamilies);
  const presumed = heldCommonLevel(studio.settings.commonLevels, studio.sets.values(), student);
  const { map, states, held } = studentSkills(whole, book, presumed);
  const stages = stagesOf(map, states, held, family);
  const lines = stages.flatMap((stage) => stage.lines);
  const line = lines.find((each) => each.skill.id === picked) ?? lines.find((each) => each.place === 'next');
  const families = new Set(lines.map((each) => each.skill.family));
  const open = PATHWAYS.filter(({ needs }) =>
    Object.keys(needs).some((id) => families.has(map.get(id)?.family ?? '')),
  );
  const schools = (['new positions', 'first reading'] as const).flatMap((school) => {
    const choices = open.filter((pathway) => pathway.school === school);
    return choices.length > 0 ? [{ school, choices }] : [];
  });
  const ask = toAskAbout(book, now.day, studio.settings.askAfterDays);
  return (
    <>
      <PageLine
        title={`${student.name}: skills`}
        href={hrefOf('/student', { student: student.id })}
        sub={`${student.instrument} · ${lines.filter((each) => each.place === 'held').length} held, ${lines.filter((each) => each.place === 'next').length} to be learned next`}
        end={
          <SelectField
            label="Student"
            value={student.id}
            options={students.map((each) => ({ value: each.id, label: each.name }))}
            onChange={(id) => {
              setStudent(id);
              pick(null);
            }}
          />
        }
      />
      <ul className={css.key} aria-label="Legend">
        <li>
          <Glyph name="tick" /> held
        </li>
        <li>
          <Glyph name="half" /> shown with the teacher
        </li>
        <li>
          <Glyph name="gate" /> can be learned next
        </li>
        <li>
          <span className={css.dot} aria-hidden="true" /> needs something not held yet
        </li>
      </ul>
      <div className={css.page}>
        <div className={css.map} role="group" aria-label="Map of skills">
          <Roving lanes="section">
            {stages.map(({ stage, lines: here }) => (
              <section key={stage} className={css.stage}>
                <h2>Stage {stage}</h2>
                <ul>
                  {here.map((each) => (
                    <li key={each.skill.id}>
                      <SkillButton
                        line={each}
                        selected={each.skill.id === line?.skill.id}
                        onPick={() => pick(each.skill.id)}
                      />
                    </li>
                  ))}
                </ul>
              </section>
            ))}
          </Roving>
        </div>
        <aside className={css.panel} aria-label="The selected skill">
          {line && (
            <Section title={line.skill.name} end={`stage ${line.skill.stage}`}>
              <p>
                <b>{STATE_WORDS[line.state]}.</b>{' '}
                {line.place === 'next' ? 'Everything it needs is held: it can be learned next.' : ''}
                {line.place === 'beyond' ? 'Something it needs is not held yet.' : ''}
              </p>
              <p className={css.soft}>Needs: {needsWords(map, line.skill)}.</p>
              <ul className={css.heard}>
                {book.evidence
                  .filter((each) => each.skillId === line.skill.id)
                  .map((each, at) => (
                    <li key={at}>
                      {formatDay(each.day, 'written')}: {each.how}
                    </li>
                  ))}
              </ul>
              <div className={css.acts}>
                {(['alone', 'with teacher', 'not yet'] as const).map((how) => (
                  <Button key={how} onClick={() => void hearSkill(student.id, line.skill.id, now.day, how)}>
                    Heard today: {how}
                  </Button>
                ))}
              </div>
              <Exception
                key={line.skill.id}
                why={book.exceptions.find((each) => each.skillId === line.skill.id)?.why ?? null}
                onSet={(why) => void exceptSkill(student.id, line.skill.id, why)}
              />
            </Section>
          )}
          <Section title="Your own skills" end={`${studio.settings.ownSkills.length}`}>
            <ul>
              {studio.settings.ownSkills.map((each) => (
                <li key={each.id}>
                  <Button look="name" onClick={() => type(each)}>
                    {each.name}
                  </Button>{' '}
                  stage {each.stage}
                </li>
              ))}
            </ul>
            <Button
              onClick={() =>
                type({ id: `own.${newId()}`, name: '', family: family ?? 'general', needs: [], stage: 1 })
              }
            >
              Add a skill
            </Button>
          </Section>
          <Section title="Pathways" end="the order of this student’s school">
            {schools.map(({ school, choices }) => {
              const [now] = followed(book.pathwayIds).filter((each) => each.school === school);
              return (
                <fieldset key={school} className={css.pathway}>
                  <legend>{school === 'new positions' ? 'New positions' : 'First reading'}</legend>
                  {[null, ...choices].map((pathway) => (
                    <div key={pathway?.id ?? ''}>
                      <label className={css.choice}>
                        <input
                          type="radio"
                          name={school}
                          checked={(now?.id ?? null) === (pathway?.id ?? null)}
                          onChange={() =>
                            void choosePathways(
                              student.id,
                              withPathway(book.pathwayIds, school, pathway?.id ?? null),
                            )
                          }
                        />
                        {pathway?.name ?? 'The order of the map'}
                      </label>
                      {pathway && <p className={css.soft}>{pathway.why}</p>}
                    </div>
                  ))}
                </fieldset>
              );
            })}
          </Section>
          {ask.length > 0 && (
            <Section title="Due for a check" end="not heard for a year">
              <ul>
                {ask.map((each) => (
                  <li key={each.skillId}>
                    <Button look="quiet" onClick={() => pick(each.skillId)}>
                      {map.get(each.skillId)?.name ?? each.skillId}
                    </Button>{' '}
                    heard {formatDay(each.day, 'written')}
                  </li>
                ))}
              </ul>
            </Section>
          )}
          <LinkButton href={hrefOf('/fit', { student: student.id })} keyName="2">
            Fit
          </LinkButton>
        </aside>
      </div>
      {typed && (
        <OwnSkillDialog
          key={typed.id}
          skill={typed}
          families={family === null ? ['general'] : [family, 'general']}
          map={whole}
          own={studio.settings.ownSkills}
          onKept={(skill) => {
            type(null);
            pick(skill.id);
          }}
          onSave={saveOwnSkill}
          onRemove={() => void removeOwnSkill(typed.id).then(() => type(null))}
          onClose={() => type(null)}
        />
      )}
    </>
  );
}

function SkillButton({
  line: { skill, state, place },
  selected,
  onPick,
}: {
  readonly line: SkillLine;
  readonly selected: boolean;
  readonly onPick: () => void;
}) {
  return (
    <button
      type="button"
      className={classes(css.skill, css[place])}
      aria-pressed={selected}
      data-selected={selected}
      onClick={onPick}
    >
      {place === 'beyond' && state !== 'with teacher' ? (
        <span className={css.dot} aria-hidden="true" />
      ) : (
        <Glyph
          name={state === 'with teacher' ? 'half' : place === 'held' ? 'tick' : 'gate'}
          label={STATE_WORDS[state]}
        />
      )}
      <span>{skill.name}</span>
    </button>
  );
}

/** A skill this student does without, with the reason. */
function Exception({
  why,
  onSet,
}: {
  readonly why: string | null;
  readonly onSet: (why: string | null) => void;
}) {
  const [text, setText] = useState('');
  return why === null ? (
    <form
      className={css.acts}
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== '') onSet(text.trim());
      }}
    >
      <TextField label="Skipped because" value={text} onChange={setText} />
      <Button type="submit" disabled={text.trim() === ''}>
        Skip it
      </Button>
    </form>
  ) : (
    <p>
      Skipped: {why}{' '}
      <Button look="quiet" onClick={() => onSet(null)}>
        No longer skip it
      </Button>
    </p>
  );
}
