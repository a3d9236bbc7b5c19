import css from './KeyCap.module.css';

/** A key, shown where the hand would use it; hidden where there is no keyboard. */
export const KeyCap = ({ name }: { readonly name: string }) => <kbd className={css.root}>{name}</kbd>;
