import { onScopeDispose, type Ref } from 'vue'
import type { JournalEntry } from '../../contracts/records/journal-entry.ts'
import type { Written } from '../../domain/steps.ts'
import { leadAmongTabs } from './tab-lead.ts'
import { nameInBook } from './which-book.ts'
import { t } from './words.ts'

/** What one tab tells the others when it has written. */
export type TabNews = { kind: 'changed'; written: Written; journal: JournalEntry[] } | { kind: 'reload' }

/** Tabs that show the same book: one writes, and tells the others. */
export interface TabsOfBook {
  leads: Readonly<Ref<boolean>>
  /** Resolves once it is known whether this tab leads or another does. */
  decided: Promise<void>
  /** Takes the lead from another tab. */
  takeLead: () => void
  /** @throws Error in a tab that only follows: two tabs must not write over each other */
  mustLead: () => void
  tell: (news: TabNews) => void
}

interface Asked {
  /** Brings what the leading tab wrote to this one's screen. */
  follow: (news: TabNews) => Promise<void>
  /** Called each time this tab gets the lead, before it counts as leading. */
  onLead: () => Promise<void>
}

export function tabsOfBook({ follow, onLead }: Asked): TabsOfBook {
  const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel(nameInBook('records')) : null
  channel?.addEventListener('message', (event: MessageEvent<TabNews>) => void follow(event.data))
  const { leads, decided, take, release } = leadAmongTabs(onLead)
  onScopeDispose(() => {
    release()
    channel?.close()
  })
  return {
    leads,
    decided,
    takeLead: take,
    mustLead: () => {
      if (!leads.value) throw new Error(t('book.otherTab'))
    },
    tell: (news) => channel?.postMessage(news),
  }
}
