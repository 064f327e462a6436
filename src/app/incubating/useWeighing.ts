import { useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import { standingEvents } from '../../contracts/records/events.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { eggBody } from '../../core/moisture/egg-body.ts'
import { ageInDays } from '../../core/planning/incubation/day-count.ts'
import { isPossible } from '../../core/planning/intake/egg-figures.ts'
import { startWeighing, tared, weighingAfter, type PanReading } from '../../core/planning/intake/weighing.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { hasSerial, httpGauge, serialGauge, weighOnStandIn, type Gauge } from '../../devices/gauges/gauges.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count } from '../shared/wording.ts'

const GLANCE_MS = 400
/** An egg weighed within this time belongs to this round of weighing. */
const ROUND_MS = 6 * HOUR_MS

/** Weighs the eggs of a set one after the other, each known by its turn. */
export function useWeighing(set: () => EggSet, eggs: () => readonly Egg[]) {
  const hatchery = useHatcheryStore()
  const devices = useDevicesStore()
  const { problem, saving } = useSaving()
  const state = shallowRef(startWeighing())
  const pan = shallowRef<PanReading | null>(null)
  const gauge = shallowRef<Gauge | null>(null)
  const isServers = ref(false)
  /** What became of the last weight that the pan gave: it is noted when it is on the disk. */
  const kept = ref<'writing' | 'kept' | 'refused'>('kept')
  const skipped = ref<string[]>([])
  const done = ref('')
  onScopeDispose(() => void gauge.value?.close().catch(() => undefined))

  /** Single eggs, or the trays as a whole. */
  const whole = ref(false)
  const inside = computed(() => eggs().filter(isIn))
  /** Weighed since then is weighed this time. */
  const sinceMs = ref(Date.now() - ROUND_MS)
  function again(): void {
    sinceMs.value = Date.now()
    skipped.value = []
  }
  const weighedAt = (egg: Egg): number =>
    Math.max(
      0,
      ...standingEvents(egg.events).flatMap((event) =>
        event.kind === 'weighed' && event.at ? Date.parse(event.at) : [],
      ),
    )
  const open = computed(() => inside.value.filter((egg) => weighedAt(egg) < sinceMs.value))
  const current = computed(
    () => open.value.find(({ id }) => !skipped.value.includes(id)) ?? open.value[0] ?? null,
  )
  const usualG = computed(() => eggBody(set().species).freshMassG.value)
  const trayId = ref<string | null>(null)
  const tray = computed(() => set().trays.find(({ id }) => id === trayId.value) ?? set().trays[0] ?? null)
  const inTray = computed(() => inside.value.filter((egg) => egg.place?.trayId === tray.value?.id))
  const expectedG = computed(() =>
    whole.value
      ? inTray.value.reduce((sum, egg) => sum + (egg.weightG ?? usualG.value), 0)
      : (current.value?.weightG ?? usualG.value),
  )

  /** Of what the pan said; what somebody typed is theirs. */
  const origin = (): { standIn?: true } => (isServers.value && isStandIn.value ? { standIn: true } : {})

  async function noteTray(grams: number): Promise<void> {
    const { value: weighed } = tray
    if (!weighed || inTray.value.length === 0) return
    if (!(grams > 0.3 * expectedG.value && grams < 3 * expectedG.value)) {
      problem.value = `${count(inTray.value.length, 'egg')} cannot weigh that much. Did you subtract the tray?`
      return
    }
    await saving(async () => {
      await hatchery.commit('weighing', null, {
        traysWeighed: [
          {
            trayId: weighed.id,
            grams: Number(grams.toFixed(1)),
            eggIds: inTray.value.map(({ id }) => id),
            ...origin(),
          },
        ],
      })
      done.value = weighed.id
    })
  }

  /** A weight that no egg of the bird has: asked about before it is noted, and of that egg alone. */
  const doubted = ref<{ eggId: string; weightG: number } | null>(null)
  const doubt = computed(() =>
    !whole.value && doubted.value?.eggId === current.value?.id ? (doubted.value?.weightG ?? null) : null,
  )

  async function note(grams: number, { isSure = false } = {}): Promise<void> {
    if (whole.value) return noteTray(grams)
    const egg = current.value
    if (!egg) return
    const weightG = Number(grams.toFixed(2))
    if (!(weightG > 0 && weightG <= 500)) {
      problem.value = 'No egg weighs that.'
      return
    }
    doubted.value = null
    if (!isSure && !isPossible(set().species, 'weightG', weightG)) {
      doubted.value = { eggId: egg.id, weightG }
      return
    }
    await saving(async () => {
      await hatchery.commit('weighing', egg.id, { weighed: [{ eggId: egg.id, weightG, ...origin() }] })
      done.value = egg.id
    })
  }

  let busy = false
  async function glance(): Promise<void> {
    if (busy || !gauge.value || (!current.value && !whole.value)) return
    busy = true
    try {
      const { value, quantity, stable } = await gauge.value.glance()
      if (quantity !== 'mass') throw new Error('The scale does not respond.')
      pan.value = { grams: value, stable }
      const after = weighingAfter(state.value, pan.value, expectedG.value)
      state.value = after.state
      // What was refused stays said until the pan is at rest with another weight.
      if (kept.value !== 'refused') problem.value = ''
      if (after.taken !== null) {
        problem.value = ''
        kept.value = 'writing'
        await note(after.taken)
        kept.value = problem.value === '' && doubt.value === null ? 'kept' : 'refused'
        if (isStandIn.value) await weighOnStandIn(null)
      }
    } catch (error) {
      problem.value = (error as Error).message
    } finally {
      busy = false
    }
  }
  useIntervalFn(() => void glance(), GLANCE_MS)

  /** Begins to watch the scale: the server's, or one on a cable. */
  async function start(which: 'server' | 'cable'): Promise<void> {
    try {
      const next = which === 'server' ? httpGauge('scale') : await serialGauge('scale')
      await gauge.value?.close()
      if (isStandIn.value) await weighOnStandIn(null)
      gauge.value = next
      isServers.value = which === 'server'
      state.value = startWeighing()
      problem.value = ''
    } catch (error) {
      problem.value = `The scale was not connected: ${(error as Error).message}`
    }
  }
  function tare(): void {
    if (pan.value) state.value = tared(pan.value)
  }
  function skip(): void {
    const egg = current.value
    if (egg) skipped.value = [...skipped.value.filter((id) => id !== egg.id), egg.id]
  }
  const isStandIn = computed(() => devices.serves('scale', set()) === 'stand-in')
  /** Of the demo: a hand lays the egg on. */
  async function layOn(): Promise<void> {
    const egg = current.value
    const basket = set().standInBasket
    if (egg && basket)
      await weighOnStandIn({
        basket,
        number: egg.number,
        ageDays: Math.max(0, ageInDays(Date.parse(set().setAt), Date.now())),
      })
  }

  return {
    state,
    kept,
    pan,
    gauge,
    current,
    open,
    inside,
    done,
    problem,
    saving,
    isStandIn,
    hasServer: computed(() => devices.serves('scale', set()) !== null),
    hasSerial: hasSerial(),
    note,
    doubt,
    start,
    tare,
    skip,
    layOn,
    again,
    whole,
    tray,
    trayId,
    inTray,
  }
}
