import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

/**
 * What is seriously wrong with a page for those who see, hear or move otherwise, by axe's rules of WCAG 2.2, A and AA.
 * @param only.include A selector: only what is in it.
 * @param only.rule One rule of axe alone.
 * @returns A line for each rule that is broken, with the elements that break it.
 */
export async function seriousIn(
  page: Page,
  only: { readonly include?: string; readonly rule?: string } = {},
): Promise<readonly string[]> {
  // No frames of other sites are shown: one run in the page itself is enough, and a tab less each time.
  const axe = new AxeBuilder({ page }).setLegacyMode()
  if (only.include) axe.include(only.include)
  if (only.rule) axe.withRules([only.rule])
  else axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
  const { violations } = await axe.analyze()
  return violations
    .filter(each => each.impact === 'serious' || each.impact === 'critical')
    .map(
      each =>
        `${each.id}: ${each.nodes
          .map(node => node.target.join(' '))
          .slice(0, 4)
          .join('; ')}`,
    )
}
