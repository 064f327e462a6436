import { ref, type Ref } from 'vue'

const LOCK = 'perlumen-writer'

/**
 * Of several tabs one writes; the others follow. The lead passes on by itself when its tab closes or crashes, and to
 * a tab that takes it.
 */
export interface TabLead {
  leads: Readonly<Ref<boolean>>
  /** Takes the lead from another tab. */
  take: () => void
}

/** @param onLead - called each time this tab gets the lead, before it counts as leading */
export function leadAmongTabs(onLead: () => Promise<void>, locks: LockManager | undefined = (navigator as { locks?: LockManager }).locks): TabLead {
  // Where a browser has no locks nobody can know of other tabs.
  const leads = ref(locks === undefined)
  if (!locks) return { leads, take: () => undefined }
  const stand = (options: LockOptions): void => {
    void locks.request(LOCK, options, async () => {
      await onLead()
      leads.value = true
      // Held until the tab goes or another takes it.
      await new Promise(() => undefined)
    }).catch(() => {
      leads.value = false
      stand({})
    })
  }
  stand({})
  return { leads, take: () => stand({ steal: true }) }
}
