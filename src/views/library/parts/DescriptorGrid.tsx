import type { DraftComponent } from '../draft';
import { bandStarts, stepIn } from '../draft-scheme';
import css from './DescriptorGrid.module.css';

/** The teacher's own words for every band of every criterion, as a grid that is typed into. */
export function DescriptorGrid({
  component,
  onChange,
}: {
  readonly component: DraftComponent;
  readonly onChange: (descriptors: DraftComponent['descriptors']) => void;
}) {
  const starts = bandStarts(component) ?? [];
  const last = Number(component.maxMark);
  const bands = starts.map((from, at) => {
    const to = (starts[at + 1] ?? last + stepIn(component)) - stepIn(component);
    return from === to ? String(from) : `${from}–${to}`;
  });
  const criteria = component.criteria
    .split(',')
    .map((name) => name.trim())
    .filter(Boolean);
  return (
    <div className={css.root}>
      <table aria-label={`Descriptors of ${component.name}`}>
        <thead>
          <tr>
            <th scope="col">Criterion</th>
            {bands.map((band) => (
              <th key={band} scope="col">
                {band}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {criteria.map((name) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              {bands.map((band, at) => {
                const words = component.descriptors[name] ?? [];
                return (
                  <td key={band}>
                    <textarea
                      rows={2}
                      aria-label={`${name}, ${band}`}
                      value={words[at] ?? ''}
                      maxLength={400}
                      onChange={(event) =>
                        onChange({
                          ...component.descriptors,
                          [name]: bands.map((_, place) =>
                            place === at ? event.target.value : (words[place] ?? ''),
                          ),
                        })
                      }
                    />
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
