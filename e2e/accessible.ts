import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import type { Page } from '@playwright/test'

/** What keeps a page from being read by everybody, by WCAG 2 A and AA. */
export async function violations(page: Page): Promise<string[]> {
  // Content policy forbids injected script elements; evaluating from outside does not need one.
  await page.evaluate(await readFile(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8'))
  return page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: {
        run: (
          options: unknown,
        ) => Promise<{ violations: Array<{ id: string; nodes: Array<{ html: string }> }> }>
      }
    }
    const result = await axe.run({ runOnly: ['wcag2a', 'wcag2aa'] })
    return result.violations.map(
      (item) => `${item.id}: ${item.nodes.map((node) => node.html.slice(0, 120)).join(' | ')}`,
    )
  })
}
