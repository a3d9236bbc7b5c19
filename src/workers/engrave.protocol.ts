export interface EngraveRequest {
  readonly requestId: number;
  readonly xml: string;
  /** Pixels the page may be wide; percent of the engraver's own size. */
  readonly width: number;
  readonly scale: number;
}

/** Every request ends in exactly one of answer or crashed. Pages are SVG; each measure is a group of class "measure". */
export type EngraveReply = { readonly requestId: number } & (
  | { readonly kind: 'answer'; readonly pages: readonly string[] }
  | { readonly kind: 'crashed'; readonly message: string }
);
