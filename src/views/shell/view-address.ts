import { createContext, use } from 'react';

/** Where a view stands. */
export interface ViewAddress {
  readonly path: string;
  /** Whether it was come to by its bare address, so that what was looked at last is shown. */
  readonly isBare: boolean;
  /** Whether the view stands in the page by now; one that is drawn beforehand does not. */
  readonly isThere: () => boolean;
}

/** The address of the page as it stands. */
export const here = (): ViewAddress => ({
  path: location.pathname,
  isBare: [...new URLSearchParams(location.search).keys()].every((each) => each === 'studio'),
  isThere: () => true,
});

const Address = createContext<ViewAddress | null>(null);
export const AtAddress = Address.Provider;

/** Where the view stands that is drawn: one made ready beforehand does not stand at the address of the page. */
export const useAddress = (): ViewAddress => use(Address) ?? here();
