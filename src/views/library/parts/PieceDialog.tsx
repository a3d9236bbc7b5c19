import { inTerms } from '@/core/terms';
import { readDemands, readParts, tempoOf, writeDemands, writeParts } from '@/core/files';
import { formatBars, formatTime, parseBars, parseTime } from '@/core/music';
import { ACCOMPANIMENTS, omit, PIECE_KINDS, type Piece } from '@/core/repertoire';
import { savePiece } from '@/store';
import { Button, Dialog, DialogActs, FieldRow, SelectField, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';
import { useSaving } from '../../shell/use-saving';

/** What is known of one piece; an empty field stays unknown. */
export function PieceDialog({
  piece: given,
  isNew = false,
  onClose,
}: {
  readonly piece: Piece;
  readonly isNew?: boolean;
  readonly onClose: () => void;
}) {
  const form = useDraft(`piece/${isNew ? 'new' : given.id}`, given.title || 'A new piece', given);
  const piece = form.opened;
  const saving = useSaving(savePiece, () => {
    form.drop();
    onClose();
  });
  const [fields, setFields] = form.field('fields', {
    title: piece.title,
    composer: piece.composer,
    time: piece.seconds === null ? '' : formatTime(piece.seconds),
    bars: piece.bars === null ? '' : String(piece.bars),
    toLearn: piece.barsToLearn === null ? '' : String(piece.barsToLearn),
    key: piece.key ?? '',
    metre: piece.metre ?? '',
    tempo: piece.tempo ? `${piece.tempo.unit} = ${piece.tempo.perMinute}` : '',
    kind: piece.kind,
    accompaniment: piece.accompaniment ?? '',
    period: piece.period ?? '',
    character: piece.character ?? '',
    demands: writeDemands(piece.demands),
    parts: writeParts(piece.parts ?? []),
    notes: piece.notes ?? '',
    book: piece.book ?? '',
    page: piece.page ?? '',
    wellKnown: (piece.wellKnown ?? []).map(formatBars).join(', '),
    instrument: piece.instrument ?? '',
    span: piece.span === undefined ? '' : String(piece.span),
  });
  const set = (name: keyof typeof fields) => (value: string) => setFields({ ...fields, [name]: value });
  const count = (text: string) => (text === '' ? null : /^\d{1,4}$/.test(text) ? Number(text) : undefined);
  const known = fields.wellKnown.split(',').flatMap((each) => (each.trim() === '' ? [] : [parseBars(each)]));
  const [demands, parts] = [readDemands(fields.demands), readParts(fields.parts)];
  const seconds = fields.time === '' ? null : parseTime(fields.time);
  const [bars, toLearn, tempo] = [count(fields.bars), count(fields.toLearn), tempoOf(fields.tempo)];
  const errors = {
    title: fields.title.trim() === '' ? 'A title.' : undefined,
    time: seconds === undefined ? 'As 2:45.' : undefined,
    bars: bars === undefined || bars === 0 ? 'A whole number.' : undefined,
    toLearn: toLearn === undefined ? 'A whole number.' : undefined,
    tempo: tempo === undefined ? 'As 96, or q. = 72.' : undefined,
    span: fields.span === '' || isSpan(fields.span) ? undefined : 'Semitones, 1 to 60.',
    demands:
      demands.length > 60 || demands.some((each) => each.length > 80)
        ? 'At most 60, of 80 letters each.'
        : undefined,
    wellKnown:
      known.includes(undefined) || known.length > 40
        ? inTerms('Bars with commas, as 1–16, 49–56.')
        : undefined,
    parts: new Set(parts.map(({ name }) => name)).size < parts.length ? 'Each part once.' : undefined,
  };
  const good = Object.values(errors).every((each) => each === undefined);
  const fact = (text: string) => (text.trim() === '' ? null : text.trim());
  return (
    <>
      <Dialog {...form.dialog} title={piece.title || 'A new piece'} onClose={onClose}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (
              !good ||
              seconds === undefined ||
              bars === undefined ||
              toLearn === undefined ||
              tempo === undefined
            )
              return;
            saving.save(
              {
                ...omit(piece, 'instrument', 'parts', 'span', 'book', 'page', 'wellKnown', 'notes'),
                title: fields.title.trim(),
                composer: fields.composer.trim(),
                seconds,
                bars,
                barsToLearn: toLearn,
                tempo,
                key: fact(fields.key),
                metre: fact(fields.metre),
                period: fact(fields.period),
                character: fact(fields.character),
                kind: fields.kind,
                accompaniment:
                  fields.accompaniment === '' ? null : (fields.accompaniment as Piece['accompaniment']),
                demands,
                ...(fields.instrument.trim() !== '' && { instrument: fields.instrument.trim() }),
                ...(parts.length > 0 && { parts }),
                ...(fields.span !== '' && { span: Number(fields.span) }),
                ...(fields.book.trim() !== '' && { book: fields.book.trim() }),
                ...(fields.page.trim() !== '' && { page: fields.page.trim() }),
                ...(known.length > 0 && { wellKnown: known.flatMap((each) => each ?? []) }),
                ...(fields.notes.trim() !== '' && { notes: fields.notes.trim() }),
              },
              isNew ? null : piece,
            );
          }}
        >
          <FieldRow>
            <TextField
              required
              label="Title"
              value={fields.title}
              onChange={set('title')}
              error={errors.title}
            />
            <TextField label="Composer" value={fields.composer} onChange={set('composer')} />
            <TextField
              label="For"
              value={fields.instrument}
              onChange={set('instrument')}
              hint="instruments with commas; empty: as its lists"
            />
          </FieldRow>
          <FieldRow>
            <TextField label="Time" value={fields.time} onChange={set('time')} error={errors.time} />
            <TextField
              label={inTerms('Bars')}
              value={fields.bars}
              onChange={set('bars')}
              error={errors.bars}
            />
            <TextField
              label={inTerms('Bars to learn')}
              value={fields.toLearn}
              onChange={set('toLearn')}
              error={errors.toLearn}
              hint="without repeats"
            />
            <TextField label="Tempo" value={fields.tempo} onChange={set('tempo')} error={errors.tempo} />
          </FieldRow>
          <FieldRow>
            <TextField label="Key" value={fields.key} onChange={set('key')} />
            <TextField label={inTerms('Metre')} value={fields.metre} onChange={set('metre')} />
            <SelectField
              label="Kind"
              value={fields.kind}
              options={PIECE_KINDS.map((value) => ({ value, label: value }))}
              onChange={set('kind')}
            />
          </FieldRow>
          <FieldRow>
            <SelectField
              label="Accompaniment"
              value={fields.accompaniment}
              options={[
                { value: '', label: 'not known' },
                ...ACCOMPANIMENTS.map((value) => ({ value, label: value })),
              ]}
              onChange={set('accompaniment')}
            />
            <TextField label="Period" value={fields.period} onChange={set('period')} />
            <TextField label="Character" value={fields.character} onChange={set('character')} />
            <TextField
              label="Widest span, semitones"
              value={fields.span}
              onChange={set('span')}
              error={errors.span}
              hint="one hand at once"
            />
          </FieldRow>
          <FieldRow>
            <TextField
              label="Asks for"
              value={fields.demands}
              rows={3}
              onChange={set('demands')}
              error={errors.demands}
              hint="separate demands with semicolons"
            />
            <TextField
              label="Parts"
              value={fields.parts}
              rows={3}
              onChange={set('parts')}
              error={errors.parts}
              hint="a line each, as Guitar 1: triplets; half barre"
            />
          </FieldRow>
          <FieldRow>
            <TextField label="Book" value={fields.book} onChange={set('book')} />
            <TextField label="Page" value={fields.page} onChange={set('page')} />
            <TextField
              label={inTerms('Bars everyone knows')}
              value={fields.wellKnown}
              onChange={set('wellKnown')}
              error={errors.wellKnown}
              hint="as 1–16, 49–56; never cut"
            />
          </FieldRow>
          <TextField label="Notes" value={fields.notes} rows={2} onChange={set('notes')} />
          <DialogActs>
            <Button type="submit" look="do" disabled={!good}>
              Save
            </Button>
          </DialogActs>
        </form>
      </Dialog>
      {saving.asking}
    </>
  );
}

const isSpan = (text: string): boolean => /^\d{1,2}$/.test(text) && Number(text) >= 1 && Number(text) <= 60;
