import { demandWords } from '@/core/skills';
import { inTerms } from '@/core/terms';
import { memo, useState } from 'react';
import { parseTime } from '@/core/music';
import type { Studio } from '@/core/files';
import { setLabel } from '@/core/requirements';
import { ANY_PIECE, type ShelfQuery } from '@/core/shelf';
import { Button, Combobox, SelectField, TextField, type Option } from '@/ui';
import type { Shelved } from '../use-shelf';
import css from '../RepertoireView.module.css';

const any = (label: string, options: readonly Option[]): Option[] => [{ value: '', label }, ...options];
const plain = (values: Iterable<string>): Option[] =>
  [...new Set(values)].map((value) => ({ value, label: value }));

/** What is asked of the shelf beside the words. Drawn anew only when that changes, not with every key. */
export const Facets = memo(function Facets({
  studio,
  shelved,
  query,
  withStudent,
  onAsk,
}: {
  readonly studio: Studio;
  readonly shelved: Shelved;
  readonly query: ShelfQuery;
  readonly withStudent: boolean;
  readonly onAsk: (query: ShelfQuery) => void;
}) {
  const [longest, setLongest] = useState('');
  const [more, showMore] = useState(false);
  const { key, metre, character, period, list, newAtMost } = query;
  /** Asked for among what stands behind "More": then it is in sight. */
  const isAsked = [key, metre, character, period, list, newAtMost, query.longest].some(
    (each) => each !== null,
  );
  const open = more || isAsked || longest !== '';
  const sets = [...studio.sets.values()].sort((a, b) => (setLabel(a) < setLabel(b) ? -1 : 1));
  const set = query.setId === null ? undefined : studio.sets.get(query.setId);
  const levels = set ? [...set.levels].sort((a, b) => a.rank - b.rank).map(({ name }) => name) : [];
  const lists = (set?.levels ?? []).flatMap(({ components }) =>
    components.flatMap(({ source, letter }) => (source.kind === 'list' ? [letter] : [])),
  );
  const near = query.near ? shelved.shelf.get(query.near.pieceId) : undefined;
  const text = (value: string) => (value === '' ? null : value);
  return (
    <>
      <SelectField
        label="Requirement"
        value={query.setId ?? ''}
        options={any(
          'any',
          sets.map((each) => ({ value: each.id, label: setLabel(each) })),
        )}
        onChange={(value) =>
          onAsk({ ...query, setId: text(value), levelName: null, list: null, instrument: null })
        }
      />
      {set ? (
        <SelectField
          label="Level"
          value={query.levelName ?? ''}
          options={any('any', plain(levels))}
          onChange={(value) => onAsk({ ...query, levelName: text(value) })}
        />
      ) : (
        <SelectField
          label="Instrument"
          value={query.instrument ?? ''}
          options={any('any', plain([...shelved.instruments.values()].sort()))}
          onChange={(value) => onAsk({ ...query, instrument: text(value) })}
        />
      )}
      <div className={css.more}>
        {!isAsked && (
          <Button look="quiet" aria-expanded={open} onClick={() => showMore(!open)}>
            {open ? 'Fewer' : 'More'}
          </Button>
        )}
      </div>
      {open && (
        <>
          {set && (
            <SelectField
              label="List"
              value={query.list ?? ''}
              options={any('any', plain(lists))}
              onChange={(value) => onAsk({ ...query, list: text(value) })}
            />
          )}
          <SelectField
            label="Key"
            value={query.key ?? ''}
            options={any('any', shelved.keys)}
            onChange={(value) => onAsk({ ...query, key: text(value) })}
          />
          <SelectField
            label={inTerms('Metre')}
            value={query.metre ?? ''}
            options={any('any', shelved.metres)}
            onChange={(value) => onAsk({ ...query, metre: text(value) })}
          />
          <SelectField
            label="Character"
            value={query.character ?? ''}
            options={any('any', shelved.characters)}
            onChange={(value) => onAsk({ ...query, character: text(value) })}
          />
          <SelectField
            label="Period"
            value={query.period ?? ''}
            options={any('any', shelved.periods)}
            onChange={(value) => onAsk({ ...query, period: text(value) })}
          />
          <TextField
            label="At most"
            value={longest}
            placeholder="3:00"
            error={longest !== '' && parseTime(longest) === undefined ? 'As 2:45.' : undefined}
            onChange={(value) => {
              setLongest(value);
              onAsk({ ...query, longest: value === '' ? null : (parseTime(value) ?? null) });
            }}
          />
          <Combobox
            label="Asks for"
            value=""
            placeholder="a demand"
            options={shelved.demands.filter(({ value }) => !query.demands.includes(value))}
            onChange={(value) => onAsk({ ...query, demands: [...query.demands, value] })}
          />
          {withStudent && (
            <SelectField
              label="New to the student"
              value={query.newAtMost === null ? '' : String(query.newAtMost)}
              options={any('any', [
                { value: '0', label: 'nothing new' },
                { value: '1', label: 'at most one demand' },
                { value: '2', label: 'at most two demands' },
              ])}
              onChange={(value) => onAsk({ ...query, newAtMost: value === '' ? null : Number(value) })}
            />
          )}
        </>
      )}
      {(query.demands.length > 0 || near) && (
        <div className={css.asked}>
          {near && query.near && (
            <Button
              label={`Stop looking for what ${query.near.as} ${near.piece.title}`}
              onClick={() => onAsk({ ...query, near: null })}
            >
              {query.near.as} {near.piece.title} ×
            </Button>
          )}
          {query.demands.map((demand) => (
            <Button
              key={demand}
              label={`Stop asking for ${demandWords(demand)}`}
              onClick={() => onAsk({ ...query, demands: query.demands.filter((each) => each !== demand) })}
            >
              {demandWords(demand)} ×
            </Button>
          ))}
          <Button
            look="quiet"
            onClick={() => {
              setLongest('');
              onAsk(ANY_PIECE);
            }}
          >
            Ask for nothing
          </Button>
        </div>
      )}
    </>
  );
});
