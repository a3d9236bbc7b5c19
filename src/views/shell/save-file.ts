/**
 * The name of a file from what it holds: "Tarrin Board flute Level 5 2027-01-20.csv". What no disk takes in a name is left
 * out.
 */
export const fileName = (parts: readonly (string | undefined)[], ending: string): string =>
  `${parts
    .join(' ')
    // eslint-disable-next-line no-control-regex -- no disk takes them
    .replace(/[\u0000-\u001f<>:"/\\|?*]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 120)
    .trim()}.${ending}`;

/** Hands a text or bytes to the browser to save. */
export function saveFile(name: string, content: string | Uint8Array<ArrayBuffer>, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1_000);
}
