import type { Page } from '@playwright/test';
import { STATIONS } from './everyStation';
import { DESK, expect, letIn, PHONE, ready, test, useFarm } from './help';
import { widerThanScreen } from './look';

/** Letters twice as large as usual, as a browser makes them for who asks: nothing is cut, broken in two or lies over another. */

useFarm();

/** Words of the rail or the row of stations that are cut or broken in the middle. */
const cutNames = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('nav a, nav button')]
      .filter((a) => a.getClientRects().length > 0 && a.scrollWidth > a.clientWidth + 1)
      .map((a) => a.textContent ?? ''),
  );

/** Pieces of text that lie over each other. */
const overlaps = (page: Page) =>
  page.evaluate(() => {
    interface Piece {
      text: string;
      of: Element;
      box: DOMRect;
    }
    const pieces: Piece[] = [];
    const main = document.querySelector('main')!;
    const walk = document.createTreeWalker(main, NodeFilter.SHOW_TEXT);
    while (walk.nextNode()) {
      const of = walk.currentNode.parentElement!;
      const text = walk.currentNode.textContent!.trim();
      if (
        !text ||
        of.closest('svg, [role="dialog"]') ||
        !of.checkVisibility({ opacityProperty: true, visibilityProperty: true })
      )
        continue;
      const range = document.createRange();
      range.selectNodeContents(walk.currentNode);
      for (const whole of range.getClientRects()) {
        const box = seen(of, whole);
        if (box && box.width > 4 && box.height > 4) pieces.push({ text, of, box });
      }
    }
    /** The part of a piece that is not clipped by a box around it; null: it is only heard, or scrolls over the rest. */
    function seen(of: Element, whole: DOMRect): DOMRect | null {
      let { left, right, top, bottom } = whole;
      for (let e: Element | null = of; e && e !== main; e = e.parentElement) {
        const style = getComputedStyle(e);
        if (style.clipPath !== 'none' || style.clip !== 'auto' || style.position === 'sticky') return null;
        if (style.overflowX === 'visible') continue;
        const around = e.getBoundingClientRect();
        [left, right] = [Math.max(left, around.left), Math.min(right, around.right)];
        [top, bottom] = [Math.max(top, around.top), Math.min(bottom, around.bottom)];
      }
      return new DOMRect(left, top, Math.max(0, right - left), Math.max(0, bottom - top));
    }
    const found = new Set<string>();
    pieces.forEach((a, i) =>
      pieces.slice(i + 1).forEach((b) => {
        if (a.of === b.of) return;
        const wide = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
        const high = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
        const line = Math.min(a.box.height, b.box.height);
        if (wide > 3 && high > line * 0.45) found.add(`${a.text.slice(0, 40)} / ${b.text.slice(0, 40)}`);
      }),
    );
    return [...found];
  });

/** Fields whose name lies over what is typed in them. */
const namesOverTyped = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main .MuiInputLabel-shrink')].flatMap((name) => {
      const field = name.parentElement!.querySelector<HTMLElement>('.MuiInputBase-input');
      if (!field || field.getClientRects().length === 0) return [];
      const around = field.closest('.MuiInputBase-multiline') ?? field;
      const typedFrom = around.getBoundingClientRect().top + parseFloat(getComputedStyle(around).paddingTop);
      return name.getBoundingClientRect().bottom > typedFrom + 1 ? [name.textContent!] : [];
    }),
  );

for (const [what, size] of [
  ['laptop', DESK],
  ['phone', PHONE],
] as const)
  test(`letters twice as large on a ${what}: nothing is cut, and nothing lies over another`, async ({ page }) => {
    await letIn(page.context(), 'ines');
    await page.setViewportSize(size);
    // Names of fields move at once, too.
    await page.emulateMedia({ reducedMotion: 'reduce' });
    const faults: string[] = [];
    for (const path of STATIONS) {
      await page.goto(path);
      await ready(page);
      await page.evaluate(() => void (document.documentElement.style.fontSize = '200%'));
      // Laid out anew: two frames later what is measured is what is seen.
      await page.evaluate(() => new Promise((laid) => requestAnimationFrame(() => requestAnimationFrame(laid))));
      const over = await widerThanScreen(page);
      if (over > 0) faults.push(`${path} scrolls sideways by ${over} px`);
      for (const name of await cutNames(page)) faults.push(`${path}: ${name} is cut`);
      for (const name of await namesOverTyped(page)) faults.push(`${path}: ${name} lies over what is typed`);
      for (const pair of (await overlaps(page)).slice(0, 6)) faults.push(`${path}: ${pair}`);
    }
    expect(faults).toEqual([]);
  });
