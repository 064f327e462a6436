import type { ScheduleEvent } from '../../core/planning/incubation/schedule.ts'
import type { EventState } from '../../core/planning/agenda/agenda.ts'
import { EVENT_TITLES } from '../../words/events.ts'
import { t } from './words.ts'

/** Something that a person who is elsewhere should hear of once. */
export interface Reminder {
  /** The same reminder has the same key, whenever it is asked for. */
  key: string
  title: string
  body: string
}

interface Due {
  set: { id: string; name: string }
  event: Pick<ScheduleEvent, 'key' | 'kind' | 'startMs'>
  state: EventState
}

/** What the plan asks for by now and nobody has ticked. */
export function planReminders(items: readonly Due[], nowMs: number): Reminder[] {
  return items
    .filter(
      ({ event, state }) =>
        (state === 'due' || state === 'overdue' || state === 'now') && event.startMs <= nowMs,
    )
    .map(({ set, event }) => ({
      key: `${set.id}/${event.key}`,
      title: EVENT_TITLES[event.kind],
      body: set.name,
    }))
}

/**
 * Eggs that a candling found to come out and that are still in: said once for each day.
 * @param today - local date
 */
export function removalReminder(
  waiting: ReadonlyArray<{ set: { id: string; name: string }; eggs: number }>,
  today: string,
): Reminder[] {
  return waiting
    .filter(({ eggs }) => eggs > 0)
    .map(({ set, eggs }) => ({
      key: `${set.id}/removal/${today}`,
      title: eggs === 1 ? t('reminders.eggWaits') : t('reminders.eggsWait', { eggs }),
      body: t('reminders.eggsWaitWhy', { set: set.name }),
    }))
}
