import type { StudioSettings } from '@/core/files';
import { ASSUMED_BANDS } from '@/core/requirements';
import { changeSettings } from '@/store';
import { Button, Section, Table } from '@/ui';
import { NumberField } from '../../shell/NumberField';
import { ASSUMED_FIGURES } from '../figures';
import css from '../SettingsView.module.css';

const GROUPS = [...new Set(ASSUMED_FIGURES.map(({ group }) => group))];

/** Every figure the program assumes: what it changes, what is assumed, and a field to set it. */
export function Figures({ settings }: { readonly settings: StudioSettings }) {
  const set = ASSUMED_FIGURES.filter((figure) => figure.isSet(settings)).length;
  return (
    <Section title="Assumed figures" end={`${set} of ${ASSUMED_FIGURES.length} set by you`}>
      {GROUPS.map((group) => (
        <Table key={group} label={group} head={[group, 'What it changes', 'Assumed', 'Yours']} tight>
          {ASSUMED_FIGURES.filter((figure) => figure.group === group).map((figure) => {
            const { name, label, changes, assumed, min, max, whole } = figure;
            const value = figure.value(settings);
            return (
              <tr key={name}>
                <th scope="row">{label}</th>
                <td>{changes}</td>
                <td>{assumed}</td>
                <td>
                  <div className={css.yours}>
                    <NumberField
                      key={value}
                      label={`${group}: ${label}`}
                      value={value}
                      min={min}
                      max={max}
                      whole={whole}
                      bare
                      onTake={(next) => void changeSettings((now) => figure.withValue(now, next))}
                    />
                    {figure.isSet(settings) && (
                      <Button
                        look="quiet"
                        label={`${label}: back to ${assumed}`}
                        onClick={() => void changeSettings((now) => figure.withValue(now, null))}
                      >
                        Back to {assumed}
                      </Button>
                    )}
                  </div>
                </td>
              </tr>
            );
          })}
        </Table>
      ))}
      <p>
        Where pieces must contrast in tempo, below {ASSUMED_BANDS.slowBelow} beats a minute is assumed to be
        slow and from {ASSUMED_BANDS.fastFrom} to be fast. Each requirement has fields of its own for the two,
        beside its edition.
      </p>
    </Section>
  );
}
