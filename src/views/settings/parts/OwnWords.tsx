import { OWN_POINTS, ownWordsQuestions, type OwnWords as Words } from '@/core/marks';
import { changeSettings } from '@/store';
import { without } from '@/core/without';
import { Button, FieldRow, Glyph, Section, SelectField, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';

const POINTS = Array.from({ length: OWN_POINTS + 1 }, (_, at) => ({ value: String(at), label: String(at) }));

/** The teacher's words for ranges of a student's own mark of ten; what has none, or two, is asked about. */
export function OwnWords({ words }: { readonly words: readonly Words[] }) {
  const form = useDraft<null>('own-words', 'Words for own marks', null);
  const [from, setFrom] = form.field('from', '0');
  const [to, setTo] = form.field('to', '0');
  const [text, setText] = form.field('words', '');
  const keep = (next: readonly Words[]) =>
    void changeSettings((settings) =>
      next.length === 0
        ? without(settings, 'ownWords')
        : { ...settings, ownWords: [...next].sort((a, b) => a.from - b.from) },
    );
  const { holes, twice } = ownWordsQuestions(words);
  const good = text.trim() !== '' && Number(from) <= Number(to);
  return (
    <Section title="Words for own marks" end="of ten, without any scheme">
      <ul>
        {words.map((each) => (
          <li key={`${each.from} ${each.to} ${each.words}`}>
            <b>{each.from === each.to ? each.from : `${each.from} to ${each.to}`}</b> {each.words}{' '}
            <Button
              look="quiet"
              label={`Remove “${each.words}”`}
              onClick={() => keep(words.filter((other) => other !== each))}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      {(holes.length > 0 || twice.length > 0) && (
        <p role="status">
          <Glyph name="decision" />{' '}
          {[
            ...holes.map((hole) =>
              hole.from === hole.to
                ? `What is ${hole.from} called?`
                : `What are ${hole.from} to ${hole.to} called?`,
            ),
            ...twice.map((mark) => `${mark} has two names: which one holds?`),
          ].join(' ')}
        </p>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!good || words.length > OWN_POINTS) return;
          keep([...words, { from: Number(from), to: Number(to), words: text.trim().slice(0, 120) }]);
          form.drop();
        }}
      >
        <FieldRow>
          <SelectField label="From" value={from} options={POINTS} onChange={setFrom} />
          <SelectField label="To" value={to} options={POINTS} onChange={setTo} />
          <TextField label="In your words" value={text} onChange={setText} />
        </FieldRow>
        <Button type="submit" disabled={!good}>
          Add the words
        </Button>
      </form>
    </Section>
  );
}
