import type { Criterion } from '@/core/marks';

/** The bands of a criterion with their words, the highest first. */
export const Bands = ({ criterion }: { readonly criterion: Criterion }) =>
  [...criterion.bands]
    .sort((a, b) => b.from - a.from)
    .map((band) => (
      <p key={band.from}>
        <b>{band.from === band.to ? band.from : `${band.to}–${band.from}`}</b> {band.descriptor}
      </p>
    ));
