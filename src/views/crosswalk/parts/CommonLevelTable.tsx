import { Roving, Table } from '@/ui';
import css from './CommonLevelTable.module.css';

/** The scale on which levels of different sets meet: a figure for each level; emptied, the printed order counts again. */
export function CommonLevelTable({
  families,
  levelOf,
  isStated,
  onSet,
}: {
  readonly families: readonly {
    readonly family: string;
    readonly levels: readonly { readonly rank: number; readonly name: string }[];
  }[];
  readonly levelOf: (family: string, rank: number) => number;
  readonly isStated: (family: string, rank: number) => boolean;
  readonly onSet: (family: string, rank: number, common: number | null) => void;
}) {
  return (
    <Roving>
      <Table
        label="Common level of each level as printed"
        head={['Syllabus, festival or contest', 'Level as printed, and its common level']}
        tight
      >
        {families.map(({ family, levels }) => (
          <tr key={family}>
            <th scope="row">{family}</th>
            <td>
              <div className={css.levels}>
                {levels.map(({ rank, name }) => (
                  <label key={rank} className={css.level} data-stated={isStated(family, rank)}>
                    {name}
                    <input
                      key={levelOf(family, rank)}
                      inputMode="numeric"
                      defaultValue={levelOf(family, rank)}
                      aria-label={`${family}, ${name}: common level`}
                      onBlur={({ target }) => {
                        const common = target.value === '' ? null : Math.round(Number(target.value));
                        if (common !== null && !(common >= 1 && common <= 20))
                          target.value = String(levelOf(family, rank));
                        else if (common !== levelOf(family, rank)) onSet(family, rank, common);
                      }}
                    />
                  </label>
                ))}
              </div>
            </td>
          </tr>
        ))}
      </Table>
    </Roving>
  );
}
