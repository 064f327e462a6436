import type { Locator } from '@playwright/test'

/**
 * Chooses one of a list that is opened for it.
 * @param list - the list's button, by its label
 * @param which - its name, or the how many-th it is
 */
export async function choose(list: Locator, which: string | number): Promise<void> {
  await list.click()
  const options = list.page().getByRole('option')
  if (typeof which === 'number') await options.nth(which).click()
  else await list.page().getByRole('option', { name: which, exact: true }).click()
}
