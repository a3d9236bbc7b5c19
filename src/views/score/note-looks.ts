import { noteName } from '@/core/score';

const SVG = 'http://www.w3.org/2000/svg';

/** How a note is marked on the engraved page. */
export type NoteLook = 'ring' | 'dashes' | 'cross';
export interface MarkedNote {
  /** Order of the note in the file. */
  readonly order: number;
  readonly look: NoteLook;
}

/** How far a ring stands off its note head, in the units of the page. */
const OFF = 90;
/** Half of a cross, and how far it stands off. */
const ARM = 110;

/** Draws marks at notes of an engraved page; those of before go. */
export function drawNoteLooks(host: Element, notes: readonly MarkedNote[]): void {
  for (const old of host.querySelectorAll('[data-note]')) old.remove();
  for (const { order, look } of notes) {
    const head = host.querySelector<SVGGElement>(`[id="${noteName(order)}"] .notehead`);
    const margin = head?.closest('g.page-margin');
    if (!head || !margin) continue;
    margin.append(markAt(head.getBBox(), look));
  }
}

function markAt({ x, y, width, height }: DOMRect, look: NoteLook): SVGElement {
  const mark = document.createElementNS(SVG, look === 'cross' ? 'path' : 'ellipse');
  const [middleX, middleY] = [x + width / 2, y + height / 2];
  const given =
    look === 'cross'
      ? {
          d: `M${x + width + OFF} ${middleY}h${2 * ARM}m${-ARM} ${-ARM}v${2 * ARM}`,
        }
      : { cx: middleX, cy: middleY, rx: width / 2 + OFF, ry: height / 2 + OFF };
  for (const [name, value] of Object.entries(given)) mark.setAttribute(name, String(value));
  mark.setAttribute('data-note', look);
  // The engraver's own style of its page is stronger than ours.
  mark.style.stroke = 'var(--pencil)';
  return mark;
}
