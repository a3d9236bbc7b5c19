/** What was said in one go is heard as one. */
const TOGETHER_MS = 80;
let waiting: string[] = [];

/** Tells something in the frame's status region, which a screen reader reads out. */
export function say(words: string): void {
  const region = document.getElementById('status');
  if (!region || words === '') return;
  if (waiting.length === 0)
    setTimeout(() => {
      region.textContent = waiting.join('. ');
      waiting = [];
    }, TOGETHER_MS);
  // The same words a second time are news again only in an empty region.
  region.textContent = '';
  if (!waiting.includes(words)) waiting.push(words);
}
