/** What stops a reader or a finger on a page: words that are cut off or lie over others, and targets too small to be met. */
import type { Page } from '@playwright/test';

/** Least side of what is pressed, px: with a mouse (WCAG 2.2, 2.5.8), and by touch (2.5.5). */
const LEAST = { mouse: 24, touch: 44 } as const;

/** @returns a line for each, empty where there is none. */
export const hurdles = (page: Page, by: keyof typeof LEAST): Promise<string[]> =>
  page.evaluate((least) => {
    const found: string[] = [];
    const said = (element: Element) =>
      (element.getAttribute('aria-label') ?? element.textContent ?? '')
        .trim()
        .replace(/\s+/g, ' ')
        .slice(0, 50);
    const shown = (element: Element) =>
      element.checkVisibility({ opacityProperty: true, visibilityProperty: true });
    /** Said to who listens alone. */
    const unseen = (element: Element) =>
      element.closest('.hidden, .mantine-VisuallyHidden-root, .skip') !== null;
    const scrolls = (element: Element) => element.closest('[data-scrolls], .skip, [hidden]') !== null;

    /** Not in a line that its box has folded away. */
    const inside = (element: Element, box: DOMRect): boolean => {
      for (let at: Element | null = element; at && at !== document.body; at = at.parentElement) {
        if (getComputedStyle(at).overflowY === 'visible') continue;
        const frame = at.getBoundingClientRect();
        if (box.top >= frame.bottom - 2 || box.bottom <= frame.top + 2) return false;
      }
      return true;
    };
    // Words in a box that is too small for them and hides the rest.
    const words: { element: Element; box: DOMRect }[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const element = node.parentElement;
      if (
        !element ||
        !node.textContent?.trim() ||
        !shown(element) ||
        unseen(element) ||
        element.closest('svg, canvas')
      )
        continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const box of range.getClientRects())
        if (box.width > 2 && box.height > 2 && inside(element, box)) words.push({ element, box });
      if (scrolls(element) || element.closest('[data-cut]')) continue;
      const style = getComputedStyle(element);
      const hidesX = style.overflowX !== 'visible' && element.scrollWidth > element.clientWidth + 1;
      const hidesY = style.overflowY === 'hidden' && element.scrollHeight > element.clientHeight + 3;
      if (hidesX || hidesY) found.push(`cut off: ${said(element)}`);
    }
    // Words over words, but for what lies on top on purpose.
    const over = (element: Element) =>
      element.closest(
        '[role="dialog"], [role="tooltip"], [role="alert"], [role="menu"], .mantine-Notifications-root, [data-over]',
      ) !== null || ['sticky', 'fixed'].includes(floating(element));
    const floating = (element: Element | null): string => {
      for (let at = element; at; at = at.parentElement) {
        const { position } = getComputedStyle(at);
        if (position === 'sticky' || position === 'fixed') return position;
      }
      return 'static';
    };
    const rows = words.filter(({ element, box }) => !over(element) && !scrolls(element) && box.bottom > 0);
    rows.sort((a, b) => a.box.top - b.box.top);
    rows.forEach((one, i) => {
      for (let k = i + 1; k < rows.length && rows[k].box.top < one.box.bottom; k++) {
        const other = rows[k];
        if (
          one.element === other.element ||
          one.element.contains(other.element) ||
          other.element.contains(one.element)
        )
          continue;
        const wide = Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left);
        const high = Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top);
        if (wide > 3 && high > 0.45 * Math.min(one.box.height, other.box.height))
          found.push(`over each other: ${said(one.element)} / ${said(other.element)}`);
      }
    });
    // What is pressed; a link among words is as large as its words.
    const targets =
      'button, a[href], input:not([type=hidden]), select, textarea, summary, [role=slider], [role=tab], [role=radio]';
    for (const element of document.querySelectorAll(targets)) {
      if (!shown(element) || element.closest('.skip, svg') || (element as HTMLButtonElement).disabled)
        continue;
      // Said inside a sentence it is as large as its words.
      const inWords = getComputedStyle(element).display === 'inline';
      const label =
        element.closest('label') ??
        (element.id ? document.querySelector(`label[for="${CSS.escape(element.id)}"]`) : null);
      const boxes = [
        element,
        ...(label && element.matches('input[type=radio], input[type=checkbox], input[type=file]')
          ? [label]
          : []),
      ].map((one) => one.getBoundingClientRect());
      const [wide, high] = [Math.max(...boxes.map((b) => b.width)), Math.max(...boxes.map((b) => b.height))];
      if (wide <= 1 || high <= 1 || inWords || element.closest('[data-equivalent]')) continue;
      if (Math.min(wide, high) < least - 0.5)
        found.push(
          `small: ${said(element) || element.tagName.toLowerCase()} ${Math.round(wide)} × ${Math.round(high)}`,
        );
    }
    return [...new Set(found)];
  }, LEAST[by]);
