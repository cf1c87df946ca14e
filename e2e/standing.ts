import type { Page } from 'playwright-core'

/** How controls stand in a window: what leaves it, lies under something else, is cut off, or is too small for a finger. */

/** CSS px that a finger needs. */
const FINGER = 40

/** What stands wrong in what is seen now, in words; none where all is well. In an open dialog only that is looked at. */
export const standsWrong = (page: Page, byFinger: boolean): Promise<string[]> =>
  page.evaluate(
    ([least]) => {
      const root = [...document.querySelectorAll('[role=dialog]')].at(-1) ?? document.body
      const wrong: string[] = []
      if (document.documentElement.scrollWidth > innerWidth)
        wrong.push(`the page is ${document.documentElement.scrollWidth} px wide`)
      const nameOf = (element: Element) =>
        (
          element.getAttribute('aria-label') ||
          element.textContent?.trim() ||
          element.getAttribute('title') ||
          element.tagName
        ).slice(0, 40)
      /** What of it is seen: the rest is scrolled away. */
      const seenOf = (element: Element) => {
        let { left, top, right, bottom } = element.getBoundingClientRect()
        let rolls = false
        for (let up = element.parentElement; up; up = up.parentElement) {
          const { overflowX, overflowY } = getComputedStyle(up)
          if (overflowX === 'visible' && overflowY === 'visible') continue
          const box = up.getBoundingClientRect()
          if (/auto|scroll/.test(overflowX + overflowY)) rolls = true
          if (overflowX !== 'visible') [left, right] = [Math.max(left, box.left), Math.min(right, box.right)]
          if (overflowY !== 'visible') [top, bottom] = [Math.max(top, box.top), Math.min(bottom, box.bottom)]
        }
        return { left, top, right, bottom, rolls }
      }
      const controls = 'button, a[href], input, select, textarea, summary, [role=option], [role=switch]'
      for (const element of root.querySelectorAll<HTMLElement>(controls)) {
        const style = getComputedStyle(element)
        if (!element.checkVisibility({ visibilityProperty: true }) || style.pointerEvents === 'none') continue
        // The published page stands as readers get it; a sentence may have a link in it.
        if (element.closest('.page, .sr-only, [aria-hidden=true]') || element.matches('[class*=sr-only]')) continue
        if (element.matches('input[type=file]')) continue
        const box = element.getBoundingClientRect()
        if (box.width === 0 || box.height === 0) continue
        const seen = seenOf(element)
        const name = `“${nameOf(element)}”`
        if (!seen.rolls && (box.left < -0.5 || box.right > innerWidth + 0.5)) wrong.push(`${name} leaves the window`)
        if (
          style.textOverflow !== 'ellipsis' &&
          // What is drawn around a picture is no label.
          !element.querySelector('img') &&
          /^(BUTTON|A)$/.test(element.tagName) &&
          element.scrollWidth > element.clientWidth + 2 &&
          element.clientWidth > 0
        )
          wrong.push(`${name} is wider than its place`)
        const [x, y] = [(seen.left + seen.right) / 2, (seen.top + seen.bottom) / 2]
        // What is scrolled away for the most part is not pressed there.
        if (seen.right - seen.left < Math.min(8, box.width) || seen.bottom - seen.top < Math.min(12, box.height))
          continue
        if (x > 0 && y > 0 && x < innerWidth && y < innerHeight) {
          const under = document.elementFromPoint(x, y)
          const own =
            under &&
            (element.contains(under) || under.contains(element) || under.closest('label') === element.closest('label'))
          if (!own) wrong.push(`${name} lies under “${under ? nameOf(under) : 'nothing'}”`)
        }
        const inSentence = element.matches('a') && element.closest('p, dd, li') !== null && style.display === 'inline'
        const target = element.matches('input[type=checkbox], input[type=radio]')
          ? (element.closest('label') ?? element)
          : element
        const { width, height } = target.getBoundingClientRect()
        if (least > 0 && !inSentence && (width < least - 0.5 || height < least - 0.5))
          wrong.push(`${name} is ${Math.round(width)} × ${Math.round(height)}`)
      }
      return [...new Set(wrong)]
    },
    [byFinger ? FINGER : 0] as const,
  )
