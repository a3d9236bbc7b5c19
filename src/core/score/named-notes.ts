/** The name a note or rest of a file gets, by its order in the file. */
export const noteName = (order: number): string => `note-${order}`;

/**
 * The text of a score with every note named by its order in the file, so that it can be found on the engraved page.
 * Names the file gives its notes are replaced; comments are left out.
 */
export function withNamedNotes(xml: string): string {
  let order = 0;
  return xml.replace(/<!--[\s\S]*?-->/g, '').replace(/<note(?=[\s/>])([^>]*)>/g, (_, attributes: string) => {
    const others = attributes.replace(/\s(?:xml:)?id\s*=\s*(?:"[^"]*"|'[^']*')/g, '');
    const named = `<note id="${noteName(order)}"${others}>`;
    order += 1;
    return named;
  });
}
