import { useMemo, useState } from 'react';
import { commonLevel, crosswalk, familyLevels } from '@/core/requirements';
import { valueAt } from '@/core/value-at';
import { setCommonLevel, type ReadyState } from '@/store';
import { CheckField, Empty, FieldRow, LinkButton, Section, Table, TextField } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { StudioPage } from '../shell/StudioPage';
import { crosswalkColumns, crosswalkLines } from './crosswalk-model';
import { CommonLevelTable } from './parts/CommonLevelTable';
import css from './CrosswalkView.module.css';

export const CrosswalkView = () => <StudioPage>{(ready) => <Crosswalk ready={ready} />}</StudioPage>;

/** Lines drawn at most; the search narrows the rest. */
const MOST = 120;

/** The places of every piece in all sets side by side, and the scale on which different sets meet for the fit alone. */
function Crosswalk({ ready }: { readonly ready: ReadyState }) {
  const { studio } = ready;
  const table = studio.settings.commonLevels;
  const sets = useMemo(() => [...studio.sets.values()], [studio.sets]);
  const rows = useMemo(() => crosswalk(sets, table), [sets, table]);
  const families = useMemo(() => familyLevels(sets), [sets]);
  const columns = useMemo(() => crosswalkColumns(sets), [sets]);
  const [text, setText] = useState('');
  const [apart, setApart] = useState(false);
  const [several, setSeveral] = useState(true);
  const lines = crosswalkLines(rows, studio, columns, { text, apart, several });
  if (sets.length === 0)
    return (
      <>
        <PageLine title="Placements" />
        <Empty title="No requirement yet">
          <LinkButton href="/library" keyName="7">
            Library
          </LinkButton>
        </Empty>
      </>
    );
  return (
    <>
      <PageLine
        title="Placements"
        sub="where each set puts a piece, levels as printed"
        end={<LinkButton href="/library">Library</LinkButton>}
      />
      <FieldRow>
        <TextField
          label="Find"
          type="search"
          value={text}
          onChange={setText}
          placeholder="piece or composer"
        />
        <CheckField label="in more than one set" checked={several} onChange={setSeveral} />
        <CheckField label="where sets differ" checked={apart} onChange={setApart} />
      </FieldRow>
      <Section
        title="Side by side"
        end={`${lines.length} ${lines.length === 1 ? 'piece' : 'pieces'}, furthest apart first`}
      >
        <Table label="Placements" head={['Piece', ...columns, 'Apart']} tight>
          {lines.slice(0, MOST).map((line) => (
            <tr key={line.pieceId}>
              <th scope="row">
                {line.title}
                <span className={css.soft}>{line.composer}</span>
              </th>
              {line.cells.map((cell, at) => (
                <td key={columns[at]}>{cell}</td>
              ))}
              <td>{line.spread === 0 ? '' : `${line.spread} ${line.spread === 1 ? 'level' : 'levels'}`}</td>
            </tr>
          ))}
        </Table>
        {lines.length === 0 && <p>No piece matches.</p>}
        {lines.length > MOST && <p className={css.soft}>The first {MOST}; a search narrows them.</p>}
      </Section>
      <Section title="Common levels" end="stated here, used for the fit only">
        <p className={css.soft}>
          A level without a figure of its own stands at its printed order. Nothing is worked out between
          levels, and no mark is ever carried from one set to another.
        </p>
        <CommonLevelTable
          families={families}
          levelOf={(family, rank) => commonLevel(table, family, rank)}
          isStated={(family, rank) => valueAt(valueAt(table, family) ?? {}, String(rank)) !== undefined}
          onSet={(family, rank, common) => void setCommonLevel(family, rank, common)}
        />
      </Section>
    </>
  );
}
