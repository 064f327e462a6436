import type { Page } from '@playwright/test'

/** The browser's own private folder stands in for one that a person would choose. */
export async function withBackupFolder(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const pick = async () =>
      (await navigator.storage.getDirectory()).getDirectoryHandle('backups', { create: true })
    Object.assign(globalThis, { showDirectoryPicker: pick })
  })
}
