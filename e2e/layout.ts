import type { Page } from '@playwright/test';

/** What is wrong with a page as it lies: each fault in words, with the text it is about. */
export async function layoutFaults(page: Page, leastTargetPx = 0): Promise<string[]> {
  return page.evaluate((leastTarget) => {
    const LEAST_TEXT_PX = 12.5;
    const faults: string[] = [];
    const width = innerWidth;
    if (document.documentElement.scrollWidth > width)
      faults.push(`the page is ${document.documentElement.scrollWidth} px wide, the window ${width}`);

    type Box = { left: number; top: number; right: number; bottom: number };
    const both = (a: Box, b: Box): Box => ({
      left: Math.max(a.left, b.left),
      top: Math.max(a.top, b.top),
      right: Math.min(a.right, b.right),
      bottom: Math.min(a.bottom, b.bottom),
    });
    const plainBox = ({ left, top, right, bottom }: Box): Box => ({ left, top, right, bottom });
    const room = (b: Box) => b.right - b.left > 0.5 && b.bottom - b.top > 0.5;
    const clips = (style: CSSStyleDeclaration) => /hidden|clip|auto|scroll/.test(style.overflowX + style.overflowY);
    /** Asked of every element again and again, and of all that is round it. */
    const once = <T>(of: (element: Element) => T) => {
      const known = new Map<Element, T>();
      return (element: Element): T => {
        const answer = known.has(element) ? known.get(element)! : of(element);
        known.set(element, answer);
        return answer;
      };
    };
    const shown: (element: Element) => boolean = once((e): boolean => {
      const style = getComputedStyle(e);
      if (style.display === 'none' || style.visibility === 'hidden' || Number(style.opacity) < 0.05) return false;
      if (style.clipPath === 'inset(50%)' || e.getAttribute('aria-hidden') === 'true') return false;
      return !e.parentElement || shown(e.parentElement);
    });
    const windowBox: Box = { left: 0, top: 0, right: width, bottom: innerHeight };
    /** What can be seen through an element and everything round it, where they cut off or scroll. */
    const opening: (element: Element) => Box = once((e): Box => {
      const round = e.parentElement ? opening(e.parentElement) : windowBox;
      return clips(getComputedStyle(e)) ? both(round, e.getBoundingClientRect()) : round;
    });
    const visible = (element: Element, box: Box): Box => both(box, opening(element));
    const quoted = (text: string) => `“${text.trim().replace(/\s+/g, ' ').slice(0, 40)}”`;

    const texts: { element: Element; text: string; box: Box }[] = [];
    const dialog = document.querySelector('[role="dialog"]');
    const walker = document.createTreeWalker(dialog ?? document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const element = node.parentElement!;
      const text = node.textContent ?? '';
      if (!text.trim() || /^(SCRIPT|STYLE|NOSCRIPT|OPTION|TITLE|DESC)$/i.test(element.tagName) || !shown(element))
        continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      let seen = false;
      for (const line of range.getClientRects()) {
        const box = visible(element, line);
        if (!room(box)) continue;
        seen = true;
        // what is drawn of the letters: the line's box is taller than they are
        const spare = Math.max(0, (line.height - 0.7 * parseFloat(getComputedStyle(element).fontSize)) / 2);
        texts.push({
          element,
          text,
          box: both(box, { ...plainBox(line), top: line.top + spare, bottom: line.bottom - spare }),
        });
        if (line.right > width + 1 && !room(both(line, { ...line, left: width }))) continue;
        const landmark = element.closest('main, nav, header, aside, footer, [role="dialog"], [role="region"]');
        const round = landmark?.getBoundingClientRect();
        if (round && (box.left < round.left - 1 || box.right > round.right + 1 || box.bottom > round.bottom + 1))
          faults.push(`${quoted(text)} lies outside its ${landmark!.tagName.toLowerCase()}`);
      }
      if (!seen) continue;
      // a drawing's own units become pixels by its scale
      const scale = element instanceof SVGGraphicsElement ? (element.getScreenCTM()?.a ?? 1) : 1;
      const size = parseFloat(getComputedStyle(element).fontSize) * scale;
      if (size < LEAST_TEXT_PX - 0.01) faults.push(`${quoted(text)} is ${size} px small`);
      for (let e: Element | null = element; e && e !== document.body; e = e.parentElement) {
        const style = getComputedStyle(e);
        if (!/hidden|clip/.test(style.overflowX) || e.scrollWidth <= e.clientWidth + 1 || e.clientWidth === 0) continue;
        if (e instanceof SVGElement || e.querySelector('canvas, svg, img')) break;
        if (style.textOverflow !== 'ellipsis') faults.push(`${quoted(text)} is cut off without an ellipsis`);
        else if (!e.closest('[title]')) faults.push(`${quoted(text)} is cut off, and has no title that says it whole`);
        break;
      }
    }
    for (let i = 0; i < texts.length; i++)
      for (let j = i + 1; j < texts.length; j++) {
        const [a, b] = [texts[i], texts[j]];
        const shared = both(a.box, b.box);
        if (shared.right - shared.left <= 1.5 || shared.bottom - shared.top <= 3) continue;
        if (!a.element.contains(b.element) && !b.element.contains(a.element))
          faults.push(`${quoted(a.text)} and ${quoted(b.text)} lie on one another`);
      }
    for (const element of document.querySelectorAll('body *')) {
      if (element.closest('svg') || !/auto|scroll/.test(getComputedStyle(element).overflowX) || !shown(element))
        continue;
      // a sheet with a name that the keyboard can scroll may be wider than its place, however many runs a print has
      if (element.matches('[role="region"][aria-label][tabindex="0"], nav[aria-label][tabindex="0"]')) continue;
      if (element.scrollWidth > element.clientWidth + 1)
        faults.push(`<${element.tagName.toLowerCase()} class="${element.className}"> scrolls sideways`);
    }
    if (leastTarget > 0)
      for (const target of document.querySelectorAll(
        'main button, main a[href], main input, main select, main [role="tab"]',
      )) {
        if (!shown(target) || target.closest('p, li.prose') || (target as HTMLButtonElement).disabled) continue;
        // a tick is pressed by its words as well
        const words = (target as HTMLInputElement).labels?.[0];
        const box = (words?.contains(target) ? words : target).getBoundingClientRect();
        if (box.width < 1 || !room(visible(target, box))) continue;
        if (Math.min(box.height, Math.max(box.width, box.height)) < leastTarget - 0.5)
          faults.push(
            `${quoted(target.textContent || target.getAttribute('aria-label') || target.tagName)} is a target of ${Math.round(box.width)} × ${Math.round(box.height)} px`,
          );
      }
    return [...new Set(faults)];
  }, leastTargetPx);
}
