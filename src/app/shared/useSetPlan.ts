import { computed, type ComputedRef } from 'vue'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { progressOf } from '../../domain/set-schedule.ts'
import { timelineOf, type Timeline } from '../../domain/timeline.ts'
import { eventStatuses, type EventStatus } from '../../core/planning/agenda/agenda.ts'
import { dayNumber } from '../../core/planning/incubation/day-count.ts'
import type { ScheduleEvent } from '../../core/planning/incubation/schedule.ts'
import { useClockStore } from './clock.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'

export interface SetPlan {
  timeline: Timeline
  statuses: EventStatus[]
  started: boolean
  finished: boolean
  /** Days of development now, storage and warmth taken in. */
  ageDays: number
  /** Fraction of incubation now. */
  stage: number
  hatchAtMs: number
}

/** Where a set stands in its plan at this moment. */
export function planOf(set: EggSet, nowMs: number): SetPlan {
  const store = useHatcheryStore()
  const timeline = timelineOf(set, store.hatchery)
  const eggs = store.allEggsBySet.get(set.id) ?? []
  const looks = eggs.flatMap((egg) => store.looksByEgg.get(egg.id) ?? [])
  const progress = progressOf({ set, eggs, looks }, store.hatchery)
  return {
    statuses: eventStatuses(progress, nowMs, store.hatchery.zone),
    started: progress.doneKeys.has('set'),
    finished: progress.doneKeys.has('give-up'),
    timeline,
    ageDays: timeline.ageAt(nowMs),
    stage: timeline.stageAt(nowMs),
    hatchAtMs: timeline.hatchAtMs,
  }
}

export function useSetPlan(set: () => EggSet | undefined): ComputedRef<SetPlan | null> {
  const clock = useClockStore()
  return computed(() => {
    const current = set()
    return current ? planOf(current, clock.nowMs) : null
  })
}

/** "day 7" of an event in the set's own count. */
export function eventDay(set: Pick<EggSet, 'setAt' | 'plan'>, event: ScheduleEvent, zone: string): string {
  // An evening falls some hours before or after its age; the elapsed day is the nearest one.
  const slack = set.plan.dayCount === 'elapsed' ? 43_200_000 : 0
  return t('timeline.day', {
    day: dayNumber(set.plan.dayCount, { setAtMs: Date.parse(set.setAt), atMs: event.startMs + slack, zone }),
  })
}

/** Ticks an event off, or takes the tick back. The setting itself takes the hour that it really was. */
export function useTicks() {
  const store = useHatcheryStore()
  async function tick(set: EggSet, key: string, nowMs: number): Promise<void> {
    const at = new Date(nowMs).toISOString()
    await store.changeSet('tick', set.id, (now) => ({
      ...now,
      setAt: key === 'set' ? at : now.setAt,
      done: [...now.done.filter((item) => item.key !== key), { key, at }],
    }))
  }
  async function untick(set: EggSet, key: string): Promise<void> {
    await store.changeSet('tick', set.id, (now) => ({
      ...now,
      done: now.done.filter((item) => item.key !== key),
    }))
  }
  return { tick, untick }
}
