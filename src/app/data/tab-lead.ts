import { ref, type Ref } from 'vue'

import { nameInBook } from './which-book.ts'

/**
 * Of several tabs one writes; the others follow. The lead passes on by itself when its tab closes or crashes, and to
 * a tab that takes it.
 */
export interface TabLead {
  leads: Readonly<Ref<boolean>>
  /** Resolves once it is known whether this tab leads or another does. */
  decided: Promise<void>
  /** Takes the lead from another tab. */
  take: () => void
  /** Gives the lead up for good, as closing the tab does. */
  release: () => void
}

/** @param onLead - called each time this tab gets the lead, before it counts as leading */
export function leadAmongTabs(
  onLead: () => Promise<void>,
  locks: LockManager | null | undefined = (navigator as { locks?: LockManager | null }).locks,
): TabLead {
  // Where a browser has no locks nobody can know of other tabs.
  const leads = ref(!locks)
  if (!locks) return { leads, decided: Promise.resolve(), take: () => undefined, release: () => undefined }
  const closed = new AbortController()
  const gone = new Promise<void>((resolve) =>
    closed.signal.addEventListener('abort', () => resolve(), { once: true }),
  )

  async function lead(): Promise<void> {
    await onLead()
    leads.value = true
    // Held until the tab goes or another takes it.
    await gone
    leads.value = false
  }
  function stand(options: LockOptions): void {
    locks?.request(nameInBook('writer'), options, lead).catch(() => {
      leads.value = false
      if (!closed.signal.aborted) stand({ signal: closed.signal })
    })
  }
  const decided = new Promise<void>((resolve) => {
    let isAsked = false
    void locks
      .request(nameInBook('writer'), { ifAvailable: true }, async (lock) => {
        isAsked = true
        if (!lock) {
          stand({ signal: closed.signal })
          resolve()
          return
        }
        const leading = lead()
        resolve()
        await leading
      })
      .catch(() => {
        // A browser that has locks and gives none: as one that has none, else nothing would ever be loaded.
        if (!isAsked) {
          const leading = lead()
          resolve()
          return leading
        }
        leads.value = false
        if (!closed.signal.aborted) stand({ signal: closed.signal })
        return undefined
      })
  })
  return { leads, decided, take: () => stand({ steal: true }), release: () => closed.abort() }
}
