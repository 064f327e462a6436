import type { DeathSign, EggStory, SetStory } from '../diagnosis/story.ts'
import { PHASES, phaseOf } from '../hatching/results.ts'
import { createRandom, type Random } from '../random/random.ts'

/** What may be wrong with a simulated hatchery. */
export const FAULTS = [
  'humid',
  'dry',
  'old-eggs',
  'hot-spot',
  'shaken',
  'opened',
  'cool',
  'infertile',
  'handling',
] as const
export type Fault = (typeof FAULTS)[number]

const DAYS = 21
const GOOD_LOSS = 0.125
const COLUMNS = 10
/** Chance that a hatchery did not keep one kind of its records. */
const NOT_KEPT = 0.2

export interface HatcheryWish {
  eggs: number
  /** What is wrong with it, or null. */
  fault: Fault | null
  /** What else is, at once. */
  alsoFault?: Fault | null
  /** Early deaths were seen as rings, taken out and never opened. */
  candled?: boolean
  /** The keeper opened the eggs and noted when they died, and nothing else. */
  onlyOpened?: boolean
}

/**
 * A hatchery's set of hens' eggs from the day of laying to the last egg opened, day by day and egg by egg, with what its
 * keeper noted of it. Embryos die by daily hazards that warmth, water, age and rough handling raise, as they do by the
 * usual account of a hatch; what is written down is only what a keeper sees, with errors and gaps.
 */
export function hatcheryRun(
  seed: string,
  { eggs: count, fault, alsoFault = null, candled = false, onlyOpened = false }: HatcheryWish,
): SetStory {
  const random = createRandom(seed)
  /** Range of severity, from barely visible to obvious. */
  const bad = fault ? random.between(0.7, 1.4) : 0
  const when = (one: Fault): number => (fault === one || alsoFault === one ? bad : 0)
  const place = {
    fertility: random.between(0.8, 0.97) - 0.33 * when('infertile'),
    hazard: Math.exp(random.normal(0, 0.25)),
    rhPercent: 50 + random.normal(0, 4) + 18 * when('humid') - 18 * when('dry'),
    celsiusOver: random.normal(0, 0.1) - 0.7 * when('cool'),
    hotter: 1.8 * when('hot-spot'),
    hotRow: Math.floor(random.between(0, Math.ceil(count / COLUMNS))),
    hotColumn: random.pick([0, 1, 8, 9]),
    openings: happenings(random, 2) + (when('opened') > 0 ? happenings(random, 7 * bad) : 0),
    posted: when('shaken') > 0 ? random.uniform() < 0.8 : random.uniform() < 0.15,
    storage: when('old-eggs') > 0 ? 8 + 5 * bad : random.between(3, 6),
    thermometerErrs: random.normal(0, 0.15),
    late: random.normal(0, 6),
  }
  const keeps = (lacks = NOT_KEPT): boolean => random.uniform() > lacks && !onlyOpened
  const kept = {
    storage: keeps(),
    losses: keeps(),
    air: keeps(),
    lid: keeps(),
    marks: keeps(0.5),
    hours: keeps(),
    places: keeps(NOT_KEPT / 2),
  }
  const lockdownRh = 68 + random.normal(0, 3) - 1.3 * place.openings
  const eggs = Array.from({ length: count }, (_, i): EggStory => {
    const own = random.fork(`egg-${i}`)
    const [row, column] = [Math.floor(i / COLUMNS), i % COLUMNS]
    const away = Math.hypot(row - place.hotRow, column - place.hotColumn)
    const celsius = place.celsiusOver + place.hotter * Math.exp(-((away / 3) ** 2))
    const storageDays = Math.max(0, Math.round(place.storage + own.between(-3.5, 3.5)))
    const isLoose = own.uniform() < 0.03 + 0.16 * when('shaken')
    const isCracked = own.uniform() < 0.015 + 0.14 * when('handling')
    const loss = GOOD_LOSS * ((100 - place.rhPercent) / 50) * Math.exp(own.normal(0, 0.13))
    const life = lived(own, {
      fertility: place.fertility,
      hazard: place.hazard * (isCracked ? 3.5 : 1),
      storageDays,
      rough: when('shaken') + (isLoose ? 0.5 : 0),
      loss,
      celsius,
      openings: place.openings,
    })
    const outHours =
      life.end === 'hatched'
        ? place.late + own.normal(0, 8) - 24 * DAYS * 0.09 * celsius + Math.max(0, storageDays - 7)
        : null
    return {
      ...endOf(life, own, candled),
      cracked: kept.marks ? isCracked : null,
      storageDays: kept.storage ? storageDays : null,
      posted: kept.storage ? place.posted : null,
      looseCell: kept.marks ? isLoose : null,
      place: kept.places ? { trayId: 'tray', row, column } : null,
      // Candled, not weighed; and of the clear ones nobody takes the trouble.
      loss: kept.losses && life.end !== 'infertile' ? loss + own.normal(0, 0.012) : null,
      signs: life.end === 'infertile' || life.end === 'hatched' ? null : signsOf(life, isCracked, own),
      outHours: kept.hours ? outHours : null,
    }
  })
  return {
    eggs,
    goodLoss: GOOD_LOSS,
    celsiusOver: kept.air ? place.celsiusOver + place.thermometerErrs : null,
    rhOver: kept.air ? place.rhPercent - 50 + random.normal(0, 4) : null,
    lockdownRhOver: kept.air ? lockdownRh - 68 + random.normal(0, 3) : null,
    openings: kept.lid ? place.openings : null,
  }
}

interface Life {
  end: 'infertile' | 'hatched' | 'pipped' | 'died'
  day: number
  loss: number
  openings: number
  rough: number
}

function lived(
  random: Random,
  egg: {
    fertility: number
    hazard: number
    storageDays: number
    rough: number
    loss: number
    celsius: number
    openings: number
  },
): Life {
  const { loss, openings, rough, celsius } = egg
  const known = { loss, openings, rough }
  if (random.uniform() > egg.fertility) return { end: 'infertile', day: 0, ...known }
  const drier = (loss - GOOD_LOSS) / 0.04
  const warmth = celsius > 0 ? 1 + 2.2 * celsius ** 1.5 : 1 + 1.6 * celsius ** 2
  for (let day = 1; day <= DAYS - 1; day++) {
    // Two peaks: when the heart and the first vessels form, and when the lungs take over.
    const early = 0.016 * Math.exp(-(((day - 3) / 1.8) ** 2))
    const late = 0.015 * Math.exp(-(((day - 19) / 1.6) ** 2))
    const risk =
      early * Math.exp(0.16 * Math.max(0, egg.storageDays - 5)) * (1 + 2.6 * rough) +
      0.003 * Math.exp(0.04 * Math.max(0, egg.storageDays - 5)) +
      late * (1 + 1.3 * drier ** 2)
    if (random.uniform() < 1 - Math.exp(-risk * egg.hazard * warmth)) return { end: 'died', day, ...known }
  }
  const pip = 0.025 * (1 + 1.2 * drier ** 2 + 0.42 * Math.max(0, openings - 2)) * (celsius < 0 ? warmth : 1)
  return {
    end: random.uniform() < 1 - Math.exp(-pip * egg.hazard) ? 'pipped' : 'hatched',
    day: DAYS,
    ...known,
  }
}

/** @param candled - rings are taken out at the lamp, and nobody opens them */
function endOf(life: Life, random: Random, candled: boolean): Pick<EggStory, 'fate' | 'death'> {
  const fate = eggOutcome(life, random)
  if (candled && fate === 'early')
    return { fate: 'candled-out-ring', death: { phase: 'early', certainty: 0.9 } }
  const phase = PHASES.find((one) => one === fate)
  return { fate, death: phase ? { phase, certainty: 1 } : null }
}

/** What the keeper makes of it on opening: the day within a day or two, clears not always. */
function eggOutcome({ end, day }: Life, random: Random): EggStory['fate'] {
  switch (end) {
    case 'infertile':
      return random.uniform() < 0.85 ? 'infertile' : 'candled-out-clear'
    case 'died':
      if (random.uniform() < 0.06) return 'candled-out-dead'
      if (day <= 2 && random.uniform() < 0.3) return 'infertile'
      return phaseOf(Math.max(0.5, day + random.normal(0, 1.2)), DAYS)
    default:
      return end
  }
}

function signsOf({ end, day, loss, openings, rough }: Life, isCracked: boolean, random: Random): DeathSign[] {
  const isLate = end === 'pipped' || day > 14
  const drier = (loss - GOOD_LOSS) / 0.04
  const chances: Record<DeathSign, number> = {
    wet: isLate ? 0.08 + 0.35 * Math.max(0, -drier) : 0.02,
    dry: isLate ? 0.07 + 0.3 * Math.max(0, drier) + (end === 'pipped' ? 0.05 * openings : 0) : 0.02,
    malposition: isLate ? 0.08 + 0.06 * rough : 0,
    contaminated: isCracked ? 0.25 : 0.04,
    cracked: isCracked ? 0.8 : 0.01,
  }
  return (Object.keys(chances) as DeathSign[]).filter((sign) => random.uniform() < chances[sign])
}

/** A count of what happens by chance (Poisson). */
function happenings(random: Random, mean: number): number {
  let [count, product] = [-1, 1]
  do {
    count++
    product *= random.uniform()
  } while (product > Math.exp(-mean))
  return count
}
