import { computed, ref } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { ageInDays } from '../../core/planning/incubation/day-count.ts'
import { isPossible } from '../../core/planning/intake/egg-figures.ts'
import { hasSerial, weighOnStandIn } from '../../devices/gauges/gauges.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count } from '../shared/wording.ts'
import { useScale } from './useScale.ts'
import { useWeighingRound, type WeighingRound } from './useWeighingRound.ts'
import { t } from './words.ts'

/** A tray weighs about what its eggs do: within these shares of it. */
const LIKELY_SHARE = { least: 0.3, most: 3 } as const
/** No bird's egg is heavier, grams. */
const MOST_G = 500

/** Weighs the eggs of a set one after the other, each known by its turn. */
export function useWeighing(set: () => EggSet, eggs: () => readonly Egg[]) {
  const devices = useDevicesStore()
  const round = useWeighingRound(set, eggs)
  const isServers = ref(false)
  const isStandIn = computed(() => devices.serves('scale', set()) === 'stand-in')
  const notes = useWeightNotes(set, round, () => isServers.value && isStandIn.value)
  const scale = useScale({
    problem: notes.problem,
    expectedG: () => round.expectedG.value,
    wanted: () => round.current.value !== null || round.whole.value,
    keep: async (grams) => {
      await notes.note(grams)
      return notes.problem.value === '' && notes.doubt.value === null
    },
    clear: async () => {
      if (isStandIn.value) await weighOnStandIn(null)
    },
    chosen: (which) => {
      isServers.value = which === 'server'
    },
  })

  /** Of the demo: a hand lays the egg on. */
  async function layOn(): Promise<void> {
    const { value: egg } = round.current
    const { standInBasket: basket, setAt } = set()
    if (!egg || !basket) return
    const ageDays = Math.max(0, ageInDays(Date.parse(setAt), Date.now()))
    await weighOnStandIn({ basket, number: egg.number, ageDays })
  }

  return {
    ...scale,
    ...round,
    ...notes,
    isStandIn,
    layOn,
    hasServer: computed(() => devices.serves('scale', set()) !== null),
    hasSerial: hasSerial(),
  }
}

/** Writes weights down, and asks about those that no egg of the bird has. */
function useWeightNotes(
  set: () => EggSet,
  { whole, current, tray, inTray, expectedG }: WeighingRound,
  fromStandIn: () => boolean,
) {
  const hatchery = useHatcheryStore()
  const { problem, saving } = useSaving()
  const done = ref('')
  /** Of what the pan said; what somebody typed is theirs. */
  const origin = (): { standIn?: true } => (fromStandIn() ? { standIn: true } : {})

  async function noteTray(grams: number): Promise<void> {
    const { value: weighed } = tray
    if (!weighed || inTray.value.length === 0) return
    const share = grams / expectedG.value
    if (!(share > LIKELY_SHARE.least && share < LIKELY_SHARE.most)) {
      problem.value = t('weigh.tooMuch', { eggs: count(inTray.value.length, 'egg') })
      return
    }
    const eggIds = inTray.value.map(({ id }) => id)
    await saving(async () => {
      await hatchery.commit('weighing', null, {
        traysWeighed: [{ trayId: weighed.id, grams: Number(grams.toFixed(1)), eggIds, ...origin() }],
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
    const { value: egg } = current
    if (!egg) return
    const weightG = Number(grams.toFixed(2))
    if (!(weightG > 0 && weightG <= MOST_G)) {
      problem.value = t('weigh.noEgg')
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

  return { problem, saving, done, doubt, note }
}
