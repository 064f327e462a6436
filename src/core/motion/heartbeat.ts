import { framesPerSecond, secondsOf, type Clip } from './clip.ts'
import type { RegisteredClip } from './register.ts'
import { extend, settling, without } from './time-basis.ts'

/** The strongest regular change of light, as beating vessels make it. */
export interface Heartbeat {
  hz: number
  /** Power at that rate above the mean of the rates around it, ÷ their spread. */
  signalToNoise: number
  /** Whether it stands out so far that chance hardly makes it. */
  found: boolean
}

export const SHORTEST_BEAT_SECONDS = 8
export const FEWEST_BEAT_FRAMES_PER_SECOND = 15
/** Before, no vessels show; later the body hides them. Fractions of incubation. */
export const BEAT_STAGES = { from: 0.14, to: 0.5 } as const
const LOWEST_HZ = 2
const HIGHEST_HZ = 6
/** Rates beyond the searched ones that tell the noise, too. */
const MARGIN_HZ = 0.8
/** Nearer to the peak than this belongs to it. */
const PEAK_HZ = 0.3
const STEP_HZ = 0.06
/** Every so manieth pixel: neighbours hold the same grain. */
const STRIDE = 2
/** Darker pixels than this weight hold more grain than light. */
const LEAST_WEIGHT = 0.5
/** From here on a beat is called found: see `npm run bench`. */
export const BEAT_FROM = 6

/** May a heartbeat be looked for? The last frames' rate is allowed to fall short by a twentieth. */
export function canShowHeartbeat(clip: Pick<Clip, 'atMs'>, stage: number): boolean {
  return (
    secondsOf(clip) >= SHORTEST_BEAT_SECONDS &&
    framesPerSecond(clip) >= 0.95 * FEWEST_BEAT_FRAMES_PER_SECOND &&
    stage >= BEAT_STAGES.from &&
    stage <= BEAT_STAGES.to
  )
}

/**
 * A beating heart darkens vessels everywhere at one rate, if not in one phase. The power of each pixel's light is
 * taken at rates of 2–6 Hz and averaged over the egg; the strongest rate is held against the others.
 * @returns null when too little of the egg is lit
 */
export function findHeartbeat(registered: RegisteredClip, clip: Pick<Clip, 'atMs'>): Heartbeat | null {
  const highest = Math.min(HIGHEST_HZ + MARGIN_HZ, 0.48 * framesPerSecond(clip))
  const rates = Array.from(
    { length: Math.floor((highest - LOWEST_HZ + MARGIN_HZ) / STEP_HZ) + 1 },
    (_, i) => LOWEST_HZ - MARGIN_HZ + i * STEP_HZ,
  )
  const waves = rates.map((hz) =>
    [Math.sin, Math.cos].map((wave) =>
      Float64Array.from(clip.atMs, (at) => wave((2 * Math.PI * hz * at) / 1000)),
    ),
  )
  const power = new Float64Array(rates.length)
  let pixels = 0
  for (let k = 0; k < registered.pixels.length; k += STRIDE) {
    if (registered.weights[k]! < LEAST_WEIGHT) continue
    const series = ownSeries(registered, k, clip.atMs)
    const variance = series.reduce((sum, value) => sum + value * value, 0)
    if (variance <= 0) continue
    pixels++
    for (const [i, [sine, cosine]] of waves.entries())
      power[i]! += (product(series, sine!) ** 2 + product(series, cosine!) ** 2) / variance
  }
  if (pixels < 100) return null
  const searched = rates.flatMap((hz, i) => (hz >= LOWEST_HZ && hz <= HIGHEST_HZ ? [i] : []))
  const peak = searched.reduce((best, i) => (power[i]! > power[best]! ? i : best))
  const around = power.filter(
    (_, i) =>
      Math.abs(rates[i]! - rates[peak]!) > PEAK_HZ && Math.abs(rates[i]! - 2 * rates[peak]!) > PEAK_HZ,
  )
  const mean = around.reduce((sum, value) => sum + value, 0) / around.length
  const spread = Math.sqrt(around.reduce((sum, value) => sum + (value - mean) ** 2, 0) / around.length)
  const signalToNoise = Math.max(0, (power[peak]! - mean) / Math.max(1e-12, spread))
  return { hz: rates[peak]!, signalToNoise, found: signalToNoise >= BEAT_FROM }
}

/** One pixel's light less what settles, and less what sampling between pixels makes of it. */
function ownSeries(
  { residuals, softening }: RegisteredClip,
  k: number,
  atMs: readonly number[],
): Float64Array {
  const basis = settling(atMs)
  extend(basis, [Float64Array.from(softening, (frame) => frame[k]!)])
  return without(
    Float64Array.from(residuals, (frame) => frame[k]!),
    basis,
  )
}

function product(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}
