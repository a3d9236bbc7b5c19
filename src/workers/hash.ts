/**
 * A short text that differs where the texts put in differ, all but certainly: two 32-bit FNV-1a hashes and the length.
 * Texts are put in one after the other, so that a long question need not stand in one piece.
 */
export class Hash {
  private first = 0x811c9dc5;
  private second = 0x01000193;
  private length = 0;

  add(text: string): void {
    let [a, b] = [this.first, this.second];
    for (let at = 0; at < text.length; at += 1) {
      const code = text.charCodeAt(at);
      a = Math.imul(a ^ code, 0x01000193);
      b = Math.imul(b ^ code, 0x85ebca6b);
    }
    [this.first, this.second] = [a, b];
    this.length += text.length;
  }

  get value(): string {
    return `${(this.first >>> 0).toString(16)}-${(this.second >>> 0).toString(16)}-${this.length}`;
  }
}
