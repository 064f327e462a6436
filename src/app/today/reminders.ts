import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { lookToRemove } from '../../domain/candling.ts'
import { isIn } from '../../contracts/records/egg-state.ts'
import { agenda } from '../../core/planning/agenda/agenda.ts'
import { planReminders, removalReminder, type Reminder } from './plan-reminders.ts'
import { localDateOf } from '../../core/time/local-date.ts'
import { isLongOver } from '../../domain/set-schedule.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { nameInBook } from '../data/which-book.ts'
import { useClockStore } from '../shared/clock.ts'
import { planOf } from '../shared/useSetPlan.ts'

/** More than this is not remembered: what was told so long ago is over. */
const MOST_TOLD = 500

/**
 * Reminders of what is due and of eggs to be taken out, as the device's own notifications, while the program is open
 * somewhere on it; for the rest there is the calendar file. Told by the tab that leads, each once.
 */
export const useRemindersStore = defineStore('reminders', () => {
  const store = useHatcheryStore()
  const clock = useClockStore()
  const wanted = useLocalStorage('perlumen-reminders', false)
  const told = useLocalStorage<string[]>(nameInBook('reminders-told'), [])
  const permission = ref(canNotify() ? Notification.permission : 'denied')
  const isOn = computed(() => wanted.value && permission.value === 'granted')

  const due = computed((): Reminder[] => {
    if (!isOn.value || !store.loaded || !store.leads) return []
    const open = store.sets.filter((set) => !isLongOver(set, clock.nowMs))
    const { now } = agenda(
      open.map((set) => ({ set, statuses: planOf(set, clock.nowMs).statuses })),
      clock.nowMs,
    )
    const waiting = open.map((set) => ({
      set,
      eggs: (store.eggsBySet.get(set.id) ?? []).filter(
        (egg) => isIn(egg) && lookToRemove(store.looksByEgg.get(egg.id) ?? [], set),
      ).length,
    }))
    const today = localDateOf(clock.nowMs, store.hatchery.zone)
    return [...planReminders(now, clock.nowMs), ...removalReminder(waiting, today)]
  })
  watch(due, (reminders) => {
    const fresh = reminders.filter(({ key }) => !told.value.includes(key))
    if (fresh.length === 0) return
    told.value = [...told.value, ...fresh.map(({ key }) => key)].slice(-MOST_TOLD)
    for (const reminder of fresh) void show(reminder)
  })

  /** Asks the device for leave, and tells what is due already. @returns whether it was given */
  async function turnOn(): Promise<boolean> {
    permission.value = await Notification.requestPermission()
    wanted.value = permission.value === 'granted'
    return wanted.value
  }

  return { canNotify, isOn, permission, turnOn, turnOff: () => (wanted.value = false) }
})

function canNotify(): boolean {
  return 'Notification' in globalThis
}

/** By the service worker where there is one: phones show no others. */
async function show({ key, title, body }: Reminder): Promise<void> {
  const options = { body, tag: key, icon: './icons/egg-192.png' }
  const registration = await navigator.serviceWorker?.getRegistration().catch(() => undefined)
  if (registration) await registration.showNotification(title, options)
  else new Notification(title, options)
}
